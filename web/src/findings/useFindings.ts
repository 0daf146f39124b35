import { check, keep, open, putAllRight, takeUpAgain } from "@mossy/core/check/check";
import type { Finding } from "@mossy/core/check/rule";
import { giveRole } from "@mossy/core/house/dress";
import type { Style } from "@mossy/core/house/style";
import type { Session, Track } from "@mossy/core/session/document";
import { useEffect, useMemo, useRef, useState } from "react";
import type { Desk } from "../workbench/desk.ts";
import type { CheckAnswer, CheckTask } from "./check.worker.ts";
import { TITLE_OF } from "./titles.ts";

export interface Findings {
  readonly all: readonly Finding[];
  readonly open: readonly Finding[];
  readonly byTrack: ReadonlyMap<string, readonly Finding[]>;
  /** Whether a change is still being looked at. */
  readonly looking: boolean;
}

/** Sessions larger than this are looked at in a worker, so that typing never waits for it. */
const LARGE = 400;

/** What is off in a session now. */
export function useFindings(style: Style, session: Session, given: Session | null): Findings {
  const large = session.tracks.length > LARGE;
  const later = useLater(style, session, given, large);
  const now = useMemo(() => (large ? null : check(style, session, given)), [style, session, given, large]);
  const all = now ?? later.findings;
  return useMemo(() => {
    const byTrack = new Map<string, Finding[]>();
    for (const f of all) if (f.track !== null) { const list = byTrack.get(f.track); if (list) list.push(f); else byTrack.set(f.track, [f]); }
    return { all, open: open(all), byTrack, looking: large && later.looking };
  }, [all, large, later.looking]);
}

const NOTHING: readonly Finding[] = [];

/** Findings of a large session as a worker finds them; those of the state before show meanwhile. */
function useLater(style: Style, session: Session, given: Session | null, large: boolean): { findings: readonly Finding[]; looking: boolean } {
  const [found, setFound] = useState<{ of: Session | null; findings: readonly Finding[] }>({ of: null, findings: NOTHING });
  const told = useRef<{ readonly worker: Worker; readonly style: Style; readonly given: Session | null; tracks: Map<string, Track>; turn: number; session: Session } | null>(null);
  useEffect(() => {
    if (!large) return;
    let at = told.current;
    if (!at || at.style !== style || at.given !== given) {
      at?.worker.terminate();
      const worker = new Worker(new URL("./check.worker.ts", import.meta.url), { type: "module" });
      worker.postMessage({ house: style.house, given } satisfies CheckTask);
      at = { worker, style, given, tracks: new Map(), turn: 0, session };
      const mine = at;
      // An answer to an earlier state still shows, until the one to the latest is there.
      worker.onmessage = ({ data }: MessageEvent<CheckAnswer>) => { setFound({ of: data.turn === mine.turn ? mine.session : null, findings: data.findings }); };
      told.current = at;
    }
    const { tracks, ...rest } = session;
    const before = at.tracks;
    at.tracks = new Map(tracks.map((t) => [t.id, t]));
    at.turn++;
    at.session = session;
    at.worker.postMessage({ turn: at.turn, session: rest, order: tracks.map((t) => t.id), changed: tracks.filter((t) => before.get(t.id) !== t) } satisfies CheckTask);
  }, [style, given, large, session]);
  useEffect(() => () => { told.current?.worker.terminate(); told.current = null; }, []);
  return { findings: found.findings, looking: found.of !== session };
}

/** What the buttons of a finding do at a desk. */
export function actsOn(desk: Desk, finding: Finding) {
  const title = TITLE_OF.get(finding.rule)?.toLowerCase() ?? "finding";
  return {
    onFix: () => { if (finding.fix) desk.edit(finding.fix.changes, `put right: ${title}`); },
    onKeep: (why: string) => { desk.edit([keep(desk.state().doc, finding, why)], `keep: ${title}`); },
    onTakeUp: () => { desk.edit([takeUpAgain(desk.state().doc, finding)], `take up again: ${title}`); },
  };
}

export function putAll(desk: Desk, style: Style, given: Session | null): void {
  desk.edit(putAllRight(style, desk.state().doc, given), "put all right");
}

export function sayRole(desk: Desk, style: Style, track: string, role: string): void {
  desk.edit(giveRole(style, desk.state().doc, track, role), "say what it is");
}
