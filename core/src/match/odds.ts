import { pairsInCommon } from "./likeness.ts";
import type { Trait } from "./likeness.ts";

/**
 * What two tracks may have in common besides their names, and how often a track still has it when its session
 * comes back, where the file does not show that by itself. Invented; what tracks of the file show counts more
 * the more there are.
 */
const KEPT = {
  kind: 0.98,
  format: 0.93,
  folder: 0.88,
  feeds: 0.9,
  colour: 0.85,
  input: 0.9,
  level: 0.75,
  pan: 0.85,
  inserts: 0.85,
  sends: 0.88,
  gap: 0.85,
} as const;
type Feature = keyof typeof KEPT;
export const FEATURES = Object.keys(KEPT) as Feature[];
const GAP = FEATURES.indexOf("gap");
/** How often a track whose neighbours are certain, or all unknown, still stands in its place among them. */
const IN_PLACE = 0.6;
/** The prior counts like so many tracks. */
const PRIOR = 8;
/** The odds that make a likeness of 1, from where two tracks are as likely one as two. */
const MOST = 24;
/** How much less than the odds against any two tracks of a session being one it takes. */
const LENIENT = 0.8;

/**
 * How likely tracks of two sessions are the same, as log odds: for what they have in common, the log of how
 * often one track keeps it by how often two have it anyway; for what they have not, likewise (record linkage,
 * I. P. Fellegi and A. B. Sunter, JASA 64, 1969). How often is counted on the pairs that are certain, so a file
 * that lost its colours or its folders is not held against its tracks.
 */
export class Odds {
  /** What is added where both have a value, by its code; 0 stands for what the file does not tell. */
  readonly #gain: Float64Array;
  /** What is added where both stand in the same place of a gap, by the code of that: the more so the wider it is. */
  readonly #inPlace: Float64Array;
  /** Where two tracks are as likely one as two: of more tracks, any two are one more seldom. */
  readonly #even: number;
  /** Where they differ in everything. */
  readonly #apart: number;
  readonly #named: ReadonlyMap<string, number>;
  readonly #roles: ReadonlyMap<string, number>;

  /**
   * @param rows tracks of the session that went out, all of them
   * @param columns tracks of the one that came back, all of them
   * @param certain pairs of them, by place
   */
  constructor(
    rows: readonly Trait[],
    columns: readonly Trait[],
    certain: readonly (readonly [row: number, column: number])[],
  ) {
    const both = [...rows, ...columns];
    const gain = [0];
    let apart = 0;
    for (const [f, feature] of FEATURES.entries()) {
      for (const t of both) t.codes[f] = 0;
      if (!isTold(feature, rows, columns)) continue;
      const kept = certain.reduce(
        (n, [r, c]) => n + (rows[r]?.features[feature] === columns[c]?.features[feature] ? 1 : 0),
        PRIOR * KEPT[feature],
      );
      const rate = kept / (certain.length + PRIOR);
      const shares = sharesOf(both, (t) => t.features[feature] ?? "");
      const anyway = [...shares.values()].reduce((sum, s) => sum + s * s, 0);
      const differ = Math.min(0, Math.log((1.02 - rate) / Math.max(0.02, 1 - anyway)));
      apart += differ;
      const codes = new Map<string, number>();
      for (const [value, share] of shares) {
        codes.set(value, gain.length);
        gain.push(Math.max(0, Math.log(rate / share)) - differ);
      }
      for (const t of both) t.codes[f] = codes.get(t.features[feature] ?? "") ?? 0;
    }
    const together = new Map<number, number>();
    for (const { codes } of rows) together.set(codes[GAP] ?? 0, (together.get(codes[GAP] ?? 0) ?? 0) + 1);
    this.#inPlace = new Float64Array(gain.length);
    for (const [gap, many] of together) this.#inPlace[gap] = Math.log(IN_PLACE * Math.max(2, many));
    this.#even = Math.log(Math.max(1, rows.length, columns.length)) - LENIENT;
    this.#gain = Float64Array.from(gain);
    this.#apart = apart;
    this.#named = sharesOf(both, (t) => t.name);
    this.#roles = sharesOf(both, (t) => t.reading.role ?? "");
  }

  /** 0…1; from one half on they are more likely one track than two. @param spelled as in `pairsInCommon` */
  likeness(a: Trait, b: Trait, spelled = pairsInCommon(a.pairs, b.pairs)): number {
    const [x, y, gain] = [a.codes, b.codes, this.#gain];
    let odds = this.#apart;
    for (let f = 0; f < x.length; f++) if (x[f] === y[f]) odds += gain[x[f] ?? 0] ?? 0;
    // Of neighbours nothing else tells apart, the first is the first.
    if (a.place === b.place && x[GAP] === y[GAP]) odds += this.#inPlace[x[GAP] ?? 0] ?? 0;
    odds += this.#name(a, b, spelled);
    return Math.max(0, Math.min(1, 0.5 + (odds - this.#even) / (2 * MOST)));
  }

  #name(a: Trait, b: Trait, spelled: number): number {
    if (a.name !== "" && a.name === b.name) return Math.log(0.9 / (this.#named.get(a.name) ?? 1));
    const alike = 6 * spelled - 2;
    const [p, q] = [a.reading, b.reading];
    if (p.role === null || q.role === null) return alike;
    if (p.role !== q.role) return p.sure && q.sure ? Math.min(alike, 0) - 4 : alike - 2;
    const role = Math.log(0.8 / (this.#roles.get(p.role) ?? 1));
    return Math.max(
      alike,
      role +
        part(p.number, q.number) +
        part(a.positions || null, b.positions || null) +
        (p.of === q.of ? 0 : -1),
    );
  }
}

/** What is said beside a role: nothing on one side says little, another thing on the other much. */
function part(one: string | number | null, other: string | number | null): number {
  if (one === other) return one === null ? 0.3 : 1.2;
  return one === null || other === null ? -0.5 : -2.5;
}

/** Whether a file says anything of that: not where all its tracks have the same and those that went out do not. */
function isTold(feature: Feature, rows: readonly Trait[], columns: readonly Trait[]): boolean {
  const values = (list: readonly Trait[]): number => new Set(list.map((t) => t.features[feature])).size;
  return columns.length < 4 || values(columns) > 1 || values(rows) === 1;
}

function sharesOf(list: readonly Trait[], key: (t: Trait) => string): ReadonlyMap<string, number> {
  const many = new Map<string, number>();
  for (const t of list) many.set(key(t), (many.get(key(t)) ?? 0) + 1);
  return new Map([...many].map(([k, n]) => [k, n / list.length]));
}
