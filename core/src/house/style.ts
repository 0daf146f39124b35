import { makeReader } from "../words/reader.ts";
import type { Reader } from "../words/reader.ts";
import type { Family, Role } from "../words/wordlist.ts";
import type { Identity, PatternUse } from "../names/pattern.ts";
import type { FolderPlan, House } from "./house.ts";

/** A folder of the house order with where it stands in it. */
export interface HouseFolder {
  readonly role: string;
  readonly parent: HouseFolder | null;
  /** Its place in the whole order, depth first. */
  readonly index: number;
  readonly families: readonly string[];
  readonly plan: FolderPlan;
}

/** A house style made ready for work: reader, look-ups and folder order, built once per edition. */
export interface Style {
  readonly house: House;
  readonly reader: Reader;
  readonly families: ReadonlyMap<string, Family>;
  /** Colours of the palette by id. */
  readonly hex: ReadonlyMap<string, string>;
  /** The folder a role names. */
  readonly folderOfRole: ReadonlyMap<string, HouseFolder>;
  /** The folder a role goes in whatever its family. */
  readonly folderForRole: ReadonlyMap<string, HouseFolder>;
  readonly folderOfFamily: ReadonlyMap<string, HouseFolder>;
  readonly roleOrder: ReadonlyMap<string, number>;
  /** The place of a role among those of its family. */
  readonly orderInFamily: ReadonlyMap<string, number>;
  readonly positionOrder: ReadonlyMap<string, number>;
}

/** Prepares a house style for reading, dressing and checking. */
export function makeStyle(house: House): Style {
  const folderOfRole = new Map<string, HouseFolder>();
  const folderForRole = new Map<string, HouseFolder>();
  const folderOfFamily = new Map<string, HouseFolder>();
  let index = 0;
  const walk = (plans: readonly FolderPlan[], parent: HouseFolder | null): void => {
    for (const plan of plans) {
      const folder: HouseFolder = {
        role: plan.role,
        parent,
        index: index++,
        families: plan.families,
        plan,
      };
      folderOfRole.set(plan.role, folder);
      for (const family of plan.families)
        if (!folderOfFamily.has(family)) folderOfFamily.set(family, folder);
      for (const role of plan.roles) if (!folderForRole.has(role)) folderForRole.set(role, folder);
      walk(plan.inside, folder);
    }
  };
  walk(house.folders, null);
  const many = new Map<string, number>();
  const orderInFamily = new Map(
    house.words.roles.map((r) => {
      const n = many.get(r.family) ?? 0;
      many.set(r.family, n + 1);
      return [r.id, n];
    }),
  );
  return {
    house,
    reader: makeReader(house.words),
    families: new Map(house.words.families.map((f) => [f.id, f])),
    hex: new Map(house.palette.map((c) => [c.id, c.hex])),
    folderOfRole,
    folderForRole,
    folderOfFamily,
    orderInFamily,
    roleOrder: new Map(house.words.roles.map((r, i) => [r.id, i])),
    positionOrder: new Map(house.words.positions.map((p, i) => [p.id, i + 1])),
  };
}

/** The same style as another object: nobody remembers anything of tracks or sessions under it. */
export function forgetful(style: Style): Style {
  return { ...style };
}

/** The family a track belongs with: a place (room, audience) goes with what it is the place of. */
export function familyFor(style: Style, what: Identity): string | null {
  const role = what.role === null ? undefined : style.reader.roles.get(what.role);
  if (!role) return null;
  const owner = role.sort === "place" && what.of !== null ? style.reader.roles.get(what.of) : undefined;
  return owner?.family ?? role.family;
}

/**
 * The house colour of a role: a folder of the house order its own, else the role's, else its family's; a
 * place takes the family it goes with.
 */
export function colourFor(style: Style, what: Identity, kind?: Role["kind"]): string | null {
  const role = what.role === null ? undefined : style.reader.roles.get(what.role);
  const family = familyFor(style, what);
  if (!role || family === null) return null;
  const folder = kind === "folder" ? (style.folderOfRole.get(role.id)?.plan.colour ?? null) : null;
  const own = family === role.family ? role.colour : null;
  return style.hex.get(folder ?? own ?? style.families.get(family)?.colour ?? "") ?? null;
}

/** The house icon of a role: its own, else its family's. */
export function iconFor(style: Style, what: Identity): string | null {
  const role = what.role === null ? undefined : style.reader.roles.get(what.role);
  if (!role) return null;
  return role.icon ?? style.families.get(familyFor(style, what) ?? "")?.icon ?? null;
}

/** The folder of the house order that a role's tracks go in, by role, else by family; null for none. */
export function folderFor(style: Style, what: Identity): HouseFolder | null {
  return (
    style.folderForRole.get(what.role ?? "") ??
    style.folderOfFamily.get(familyFor(style, what) ?? "") ??
    null
  );
}

/** Which pattern names a track of this role and kind. */
export function patternUse(kind: Role["kind"]): PatternUse {
  if (kind === "folder") return "folder";
  if (kind === "return") return "return";
  return kind === "bus" || kind === "main" || kind === "cue-mix" || kind === "monitor" ? "bus" : "track";
}

/** The ways of playing a house has words for, by id and name. */
export const articulationWords = ({ words }: Pick<House, "words">): [id: string, name: string][] =>
  words.positions.flatMap((p) => (p.group === "articulation" ? [[p.id, p.name] as [string, string]] : []));
