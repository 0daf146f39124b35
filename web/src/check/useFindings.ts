import { keep, open, putAllRight, takeUpAgain } from "@mossy/core/check/check";
import { causesOf } from "@mossy/core/check/causes";
import type { Cause, Origin } from "@mossy/core/check/causes";
import type { Finding } from "@mossy/core/check/rule";
import { giveRole } from "@mossy/core/house/dress";
import type { Style } from "@mossy/core/house/style";
import type { Session, Track } from "@mossy/core/session/document";
import { useEffect, useMemo, useRef, useState } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import type { CheckAnswer, CheckTask } from "./check.worker.ts";
import { lookAt } from "./lookAt.ts";
import type { CheckResult } from "./lookAt.ts";
import { TITLE_OF } from "./titles.ts";

export interface Findings {
  readonly all: readonly Finding[];
  readonly open: readonly Finding[];
  readonly byTrack: ReadonlyMap<string, readonly Finding[]>;
  /** Who brought each about, by its id; empty for a template, which nobody sent out. */
  readonly causes: ReadonlyMap<string, Cause>;
  /** Whether a change is still being looked at. */
  readonly looking: boolean;
}

/** Sessions larger than this are looked at in a worker, so that typing never waits for it. */
const LARGE = 400;

/** What is off in a session now. @param origin how it went out; null for a template */
export function useFindings(style: Style, session: Session, origin: Origin | null): Findings {
  const large = session.tracks.length > LARGE;
  const later = useLater(style, session, origin, large);
  const now = useMemo(
    () => (large ? null : lookAt(style, session, origin)),
    [style, session, origin, large],
  );
  const { findings: all, causes } = now ?? later;
  const sorted = useMemo(() => {
    const byTrack = new Map<string, Finding[]>();
    for (const f of all)
      if (f.track !== null) {
        const list = byTrack.get(f.track);
        if (list) list.push(f);
        else byTrack.set(f.track, [f]);
      }
    return { all, open: open(all), byTrack, causes: new Map(causes) };
  }, [all, causes]);
  const looking = large && later.looking;
  return useMemo(() => ({ ...sorted, looking }), [sorted, looking]);
}

const NOTHING: CheckResult = { findings: [], causes: [] };

/** Findings of a large session as a worker finds them; those of the state before show meanwhile. */
function useLater(
  style: Style,
  session: Session,
  origin: Origin | null,
  large: boolean,
): CheckResult & { looking: boolean } {
  const [found, setFound] = useState<CheckResult & { of: Session | null }>({ of: null, ...NOTHING });
  const told = useRef<{
    readonly worker: Worker;
    readonly style: Style;
    readonly origin: Origin | null;
    tracks: Map<string, Track>;
    turn: number;
    session: Session;
  } | null>(null);
  useEffect(() => {
    if (!large) return;
    let at = told.current;
    if (!at || at.style !== style || at.origin !== origin) {
      at?.worker.terminate();
      const worker = new Worker(new URL("./check.worker.ts", import.meta.url), { type: "module" });
      worker.postMessage({
        house: style.house,
        origin: origin && {
          baseline: origin.baseline,
          house: origin.style === style ? null : origin.style.house,
        },
      } satisfies CheckTask);
      at = { worker, style, origin, tracks: new Map(), turn: 0, session };
      const mine = at;
      // An answer to an earlier state still shows, until the one to the latest is there.
      worker.onmessage = ({ data }: MessageEvent<CheckAnswer>) =>
        setFound({
          of: data.turn === mine.turn ? mine.session : null,
          findings: data.findings,
          causes: data.causes,
        });
      told.current = at;
    }
    const { tracks, ...rest } = session;
    const before = at.tracks;
    at.tracks = new Map(tracks.map((t) => [t.id, t]));
    at.turn++;
    at.session = session;
    at.worker.postMessage({
      turn: at.turn,
      session: rest,
      order: tracks.map((t) => t.id),
      changed: tracks.filter((t) => before.get(t.id) !== t),
    } satisfies CheckTask);
  }, [style, origin, large, session]);
  useEffect(
    () => () => {
      told.current?.worker.terminate();
      told.current = null;
    },
    [],
  );
  return { findings: found.findings, causes: found.causes, looking: found.of !== session };
}

/** What the buttons of a finding do at a workpiece. */
export function actsOn(work: Workpiece, finding: Finding) {
  const title = TITLE_OF.get(finding.rule)?.toLowerCase() ?? "finding";
  return {
    onFix: () => {
      if (finding.fix) work.edit(finding.fix.changes, `put right: ${title}`);
    },
    onKeep: (why: string) => {
      work.edit([keep(work.state().doc, finding, why)], `keep: ${title}`);
    },
    onTakeUp: () => {
      work.edit([takeUpAgain(work.state().doc, finding)], `take up again: ${title}`);
    },
  };
}

export function putAll(work: Workpiece, style: Style, baseline: Session | null): void {
  work.edit(putAllRight(style, work.state().doc, baseline), "put all right");
}

/** Puts right what of it can be without asking among what one side brought about. */
const BROUGHT: Readonly<Record<Cause, string>> = {
  room: "what the room changed",
  edition: "what the edition asks",
  release: "what the release brought",
};

export function putRightOf(work: Workpiece, style: Style, origin: Origin, cause: Cause): void {
  const changes = putAllRight(style, work.state().doc, origin.baseline, (found, now) => {
    const causes = causesOf(style, now, origin, found);
    return found.filter((f) => causes.get(f.id) === cause);
  });
  work.edit(changes, `put right: ${BROUGHT[cause]}`);
}

export function sayRole(work: Workpiece, style: Style, track: string, role: string): void {
  work.edit(giveRole(style, work.state().doc, track, role), "say what it is");
}
