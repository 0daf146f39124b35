import type { Meaning, Reader } from "./reader.ts";
import { segment } from "./segment.ts";
import type { How, Segment } from "./segment.ts";
import type { Position, Role } from "./wordlist.ts";
import { POSITION_GROUPS } from "./wordlist.ts";

/** Where the name stands: the families of the folders around it, innermost first. */
export interface ReadingContext {
  readonly families: readonly string[];
}

/** Why a reading is not called sure. */
export type Doubt =
  "nothing-known" | "several-meanings" | "two-roles" | "slip" | "too-short" | "unknown-words";

export interface ReadWord {
  readonly text: string;
  readonly as: "role" | "of" | "family" | "position" | "number" | "format" | "order" | "filler" | "unknown";
  /** Id of the role or position it led to. */
  readonly id: string | null;
  readonly how: How | "folder";
}

/** What the house understood a name to mean. */
export interface Reading {
  readonly name: string;
  readonly role: string | null;
  /** The role this one belongs to ("Snare" in "Snare reverb"). */
  readonly of: string | null;
  readonly positions: readonly string[];
  readonly number: number | null;
  readonly format: "mono" | "stereo" | null;
  /** Only true where a person would not ask back. */
  readonly sure: boolean;
  readonly doubt: Doubt | null;
  /** Share of the letters that were understood, 0…1, halved where other roles fit as well. */
  readonly confidence: number;
  /** Other roles the same words could mean. */
  readonly others: readonly string[];
  readonly words: readonly ReadWord[];
}

const NO_CONTEXT: ReadingContext = { families: [] };
type RoleMeaning = Extract<Meaning, { as: "role" }>;
type PositionMeaning = Extract<Meaning, { as: "position" }>;

interface Option {
  seg: Segment;
  index: number;
  role: RoleMeaning | null;
  rank: number;
  rivals: string[];
  position: PositionMeaning | null;
}

/** 3: the surroundings say so; 2: always; 1: perhaps; 0: only elsewhere. */
function rankOf(m: { within: string | null; doubtful: boolean }, families: readonly string[]): number {
  if (m.within !== null) return families.includes(m.within) ? 3 : 0;
  return m.doubtful ? 1 : 2;
}

/**
 * Reads a track name as the house would: which role, which positions, which number.
 * Never guesses silently: `sure` is false where another meaning is as likely, where words stay unknown,
 * or where only a slip of the hand explains the name. O(length) over the prefix tree of `makeReader`,
 * and one look-up a word that nobody knows.
 */
export function readName(reader: Reader, name: string, context: ReadingContext = NO_CONTEXT): Reading {
  const segments = segment(reader, name);
  const families = innerFamilies(segments, context);
  const options = segments.map((seg, index) => optionFor(seg, index, families));
  settle(options);
  for (const o of options) if (isModelName(o, segments)) o.position = null;
  dropAdjectives(options);
  const roles = options.filter((o) => o.role !== null && (o.rank > 0 || o.seg.text.length > 1));
  const main = mainRole(roles, families);
  const owner = main?.role ? ownerOf(main, roles) : null;
  const fromFolder =
    main?.role?.role.sort === "place" && !owner ? folderOwner(reader, context, main.role.role) : null;

  const positions: Position[] = [];
  for (const o of options)
    if (!o.role && o.position && !positions.includes(o.position.position))
      positions.push(o.position.position);
  let format: Reading["format"] = null;
  for (const s of segments)
    for (const m of s.entry?.meanings ?? []) if (m.as === "format") format = m.format;
  const left = positions.findIndex((p) => p.id === "left");
  const right = positions.findIndex((p) => p.id === "right");
  if (left >= 0 && right >= 0) {
    positions.splice(Math.max(left, right), 1);
    positions.splice(Math.min(left, right), 1);
    format = "stereo";
  }
  if (positions.length > 1)
    positions.sort((a, b) => POSITION_GROUPS.indexOf(a.group) - POSITION_GROUPS.indexOf(b.group));

  const numbers = readNumbers(segments, main?.index ?? -1);
  const section = main?.role ? sectionOf(reader, main.role.role, main.seg, numbers.number) : null;
  if (section) positions.unshift(section);
  const of = owner?.role?.role.id ?? fromFolder;
  const words = options.map((o): ReadWord => {
    const how = o === main && o.rank === 3 ? "folder" : o.seg.how;
    return {
      text: name.slice(o.seg.from, o.seg.to),
      as: partOf(o, main, owner, numbers),
      id: o.role?.role.id ?? o.position?.position.id ?? null,
      how,
    };
  });

  const doubt = doubtOf(main, owner, roles, options, families);
  const known = options.reduce((sum, o) => sum + (o.seg.how === "unknown" ? 0 : o.seg.text.length), 0);
  const all = options.reduce((sum, o) => sum + o.seg.text.length, 0);
  return {
    name,
    role: main?.role?.role.id ?? null,
    of,
    positions: positions.map((p) => p.id),
    number: section ? null : numbers.number,
    format,
    sure: doubt === null,
    doubt,
    confidence: main && all > 0 ? (known / all) * (doubt === null ? 1 : 0.5) : 0,
    others: main?.rivals ?? [],
    words,
  };
}

