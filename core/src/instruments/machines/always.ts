import type { SampleMachine } from "../../fit/room.ts";
import type { Track, TrackId } from "../../session/document.ts";
import type { Plays } from "../../session/plays.ts";
import type { Patch } from "../library.ts";
import type { Known } from "../plan/offers.ts";
import { CHANNELS_A_PORT, byChannel } from "../plan/ports.ts";
import type { ChannelSeat } from "./instances.ts";
import { spread, spreadAround } from "./spread.ts";
import type { Load } from "./spread.ts";

/** A track that plays a patch of a sample library. */
export type Sampled = Track & { readonly plays: Plays };
export const isSampled = (t: Track): t is Sampled => t.plays !== null;

/** The patch of a track as the catalogue has it now; null where it does not know it. */
export const patchIn = (catalogue: readonly Known[], { library, patch }: Plays): Patch | null =>
  catalogue.find((k) => k.id === library.id)?.library.patches.find((p) => p.id === patch.id) ?? null;

/** A track with what it takes to load. */
export interface Wish {
  readonly track: Sampled;
  readonly load: Load;
}

/** Where tracks sat before. */
export type Stands = ReadonlyMap<TrackId, ChannelSeat>;

/** The first track of each player. */
export const firstsOf = (wishes: readonly Wish[]): Set<Wish> =>
  new Set(new Map([...wishes].reverse().map((w) => [w.track.plays.player, w])).values());

export function wishOf(track: Sampled, catalogue: readonly Known[]): Wish {
  const patch = patchIn(catalogue, track.plays);
  const load = {
    memory: patch?.memory ?? 0,
    seconds: patch?.load ?? 0,
    whole: byChannel(track.plays),
    together: track.plays.player,
  };
  return { track, load };
}

/** Those there are ports for; the last ones go, those that are off before those on demand before all others. */
export function within(
  wishes: readonly Wish[],
  machines: readonly SampleMachine[],
): { stay: Wish[]; out: Wish[] } {
  let ports = machines.reduce((sum, m) => sum + m.instances * m.ports, 0);
  let channels = 0;
  const stays = new Set<Wish>();
  for (const state of ["always", "on demand", "off"] as const)
    for (const wish of wishes) {
      if (wish.track.plays.loading !== state) continue;
      const opens = wish.load.whole || channels === 0;
      if (opens && ports === 0) continue;
      if (opens) ports -= 1;
      if (!wish.load.whole) channels = (channels === 0 ? CHANNELS_A_PORT : channels) - 1;
      stays.add(wish);
    }
  return { stay: wishes.filter((w) => stays.has(w)), out: wishes.filter((w) => !stays.has(w)) };
}

/** On which machine (by its place) each track is that is always loaded, and which of them have to be on demand. */
export function alwaysOn(
  wishes: readonly Wish[],
  machines: readonly SampleMachine[],
  stands: Stands,
): { on: Map<TrackId, number>; demoted: TrackId[] } {
  const always = new Set(wishes.filter((w) => w.track.plays.loading === "always"));
  const firsts = firstsOf([...always]);
  const leaving = [...always].sort(
    (a, b) => Number(firsts.has(a)) - Number(firsts.has(b)) || b.load.memory - a.load.memory,
  );
  const memory = machines.reduce((sum, m) => sum + m.memory, 0);
  const demoted: Wish[] = [];
  let best: Map<Wish, number> | null = null;
  for (;;) {
    const list = [...always];
    const fits = list.reduce((sum, w) => sum + w.load.memory, 0) <= memory;
    const placed = fits ? around(list, machines, stands) : null;
    if (placed) best = new Map(list.map((w, i) => [w, placed[i] ?? 0]));
    const next = leaving.shift();
    // What is on demand wants its memory beside the others, but nobody's first track goes for that.
    const done = best !== null && (leaves(best, machines, demoted) || !next || firsts.has(next));
    if (done || !next) {
      const on = new Map([...(best ?? [])].map(([w, m]) => [w.track.id, m]));
      return { on, demoted: demoted.map((w) => w.track.id) };
    }
    always.delete(next);
    demoted.push(next);
  }
}

/** Whether some machine has the memory left for each of these, one after the other, but for what none ever holds. */
function leaves(
  on: ReadonlyMap<Wish, number>,
  machines: readonly SampleMachine[],
  demoted: readonly Wish[],
): boolean {
  const left = machines.map((m, at) =>
    [...on].reduce((rest, [w, own]) => rest - (own === at ? w.load.memory : 0), m.memory),
  );
  const held = Math.max(0, ...machines.map((m) => m.memory));
  const most = Math.max(0, ...left);
  return demoted.every(({ load }) => load.memory <= most || load.memory > held);
}

/** Spread around what stands; anew, where that does not go. */
function around(
  wishes: readonly Wish[],
  machines: readonly SampleMachine[],
  stands: Stands,
): readonly number[] | null {
  const loads = wishes.map((w) => w.load);
  const fixed = wishes.map(({ track }) => {
    const at = machines.findIndex((m) => m.name === stands.get(track.id)?.machine);
    return at < 0 ? null : at;
  });
  const all = fixed.every((m) => m === null) ? null : spreadAround(loads, machines, fixed);
  return all ?? spread(loads, machines);
}
