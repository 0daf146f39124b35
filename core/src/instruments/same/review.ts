import type { HouseInstruments } from "../../house/instruments.ts";
import type { Session, Track, TrackId } from "../../session/document.ts";
import type { Plays } from "../../session/plays.ts";
import { keyName } from "../../session/midiKeys.ts";
import type { Known } from "../plan/offers.ts";
import { AS_LOUD } from "./balance.ts";
import { gridOf } from "../../sampled/onGrid.ts";
import { isCalledUp, resetProblems } from "../../sampled/resets.ts";
import { balanceOf } from "./sameOn.ts";
import { keysOn } from "./waysUsed.ts";

/** In what a track can be another than the house has all of them. */
export type Sort = "issue" | "time" | "keys" | "level" | "dynamics" | "resets";

/** Something of a track that cannot be, or is not, as everywhere. */
export interface NotSame {
  readonly sort: Sort;
  readonly track: TrackId;
  readonly name: string;
  readonly says: string;
}

type Said = Pick<NotSame, "sort" | "says">;
const decibels = (db: number): string => `${Math.abs(db).toFixed(1)} dB`;

function ofKeys({ ways, moved }: Plays, patch: Known["library"]["patches"][number] | undefined): Said[] {
  if (!isCalledUp({ ways })) return [];
  const keys = patch ? keysOn(patch, moved) : null;
  return ways.flatMap(({ name, key }): Said[] => {
    if (key === null) return [{ sort: "keys", says: `${name} has no house key` }];
    if (keys === null || key < keys.low || key > keys.high) return [];
    return [
      { sort: "keys", says: `${keyName(key)}, which calls up ${name}, lies among the keys it plays` },
    ];
  });
}

function ofLevel(house: HouseInstruments, track: Track, { ways }: Plays): Said[] {
  const balance = balanceOf(house, track, ways);
  return (balance?.off ?? []).flatMap((off, n): Said[] => {
    const name = ways[n]?.name ?? "";
    if (off === null) return [{ sort: "level", says: `nobody knows how loud ${name} is` }];
    if (Math.abs(off) <= AS_LOUD) return [];
    return [{ sort: "level", says: `${name} stays ${decibels(off)} too ${off < 0 ? "soft" : "loud"}` }];
  });
}

function ofDynamics({ dynamics }: HouseInstruments, own: Plays["dynamics"]): Said[] {
  if (own === "velocity")
    return [
      { sort: "dynamics", says: `plays by how hard notes are struck; controller ${dynamics} does nothing` },
    ];
  return own === null ? [{ sort: "dynamics", says: "nobody knows what carries its dynamics" }] : [];
}

/** Whether it was planned with an issue of its library the house no longer has. */
function ofIssue({ library }: Plays, catalogue: readonly Known[]): Said[] {
  const now = catalogue.find((k) => k.id === library.id)?.library.issue;
  if (now === undefined || now === library.issue) return [];
  const says = `planned with ${library.name} ${library.issue || "of no issue"}; the house has ${now || "no issue"}`;
  return [{ sort: "issue", says }];
}

function ofTime(plays: Plays, error: number): Said[] {
  const grid = gridOf(plays, error);
  const SAYS = {
    "too far off": `further off than ${error} ms`,
    "could be closer": "another offset would be closer",
    "not measured": "nobody knows its lag",
  } as const;
  return grid === "on the grid" ? [] : [{ sort: "time", says: SAYS[grid] }];
}

/**
 * What of a session's sampled instruments is not the same as everywhere: off the grid, without a key, with one among
 * what it plays, softer or louder than the house wants it, with dynamics the house's controller does not reach.
 * @param error how far off in time an articulation may be, in ms
 */
export function notSame(
  house: HouseInstruments,
  session: Session,
  catalogue: readonly Known[],
  error: number,
): NotSame[] {
  const patches = new Map(
    catalogue.flatMap(({ id, library }) => library.patches.map((p) => [`${id} ${p.id}`, p] as const)),
  );
  return session.tracks.flatMap((track) => {
    const { plays } = track;
    if (plays === null) return [];
    const patch = patches.get(`${plays.library.id} ${plays.patch.id}`);
    return [
      ...ofIssue(plays, catalogue),
      ...ofTime(plays, error),
      ...ofKeys(plays, patch),
      ...ofLevel(house, track, plays),
      ...ofDynamics(house, plays.dynamics),
      ...resetProblems(session, track).map((says): Said => ({ sort: "resets", says })),
    ].map((said) => ({ ...said, track: track.id, name: track.name }));
  });
}
