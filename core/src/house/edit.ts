import { freeId } from "../session/freeId.ts";
import { plural } from "../session/plural.ts";
import { idOf } from "../words/usual/index.ts";
import type { Family, Role } from "../words/wordlist.ts";
import { houseProblems } from "./house.ts";
import type { FolderPlan, House, PaletteColour } from "./house.ts";
import { withRoles } from "./startParts.ts";

/** A family with other values. */
export function withFamily(house: House, id: string, fields: Partial<Omit<Family, "id">>): House {
  return {
    ...house,
    words: {
      ...house.words,
      families: house.words.families.map((f) => (f.id === id ? { ...f, ...fields } : f)),
    },
  };
}

/**
 * The house with one more family, at the end, in a palette colour of the house. @returns what is wrong
 * instead, where it cannot be
 */
export function addFamily(house: House, name: string): { house: House; id: string } | { problem: string } {
  const said = name.trim();
  const base = idOf(said);
  if (base === "") return { problem: "Give the family a name with at least one letter." };
  const id = freeId(base, house.words.families);
  const used = new Set(house.words.families.map((f) => f.colour));
  const colour = (house.palette.find((c) => !used.has(c.id)) ?? house.palette[0])?.id ?? "";
  const next: House = {
    ...house,
    words: {
      ...house.words,
      families: [...house.words.families, { id, name: said, colour, icon: "music" }],
    },
  };
  const [problem] = houseProblems(next);
  return problem ? { problem: `That does not work: ${problem.message}.` } : { house: next, id };
}

/**
 * The house without a family. @returns what still needs it instead: its roles, a folder, a starting value,
 * an exception
 */
export function removeFamily(house: House, id: string): { house: House } | { problem: string } {
  const roles = house.words.roles.filter((r) => r.family === id).length;
  if (roles > 0)
    return {
      problem: `It still has ${plural(roles, "role")}. Move them to another family first.`,
    };
  const next: House = {
    ...house,
    words: { ...house.words, families: house.words.families.filter((f) => f.id !== id) },
  };
  const [problem] = houseProblems(next);
  return problem
    ? { problem: `Something still speaks of it (${problem.path.join(" ")}): take it out there first.` }
    : { house: next };
}

/** A role with other values. */
export function withRole(house: House, id: string, fields: Partial<Omit<Role, "id">>): House {
  return {
    ...house,
    words: { ...house.words, roles: house.words.roles.map((r) => (r.id === id ? { ...r, ...fields } : r)) },
  };
}

/** "conch shell, sea horn" as heard names; what carried a family or a doubt before keeps it. */
export function heardFromText(text: string, before: Role["heard"] = []): Role["heard"] {
  const known = new Map(before.map((h) => [h.text.toLowerCase(), h]));
  const words = text
    .split(",")
    .map((w) => w.trim())
    .filter(Boolean);
  return [
    ...new Map(
      words.map((w) => [
        w.toLowerCase(),
        known.get(w.toLowerCase()) ?? { text: w, within: null, doubtful: false },
      ]),
    ).values(),
  ];
}

export interface NewRole {
  readonly name: string;
  readonly family: string;
  readonly short: { full: string; eight: string; four: string };
  readonly heard: string;
  /** Of its own; left out or null: the family's. */
  readonly colour?: string | null;
  readonly icon?: string | null;
}

/** Short forms to begin with: words run together, then without their inner vowels. */
export function shortFormsFor(name: string): { full: string; eight: string; four: string } {
  const words = name
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .split(/[^A-Za-z0-9]+/)
    .filter(Boolean);
  const joined = words.map((w) => w.charAt(0).toUpperCase() + w.slice(1)).join("");
  const bare = words.map((w) => w.charAt(0).toUpperCase() + w.slice(1).replace(/[aeiou]/gi, "")).join("");
  const fit = (n: number): string => (joined.length <= n ? joined : bare.slice(0, n));
  return { full: fit(12), eight: fit(8), four: fit(4) };
}

/**
 * The house with one more role, at the end of its family. @returns what is wrong instead, where it cannot
 * be
 */
export function addRole(house: House, role: NewRole): { house: House; id: string } | { problem: string } {
  const name = role.name.trim();
  const id = idOf(name);
  if (id === "") return { problem: "Give the role a name with at least one letter." };
  const like =
    house.words.roles.find((r) => r.family === role.family && r.sort === "source") ??
    house.words.roles.find((r) => r.family === role.family);
  const made: Role = {
    id,
    name,
    family: role.family,
    sort: "source",
    short: role.short,
    heard: heardFromText(role.heard),
    kind: "audio",
    format: like?.format ?? "mono",
    source: like?.source ?? "mic",
    positions: [],
    sections: [],
    importance: "should",
    colour: role.colour ?? null,
    icon: role.icon ?? null,
  };
  const last = house.words.roles.findLastIndex((r) => r.family === role.family);
  const roles = house.words.roles.toSpliced(last + 1, 0, made);
  const next: House = { ...house, words: { ...house.words, roles } };
  const [problem] = houseProblems(next);
  return problem ? { problem: `That does not work: ${problem.message}.` } : { house: next, id };
}

