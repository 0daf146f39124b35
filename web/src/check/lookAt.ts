import { check } from "@mossy/core/check/check";
import { causesOf } from "@mossy/core/check/causes";
import type { Cause, Origin } from "@mossy/core/check/causes";
import type { Finding } from "@mossy/core/check/rule";
import type { Style } from "@mossy/core/house/style";
import type { Session } from "@mossy/core/session/document";

/** What is off, and of each who brought it about (nobody in a template, which was not sent out). */
export interface CheckResult {
  readonly findings: readonly Finding[];
  readonly causes: readonly (readonly [id: string, cause: Cause])[];
}

/** Looks at a session, on the page or in a worker. */
export function lookAt(style: Style, session: Session, origin: Origin | null): CheckResult {
  const findings = check(style, session, origin?.baseline ?? null);
  return { findings, causes: origin ? [...causesOf(style, session, origin, findings)] : [] };
}
