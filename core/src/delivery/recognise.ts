import type { House } from "../house/house.ts";
import type { Style } from "../house/style.ts";
import { saidBeside, withEnding } from "../disk/rightName.ts";
import { acceptor } from "../names/accepts.ts";
import { compose, rateInWords } from "../names/compose.ts";
import { endingOf } from "../names/disk.ts";
import { grammarOf } from "../names/grammar.ts";
import { diskName, diskWords } from "../names/onDisk.ts";
import { parse } from "../names/parse.ts";
import type { Parse } from "../names/parse.ts";
import type { Identity, Naming, PatternUse, PieceKind } from "../names/pattern.ts";
import type { TrackId } from "../session/document.ts";
import { fold } from "../words/fold.ts";
import { readName } from "../words/read.ts";
import type { Delivered, DeliverySort } from "./delivered.ts";
import { isSame } from "./wanted.ts";
import type { Wanted } from "./wanted.ts";

/** How it is known of which track a file is: somebody says so, or its name does. */
export type KnownBy = "said" | "name";

/** What the name of a file says. */
export interface Recognised {
  readonly of: Wanted | null;
  readonly by: KnownBy | null;
  readonly version: number | null;
  readonly take: number | null;
  /** Whether it is named as the house names such files. */
  readonly named: boolean;
  /** What the house would call it; null where its name does not say enough for that. */
  readonly right: string | null;
  /** The rate its name says, where that is not its own: "44k1". */
  readonly otherRate: string | null;
}

/** The pattern that names files of a delivery. */
export const PATTERN_OF: Readonly<Record<DeliverySort, PatternUse>> = {
  stems: "stem",
  recorded: "recorded-file",
};

/** What people write into names of files beside what is in them (common practice, no source). */
const BESIDE =
  /(?<![A-Za-z])(stems?|bounced?|print(ed)?|export(ed)?|consolidated|final|\d{2,3}k\d?(hz)?)(?![A-Za-z0-9])/gi;

/** What a name says beside what something is. */
const BESIDE_PIECES: ReadonlySet<PieceKind> = new Set(["version", "take", "sampleRate"]);

/** A file's name without its folders. */
export const baseName = (path: string): string => path.slice(path.lastIndexOf("/") + 1);

const letters = (name: string): string => fold(name).text;

/** Reads the names of files: of which track each is, of what take or version, and what the house would call it. */
export class Recogniser {
  readonly #grammar;
  readonly #follows;
  readonly #house: House;
  readonly #byName = new Map<string, Wanted[]>();
  /** How many tracks the pattern gives a name. */
  readonly #composed = new Map<string, number>();

  /**
   * @param title of the session, which names of files often begin with
   * @param said of which tracks files are where somebody says so, by their paths
   */
  constructor(
    private readonly style: Style,
    sort: DeliverySort,
    private readonly wanted: readonly Wanted[],
    private readonly title: string,
    private readonly said: ReadonlyMap<string, TrackId>,
  ) {
    this.#house = style.house;
    this.#grammar = grammarOf(style.house.names[PATTERN_OF[sort]], style.reader);
    this.#follows = acceptor(this.#grammar);
    for (const w of wanted) {
      const name = letters(w.track.name);
      this.#byName.set(name, [...(this.#byName.get(name) ?? []), w]);
      const made = w.what && this.#identified(w.what);
      if (made !== null) this.#composed.set(made, (this.#composed.get(made) ?? 0) + 1);
    }
  }

