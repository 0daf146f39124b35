import { check, keep, open, putAllRight, takeUpAgain } from "@mossy/core/check/check";
import type { Finding } from "@mossy/core/check/rule";
import { giveRole } from "@mossy/core/house/dress";
import type { Style } from "@mossy/core/house/style";
import type { Session } from "@mossy/core/session/document";
import { useMemo } from "react";
import type { Desk } from "../workbench/desk.ts";
import { TITLE_OF } from "./titles.ts";

export interface Findings {
  readonly all: readonly Finding[];
  readonly open: readonly Finding[];
  readonly byTrack: ReadonlyMap<string, readonly Finding[]>;
}

/** What is off in a session now. */
export function useFindings(style: Style, session: Session, given: Session | null): Findings {
  return useMemo(() => {
    const all = check(style, session, given);
    const byTrack = new Map<string, Finding[]>();
    for (const f of all) if (f.track !== null) byTrack.set(f.track, [...byTrack.get(f.track) ?? [], f]);
    return { all, open: open(all), byTrack };
  }, [style, session, given]);
}

/** What the buttons of a finding do at a desk. */
export function actsOn(desk: Desk, finding: Finding) {
  const title = TITLE_OF.get(finding.rule)?.toLowerCase() ?? "finding";
  return {
    onFix: () => { if (finding.fix) desk.edit(finding.fix.changes, `put right: ${title}`); },
    onKeep: (why: string) => { desk.edit([keep(desk.state().session, finding, why)], `keep: ${title}`); },
    onTakeUp: () => { desk.edit([takeUpAgain(desk.state().session, finding)], `take up again: ${title}`); },
  };
}

export function putAll(desk: Desk, style: Style, given: Session | null): void {
  desk.edit(putAllRight(style, desk.state().session, given), "put all right");
}

export function sayRole(desk: Desk, style: Style, track: string, role: string): void {
  desk.edit(giveRole(style, desk.state().session, track, role), "say what it is");
}
