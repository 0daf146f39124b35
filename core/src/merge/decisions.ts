import type { SessionField, TrackField, TrackId } from "../session/document.ts";
import type { Side } from "./values.ts";

/** What two changed so that both cannot stand. */
export type ClashOf =
  /** One took it out (a folder: with what stood in it), the other went on with it. */
  | {
      readonly of: "there";
      readonly track: TrackId;
      readonly gone: Side;
      readonly touched: readonly TrackId[];
    }
  /** Each put them somewhere else; several, in order of their ids: together they would stand in each other. */
  | { readonly of: "place"; readonly tracks: readonly TrackId[] }
  /** Each set a value, or a part of it, to something else. */
  | {
      readonly of: "value";
      readonly track: TrackId;
      readonly field: TrackField;
      readonly at: readonly string[];
      readonly base: unknown;
      readonly ours: unknown;
      readonly theirs: unknown;
    }
  | {
      readonly of: "setting";
      readonly field: SessionField;
      readonly at: readonly string[];
      readonly base: unknown;
      readonly ours: unknown;
      readonly theirs: unknown;
    }
  /** Together they would send sound round in a circle through these tracks, in order of their ids. */
  | { readonly of: "circle"; readonly tracks: readonly TrackId[] };

/** A clash, by a key that is the same for the same three sessions whatever is chosen. */
export type Clash = ClashOf & {
  readonly key: string;
  /** Which side stands in what came of it. */
  readonly stands: Side;
  /** Whether somebody chose that. */
  readonly chosen: boolean;
};

/** Which side was chosen of which clash. */
export type Choices = ReadonlyMap<string, Side>;

/** What was chosen, and what there was to choose. */
export class Decisions {
  readonly #choices: Choices;
  readonly #clashes = new Map<string, Clash>();
  constructor(choices: Choices) {
    this.#choices = choices;
  }
  /** Asks for a choice. @returns the side that stands: the chosen one, else `unless` */
  ask(clash: ClashOf, unless: Side = "ours"): Side {
    const key = keyOf(clash);
    const choice = this.#choices.get(key);
    this.#clashes.set(key, { ...clash, key, stands: choice ?? unless, chosen: choice !== undefined });
    return choice ?? unless;
  }
  get clashes(): Clash[] {
    return [...this.#clashes.values()];
  }
}

function keyOf(clash: ClashOf): string {
  switch (clash.of) {
    case "there":
      return JSON.stringify(["there", clash.track]);
    case "place":
    case "circle":
      return JSON.stringify([clash.of, ...clash.tracks]);
    case "value":
      return JSON.stringify(["value", clash.track, clash.field, ...clash.at]);
    case "setting":
      return JSON.stringify(["setting", clash.field, ...clash.at]);
  }
}