function partOf(
  o: Option,
  main: Option | null,
  owner: Option | null,
  numbers: { at: number; order: number },
): ReadWord["as"] {
  if (o === main) return "role";
  if (o.role) return o === owner ? "of" : "family";
  if (o.position) return "position";
  if (numbers.order === o.index) return "order";
  if (numbers.at === o.index) return "number";
  if (o.seg.entry?.meanings.some((m) => m.as === "format")) return "format";
  return o.seg.entry || o.seg.how === "number" ? "filler" : "unknown";
}

/** Families named by the name itself ("Choir Bass"), before those of the folders. */
function innerFamilies(segments: readonly Segment[], context: ReadingContext): readonly string[] {
  let inner: string[] | null = null;
  if (segments.length > 1) {
    for (const s of segments) {
      if (!s.entry || s.how === "slip" || s.how === "guess") continue;
      const roles = s.entry.meanings.filter((m): m is RoleMeaning => m.as === "role");
      const [only] = roles;
      if (
        only &&
        roles.every((m) => m.role === only.role) &&
        only.within === null &&
        !only.doubtful &&
        (only.role.sort === "group" || only.role.sort === "source")
      )
        (inner ??= []).push(only.role.family);
    }
  }
  return inner ? [...inner, ...context.families] : context.families;
}

function optionFor(seg: Segment, index: number, families: readonly string[]): Option {
  const option: Option = { seg, index, role: null, rank: -1, rivals: [], position: null };
  let positionRank = 0;
  for (const m of seg.entry?.meanings ?? []) {
    if (m.as === "position") {
      const rank = rankOf(m, families);
      if (rank > positionRank) {
        option.position = m;
        positionRank = rank;
      }
    } else if (m.as === "role") {
      const rank = rankOf(m, families);
      if (rank > option.rank) {
        if (option.role && option.role.role !== m.role && (option.rank > 0 || rank === 1))
          option.rivals.push(option.role.role.id);
        if (rank >= 2) option.rivals.length = 0;
        option.role = m;
        option.rank = rank;
      } else if (option.role?.role !== m.role && (rank === option.rank || option.rank < 2))
        option.rivals.push(m.role.id);
    }
  }
  return option;
}

/** Words that can be a role or a position: a position beside a role, else the role. */
function settle(options: readonly Option[]): void {
  let lone: Option | null = null;
  for (const o of options)
    if (o.role !== null && o.position !== null && (lone === null || o.rank > lone.rank)) lone = o;
  if (lone === null) return;
  if (options.some((o) => o.role !== null && o.position === null && o.rank > 0)) lone = null;
  for (const o of options) {
    if (o.role === null || o.position === null) continue;
    if (o === lone) o.position = null;
    else o.role = null;
  }
}

const WEIGHT = { group: 0, source: 1, place: 2, path: 3 } as const;
/** Paths that say only "a path"; a named effect beside them wins. */
const GENERAL_PATHS = new Set(["bus", "effect-return", "aux", "stem"]);

/** "Vox main", "FX door": a word for a path that only describes the source beside it. */
function dropAdjectives(options: readonly Option[]): void {
  const source = options.find(
    (o) => o.role !== null && o.rank > 0 && (o.role.role.sort === "source" || o.role.role.sort === "group"),
  );
  if (!source?.role) return;
  const { family } = source.role.role;
  for (const o of options) {
    const role = o.role?.role;
    if (
      role?.kind === "main" ||
      (role?.id === "effect-return" && o.index < source.index && (family === "film" || family === "synths"))
    )
      o.role = null;
  }
}

/** "MD" in "MD421": letters run into a number too high for a player are the name of a box. */
function isModelName(o: Option, segments: readonly Segment[]): boolean {
  const next = segments[o.index + 1];
  return (
    o.role === null &&
    o.seg.text.length <= 3 &&
    next?.how === "number" &&
    next.joined &&
    Number(next.digits) > 48
  );
}

/** Sources that name a whole field; a particular one beside them wins ("Foley props"). */
const GENERAL_SOURCES = new Set(["sound-effects", "foley", "dialogue"]);

function mainRole(roles: readonly Option[], families: readonly string[]): Option | null {
  let main: Option | null = null;
  for (const o of roles) {
    if (!o.role || (o.rank === 0 && roles.some((r) => r.rank > 0))) continue;
    if (!main?.role) {
      main = o;
      continue;
    }
    const a = weightOf(main.role.role);
    const b = weightOf(o.role.role);
    if (b > a) main = o;
    else if (b === a && (b < 3 || !GENERAL_PATHS.has(o.role.role.id))) {
      // Of two of a kind the last is the head ("Piano bass" is a bass), but what the folder speaks of wins.
      const here = (x: Option): number => (x.role && families.includes(x.role.role.family) ? 1 : 0);
      if (here(o) >= here(main)) main = o;
    }
  }
  return main;
}

