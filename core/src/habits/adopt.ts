import { ciede2000 } from "../colour/ciede2000.ts";
import { lab } from "../colour/lab.ts";
import { teach, withRole } from "../house/edit.ts";
import type { House } from "../house/house.ts";
import { freeId } from "../session/freeId.ts";
import { plural } from "../session/plural.ts";
import { makeReader } from "../words/reader.ts";
import { readName } from "../words/read.ts";
import type { Habit } from "./habits.ts";

/** A colour of the palette that is nearer than this is the one that is meant (CIEDE2000). */
const MEANT = 5;
const SHORT = { full: 24, eight: 8, four: 4 } as const;

/**
 * The house with a habit of its rooms taken up: another short form (the old one is still heard), another colour. Null
 * where that belongs to templates, or the house does so already; a problem where the word is another role's.
 */
export function withHabit(house: House, h: Habit): { house: House } | { problem: string } | null {
  const role = house.words.roles.find((r) => r.id === h.role);
  if (!role) return null;
  if (h.about === "name") {
    const short = { ...role.short };
    for (const form of ["full", "eight", "four"] as const)
      if (role.short[form] === h.house) short[form] = h.rooms.slice(0, SHORT[form]);
    if (JSON.stringify(short) === JSON.stringify(role.short)) return null;
    const next = teach(withRole(house, role.id, { short }), role.id, h.house, null);
    const heard = readName(makeReader(next.words), h.rooms).role;
    if (heard === role.id) return { house: next };
    const other = house.words.roles.find((r) => r.id === heard)?.name ?? "something else";
    return { problem: `The house hears “${h.rooms}” as “${other}”. Take it from there first.` };
  }
  if (h.about === "colour" && h.rooms !== "") {
    const wanted = lab(h.rooms);
    const near = house.palette
      .map((c) => ({ id: c.id, off: ciede2000(wanted, lab(c.hex)) }))
      .toSorted((a, b) => a.off - b.off)[0];
    if (near && near.off < MEANT)
      return role.colour === near.id ? null : { house: withRole(house, role.id, { colour: near.id }) };
    const id = freeId(`of-${role.id}`.slice(0, 60), new Set(house.palette.map((c) => c.id)));
    const palette = [
      ...house.palette,
      { id, name: `As rooms have ${role.name}`.slice(0, 40), hex: h.rooms },
    ];
    return { house: withRole({ ...house, palette }, role.id, { colour: id }) };
  }
  return null;
}

/** "6 of 7 sessions call it “Talk”, not “TB”". */
export function habitInWords(h: Habit): string {
  const who = `${h.sessions} of ${plural(h.of, "session")}`;
  switch (h.about) {
    case "name":
      return `${who} call it “${h.rooms}”, not “${h.house}”`;
    case "colour":
      return `${who} have it in another colour`;
    case "place":
      return h.rooms === "" ? `${who} put it in no folder` : `${who} put it with “${h.rooms}”`;
    case "level":
      return `${who} have it ${h.rooms}${h.by === null ? "" : `, most by ${Math.abs(h.by)} dB`}`;
    case "gone":
      return `${who} take it out`;
    case "added":
      return `${who} add it`;
  }
}
