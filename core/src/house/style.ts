import { makeReader } from "../words/reader.ts";
import type { Reader } from "../words/reader.ts";
import type { Family, Role } from "../words/wordlist.ts";
import type { Session } from "../session/document.ts";
import type { Identity, PatternUse } from "../names/pattern.ts";
import type { FolderPlan, House } from "./house.ts";
import type { HousePlan } from "./plan.ts";

/** A folder of the house order with where it stands in it. */
export interface HouseFolder {
  readonly role: string;
  readonly parent: HouseFolder | null;
  /** Its place in the whole order, depth first. */
  readonly index: number;
  readonly families: readonly string[];
}

/** A house style made ready for work: reader, look-ups and folder order, built once per edition. */
export interface Style {
  readonly house: House;
  readonly reader: Reader;
  readonly families: ReadonlyMap<string, Family>;
  /** Colours of the palette by id. */
  readonly hex: ReadonlyMap<string, string>;
  readonly folderOfRole: ReadonlyMap<string, HouseFolder>;
  readonly folderOfFamily: ReadonlyMap<string, HouseFolder>;
  readonly roleOrder: ReadonlyMap<string, number>;
  readonly positionOrder: ReadonlyMap<string, number>;
  /** The last plans made, newest first; sessions never change in place, so a plan holds as long as its session. */
  readonly plans: { readonly session: Session; readonly plan: HousePlan }[];
}

/** Prepares a house style for reading, dressing and checking. */
export function makeStyle(house: House): Style {
  const folderOfRole = new Map<string, HouseFolder>();
  const folderOfFamily = new Map<string, HouseFolder>();
  let index = 0;
  const walk = (plans: readonly FolderPlan[], parent: HouseFolder | null): void => {
    for (const plan of plans) {
      const folder: HouseFolder = { role: plan.role, parent, index: index++, families: plan.families };
      folderOfRole.set(plan.role, folder);
      for (const family of plan.families) if (!folderOfFamily.has(family)) folderOfFamily.set(family, folder);
      walk(plan.inside, folder);
    }
  };
  walk(house.folders, null);
  return {
    house,
    reader: makeReader(house.words),
    families: new Map(house.words.families.map((f) => [f.id, f])),
    hex: new Map(house.palette.map((c) => [c.id, c.hex])),
    folderOfRole, folderOfFamily,
    roleOrder: new Map(house.words.roles.map((r, i) => [r.id, i])),
    positionOrder: new Map(house.words.positions.map((p, i) => [p.id, i + 1])),
    plans: [],
  };
}

/** The family a track belongs with: a place (room, audience) goes with what it is the place of. */
export function familyFor(style: Style, what: Identity): string | null {
  const role = what.role === null ? undefined : style.reader.roles.get(what.role);
  if (!role) return null;
  const owner = role.sort === "place" && what.of !== null ? style.reader.roles.get(what.of) : undefined;
  return owner?.family ?? role.family;
}

/** The house colour of a role: its own, else its family's; a place takes the family it goes with. */
export function colourFor(style: Style, what: Identity): string | null {
  const role = what.role === null ? undefined : style.reader.roles.get(what.role);
  const family = familyFor(style, what);
  if (!role || family === null) return null;
  const own = family === role.family ? role.colour : null;
  return style.hex.get(own ?? style.families.get(family)?.colour ?? "") ?? null;
}

/** The house icon of a role: its own, else its family's. */
export function iconFor(style: Style, what: Identity): string | null {
  const role = what.role === null ? undefined : style.reader.roles.get(what.role);
  if (!role) return null;
  return role.icon ?? style.families.get(familyFor(style, what) ?? "")?.icon ?? null;
}

/** Which pattern names a track of this role and kind. */
export function patternUse(kind: Role["kind"]): PatternUse {
  if (kind === "folder") return "folder";
  if (kind === "return") return "return";
  return kind === "bus" || kind === "main" ? "bus" : "track";
}
