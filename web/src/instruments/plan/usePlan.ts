import type { Style } from "@mossy/core/house/style";
import type { Known } from "@mossy/core/instruments/plan/offers";
import { planEnsemble, totalsOf } from "@mossy/core/instruments/plan/planEnsemble";
import type { Asked, Ground, PlannedPlayer, Totals } from "@mossy/core/instruments/plan/planEnsemble";
import { planTracks } from "@mossy/core/instruments/plan/planTracks";
import type { TracksPlanned } from "@mossy/core/instruments/plan/planTracks";
import { overLimits, sectionsOf } from "@mossy/core/instruments/plan/sections";
import type { Over, Section } from "@mossy/core/instruments/plan/sections";
import type { Session, TrackId } from "@mossy/core/session/document";
import type { Ensemble, Player } from "@mossy/core/session/ensemble";
import { setSessionField } from "@mossy/core/session/change";
import { useEffect, useMemo, useState } from "react";
import type { Workpiece } from "../../documents/workpiece.ts";
import { useCatalogue } from "../../wire/catalogue.ts";
import type { ChoicesFound, ChoicesTask } from "./choices.worker.ts";

/** What every part of the view of instruments works with. */
export interface Planning {
  readonly style: Style;
  readonly session: Session;
  /** Null for who may only look. */
  readonly work: Workpiece | null;
  /** The address of its track sheet, and what shows a track there. */
  readonly to: string;
  readonly onTrack: (id: TrackId) => void;
  readonly ground: Ground;
  readonly planned: readonly PlannedPlayer[];
  readonly sections: readonly Section<PlannedPlayer>[];
  readonly totals: Totals;
  /** What planning makes of the session's tracks. */
  readonly tracks: TracksPlanned;
  readonly over: readonly Over[];
}

/** Every sample library a session names, and of how many the house knows nothing. */
export function useKnown(session: Session) {
  const { ensemble, players } = session;
  const ids = useMemo(
    () => [...new Set([...ensemble.libraries, ...players.flatMap((p) => p.libraries)])],
    [ensemble.libraries, players],
  );
  return useCatalogue(ids);
}

/** The plan of a session's sampled instruments, as it stands with the catalogue of today. */
export function usePlanning(
  shown: Pick<Planning, "style" | "session" | "work" | "to" | "onTrack">,
  catalogue: readonly Known[],
): Planning {
  const { style, session } = shown;
  const { players, pins, ensemble } = session;
  const limits = ensemble.limits ?? style.house.sampled;
  const asked = useMemo((): Asked => ({ players, pins, ensemble }), [players, pins, ensemble]);
  const ground = useMemo((): Ground => ({ limits, catalogue }), [limits, catalogue]);
  const planned = useMemo(() => planEnsemble(asked, ground), [asked, ground]);
  const sections = useMemo(() => sectionsOf(style, planned, (p) => p.player), [style, planned]);
  const totals = useMemo(() => totalsOf(planned), [planned]);
  const tracks = useMemo(() => planTracks(style, session, planned), [style, session, planned]);
  const over = useMemo(() => overLimits(planned, sections, limits), [planned, sections, limits]);
  return { ...shown, ground, planned, sections, totals, tracks, over };
}

/** The curve of choices of some players, and what would be enough, worked out beside the page; both stay until then. */
export function useChoices(
  { session, ground, over }: Planning,
  players: readonly PlannedPlayer[],
): ChoicesFound | null {
  const { pins, ensemble } = session;
  const [found, setFound] = useState<{ over: readonly Over[]; all: ChoicesFound } | null>(null);
  const shown = useMemo(() => players.map((p) => p.player), [players]);
  useEffect(() => {
    const worker = new Worker(new URL("./choices.worker.ts", import.meta.url), { type: "module" });
    worker.onmessage = ({ data }: MessageEvent<ChoicesFound>) => {
      setFound({ over, all: data });
      worker.terminate();
    };
    const asked = { players: [...shown], pins, ensemble };
    worker.postMessage({ players: shown, over, asked, ground } satisfies ChoicesTask);
    return () => worker.terminate();
  }, [shown, pins, ensemble, ground, over]);
  return found && { choices: found.all.choices, enough: found.over === over ? found.all.enough : [] };
}

/** Says something else of how a session's instruments are planned. */
export const setEnsemble = (
  { session, work }: Pick<Planning, "session" | "work">,
  more: Partial<Ensemble>,
  label: string,
): void => void work?.edit([setSessionField(session, "ensemble", { ...session.ensemble, ...more })], label);

/** Says who plays, and, where something was held for them, what still is. */
export function setPlayers(
  { session, work }: Pick<Planning, "session" | "work">,
  players: readonly Player[],
  label: string,
  pins = session.pins,
): void {
  work?.edit(
    [
      setSessionField(session, "players", [...players]),
      ...(pins === session.pins ? [] : [setSessionField(session, "pins", pins)]),
    ],
    label,
  );
}
export const setPins = (
  { session, work }: Pick<Planning, "session" | "work">,
  pins: Session["pins"],
  label: string,
): void => void work?.edit([setSessionField(session, "pins", pins)], label);
