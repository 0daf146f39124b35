import { dice } from "../chance/dice.ts";
import { ciede2000 } from "./ciede2000.ts";
import { contrast, inkOn } from "./contrast.ts";
import { lab } from "./lab.ts";
import type { Lab } from "./lab.ts";
import { between, hexFromOklch, mostChroma, oklch } from "./oklch.ts";
import type { Oklch } from "./oklch.ts";
import { leastApart, seen } from "./apart.ts";
import type { Appearance } from "./apart.ts";
import type { Spread, SpreadColour, SpreadOptions } from "./spread.ts";

export interface SettleOptions extends SpreadOptions {
  /** The least distance (CIEDE2000) any two are to have, for every kind of eye. */
  readonly apart: number;
}

export interface Settlement extends Spread {
  /** How far all of them moved together (CIEDE2000, full sight). */
  readonly moved: number;
  /** Whether no two are closer than was wanted. */
  readonly enough: boolean;
}

const LIGHT = { from: 0.3, to: 0.88 } as const;
const REPORT_EVERY = 400;
/**
 * What a turn of the hue costs beside the difference it makes (ΔE for each degree at full strength):
 * lightness gives way first.
 */
const HUE_COST = 0.25;
/** What a missing ΔE between two colours costs at the end of the search, against one ΔE of movement. */
const HARD = 40;

/** One colour on the search: where it began, where it is, and what being there costs. */
interface Spot {
  hex: string;
  eye: Appearance;
  cost: number;
}

/**
 * A palette in which no two colours are closer than wanted, for full sight and three kinds of dichromacy,
 * reached with as little movement as can be found: the sum of all moves (CIEDE2000) is least, hues are kept
 * where they can be, locked colours stay.
 * Simulated annealing over one colour at a time (Kirkpatrick, Gelatt and Vecchi 1983), with what is missing
 * between two colours as a penalty that hardens; afterwards each colour is drawn back as far as it can be.
 * The same seed gives the same palette.
 */
export function settle(colours: readonly SpreadColour[], options: SettleOptions): Settlement {
  const roll = dice(options.seed ?? 1);
  const search = new Search(colours, options);
  const before = search.least();
  const free = colours.flatMap((c, i) => (c.locked ? [] : [i]));
  let stopped = false;
  if (free.length > 0 && before < options.apart) {
    for (let n = 0; n < options.tries && !stopped; n++) {
      const share = n / options.tries;
      if (n % REPORT_EVERY === 0 && options.onProgress?.(share) === false) stopped = true;
      search.step(search.pick(free, roll), share, roll);
    }
    search.takeBest();
    search.drawBack(free, roll);
  }
  const after = search.least();
  return {
    colours: search.hexes(),
    before,
    after,
    moved: search.moved(),
    enough: after >= options.apart - 1e-9,
    stopped,
  };
}

class Search {
  readonly #start: readonly { hex: string; lab: Lab; at: Oklch }[];
  readonly #places: Spot[];
  readonly #apart: number;
  readonly #contrast: number;
  #best: { cost: number; hexes: string[] } | null = null;
  #blame: number[];

  constructor(colours: readonly SpreadColour[], options: SettleOptions) {
    this.#start = colours.map(({ hex }) => ({ hex, lab: lab(hex), at: oklch(hex) }));
    this.#places = colours.map(({ hex }) => ({ hex, eye: seen(hex), cost: 0 }));
    this.#apart = options.apart;
    this.#contrast = options.contrast;
    this.#blame = this.#places.map((p, i) => this.#missing(i, p.eye));
  }

  hexes(): string[] {
    return this.#places.map((p) => p.hex);
  }
  moved(): number {
    return this.#places.reduce(
      (sum, p, i) => sum + ciede2000(lab(p.hex), this.#start[i]?.lab ?? lab(p.hex)),
      0,
    );
  }