function weightOf(role: Role): number {
  return GENERAL_SOURCES.has(role.id) ? WEIGHT.source - 0.5 : WEIGHT[role.sort];
}

function ownerOf(main: Option, roles: readonly Option[]): Option | null {
  const sort = main.role?.role.sort;
  if (sort !== "path" && sort !== "place") return null;
  const others = roles.filter((o) => o !== main && o.role && o.rank > 0 && o.role.role.sort !== "path");
  return others.find((o) => o.role?.role.sort === "source") ?? others[0] ?? null;
}

/** A room mic in the drum folder is the kit's room. */
function folderOwner(reader: Reader, context: ReadingContext, role: Role): string | null {
  for (const family of context.families) {
    if (family === role.family) return null;
    const group = reader.words.roles.find((r) => r.family === family && r.sort === "group");
    if (group) return group.id;
  }
  return null;
}

/** "Violins 2": of a section that is divided, the number beside its plural says which part of it, and counts nothing. */
function sectionOf(reader: Reader, role: Role, seg: Segment, number: number | null): Position | null {
  const id = number === null || !seg.text.endsWith("s") ? undefined : role.sections[number - 1];
  return id === undefined ? null : (reader.positions.get(id) ?? null);
}

function readNumbers(
  segments: readonly Segment[],
  mainIndex: number,
): { number: number | null; at: number; order: number } {
  let number: number | null = null;
  let at = -1;
  let order = -1;
  segments.forEach((s, i) => {
    const spelled = s.entry?.meanings.find((m) => m.as === "number");
    if (s.how !== "number" && !spelled) return;
    if (s.entry && s.entry.meanings.some((m) => m.as !== "number") && mainIndex === i) return;
    const value = spelled ? spelled.number : Number(s.digits);
    const leading = i === 0 && segments.length > 1 && !s.ordinal && !spelled;
    if (
      leading &&
      (s.digits?.startsWith("0") || segments.slice(1).some((x) => x.how === "number") || value > 8)
    ) {
      order = i;
      return;
    }
    // Three digits, or a high number, is more often a microphone, a take or a year than a player.
    if (s.joined && segments[i - 1]?.how === "unknown") return;
    // "Horns a4": so many of them play, together.
    if (segments[i - 1]?.text === "a") return;
    if (value > 48 || value < 1 || (number !== null && !(at < mainIndex))) return;
    number = value;
    at = i;
  });
  return { number, at, order };
}

function doubtOf(
  main: Option | null,
  owner: Option | null,
  roles: readonly Option[],
  all: readonly Option[],
  families: readonly string[],
): Doubt | null {
  if (!main?.role) return "nothing-known";
  if (main.rivals.length > 0 || main.rank < 2) return "several-meanings";
  const role = main.role.role;
  for (const o of roles) {
    if (o === main || o === owner || !o.role) continue;
    const other = o.role.role;
    if (
      other.sort === "group" &&
      (other.family === role.family || owner?.role?.role.family === other.family)
    )
      continue;
    if (other.sort === "path" && GENERAL_PATHS.has(other.id) && role.sort === "path") continue;
    if (other === role || (GENERAL_SOURCES.has(other.id) && other.family === role.family)) continue;
    return "two-roles";
  }
  if (owner && (owner.rivals.length > 0 || owner.rank < 2)) return "several-meanings";
  for (const o of all)
    if (
      (o.role || o.position) &&
      (o.seg.how === "guess" || (o.seg.how === "slip" && o.seg.text.length < 6))
    )
      return "slip";
  if (main.seg.text.length < 2 && !families.includes(role.family)) return "too-short";
  // A strange word may make it another thing, in front ("Wobble piano") and behind ("Violin wobble").
  return all.some((o) => isStrange(o) && o.seg.text.length > 1 && !isModelNumber(o, all))
    ? "unknown-words"
    : null;
}

/** A word nobody knows, or one that only a slip makes something without meaning ("hull" for "full"). */
function isStrange(o: Option): boolean {
  return (
    o.seg.how === "unknown" || (!o.role && !o.position && (o.seg.how === "slip" || o.seg.how === "guess"))
  );
}

/** "D12": a letter or two run into digits is a microphone or a box, not a word. */
function isModelNumber(o: Option, all: readonly Option[]): boolean {
  const next = all[o.index + 1];
  const before = all[o.index - 1];
  return (
    o.seg.text.length <= 3 &&
    ((next?.seg.how === "number" && next.seg.joined) || (before?.seg.how === "number" && o.seg.joined))
  );
}
