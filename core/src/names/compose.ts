import type { Reader } from "../words/reader.ts";
import type { PositionGroup, Role } from "../words/wordlist.ts";
import type { NamePattern, Naming, Piece, PieceKind } from "./pattern.ts";

/**
 * The name the pattern gives to something; null where a piece it cannot do without is missing.
 * Positions come in the order of the word list's groups; pieces that are missing leave no gap.
 * @param wordsOf the words of a title, a project or a room as they are written
 */
export function compose(
  pattern: NamePattern,
  reader: Reader,
  what: Naming,
  wordsOf: (text: string) => readonly string[] = plainWords,
): string | null {
  let name = "";
  for (const p of pattern.pieces) {
    const said = saidBy(p, pattern, reader, what, wordsOf);
    if (said === null || said === "") {
      if (!p.optional) return null;
      continue;
    }
    name += name === "" ? said : p.before + said;
  }
  return name === "" ? null : name;
}

/** What one piece says of a thing, as it stands in the name; null where there is nothing to say. */
function saidBy(
  p: Piece,
  pattern: NamePattern,
  reader: Reader,
  what: Naming,
  wordsOf: (text: string) => readonly string[],
): string | null {
  switch (p.piece) {
    case "role":
      return role(p, reader, what.role);
    case "owner":
      return role(p, reader, what.of);
    case "positions":
    case "maker":
    case "articulation":
    case "flag": {
      const shorts = (what.positions ?? []).flatMap((id) => {
        const at = reader.positions.get(id);
        return at && groupsOf(p.piece, pattern).includes(at.group) ? [at.short] : [];
      });
      return shorts.length === 0 ? null : p.written + inLetters(p, shorts.join(p.join));
    }
    case "number":
      return digits(p, what.number);
    case "version":
      return digits(p, what.version);
    case "take":
      return digits(p, what.take);
    case "project":
    case "title":
    case "room": {
      const text = wordsOf(what[p.piece] ?? "").join(p.join);
      return text === "" ? null : p.written + inLetters(p, text);
    }
    case "date":
      return what.date === undefined
        ? null
        : p.written + (p.date === "basic" ? what.date.replaceAll("-", "") : what.date);
    case "sampleRate":
      return what.sampleRate === undefined ? null : p.written + rateInWords(what.sampleRate);
    case "text":
      return inLetters(p, p.written);
  }
}

function role(p: Piece, reader: Reader, id: string | null | undefined): string | null {
  const known = id === null || id === undefined ? undefined : reader.roles.get(id);
  return known ? formOf(p, known) : null;
}

/** A role as a piece writes it. */
export function formOf(p: Piece, role: Role): string {
  return (
    p.written + inLetters(p, p.form === "name" ? plainWords(role.name).join(p.join) : role.short[p.form])
  );
}

const digits = (p: Piece, value: number | null | undefined): string | null =>
  value === null || value === undefined ? null : p.written + String(value).padStart(p.pad, "0");

/** Cut and lettered as the piece asks; a cut never leaves a gap at the end. */
export function inLetters(p: Pick<Piece, "letters" | "length">, text: string): string {
  const cut = p.length === null ? text : text.slice(0, p.length).replace(/[ ._-]+$/, "");
  return p.letters === "upper" ? cut.toUpperCase() : p.letters === "lower" ? cut.toLowerCase() : cut;
}

/** The words of a text in letters and digits every disk can store: "Café, la nuit" is Cafe, la, nuit. */
export function plainWords(text: string): string[] {
  return text
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .split(/[^A-Za-z0-9]+/)
    .filter(Boolean);
}

/** "48k", "44k1": a sample rate as it stands in names, without a dot. */
export function rateInWords(hertz: number): string {
  const rest = Math.round((hertz % 1000) / 100);
  return `${Math.floor(hertz / 1000)}k${rest === 0 ? "" : rest}`;
}

const OWN: readonly PieceKind[] = ["maker", "articulation", "flag"];

/**
 * The groups of positions a piece speaks for: the plain one takes all that have no piece of their own in
 * the pattern.
 */
export function groupsOf(kind: PieceKind, pattern: NamePattern): PositionGroup[] {
  if (kind !== "positions") return [kind as PositionGroup];
  const own = pattern.pieces.flatMap((p) => (OWN.includes(p.piece) ? [p.piece as PositionGroup] : []));
  return (
    ["maker", "part", "articulation", "height", "depth", "distance", "side", "source", "flag"] as const
  ).filter((g) => !own.includes(g));
}

/** Each piece as a person says it. */
export const PIECE_NAMES: Readonly<Record<PieceKind, string>> = {
  role: "short form",
  owner: "whose it is",
  positions: "position",
  maker: "library code",
  articulation: "articulation",
  flag: "flag",
  number: "number",
  project: "project code",
  title: "title",
  room: "room",
  date: "date",
  version: "version",
  take: "take",
  sampleRate: "sample rate",
  text: "fixed text",
};

/**
 * A pattern in words, for a person: "short form, position, joined by underscores"; of the pieces only those
 * a thing has, where one is given.
 */
export function patternInWords(pattern: NamePattern, what?: Naming): string {
  const joins = new Set(pattern.pieces.slice(1).map((p) => p.before));
  const [join = ""] = joins;
  const how =
    joins.size > 1
      ? ""
      : join === "_"
        ? ", joined by underscores"
        : join === " "
          ? ", parted by spaces"
          : join === ""
            ? ", without a gap"
            : `, joined by “${join}”`;
  const lettered = new Set(pattern.pieces.map((p) => p.letters));
  const letters =
    lettered.size > 1
      ? ""
      : lettered.has("upper")
        ? ", in capitals"
        : lettered.has("lower")
          ? ", in small letters"
          : "";
  const has = (p: Piece): boolean => {
    if (what === undefined) return true;
    switch (p.piece) {
      case "role":
      case "text":
        return true;
      case "owner":
        return what.of !== null && what.of !== undefined;
      case "positions":
        return (what.positions ?? []).length > 0;
      case "maker":
      case "articulation":
      case "flag":
        return false;
      default:
        return what[p.piece] !== null && what[p.piece] !== undefined;
    }
  };
  const pieces = pattern.pieces.filter(has);
  const said = pieces.map((p) =>
    p.piece === "text"
      ? `“${p.written}”`
      : p.piece === "role" && p.form === "name"
        ? "whole name"
        : PIECE_NAMES[p.piece],
  );
  return said.join(", ") + (pieces.length > 1 ? how : "") + letters;
}
