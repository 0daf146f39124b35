import type { Anchor } from "../session/pieces.ts";

/** What of a piece says where it lies. */
export interface Anchored {
  readonly id: string;
  readonly name: string;
  readonly starts: Anchor | null;
  readonly ends: Anchor | null;
  /** In seconds. */
  readonly length: number;
  /** Whether it is made as long as its place is. */
  readonly loops: boolean;
  /** Whether it may stop before its sound ends. */
  readonly cuts: boolean;
}
/** From where to where a piece lies, in seconds from the start. */
export interface Place {
  readonly from: number;
  readonly to: number;
}
/** Why an order does not go as it is written. */
export type OrderProblem =
  /** Each of these waits for the next, and the last one for the first. */
  | { readonly sort: "circle"; readonly pieces: readonly string[] }
  /** It is held by a piece that is not there. */
  | { readonly sort: "nobody"; readonly piece: string; readonly of: string }
  /** It is held by the fixed end of a session that has none. */
  | { readonly sort: "no-close"; readonly piece: string }
  /** Nothing says where it lies. */
  | { readonly sort: "loose"; readonly piece: string }
  /** It would begin so long before the start, in seconds. */
  | { readonly sort: "before-start"; readonly piece: string; readonly by: number }
  /** It would end so long before it begins. */
  | { readonly sort: "backwards"; readonly piece: string; readonly by: number }
  /** It is so much shorter than its place, and cannot begin again. */
  | { readonly sort: "short"; readonly piece: string; readonly by: number }
  /** It is so much longer than its place, and must not be cut. */
  | { readonly sort: "long"; readonly piece: string; readonly by: number };

export interface LaidOrder {
  /** By the id of the piece; those that cannot be laid are not there. */
  readonly places: ReadonlyMap<string, Place>;
  readonly problems: readonly OrderProblem[];
}

/** Differences below this are none, in seconds. */
export const HAIR = 0.005;
/** To the microsecond, so that what is laid twice lies in the same place. */
const tidy = (time: number): number => Math.round(time * 1e6) / 1e6;

type Edge = "start" | "end";

class Layer {
  readonly problems: OrderProblem[] = [];
  readonly #by: ReadonlyMap<string, Anchored>;
  readonly #found = new Map<string, number | null>();
  /** What is asked for and waits for something else. */
  readonly #open: { readonly key: string; readonly piece: string }[] = [];

  constructor(
    order: readonly Anchored[],
    private readonly close: number | null,
  ) {
    this.#by = new Map(order.map((p) => [p.id, p]));
  }

  /** Where an edge lies; null where it hangs on something that is not known. */
  edge(p: Anchored, edge: Edge): number | null {
    const key = `${edge} ${p.id}`;
    const known = this.#found.get(key);
    if (known !== undefined) return known;
    const began = this.#open.findIndex((o) => o.key === key);
    if (began >= 0) {
      this.#circle(this.#open.slice(began).map((o) => o.piece));
      return null;
    }
    this.#open.push({ key, piece: p.id });
    const at = this.#work(p, edge);
    this.#open.pop();
    this.#found.set(key, at);
    return at;
  }

  #work(p: Anchored, edge: Edge): number | null {
    const own = edge === "start" ? p.starts : p.ends;
    if (own) return this.#held(p, own);
    const other = edge === "start" ? p.ends : p.starts;
    if (!other) return null;
    const at = this.edge(p, edge === "start" ? "end" : "start");
    return at === null ? at : at + (edge === "start" ? -p.length : p.length);
  }

  #held(p: Anchored, by: Anchor): number | null {
    if (by.to === "time") return by.at;
    if (by.to === "close") {
      if (this.close !== null) return this.close + by.plus;
      this.problems.push({ sort: "no-close", piece: p.id });
      return null;
    }
    const of = this.#by.get(by.of);
    if (!of) {
      this.problems.push({ sort: "nobody", piece: p.id, of: by.of });
      return null;
    }
    const at = this.edge(of, by.to);
    return at === null ? at : at + by.plus;
  }

  /** Told once, by whichever of its pieces comes first by name. */
  #circle(pieces: readonly string[]): void {
    const each = [...new Set(pieces)];
    const same = (c: OrderProblem): boolean =>
      c.sort === "circle" && c.pieces.length === each.length && c.pieces.every((p) => each.includes(p));
    if (!this.problems.some(same)) this.problems.push({ sort: "circle", pieces: each });
  }
}

/**
 * Lays pieces out by what holds them. Each edge is worked out once, so it takes time by their number.
 * @param close where the session ends whatever happens, in seconds; null where it has no fixed end
 */
export function layOut(order: readonly Anchored[], close: number | null): LaidOrder {
  const layer = new Layer(order, close);
  const places = new Map<string, Place>();
  for (const p of order) {
    if (!p.starts && !p.ends) {
      layer.problems.push({ sort: "loose", piece: p.id });
      continue;
    }
    const [from, to] = [layer.edge(p, "start"), layer.edge(p, "end")];
    if (from === null || to === null) continue;
    const contrary = against(p, from, to);
    if (contrary) layer.problems.push(contrary);
    if (from >= -HAIR && to > from) places.set(p.id, { from: tidy(Math.max(0, from)), to: tidy(to) });
  }
  return { places, problems: layer.problems };
}

/** Why a piece cannot lie in its place; null where it can. */
function against(p: Anchored, from: number, to: number): OrderProblem | null {
  const piece = p.id;
  if (from < -HAIR) return { sort: "before-start", piece, by: -from };
  if (to <= from) return { sort: "backwards", piece, by: from - to };
  if (!p.starts || !p.ends || p.loops) return null;
  const more = p.length - (to - from);
  if (more < -HAIR) return { sort: "short", piece, by: -more };
  return more > HAIR && !p.cuts ? { sort: "long", piece, by: more } : null;
}
