import { z } from "zod";
import { sampleMachine } from "../../fit/room.ts";
import type { Room } from "../../fit/room.ts";
import { trackId } from "../../session/document.ts";
import type { Session } from "../../session/document.ts";
import { LOADING, plays } from "../../session/plays.ts";
import type { Known } from "../plan/offers.ts";
import { firstsOf, isSampled, wishOf } from "./always.ts";
import type { Sampled, Wish } from "./always.ts";
import { MOST_MB, MOST_TRACKS, sits } from "./machineReport.ts";
import type { Held, MachineReport } from "./machineReport.ts";
import { secondsOn } from "./spread.ts";
import { megabytesInWords } from "./words.ts";

export const MACHINES_FORMAT = "mossy-lantern/machines";
export const MACHINES_VERSION = 1;
/** What a machine is asked to hold for one track. */
const asked = sits.extend({
  track: trackId,
  name: z.string().max(400),
  library: plays.shape.library,
  patch: plays.shape.patch.pick({ id: true, name: true, at: true }),
  loading: z.enum(LOADING),
  /** MB; null where nobody knows. */
  memory: z.number().min(0).max(MOST_MB).nullable(),
});
export type Asked = z.infer<typeof asked>;

/** What one machine is asked to hold: what it loads as it starts ahead, in that order. */
const machineAsked = sampleMachine.extend({ tracks: z.array(asked).max(MOST_TRACKS) });
export type MachineAsked = z.infer<typeof machineAsked>;

/** What the sample machines of a room load for a session, those ahead that take the longest. */
export const machineFile = z.object({
  format: z.literal(MACHINES_FORMAT),
  version: z.literal(MACHINES_VERSION),
  title: z.string(),
  room: z.string(),
  machines: z.array(machineAsked).max(64),
});
export type MachineFile = z.infer<typeof machineFile>;

/** What the machines of a room load for a session; none where nothing of it sits on one. */
export function machinesFor(
  session: Session,
  { name, machines }: Pick<Room, "name" | "machines">,
  catalogue: readonly Known[],
): MachineFile {
  const own = session.tracks.filter(isSampled);
  const asks = machines.flatMap((machine) => {
    const wishes = own
      .filter((t) => t.plays.seat?.machine === machine.name)
      .map((t) => wishOf(t, catalogue));
    if (wishes.length === 0) return [];
    const always = wishes.filter((w) => w.track.plays.loading === "always");
    const seconds = always.reduce((sum, w) => sum + secondsOn(machine, w.load), 0);
    return [{ seconds, machine: { ...machine, tracks: inOrder(wishes).flatMap(askedOf) } }];
  });
  return {
    format: MACHINES_FORMAT,
    version: MACHINES_VERSION,
    title: session.title,
    room: name,
    machines: asks.sort((a, b) => b.seconds - a.seconds).map((a) => a.machine),
  };
}

/** What is always loaded ahead, of that each player's first track; what is off last. */
function inOrder(wishes: readonly Wish[]): Wish[] {
  const firsts = firstsOf(wishes.filter((w) => w.track.plays.loading === "always"));
  const rank = (w: Wish): number => (firsts.has(w) ? -1 : LOADING.indexOf(w.track.plays.loading));
  return [...wishes].sort((a, b) => rank(a) - rank(b));
}

function askedOf({ track, load }: Wish): Asked[] {
  const { library, patch, loading, seat: own } = (track as Sampled).plays;
  if (!own) return [];
  const { machine: _machine, ...where } = own;
  const { id, name, channel } = track;
  const { keys: _keys, sounds: _sounds, ...called } = patch;
  return [
    { track: id, name, library, patch: called, loading, memory: load.memory || null, ...where, channel },
  ];
}

/** Something a machine does not have as it is asked. */
export interface Astray {
  /** Null: of the machine itself. */
  readonly track: string | null;
  readonly name: string;
  readonly says: string;
}

/** "port 2 instead of 1, channel 5 instead of all" */
const elsewhereInWords = (has: Held, wanted: Asked): string =>
  (["instance", "port", "channel", "output"] as const)
    .filter((f) => has[f] !== wanted[f])
    .map((f) => `${f} ${has[f] ?? "all"} instead of ${wanted[f] ?? "all"}`)
    .join(", ");

/**
 * What of a session a machine does not have as it is asked: not there, another patch or issue, elsewhere, not loaded,
 * loaded though it is off, too much. Whatever is on demand may be loaded or not.
 */
export function astray({ name, tracks }: MachineAsked, told: MachineReport): Astray[] {
  const has = new Map(told.holds.map((h) => [h.track, h]));
  const wanted = new Set(tracks.map((t) => t.track));
  const ofTracks = tracks.flatMap((t): Astray[] => {
    const says = offOf(t, has.get(t.track));
    return says.length === 0 ? [] : [{ track: t.track, name: t.name, says: says.join("; ") }];
  });
  const others = told.holds.filter((h) => !wanted.has(h.track) && h.loaded).length;
  const own = (says: string): Astray => ({ track: null, name, says });
  return [
    ...ofTracks,
    ...(others > 0 ? [own(`holds ${others} that nobody asked for`)] : []),
    ...(told.taken > told.memory
      ? [own(`${megabytesInWords(told.taken)} taken of ${megabytesInWords(told.memory)}`)]
      : []),
  ];
}

/** Seats a machine does not have: it was said otherwise of it since. */
export function beyond({ tracks, ...has }: MachineAsked): Astray[] {
  const MOST = { instance: "instances", port: "ports", output: "outputs" } as const;
  return tracks.flatMap((t): Astray[] => {
    const over = (["instance", "port", "output"] as const).filter((f) => t[f] > has[MOST[f]]);
    const says = over.map((f) => `${f} ${t[f]}, and it has ${has[MOST[f]]}`).join("; ");
    return over.length === 0 ? [] : [{ track: t.track, name: t.name, says }];
  });
}

function offOf(t: Asked, has: Held | undefined): string[] {
  if (!has) return t.loading === "always" ? ["not there"] : [];
  const { library, patch } = t;
  const elsewhere = elsewhereInWords(has, t);
  return [
    ...(has.library !== library.id || has.patch !== patch.id
      ? [`another patch than ${library.name}, ${patch.name}`]
      : has.issue === library.issue
        ? []
        : [`${library.name} ${has.issue || "of no issue"} instead of ${library.issue || "no issue"}`]),
    ...(elsewhere === "" ? [] : [elsewhere]),
    ...(t.loading === "always" && !has.loaded ? ["not loaded"] : []),
    ...(t.loading === "off" && has.loaded ? ["loaded, though it is off"] : []),
  ];
}