/** The house with a role in another family, at its end. */
export function moveRole(house: House, id: string, family: string): House {
  const role = house.words.roles.find((r) => r.id === id);
  if (!role || role.family === family) return house;
  const rest = house.words.roles.filter((r) => r !== role);
  const last = rest.findLastIndex((r) => r.family === family);
  return {
    ...house,
    words: {
      ...house.words,
      roles: rest.toSpliced(last < 0 ? rest.length : last + 1, 0, { ...role, family }),
    },
  };
}

/**
 * The house with one role made part of another: all it was called becomes something the other is heard as.
 */
export function mergeRoles(house: House, from: string, into: string): House {
  const gone = house.words.roles.find((r) => r.id === from);
  const stays = house.words.roles.find((r) => r.id === into);
  if (!gone || !stays || gone === stays) return house;
  const heard = new Map(stays.heard.map((h) => [`${h.text.toLowerCase()}@${h.within ?? ""}`, h]));
  for (const h of [
    ...gone.heard,
    ...[gone.name, gone.short.full, gone.short.eight, gone.short.four].map((text) => ({
      text,
      within: null,
      doubtful: text.length === 1,
    })),
  ]) {
    const key = `${h.text.toLowerCase()}@${h.within ?? ""}`;
    if (h.text.toLowerCase() !== stays.name.toLowerCase() && !heard.has(key)) heard.set(key, h);
  }
  return {
    ...withRolesSwapped(house, (id) => (id === from ? into : id)),
    words: {
      ...house.words,
      roles: house.words.roles
        .filter((r) => r !== gone)
        .map((r) => (r === stays ? { ...r, heard: [...heard.values()] } : r)),
    },
  };
}

/**
 * Every place outside the word list that names a role, with another named or none. Folders keep their name
 * where none is given.
 */
function withRolesSwapped(house: House, swap: (id: string) => string | null): House {
  const list = (ids: readonly string[]): string[] => [...new Set(ids.flatMap((id) => swap(id) ?? []))];
  // A condition that loses its last role would hold for everything: it goes with the role.
  const emptied = (before: readonly string[], after: readonly string[]): boolean =>
    before.length > 0 && after.length === 0;
  const plans = (folders: readonly FolderPlan[]): FolderPlan[] =>
    folders.map((f) => ({
      ...f,
      role: swap(f.role) ?? f.role,
      roles: list(f.roles),
      inside: plans(f.inside),
    }));
  return {
    ...house,
    folders: plans(house.folders),
    starts: house.starts
      .filter((r) => !emptied(r.when.roles, list(r.when.roles)))
      .map((r) => ({
        ...r,
        when: { ...r.when, roles: list(r.when.roles) },
        then: withRoles(r.then, swap),
      })),
    exceptions: house.exceptions
      .filter(
        (e) => !emptied(e.when.roles, list(e.when.roles)) && !emptied(e.when.inside, list(e.when.inside)),
      )
      .map((e) => ({
        ...e,
        when: { ...e.when, roles: list(e.when.roles), inside: list(e.when.inside) },
        then: {
          ...e.then,
          folder: e.then.folder === null ? null : (swap(e.then.folder) ?? e.then.folder),
          start: e.then.start && withRoles(e.then.start, swap),
        },
      })),
  };
}

/** The house without a role. @returns what still needs it instead, where something does */
export function removeRole(house: House, id: string): { house: House } | { problem: string } {
  const next: House = {
    ...withRolesSwapped(house, (x) => (x === id ? null : x)),
    words: { ...house.words, roles: house.words.roles.filter((r) => r.id !== id) },
  };
  return houseProblems(next).length > 0
    ? { problem: "A folder of the house order is named by this role. Give that folder another role first." }
    : { house: next };
}

/** The house with one more thing a role is heard as. */
export function teach(house: House, role: string, word: string, within: string | null): House {
  const known = house.words.roles.find((r) => r.id === role);
  const text = word.trim();
  if (
    !known ||
    text === "" ||
    known.heard.some((h) => h.text.toLowerCase() === text.toLowerCase() && h.within === within)
  )
    return house;
  return withRole(house, role, { heard: [...known.heard, { text, within, doubtful: false }] });
}

/** The house with a palette colour of another value or name. */
export function withColour(house: House, id: string, fields: Partial<Omit<PaletteColour, "id">>): House {
  return { ...house, palette: house.palette.map((c) => (c.id === id ? { ...c, ...fields } : c)) };
}

/**
 * The house with the colours of a read palette: those whose name it knows take the new value, others are
 * added.
 */
export function withPalette(
  house: House,
  colours: readonly { readonly name: string; readonly hex: string }[],
): House {
  let next = house;
  for (const { name, hex } of colours) {
    const known = next.palette.find((c) => c.name.toLowerCase() === name.toLowerCase());
    if (known) {
      next = withColour(next, known.id, { hex });
      continue;
    }
    const id = freeId(idOf(name) || "colour", next.palette);
    next = { ...next, palette: [...next.palette, { id, name: name.slice(0, 40), hex }] };
  }
  return next;
}

/** How many families and roles point at a palette colour themselves. */
export function usesOf(house: House, colour: string): { families: string[]; roles: number } {
  return {
    families: house.words.families.filter((f) => f.colour === colour).map((f) => f.name),
    roles: house.words.roles.filter((r) => r.colour === colour).length,
  };
}
