import type { Reader } from "../words/reader.ts";
import type { Identity, NamePattern } from "./pattern.ts";

/**
 * The name the pattern gives to something; null where its role is not in the word list.
 * Positions come in the order of the word list's groups, pieces that are missing leave no gap.
 */
export function compose(pattern: NamePattern, words: Reader, what: Identity): string | null {
  const role = what.role === null ? undefined : words.roles.get(what.role);
  if (!role) return null;
  let name = "";
  const add = (before: string, text: string): void => { name += name === "" ? text : before + text; };
  for (const { piece, before } of pattern.pieces) {
    if (piece === "role") add(before, role.short.full);
    else if (piece === "owner") {
      const owner = what.of === null ? undefined : words.roles.get(what.of);
      if (owner) add(before, owner.short.full);
    } else if (piece === "number") {
      if (what.number !== null) add(before, String(what.number));
    } else for (const id of what.positions) {
      const position = words.positions.get(id);
      if (position) add(before, position.short);
    }
  }
  if (pattern.letters === "upper") return name.toUpperCase();
  return pattern.letters === "lower" ? name.toLowerCase() : name;
}

/** A pattern in words, for a person: "short form, position, joined by underscores"; of the pieces only those a thing has, where one is given. */
export function patternInWords(pattern: NamePattern, what?: Identity): string {
  const said = { role: "short form", owner: "whose it is", positions: "position", number: "number" };
  const joins = new Set(pattern.pieces.slice(1).map((p) => p.before));
  const [join = ""] = joins;
  const how = joins.size > 1 ? "" : join === "_" ? ", joined by underscores" : join === " " ? ", parted by spaces" : join === "" ? ", without a gap" : `, joined by “${join}”`;
  const letters = pattern.letters === "upper" ? ", in capitals" : pattern.letters === "lower" ? ", in small letters" : "";
  const has = { role: true, owner: what?.of !== null, positions: what?.positions.length !== 0, number: what?.number !== null };
  const pieces = pattern.pieces.filter((p) => what === undefined || has[p.piece]);
  return pieces.map((p) => said[p.piece]).join(", ") + (pieces.length > 1 ? how : "") + letters;
}
