import { inLanguage } from "./reader.ts";
import { compoundWith } from "./compounds.ts";
import type { Reader } from "./reader.ts";
import type { How, Segment } from "./cut.ts";
import { segment } from "./segment.ts";
import type { Position, Role } from "./wordlist.ts";
import { POSITION_GROUPS } from "./wordlist.ts";
import { doubtOf } from "./doubt.ts";
import type { Doubt } from "./doubt.ts";
import {
  dropAdjectives,
  isModelName,
  optionFor,
  settle,
  GENERAL_PATHS,
  GENERAL_SOURCES,
} from "./option.ts";
import type { Option } from "./option.ts";

/** Where the name stands: the families of the folders around it, innermost first. */
export interface ReadingContext {
  readonly families: readonly string[];
}

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
  takeSides(reader, options);
  settle(options);
  for (const o of options) if (isModelName(o, segments)) o.position = null;
  dropAdjectives(options);
  const roles = options.filter((o) => o.role !== null && (o.rank > 0 || o.seg.text.length > 1));
  const main = mainRole(roles, families);
  if (main) takeCompound(reader, main, options);
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
  if (positions.length > 1) {
    if (takeBothSides(positions)) format = "stereo";
    positions.sort((a, b) => POSITION_GROUPS.indexOf(a.group) - POSITION_GROUPS.indexOf(b.group));
  }

  const numbers = romanOne(options, main) ?? readNumbers(segments, main?.index ?? -1);
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

  // Whoever wrote it was not sure either.
  const doubt =
    doubtOf(main, owner, roles, options, families) ?? (name.includes("?") ? "several-meanings" : null);
  let [known, all] = [0, 0];
  for (const { seg } of options) {
    all += seg.text.length;
    if (seg.how !== "unknown") known += seg.text.length;
  }
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

/** "OH L R": both sides are no place; takes them out. */
function takeBothSides(positions: Position[]): boolean {
  const left = positions.findIndex((p) => p.id === "left");
  const right = positions.findIndex((p) => p.id === "right");
  if (left < 0 || right < 0) return false;
  positions.splice(Math.max(left, right), 1);
  positions.splice(Math.min(left, right), 1);
  return true;
}

function partOf(
  o: Option,
  main: Option | null,
  owner: Option | null,
  numbers: { at: number; order: number },
): ReadWord["as"] {
  if (o === main || o.makes) return "role";
  if (o.seg.tail) return o.seg.tail === "channel" ? "order" : "filler";
  if (o.role) return o === owner ? "of" : "family";
  if (o.position) return "position";
  if (numbers.order === o.index) return "order";
  if (numbers.at === o.index) return "number";
  if (o.seg.entry?.meanings.some((m) => m.as === "format")) return "format";
  return o.seg.entry || o.seg.how === "number" ? "filler" : "unknown";
}

/** "Vlns I", "Horn I": a lone I behind what a track is stands for the first of them. */
function romanOne(
  options: readonly Option[],
  main: Option | null,
): { number: number; at: number; order: number } | null {
  const next = main ? options[main.index + 1] : undefined;
  return next?.seg.text === "i" ? { number: 1, at: next.index, order: -1 } : null;
}

/** "OH Hat": beside mics that are called by the side they hang on, the hat is that side. */
function takeSides(reader: Reader, options: readonly Option[]): void {
  for (const o of options) {
    const side = o.role ? reader.sides.get(o.seg.text) : undefined;
    if (!side) continue;
    const hangs = options.some((x) => x !== o && x.role && x.role.role.positions.includes(side.id));
    if (!hangs) continue;
    o.role = null;
    o.position = { as: "position", position: side, within: null, doubtful: false };
  }
}

/** "Ld Vcl": what stands beside a role may make another of it, however both are spelled. */
function takeCompound(reader: Reader, main: Option, options: readonly Option[]): void {
  if (options.length < 2) return;
  const taken = takeFrom(reader, main, options[main.index - 1]);
  if (!taken) takeFrom(reader, main, options[main.index + 1]);
}

function takeFrom(reader: Reader, main: Option, beside: Option | undefined): boolean {
  if (!beside || beside.seg.tail || !main.role) return false;
  const { role } = main.role;
  // "Vox Delay" is a delay of the vocal, not what "vocal delay" may be short for.
  if (beside.role && (role.sort === "path" || role.sort === "place")) return false;
  const made = compoundWith(reader, role, beside.seg, beside.index < main.index);
  if (!made) return false;
  main.role = { ...main.role, role: made.role };
  main.rank = made.sure ? Math.max(main.rank, 2) : 1;
  main.rivals = [];
  beside.role = null;
  beside.position = null;
  beside.makes = true;
  return true;
}

/** Families named by the name itself ("Choir Bass"), before those of the folders. */
function innerFamilies(segments: readonly Segment[], context: ReadingContext): readonly string[] {
  let inner: string[] | null = null;
  for (const { entry, how } of segments) {
    if (!entry) continue;
    if (entry.family !== null && segments.length > 1 && how !== "slip" && how !== "guess")
      (inner ??= []).push(entry.family);
    for (const language of entry.languages) (inner ??= []).push(inLanguage(language));
  }
  return inner ? [...inner, ...context.families] : context.families;
}

const isSlip = ({ seg }: Option): boolean => seg.how === "slip" || seg.how === "guess";

const WEIGHT = { group: 0, source: 1, place: 2, path: 3 } as const;
function mainRole(roles: readonly Option[], families: readonly string[]): Option | null {
  let main: Option | null = null;
  for (const o of roles) {
    if (!o.role || (o.rank === 0 && roles.some((r) => r.rank > 0))) continue;
    // What only a slip makes a role is none beside one that is spelled right.
    if (isSlip(o) && roles.some((r) => r.rank > 0 && !isSlip(r))) continue;
    if (!main?.role) {
      main = o;
      continue;
    }
    const a = weightOf(main.role.role);
    const b = weightOf(o.role.role);
    // What may be a thing is none beside one that surely is.
    if (Math.max(a, b) < WEIGHT.path && Math.min(main.rank, 2) !== Math.min(o.rank, 2)) {
      if (o.rank > main.rank) main = o;
    } else if (b > a) main = o;
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

/**
 * "Violins 2": of a section that is divided, the number beside its plural says which part of it, and counts
 * nothing.
 */
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
