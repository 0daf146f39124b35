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
import type { Identity, PatternUse } from "../names/pattern.ts";
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

const baseName = (path: string): string => path.slice(path.lastIndexOf("/") + 1);
const letters = (name: string): string => fold(name).text;

/** Reads the names of files: of which track each is, of what take or version, and what the house would call it. */
export class Recogniser {
  readonly #grammar;
  readonly #follows;
  readonly #house: House;
  readonly #byName = new Map<string, Wanted[]>();

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
    }
  }

  read(file: Pick<Delivered, "path" | "says">): Recognised {
    const name = baseName(file.path);
    const { stem, ending } = endingOf(name);
    const { pattern } = this.#grammar;
    const { what: beside, rest: words } = saidBeside(pattern, stem);
    const rest = without(this.title, words.replaceAll("_", " ").replace(BESIDE, " "));
    const meanings = this.#follows(stem) ? parse(this.#grammar, stem) : [];
    const told = this.said.get(file.path);
    const hand = told === undefined ? undefined : this.wanted.find((w) => w.track.id === told);
    const of = hand ?? this.#by(meanings, rest);
    const whole = of?.what
      ? compose(
          pattern,
          this.style.reader,
          { ...of.what, ...beside, ...(file.says && { sampleRate: file.says.rate }) },
          diskWords(this.#house.disk.script),
        )
      : null;
    // What no role fits is called as its track is.
    const made = of && !of.what ? of.track.name : whole;
    const right = made === null ? null : withEnding(diskName(made, this.#house.disk.script), ending);
    const meant = of?.what ?? null;
    const fits = meant && meanings.find((m) => isSame(identityIn(m), meant));
    const rate = fits?.find((p) => p.piece === "sampleRate")?.text;
    const otherRate = rate !== undefined && file.says && rate !== rateInWords(file.says.rate) ? rate : null;
    const named = of !== null && (of.what ? fits !== undefined && otherRate === null : right === name);
    return {
      of,
      by: of ? (hand ? "said" : "name") : null,
      version: beside.version ?? null,
      take: beside.take ?? null,
      named,
      right: named ? null : right,
      otherRate,
    };
  }

  /** The one track a name says: as the house writes it, as the track is called, or as it is read. */
  #by(meanings: readonly Parse[], rest: string): Wanted | null {
    const one = (found: readonly Wanted[]): Wanted | null =>
      found.length === 1 ? (found[0] ?? null) : (found.find((w) => w.must) ?? null);
    const such = (what: Identity): Wanted[] => this.wanted.filter((w) => w.what && isSame(w.what, what));
    for (const m of meanings) {
      const found = one(such(identityIn(m)));
      if (found) return found;
    }
    const called = one(this.#byName.get(letters(rest)) ?? []);
    if (called) return called;
    const read = readName(this.style.reader, rest);
    return read.role === null || !read.sure ? null : one(such(read));
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