  least(): number {
    let least = Infinity;
    this.#places.forEach((a, i) => {
      for (const b of this.#places.slice(i + 1)) least = Math.min(least, leastApart(a.eye, b.eye));
    });
    return least;
  }

  /**
   * What a colour costs where it would be: how far it is from where it began, and how far its hue turned.
   */
  #cost(i: number, hex: string): number {
    const from = this.#start[i];
    if (!from || hex === from.hex) return 0;
    const to = oklch(hex);
    const turn = Math.abs(((to.h - from.at.h + 540) % 360) - 180) * Math.min(1, from.at.c / 0.12);
    return ciede2000(lab(hex), from.lab) + HUE_COST * turn;
  }

  /**
   * How much distance is missing between a colour and all others, squared so that no pair is given up for
   * another.
   */
  #missing(i: number, eye: Appearance): number {
    return this.#places.reduce(
      (sum, p, j) => (j === i ? sum : sum + this.#short(leastApart(eye, p.eye))),
      0,
    );
  }

  #short(apart: number): number {
    const short = this.#apart - apart;
    return short > 0 ? short * (short + 1) : 0;
  }

  /** Half the time one that is away from where it began or too close to another: there is most to win. */
  pick(free: readonly number[], roll: () => number): number {
    const from =
      roll() < 0.5
        ? free
        : free.filter((i) => (this.#places[i]?.cost ?? 0) > 0 || (this.#blame[i] ?? 0) > 1e-9);
    const list = from.length > 0 ? from : free;
    return list[Math.floor(roll() * list.length)] ?? 0;
  }

  step(i: number, share: number, roll: () => number): void {
    const place = this.#places[i];
    const from = this.#start[i];
    if (!place || !from) return;
    // Now and then straight home: a colour whose place is free again need not stay away.
    const hex = roll() < 0.08 ? from.hex : near(oklch(place.hex), 0.02 + 0.5 * (1 - share) ** 2, roll);
    if (hex === place.hex || (hex !== from.hex && contrast(hex, inkOn(hex)) < this.#contrast)) return;
    const eye = seen(hex);
    const hard = 1 + HARD * share ** 2;
    const cost = this.#cost(i, hex),
      missing = this.#missing(i, eye);
    const worse = cost - place.cost + hard * (missing - (this.#blame[i] ?? 0));
    const heat = 6 * (1 - share) ** 2 + 0.02;
    if (worse > 0 && roll() >= Math.exp(-worse / heat)) return;
    this.#move(i, { hex, eye, cost }, missing);
    if (missing === 0) this.#keepIfBest();
  }

  /** Puts a colour elsewhere; what the others lack changes by what they lacked to it. */
  #move(i: number, to: Spot, missing: number): void {
    const from = this.#places[i];
    this.#places.forEach((p, j) => {
      if (j === i || !from) return;
      const was = this.#short(leastApart(from.eye, p.eye)),
        is = this.#short(leastApart(to.eye, p.eye));
      this.#blame[j] = (this.#blame[j] ?? 0) - was + is;
    });
    this.#places[i] = to;
    this.#blame[i] = missing;
  }

  #keepIfBest(): void {
    const cost = this.#places.reduce((sum, p) => sum + p.cost, 0);
    if (this.#best && cost >= this.#best.cost) return;
    if (this.#blame.some((b) => b > 1e-9)) return;
    this.#best = { cost, hexes: this.hexes() };
  }

  takeBest(): void {
    this.#best?.hexes.forEach((hex, i) => {
      this.#places[i] = { hex, eye: seen(hex), cost: this.#cost(i, hex) };
    });
    this.#blame = this.#places.map((p, i) => this.#missing(i, p.eye));
  }

  /**
   * Each colour as far back towards where it began as the others leave room, over and over until none goes
   * further.
   */
  drawBack(free: readonly number[], roll: () => number): void {
    for (let round = 0; round < 40; round++) {
      let won = 0;
      for (const i of free) {
        const place = this.#places[i];
        const from = this.#start[i];
        if (!place || !from || place.hex === from.hex) continue;
        const blame = this.#missing(i, place.eye);
        const tries = [
          from.hex,
          ...[0.15, 0.3, 0.5, 0.7, 0.85].map((s) => hexFromOklch(between(from.at, oklch(place.hex), s))),
          ...Array.from({ length: 10 }, () => near(oklch(place.hex), 0.06, roll)),
        ];
        for (const hex of tries) {
          const cost = this.#cost(i, hex);
          if (
            cost >= (this.#places[i]?.cost ?? 0) - 1e-9 ||
            (hex !== from.hex && contrast(hex, inkOn(hex)) < this.#contrast)
          )
            continue;
          const eye = seen(hex);
          if (this.#missing(i, eye) > blame) continue;
          won += (this.#places[i]?.cost ?? 0) - cost;
          this.#places[i] = { hex, eye, cost };
        }
      }
      if (won < 0.01) return;
    }
  }
}

/**
 * The colours to do without so that no two of the others are closer than wanted: the one in most people's
 * way first.
 * What is left is as many as can be told apart so, or nearly (finding the most is hard).
 */
export function crowd(colours: readonly string[], apart: number): number[] {
  const eyes = colours.map(seen);
  const gone: number[] = [];
  for (;;) {
    const close = eyes.map((a, i) =>
      gone.includes(i)
        ? 0
        : eyes.filter((b, j) => j !== i && !gone.includes(j) && leastApart(a, b) < apart - 1e-9).length,
    );
    const most = Math.max(0, ...close);
    if (most === 0) return gone.sort((a, b) => a - b);
    gone.push(close.lastIndexOf(most));
  }
}

/** A colour a little off another; lightness and strength move more readily than hue. */
function near({ l, c, h }: Oklch, size: number, roll: () => number): string {
  const off = (): number => (roll() + roll() - 1) * size;
  const light = Math.min(LIGHT.to, Math.max(LIGHT.from, l + off() * 0.5));
  const hue = (h + off() * 60 + 360) % 360;
  return hexFromOklch({
    l: light,
    c: Math.max(0.005, Math.min(mostChroma(light, hue), c + off() * 0.16)),
    h: hue,
  });
}
