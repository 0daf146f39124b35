import { sameWords } from "../../session/ensemble.ts";
import type { Need, Player } from "../../session/ensemble.ts";
import type { Articulation, Patch, SampleLibrary } from "../library.ts";
import type { Lagging } from "../../sampled/cover.ts";

/** A sample library as it stands in the catalogue. */
export interface Known {
  readonly id: string;
  readonly library: SampleLibrary;
}

/** An articulation that does what a need asks for. */
export interface Offer extends Lagging {
  /** Which need of the player, by its place. */
  readonly need: number;
  readonly articulation: Articulation;
  /** Whether it cannot share its track: it has to sound out, or has processing of its own. */
  readonly alone: boolean;
  /** Whether anybody knows its lag; where nobody does, it cannot be brought into time with others. */
  readonly measured: boolean;
}

/** A patch that can play some of what a player needs. */
export interface PatchOffer {
  readonly library: Known;
  readonly patch: Patch;
  readonly offers: readonly Offer[];
}

type Who = Pick<Player, "role" | "positions" | "number">;

/** Whether a patch is of a player: the same role, section and desk; one that names no section or number is of all. */
export const isOf = (p: Pick<Patch, "role" | "positions" | "number">, player: Who): boolean =>
  p.role === player.role &&
  (p.positions.length === 0 || sameWords(p.positions, player.positions)) &&
  (p.number === null || p.number === player.number);

/** Whether an articulation is what a need asks for. */
export const meets = (a: Pick<Articulation, "words" | "seconds">, n: Need): boolean =>
  sameWords(a.words, n.words) && (n.seconds === null || a.seconds === n.seconds);

/** What it takes to bring an articulation into time: its lag as far as it differs by how hard it is struck. */
export function laggingOf({ lag, lagBy }: Pick<Articulation, "lag" | "lagBy">): Lagging | null {
  const all = [...(lag === null ? [] : [lag]), ...lagBy.map((l) => l.ms)];
  return all.length === 0 ? null : { least: Math.min(...all), most: Math.max(...all) };
}

/** Who is named most closely comes first. */
const closer = (a: Patch, b: Patch): number =>
  b.positions.length - a.positions.length || Number(b.number !== null) - Number(a.number !== null);

/**
 * Patches that play what a player needs, in the order of their libraries; in one patch the first articulation that
 * meets a need stands for it.
 * @param alone words of articulations that stand on tracks of their own
 */
export function offersFor(
  player: Who & Pick<Player, "needs">,
  libraries: readonly Known[],
  alone: ReadonlySet<string>,
): PatchOffer[] {
  const offerOf = (patch: Patch, n: Need, need: number): Offer[] => {
    const articulation = patch.articulations.find((x) => meets(x, n));
    if (!articulation) return [];
    const lagging = laggingOf(articulation);
    const own = articulation.soundsOut || articulation.words.some((w) => alone.has(w));
    return [
      {
        need,
        articulation,
        alone: own || lagging === null,
        measured: lagging !== null,
        ...(lagging ?? { least: 0, most: 0 }),
      },
    ];
  };
  return libraries.flatMap((library) =>
    library.library.patches
      .filter((p) => isOf(p, player))
      .sort(closer)
      .map((patch) => ({ library, patch, offers: player.needs.flatMap((n, i) => offerOf(patch, n, i)) }))
      .filter(({ offers }) => offers.length > 0),
  );
}
