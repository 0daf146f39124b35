import type { House } from "../house/house.ts";
import type { Reader } from "../words/reader.ts";
import type { AuditFinding } from "./auditFinding.ts";
import { Auditor } from "./auditor.ts";
import { treeOf } from "./entry.ts";
import type { Entry } from "./entry.ts";
import { sameContent } from "./sameContent.ts";

/** What was looked at and what was found. */
export interface Audit {
  readonly files: number;
  readonly folders: number;
  readonly bytes: number;
  readonly findings: readonly AuditFinding[];
}

/**
 * Compares a real tree with the blueprint of the house and with what disks can store, step by step:
 * yields the share that is done, returns what it found. Never touches anything. O(entries × length of a
 * name).
 * @param scope whether the tree is the shared disk or one project
 */
export function* auditing(
  house: House,
  reader: Reader,
  entries: readonly Entry[],
  scope: "shared" | "project",
): Generator<number, Audit> {
  const auditor = new Auditor(house, reader, entries.length);
  yield* auditor.folder({
    node: treeOf(entries),
    plans: scope === "shared" ? house.disk.shared : house.disk.project,
    self: null,
    stray: false,
    around: [],
  });
  yield 0.97;
  return { ...auditor.counts, findings: [...auditor.findings, ...sameContent(entries)] };
}

/** The whole audit at once. */
export function audit(
  house: House,
  reader: Reader,
  entries: readonly Entry[],
  scope: "shared" | "project",
): Audit {
  const steps = auditing(house, reader, entries, scope);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
