import { dice } from "../chance/dice.ts";
import { leastApart, seen } from "./apart.ts";
import type { Appearance } from "./apart.ts";
import { contrast, inkOn } from "./contrast.ts";
import { between, hexFromOklch, mostChroma, oklch } from "./oklch.ts";
import type { Oklch } from "./oklch.ts";

export interface SpreadColour {
  readonly hex: string;
  readonly locked: boolean;
}
export interface SpreadOptions {
  /** How many moves are tried; more come closer to the best. */
  readonly tries: number;
  /** Least contrast of the icon on each colour (WCAG ratio). */
  readonly contrast: number;
  readonly seed?: number;
  /** Told now and then how far it is, 0…1; false stops it, and what is found so far is given. */
  readonly onProgress?: (share: number) => boolean;
}
export interface Spread {
  readonly colours: readonly string[];
  /** Least distance of any two, over all kinds of eyes, before and after. */
  readonly before: number;
  readonly after: number;
  readonly stopped: boolean;
}

/** Lightness in which tiles are neither washed out nor black. */
const LIGHT = { from: 0.3, to: 0.86 } as const;
const REPORT_EVERY = 500;

/**
 * A palette whose two closest colours are as far apart as can be found, for full sight and three kinds of
 * dichromacy.
 * Locked colours stay; the others move from where they are, and each is drawn back afterwards
 * as far as it can be without bringing any two closer than was reached.
 * A search from the closest pair outwards with shrinking steps; the same seed gives the same palette.
 */
export function spread(colours: readonly SpreadColour[], options: SpreadOptions): Spread {
  const roll = dice(options.seed ?? 1);
  const start = colours.map((c) => c.hex);
  const field = new Field(start);
  const before = field.least();
  let stopped = false;
  const free = colours.flatMap((c, i) => (c.locked ? [] : [i]));
  if (free.length === 0 || colours.length < 2) return { colours: start, before, after: before, stopped };
  for (let n = 0; n < options.tries && !stopped; n++) {
    const share = n / options.tries;
    if (n % REPORT_EVERY === 0 && options.onProgress?.(share) === false) stopped = true;
    const pair = field.closest();
    const movable = pair.filter((i) => free.includes(i));
    // Where both of the closest are locked nothing more can be won there; others may still move apart.
    const which =
      movable[Math.floor(roll() * movable.length)] ?? free[Math.floor(roll() * free.length)] ?? 0;
    const hex = stepFrom(oklch(field.hex(which)), (1 - share) ** 2 * 0.9 + 0.02, roll);
    if (contrast(hex, inkOn(hex)) >= options.contrast) field.put(which, hex, field.nearest(which));
  }
  // Never worse than it was: a search that won nothing gives the palette back.
  const won = field.least();
  if (won <= before) return { colours: start, before, after: before, stopped };
  for (const i of free) {
    const from = oklch(start[i] ?? "");
    const to = oklch(field.hex(i));
    for (const share of [0, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9]) {
      const hex = share === 0 ? (start[i] ?? "") : hexFromOklch(between(from, to, share));
      if ((share === 0 || contrast(hex, inkOn(hex)) >= options.contrast) && field.put(i, hex, won - 1e-9))
        break;
    }
  }
  return { colours: field.hexes(), before, after: field.least(), stopped };
}

/** Colours with the distance of every pair, kept up to date as one is put in place of another. */
class Field {
  readonly #hexes: string[];
  readonly #eyes: Appearance[];
  readonly #apart: Float64Array;

  constructor(hexes: readonly string[]) {
    this.#hexes = [...hexes];
    this.#eyes = hexes.map(seen);
    this.#apart = new Float64Array(hexes.length ** 2).fill(Infinity);
    this.#eyes.forEach((eye, i) => this.#set(i, this.#from(i, eye)));
  }

  hex(i: number): string {
    return this.#hexes[i] ?? "";
  }
  hexes(): string[] {
    return [...this.#hexes];
  }

  /** How far a colour is from its nearest neighbour. */
  nearest(i: number): number {
    let d = Infinity;
    for (let j = 0; j < this.#hexes.length; j++)
      d = Math.min(d, this.#apart[i * this.#hexes.length + j] ?? Infinity);
    return d;
  }

  /** Puts a colour in place of another if its nearest neighbour is then further than `than`. */
  put(i: number, hex: string, than: number): boolean {
    const eye = seen(hex);
    const row = this.#from(i, eye);
    if (Math.min(...row) <= than) return false;
    this.#hexes[i] = hex;
    this.#eyes[i] = eye;
    this.#set(i, row);
    return true;
  }

  closest(): number[] {
    let d = Infinity;
    let pair: number[] = [];
    const n = this.#hexes.length;
    for (let i = 0; i < n; i++)
      for (let j = i + 1; j < n; j++) {
        const x = this.#apart[i * n + j] ?? Infinity;
        if (x < d) {
          d = x;
          pair = [i, j];
        }
      }
    return pair;
  }

  least(): number {
    const [i = 0, j = 0] = this.closest();
    return this.#apart[i * this.#hexes.length + j] ?? Infinity;
  }

  #from(i: number, eye: Appearance): number[] {
    return this.#eyes.map((other, j) => (j === i ? Infinity : leastApart(eye, other)));
  }

  #set(i: number, row: readonly number[]): void {
    const n = this.#hexes.length;
    row.forEach((d, j) => {
      this.#apart[i * n + j] = d;
      this.#apart[j * n + i] = d;
    });
  }
}

function stepFrom({ l, c, h }: Oklch, size: number, roll: () => number): string {
  const off = (): number => (roll() + roll() - 1) * size;
  const light = Math.min(LIGHT.to, Math.max(LIGHT.from, l + off() * 0.4));
  const hue = (h + off() * 180 + 360) % 360;
  return hexFromOklch({
    l: light,
    c: Math.max(0.01, Math.min(mostChroma(light, hue), c + off() * 0.16)),
    h: hue,
  });
}
