import { isModelNumber, GENERAL_PATHS, GENERAL_SOURCES } from "./option.ts";
import type { Option } from "./option.ts";

/** Why a reading is not called sure. */
export type Doubt =
  "nothing-known" | "several-meanings" | "two-roles" | "slip" | "too-short" | "unknown-words";

export function doubtOf(
  main: Option | null,
  owner: Option | null,
  roles: readonly Option[],
  all: readonly Option[],
  families: readonly string[],
): Doubt | null {
  if (!main?.role) return "nothing-known";
  if (main.rivals.length > 0 || main.rank < 2) return "several-meanings";
  const role = main.role.role;
  // "Tp2 unused" is no spare track: it is something nobody knows.
  if (role.id === "empty" && all.some((o) => o.position !== null || isStrange(o)))
    return "several-meanings";
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
export function isStrange(o: Option): boolean {
  return (
    o.seg.how === "unknown" ||
    (!o.role && !o.position && (o.seg.how === "slip" || o.seg.how === "short" || o.seg.how === "guess"))
  );
}
