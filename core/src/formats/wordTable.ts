import Papa from "papaparse";
import { addRole, moveRole, withRole } from "../house/edit.ts";
import { houseProblems } from "../house/house.ts";
import type { House } from "../house/house.ts";
import { heard as heardSchema, role as roleSchema } from "../words/wordlist.ts";
import type { Hearing, Role } from "../words/wordlist.ts";
import { FileProblem } from "./fileProblem.ts";
import { unguarded, writeCsv } from "./table.ts";

const COLUMNS = ["Family", "Role", "Short form", "8 letters", "4 letters", "Heard as"] as const;
/** Columns a table may have besides; a role keeps what it has where one is missing. */
const MORE = ["Source", "Format", "Positions"] as const;
const AS_MAIN = "as the main path";
const LARGEST = 4 << 20;

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

/** The word list as CSV (RFC 4180, UTF-8): one role a line. No cell can run as a formula. */
export function wordsToCsv(house: House): string {
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
  ]);
  return writeCsv([...COLUMNS, ...MORE], rows);
}

/**
 * The house with the roles of a CSV: roles it knows get the values of their line, others are added.
 * Roles the file does not name stay as they are.
 * @throws FileProblem naming the line, where a column is missing or a value cannot be; nothing is taken
 *   then
 */
export function wordsFromCsv(house: House, text: string): House {
  if (text.length > LARGEST)
    throw new FileProblem("The file is larger than any word list. Check that it is the right one.");
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\ufeff/, ""), { skipEmptyLines: "greedy" });
  const [head = [], ...rows] = data;
  const at = COLUMNS.map((c) => head.findIndex((h) => h.trim().toLowerCase() === c.toLowerCase()));
  const moreAt = MORE.map((c) => head.findIndex((h) => h.trim().toLowerCase() === c.toLowerCase()));
  const missing = COLUMNS.filter((_, i) => (at[i] ?? -1) < 0);
  if (missing.length > 0)
    throw new FileProblem(
      "The first line lacks " +
        `${missing.map((m) => `“${m}”`).join(", ")}. It should read: ` +
        `${COLUMNS.join(", ")}.`,
      "line 1",
    );
  const torn = errors.find((e) => e.type === "Quotes");
  if (torn)
    throw new FileProblem(
      `Line ${(torn.row ?? 0) + 1}: a quote is opened and never closed.`,
      `line ${(torn.row ?? 0) + 1}`,
    );
  const families = new Map(house.words.families.map((f) => [f.name.toLowerCase(), f.id]));
  let next = house;
  rows.forEach((row, i) => {
    const line = i + 2;
    const [family = "", name = "", full = "", eight = "", four = "", heard = ""] = at.map((c) =>
      unguarded(row[c] ?? "").trim(),
    );
    const fail = (why: string): never => {
      throw new FileProblem(`Line ${line}: ${why}`, `line ${line}`);
    };
    const familyId = families.get(family.toLowerCase()) ?? fail(`there is no family “${family}”.`);
    if (name === "") fail("the role has no name.");
    const known: Role | undefined = next.words.roles.find(
      (r) => r.name.toLowerCase() === name.toLowerCase(),
    );
    const fields = { short: { full, eight, four }, heard: heardIn(heard, line) };
    if (known) next = moveRole(withRole(next, known.id, fields), known.id, familyId);
    else {
      const made = addRole(next, { name, family: familyId, short: fields.short, heard: "" });
      if ("problem" in made) return fail(made.problem);
      next = withRole(made.house, made.id, { heard: fields.heard });
    }
    const [source, format, positions] = moreAt.map((c) =>
      c < 0 ? undefined : unguarded(row[c] ?? "").trim(),
    );
    const made = next.words.roles.find((r) => r.name.toLowerCase() === name.toLowerCase());
    if (made) next = withRole(next, made.id, usually(made, source, format, positions));
    const role = next.words.roles.find((r) => r.name.toLowerCase() === name.toLowerCase());
    const checked = roleSchema.safeParse(role);
    if (!checked.success)
      fail(`${checked.error.issues[0]?.path.join(" ") ?? ""}: ${checked.error.issues[0]?.message ?? ""}.`);
  });
  const [problem] = houseProblems(next);
  if (problem) throw new FileProblem(`The list does not fit together: ${problem.message}.`);
  return next;
}

/**
 * What the further columns say of a role; nothing where they are missing. Values that cannot be are told by
 * the check of the whole role.
 */
function usually(
  role: Role,
  source: string | undefined,
  format: string | undefined,
  positions: string | undefined,
): Partial<Role> {
  const instrument = source?.toLowerCase() === "instrument";
  return {
    ...(source === undefined
      ? {}
      : {
          kind: instrument ? "instrument" : role.kind === "instrument" ? "audio" : role.kind,
          source:
            instrument || source === "" || source.toLowerCase() === "none"
              ? null
              : (source.toLowerCase() as Role["source"]),
        }),
    ...(format === undefined
      ? {}
      : {
          format:
            format === "" || format.toLowerCase() === AS_MAIN
              ? null
              : (format.toLowerCase() as Role["format"]),
        }),
    ...(positions === undefined
      ? {}
      : {
          positions: positions
            .split(",")
            .map((p) => p.trim())
            .filter(Boolean),
        }),
  };
}
