import type { FitLook } from "@mossy/contract/sessions";
import type { RoomInput } from "@mossy/core/fit/room";
import { CHANNELS, IMPORTANCES } from "@mossy/core/session/document";
import type { TrackId } from "@mossy/core/session/document";
import { told } from "./count.ts";
import type { Count } from "./count.ts";

export type FitOutcome = "best" | "less";

/** How many sources of each importance have an input, the most wanted first. */
type Kept = readonly number[];
/** How many sources of each kind there are. */
type Demand = readonly number[];

/** Sources that go together or not at all. */
interface Party {
  readonly demand: Demand;
  readonly kept: Kept;
}

/** A kind of sources: how many inputs side by side one wants, and which inputs would do. */
interface Kind {
  readonly channels: number;
  readonly inputs: ReadonlySet<number>;
}

/** Whether the first counts for more: one more of what is wanted most is worth any number of the rest. */
function isMore(a: Kept, b: Kept): boolean {
  const at = a.findIndex((n, i) => n !== b[i]);
  return at >= 0 && (a[at] ?? 0) > (b[at] ?? 0);
}

/**
 * The most that can be kept of some parties, by trying all: each party in or out, with the same demand only the best
 * remembered. Exact, by dynamic programming (R. Bellman, 1957), with nothing in common with how the house chooses.
 */
export function mostKept(parties: readonly Party[], kinds: readonly Kind[]): Kept {
  const caps = kinds.map((_, k) => parties.reduce((sum, p) => sum + (p.demand[k] ?? 0), 0));
  const strides = kinds.map((_, k) => caps.slice(0, k).reduce((size, cap) => size * (cap + 1), 1));
  const canBe = supplies(kinds, caps, strides);
  const none: Kept = IMPORTANCES.map(() => 0);
  let best = new Map<number, Kept>([[0, none]]);
  for (const { demand, kept } of parties) {
    const by = demand.reduce((sum, n, k) => sum + n * (strides[k] ?? 0), 0);
    const next = new Map(best);
    for (const [at, was] of best) {
      const sum = was.map((n, i) => n + (kept[i] ?? 0));
      const known = next.get(at + by);
      if (canBe[at + by] === 1 && (!known || isMore(sum, known))) next.set(at + by, sum);
    }
    best = next;
  }
  let most = none;
  for (const kept of best.values()) if (isMore(kept, most)) most = kept;
  return most;
}

/** Which numbers of each kind can be had together: input by input, who begins there. */
function supplies(kinds: readonly Kind[], caps: readonly number[], strides: readonly number[]): Uint8Array {
  const size = caps.reduce((n, cap) => n * (cap + 1), 1);
  const last = Math.max(0, ...kinds.flatMap((k) => [...k.inputs]));
  const reached = Array.from({ length: last + 2 }, () => null as Uint8Array | null);
  const at = (n: number): Uint8Array => (reached[n] ??= new Uint8Array(size));
  at(0)[0] = 1;
  for (let n = 0; n <= last; n++) {
    const here = at(n);
    const begins = kinds.map(({ channels, inputs }) =>
      Array.from({ length: channels }, (_, i) => n + i).every((i) => inputs.has(i)),
    );
    for (let v = 0; v < size; v++) {
      if (here[v] === 0) continue;
      at(n + 1)[v] = 1;
      for (const [k, { channels }] of kinds.entries()) {
        const [stride = 1, cap = 0] = [strides[k], caps[k]];
        if (begins[k] && Math.floor(v / stride) % (cap + 1) < cap) at(n + channels)[v + stride] = 1;
      }
    }
    reached[n] = null;
  }
  return at(last + 1);
}

/** Holds what a fit keeps against the most that could be kept. @param inputs of the room as it is wired for it */
export function fitsBest(
  { session, sources, report }: FitLook,
  inputs: readonly RoomInput[],
  count: Count<FitOutcome>,
): void {
  const tracks = new Map(session.tracks.map((t) => [t.id, t]));
  const homeless = new Set(report.unplaced.map((u) => u.track));
  if (homeless.size === 0) return told(count, "best");
  const wordsOf = (id: TrackId): string => {
    const t = tracks.get(id);
    return [t?.source ?? "mic", CHANNELS[t?.format ?? "mono"], t?.phantom ? "48 V" : ""].join(" ");
  };
  const words = [...new Set(sources.map((s) => wordsOf(s.track)))];
  const kinds = words.map((kind): Kind => {
    const [source, channels, fed] = kind.split(" ");
    const can = inputs.filter(
      (i) => i.takes.some((t) => t === source) && (fed === "" || i.phantom) && i.holds === "",
    );
    return { channels: Number(channels), inputs: new Set(can.map((i) => i.number)) };
  });
  const keptOf = (some: FitLook["sources"]): number[] =>
    IMPORTANCES.map((i) => some.filter((s) => s.importance === i).length);
  const seen = new Set<TrackId>();
  const parties = sources.flatMap((s): Party[] => {
    if (seen.has(s.track)) return [];
    const all = sources.filter((o) => o.track === s.track || s.with.includes(o.track));
    for (const o of all) seen.add(o.track);
    const demand = words.map((kind) => all.filter((o) => wordsOf(o.track) === kind).length);
    return [{ demand, kept: keptOf(all) }];
  });
  const [most, is] = [mostKept(parties, kinds), keptOf(sources.filter((s) => !homeless.has(s.track)))];
  if (!isMore(most, is)) return told(count, "best");
  told(count, "less", `${session.title}: ${is.join("+")} kept of ${most.join("+")} that could be`);
}