  read(file: Pick<Delivered, "path" | "says">): Recognised {
    const name = baseName(file.path);
    const { stem, ending } = endingOf(name);
    const { what: beside, rest: words } = saidBeside(this.#grammar.pattern, stem);
    const rest = without(this.title, words.replaceAll("_", " ").replace(BESIDE, " "));
    const meanings = this.#follows(stem) ? parse(this.#grammar, stem) : [];
    const told = this.said.get(file.path);
    const hand = told === undefined ? undefined : this.wanted.find((w) => w.track.id === told);
    const of = hand ?? this.#by(meanings, rest);
    const { version = null, take = null } = beside;
    const known = { of, by: of ? (hand ? ("said" as const) : ("name" as const)) : null, version, take };
    if (!of) return { ...known, named: false, right: null, otherRate: null };
    const onDisk = (made: string | null): string | null =>
      made === null ? null : withEnding(diskName(made, this.#house.disk.script), ending);
    const rated = file.says ? { sampleRate: file.says.rate } : {};
    const right = onDisk(this.#called(of, { ...beside, ...rated }));
    const fits = this.#told(of) ? meanings.find((m) => isSame(identityIn(m), this.#asSaid(of.what))) : null;
    const rate = fits?.find((p) => p.piece === "sampleRate")?.text;
    const otherRate = rate !== undefined && file.says && rate !== rateInWords(file.says.rate) ? rate : null;
    // A rate is said or left away.
    const named = fits
      ? otherRate === null
      : fits === null && [right, onDisk(this.#called(of, beside))].includes(name);
    return { ...known, named, right: named ? null : right, otherRate };
  }

  /** Whether the house's pattern has a name for a track that no other one gets. */
  #told(of: Wanted): of is Wanted & { what: Identity } {
    return of.what !== null && this.#composed.get(this.#identified(of.what) ?? "") === 1;
  }

  /** What the house calls a file of a track; what its pattern tells from nothing else is called as its track is. */
  #called(of: Wanted, beside: Naming): string | null {
    if (this.#told(of)) return this.#compose(of.what, beside);
    const { pattern } = this.#grammar;
    const pieces = pattern.pieces.filter((p) => BESIDE_PIECES.has(p.piece));
    if (pieces.length === 0) return of.track.name;
    const behind = compose({ ...pattern, pieces }, this.style.reader, beside);
    const must = pieces.some((p) => !p.optional);
    return behind === null ? (must ? null : of.track.name) : `${of.track.name}_${behind}`;
  }

  #compose(what: Identity, beside: Naming): string | null {
    const words = diskWords(this.#house.disk.script);
    return compose(this.#grammar.pattern, this.style.reader, { ...what, ...beside }, words);
  }

  /** The name of what something is, whatever its take or version. */
  #identified(what: Identity): string | null {
    return this.#compose(what, { take: 1 });
  }

  /** As much of what something is as the pattern says. */
  #asSaid({ role, of, positions, number }: Identity): Identity {
    const has = new Set(this.#grammar.pattern.pieces.map((p) => p.piece));
    return {
      role,
      of: has.has("owner") ? of : null,
      positions: has.has("positions") ? positions : [],
      number: has.has("number") ? number : null,
    };
  }

  /** The one track a name says: as the house writes it, as the track is called, or as it is read. */
  #by(meanings: readonly Parse[], rest: string): Wanted | null {
    const one = (found: readonly Wanted[]): Wanted | null => {
      const due = found.length > 1 ? found.filter((w) => w.must) : found;
      return due.length === 1 ? (due[0] ?? null) : null;
    };
    for (const m of meanings) {
      const says = identityIn(m);
      const found = one(this.wanted.filter((w) => w.what && isSame(this.#asSaid(w.what), says)));
      if (found) return found;
    }
    const called = one(this.#byName.get(letters(rest)) ?? []);
    if (called) return called;
    const read = readName(this.style.reader, rest);
    return read.role === null || !read.sure
      ? null
      : one(this.wanted.filter((w) => w.what && isSame(w.what, read)));
  }
}

/** A name without the title it begins with. */
function without(title: string, name: string): string {
  const [said, of] = [fold(name), fold(title).text];
  const next = said.starts.indexOf(of.length);
  return of !== "" && next > 0 && said.text.startsWith(of) ? said.shown.slice(said.from[next]) : name;
}

const identityIn = (parsed: Parse): Identity => {
  const of = (piece: string): readonly string[] =>
    parsed.filter((p) => p.piece === piece).flatMap((p) => p.means);
  const number = parsed.find((p) => p.piece === "number");
  return {
    role: of("role")[0] ?? null,
    of: of("owner")[0] ?? null,
    positions: ["positions", "maker", "articulation", "flag"].flatMap(of),
    number: number ? Number(number.text.replace(/\D/g, "")) : null,
  };
};
