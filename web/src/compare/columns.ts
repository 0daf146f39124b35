import type { Row } from "@mossy/core/compare/rows";
import type { Track, TrackField } from "@mossy/core/session/document";
import type { NameOf } from "@mossy/core/session/field";
import { TRACK } from "@mossy/core/session/trackFields";

/** What is looked at side by side. */
export const LOOKS = [
  ["tracks", "Tracks"],
  ["inputs", "Inputs"],
  ["routing", "Routing"],
  ["map", "Signal map"],
  ["places", "Places"],
  ["picture", "Picture"],
  ["levels", "Levels"],
] as const;
export type Look = (typeof LOOKS)[number][0];
export const lookOf = (text: string | null): Look => LOOKS.find(([l]) => l === text)?.[0] ?? "tracks";

/** A field, or what else is other in the row. */
type Column = TrackField | "more";
type Columns = readonly (readonly [Column, string])[];
const SHEETS: Readonly<Record<Exclude<Look, "map" | "picture">, Columns>> = {
  tracks: [
    ["level", "64px"],
    ["more", "minmax(0,0.8fr)"],
  ],
  inputs: [
    ["input", "64px"],
    ["source", "52px"],
    ["microphone", "minmax(0,1fr)"],
  ],
  routing: [
    ["feeds", "minmax(0,1fr)"],
    ["sends", "minmax(0,1.3fr)"],
    ["inserts", "minmax(0,1.3fr)"],
  ],
  places: [
    ["pan", "56px"],
    ["width", "56px"],
    ["around", "minmax(0,1fr)"],
    ["polarity", "minmax(0,1fr)"],
  ],
  levels: [
    ["level", "72px"],
    ["muted", "56px"],
    ["armed", "minmax(0,1fr)"],
  ],
};

/** The columns of each look, beside the name, with the widths they get; what is drawn is of the same fields. */
export const COLUMNS: Readonly<Record<Look, Columns>> = {
  ...SHEETS,
  map: SHEETS.routing,
  picture: SHEETS.places,
};

export function headOf(column: Column): string {
  const called =
    column === "more" ? "also other" : column === "microphone" ? "microphone" : TRACK[column].called;
  return called.slice(0, 1).toUpperCase() + called.slice(1);
}

/** What stands in a cell. @param other what is other in its row */
export function cellIn(t: Track, column: Column, other: Row["other"], nameOf: NameOf): string {
  if (column === "more")
    return [...other]
      .filter((f) => !SHOWN.has(f))
      .map(calledOf)
      .join(", ");
  if (column === "input") return t.input === null ? "" : `Input ${t.input}`;
  const said = TRACK[column].inWords(t[column] as never, nameOf);
  return said === "none" || said === "nothing" ? "" : said;
}

/** What one sees of a track in the look of tracks. */
const SHOWN: ReadonlySet<string> = new Set(["name", "level"]);
const calledOf = (field: TrackField | "folder"): string =>
  field === "folder" ? "folder" : TRACK[field].called;

/** Whether a row has to do with a look: it came, went, moved, or something shown there is other. */
export function belongsTo(look: Look, { sort, other }: Row): boolean {
  if (look === "tracks" || (sort !== "changed" && sort !== "alike")) return sort !== "alike";
  return COLUMNS[look].some(([column]) => column !== "more" && other.has(column)) || other.has("name");
}
