import type { Style } from "@mossy/core/house/style";
import { byId, foldersAround } from "@mossy/core/session/routing";
import { readName } from "@mossy/core/words/read";
import type { Reading } from "@mossy/core/words/read";
import type { Said } from "../spelling/spell.ts";
import { POSITIONS, ROLES } from "../truth/roles.ts";
import type { Worked } from "../work/afternoon.ts";
import type { Count } from "./count.ts";

export type NameOutcome = "right" | "asked" | "wrongAndSure";

/** The places a number may be read as, where a section is divided: "Violins 2". */
const SECTIONS = ["", "first-section", "second-section"];

/** Whether a reading is just what was meant: the thing, all of its places, which of several. */
export function isMeant(
  { role, positions, number }: Reading,
  { thing, where, number: which }: Said,
): boolean {
  const there = (place: string): boolean => positions.includes(place);
  return (
    (ROLES[thing] ?? []).includes(role ?? "") &&
    where.every((w) => POSITIONS[w]?.length === 0 || POSITIONS[w]?.some(there)) &&
    (number === which || (number === null && which !== null && there(SECTIONS[which] ?? "-")))
  );
}

/**
 * Holds how the names typed in a room are read, in the folders they stand in, against what they mean. What is
 * read wrongly and not called sure is only asked about.
 */
export function readNames(style: Style, { session, said, typed }: Worked, count: Count<NameOutcome>): void {
  const tracks = byId(session);
  for (const t of session.tracks) {
    const meant = said.get(t.id);
    if (!meant || !typed.has(t.id)) continue;
    const families = foldersAround(tracks, t).flatMap(
      (f) => style.reader.roles.get(f.role ?? "")?.family ?? [],
    );
    const reading = readName(style.reader, t.name, { families });
    const right = isMeant(reading, meant);
    const outcome = right ? "right" : reading.sure ? "wrongAndSure" : "asked";
    count.all++;
    count.of[outcome]++;
    if (!right)
      count.case(
        `“${t.name}” is ${[meant.thing, ...meant.where, meant.number ?? ""].join(" ").trim()}, read as ` +
          `${[reading.role ?? "nothing", ...reading.positions, reading.number ?? ""].join(" ").trim()}` +
          (reading.sure ? ", and sure" : ""),
      );
  }
}
