import { addRole, moveRole, withRole } from "../house/edit.ts";
import { houseProblems } from "../house/house.ts";
import type { House } from "../house/house.ts";
import { heard as heardSchema, role as roleSchema } from "../words/wordlist.ts";
import type { Hearing, Role } from "../words/wordlist.ts";
import { FileProblem } from "./fileProblem.ts";
import type { TableFile } from "./grid.ts";
import { readTable } from "./table.ts";
import type { List } from "./table.ts";

const COLUMNS = ["Family", "Role", "Short form", "8 letters", "4 letters", "Heard as"] as const;
/** Columns a table may have besides; a role keeps what it has where one is missing. */
const MORE = ["Source", "Format", "Positions", "Importance"] as const;
const AS_MAIN = "as the main path";
/** What the columns are called when they are read; the last four need not be there. */
const READ = {
  family: ["family", "group"],
  role: ["role", "name"],
  full: ["short form", "short", "abbreviation", "short name"],
  eight: ["8 letters", "8", "eight letters", "8 characters"],
  four: ["4 letters", "4", "four letters", "4 characters"],
  heard: ["heard as", "heard", "also", "synonyms"],
  source: ["source"],
  format: ["format"],
  positions: ["positions", "position"],
  importance: ["importance", "priority"],
} as const;

/** A heard name in one cell: "bass@choir" holds only there, "cel?" is never called sure. */
const heardOut = (h: Hearing): string =>
  `${h.text}${h.doubtful ? "?" : ""}${h.within === null ? "" : `@${h.within}`}`;

function heardIn(cell: string, line: number): Hearing[] {
  return cell
    .split(",")
    .map((w) => w.trim())
    .filter(Boolean)
    .map((w) => {
      const [rest = "", within] = w.split("@");
      const parsed = heardSchema.safeParse({
        text: rest.replace(/\?$/, ""),
        within: within ?? null,
        doubtful: rest.endsWith("?"),
      });
      if (!parsed.success)
        throw new FileProblem(
          `Line ${line}: “${w}” cannot be a heard name (${parsed.error.issues[0]?.message ?? ""}).`,
          `line ${line}`,
        );
      return parsed.data;
    });
}

/** The word list: one role a line. */
export function wordsTable(house: House): List {
  const family = new Map(house.words.families.map((f) => [f.id, f.name]));
  const rows = house.words.roles.map((r) => [
    family.get(r.family) ?? r.family,
    r.name,
    r.short.full,
    r.short.eight,
    r.short.four,
    r.heard.map(heardOut).join(", "),
    r.kind === "instrument" ? "instrument" : (r.source ?? "none"),
    r.format ?? AS_MAIN,
    r.positions.join(", "),
    r.importance,
  ]);
  return { name: "Words", heads: [...COLUMNS, ...MORE], rows };
}

/**
 * The house with the roles of a CSV: roles it knows get the values of their line, others are added.
 * Roles the file does not name stay as they are.
 * @throws FileProblem naming the line, where a column is missing or a value cannot be; nothing is taken
 *   then
 */
export function wordsFromCsv(house: House, file: TableFile | string): House {
  const { has, rows } = readTable(file, READ, ["family", "role", "full", "eight", "four", "heard"]);
  const families = new Map(house.words.families.map((f) => [f.name.toLowerCase(), f.id]));
  let next = house;
  for (const { line, cell, fail } of rows) {
    const name = cell("role");
    const familyId =
      families.get(cell("family").toLowerCase()) ?? fail(`there is no family “${cell("family")}”.`);
    if (name === "") fail("the role has no name.");
    const called = (r: Role): boolean => r.name.toLowerCase() === name.toLowerCase();
    const known = next.words.roles.find(called);
    const short = { full: cell("full"), eight: cell("eight"), four: cell("four") };
    const fields = { short, heard: heardIn(cell("heard"), line) };
    if (known) next = moveRole(withRole(next, known.id, fields), known.id, familyId);
    else {
      const made = addRole(next, { name, family: familyId, short: fields.short, heard: "" });
      if ("problem" in made) return fail(made.problem);
      next = withRole(made.house, made.id, { heard: fields.heard });
    }
    const said = (column: Further): string | undefined => (has(column) ? cell(column) : undefined);
    const made = next.words.roles.find(called);
    if (made) next = withRole(next, made.id, usually(made, said));
    const checked = roleSchema.safeParse(next.words.roles.find(called));
    if (!checked.success)
      fail(`${checked.error.issues[0]?.path.join(" ") ?? ""}: ${checked.error.issues[0]?.message ?? ""}.`);
  }
  const [problem] = houseProblems(next);
  if (problem) throw new FileProblem(`The list does not fit together: ${problem.message}.`);
  return next;
}

type Further = "source" | "format" | "positions" | "importance";

/**
 * What the further columns say of a role; nothing where they are missing. Values that cannot be are told by
 * the check of the whole role.
 */
function usually(role: Role, said: (column: Further) => string | undefined): Partial<Role> {
  const fields: Partial<Role> = {};
  const source = said("source")?.toLowerCase();
  if (source !== undefined) {
    const instrument = source === "instrument";
    fields.kind = instrument ? "instrument" : role.kind === "instrument" ? "audio" : role.kind;
    fields.source = instrument || source === "" || source === "none" ? null : (source as Role["source"]);
  }
  const format = said("format")?.toLowerCase();
  if (format !== undefined)
    fields.format = format === "" || format === AS_MAIN ? null : (format as Role["format"]);
  const positions = said("positions");
  if (positions !== undefined)
    fields.positions = positions
      .split(",")
      .map((p) => p.trim())
      .filter(Boolean);
  const importance = said("importance")?.toLowerCase();
  if (importance !== undefined)
    fields.importance = (importance === "" ? "should" : importance) as Role["importance"];
  return fields;
}
