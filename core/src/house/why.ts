import { patternInWords } from "../names/compose.ts";
import { byId } from "../session/routing.ts";
import type { Session, Track } from "../session/document.ts";
import { caseOf, rolesAround } from "./exceptions.ts";
import type { Exception } from "./house.ts";
import { planHouse } from "./plan.ts";
import type { HousePlan } from "./plan.ts";
import type { HouseWish } from "./facts.ts";
import type { Role } from "../words/wordlist.ts";
import { startInWords, startTrace } from "./starts.ts";
import { familyFor, patternUse } from "./style.ts";
import type { HouseFolder, Style } from "./style.ts";

/** A line of the house style: which part it stands in, and which line there. */
export interface HouseLine {
  readonly part: "words" | "names" | "folders" | "starts" | "exceptions";
  readonly line: string;
}

/** One value of a track with the decision it came from. */
export interface Why {
  readonly value: "Name" | "Colour" | "Icon" | "Place" | "Start";
  /** What it is. */
  readonly is: string;
  /** Which decision says so, in words. */
  readonly because: string;
  /** The line that decided; null where no line of the house did. */
  readonly decidedBy: HouseLine | null;
}

type Reason = Pick<Why, "because" | "decidedBy">;

/** What the reasons of one track are looked up in. */
interface Case {
  readonly style: Style;
  readonly plan: HousePlan;
  readonly session: Session;
  readonly track: Track;
  readonly wish: HouseWish;
  readonly role: Role;
  readonly familyId: string;
  readonly family: string;
}

const byException = (e: Exception): Reason => ({
  because: `exception: ${e.says}`,
  decidedBy: { part: "exceptions", line: e.id },
});
const byRole = ({ role }: Case): HouseLine => ({ part: "words", line: `${role.family}/${role.id}` });
const byFamily = ({ familyId }: Case): HouseLine => ({ part: "words", line: familyId });

/** The trace that shows which decision of the house gives each value of a track. */
export function whyOf(style: Style, session: Session, t: Track): Why[] {
  const plan = planHouse(style, session);
  const wish = plan.wanted.get(t.id);
  if (wish?.verdict.alone) return [{ value: "Name", is: t.name, ...byException(wish.verdict.alone) }];
  const role = wish?.what.role ? style.reader.roles.get(wish.what.role) : undefined;
  if (!wish || !role) return whyUnread(t, wish);
  const familyId = familyFor(style, wish.what) ?? role.family;
  const family = style.families.get(familyId)?.name ?? "";
  const of: Case = { style, plan, session, track: t, wish, role, familyId, family };
  return [nameOf(of), colourOf(of), iconOf(of), placeOf(of), ...startsOf(of)];
}

/** Of a track of which nobody can tell what it is: what exceptions say all the same. */
function whyUnread(t: Track, wish: HouseWish | undefined): Why[] {
  const because = "no role of the word list fits this name, so the house has no say";
  const { colour, icon } = wish?.verdict ?? {};
  return [
    { value: "Name", is: t.name, because, decidedBy: null },
    ...(colour ? [{ value: "Colour" as const, is: wish?.colour ?? "none", ...byException(colour) }] : []),
    ...(icon ? [{ value: "Icon" as const, is: wish?.icon ?? "none", ...byException(icon) }] : []),
  ];
}

function nameOf({ style, track: t, wish }: Case): Why {
  const use = patternUse(t.kind);
  return {
    value: "Name",
    is: wish.name ?? t.name,
    because: `pattern: ${patternInWords(style.house.names[use], wish.what)}`,
    decidedBy: { part: "names", line: use },
  };
}

function colourOf(of: Case): Why {
  const { wish, style } = of;
  const { colour } = wish.verdict;
  const is = `${wish.colour ?? "none"}${colourName(style, wish.colour)}`;
  return { value: "Colour", is, ...(colour ? byException(colour) : colourReason(of)) };
}

/** The folder a track should stand in, and which folder of the house order that is. */
function folderAround({ plan, session, track: t }: Case) {
  const parent = plan.parentOf.get(t.id) ?? null;
  const tracks = [...session.tracks, ...plan.newFolders];
  return {
    parent,
    name: tracks.find((x) => x.id === parent)?.name ?? null,
    house: parent === null ? undefined : plan.houseFolder.get(parent),
  };
}

function colourReason(of: Case): Reason {
  const { plan, track: t, wish, role, familyId, family } = of;
  const isFolder = t.kind === "folder";
  if (isFolder && (plan.houseFolder.get(t.id)?.plan.colour ?? null) !== null)
    return {
      because: "this folder has a colour of its own",
      decidedBy: { part: "folders", line: wish.what.role ?? "" },
    };
  const { name, house } = folderAround(of);
  if (house && passes(house) && !isFolder) {
    const how = house.plan.passes === "same" ? "takes the colour" : "a step of the colour";
    return {
      because: `${how} of its folder ${name ?? ""}`,
      decidedBy: { part: "folders", line: house.role },
    };
  }
  return role.colour !== null && familyId === role.family
    ? { because: `role “${role.name}” in family ${family}`, decidedBy: byRole(of) }
    : { because: `family ${family}; role sets none`, decidedBy: byFamily(of) };
}

function iconOf(of: Case): Why {
  const { icon } = of.wish.verdict;
  const is = of.wish.icon ?? "none";
  return { value: "Icon", is, ...(icon ? byException(icon) : iconReason(of)) };
}

function iconReason(of: Case): Reason {
  const { track: t, role, family } = of;
  if (t.kind === "folder") return { because: "all folders carry it", decidedBy: null };
  return role.icon !== null
    ? { because: `role “${role.name}”`, decidedBy: byRole(of) }
    : { because: `family ${family}; role sets none`, decidedBy: byFamily(of) };
}

function placeOf(of: Case): Why {
  const { plan, track: t, wish } = of;
  const { parent, name } = folderAround(of);
  const nth = ordinal((plan.inside.get(parent) ?? []).indexOf(t.id) + 1);
  const { folder } = wish.verdict;
  return {
    value: "Place",
    is: `${nth} ${name === null ? "outside all folders" : `in ${name}`}`,
    ...(folder ? byException(folder) : placeReason(of)),
  };
}

function placeReason({ style, role, familyId, family }: Case): Reason {
  const called = (folder: HouseFolder): string => style.reader.roles.get(folder.role)?.name ?? "";
  const own = style.folderForRole.get(role.id);
  if (own)
    return {
      because: `house order: this role goes in “${called(own)}”`,
      decidedBy: { part: "folders", line: own.role },
    };
  if (role.sort === "path")
    return { because: "buses, returns and the main path stand at the end", decidedBy: null };
  const folder = style.folderOfFamily.get(familyId);
  return folder
    ? {
        because: `house order: family ${family} goes in “${called(folder)}”`,
        decidedBy: { part: "folders", line: folder.role },
      }
    : { because: `house order has no folder for ${family}`, decidedBy: null };
}

function startsOf({ style, session, track: t, wish, role, familyId }: Case): Why[] {
  const around = caseOf(t, role.id, familyId, rolesAround(byId(session), t));
  return startTrace(style, wish.what, around).map((s) => ({
    value: "Start",
    is: startInWords({ [s.field]: s.value }),
    because: s.exception ? `exception: ${s.says}` : s.says,
    decidedBy: { part: s.exception ? "exceptions" : "starts", line: s.id },
  }));
}

const VALUE_OF: Readonly<Record<string, Why["value"]>> = {
  "name-off-pattern": "Name",
  "same-name": "Name",
  "colour-off": "Colour",
  "icon-off": "Icon",
  "outside-folder": "Place",
  "out-of-order": "Place",
  "folder-sound": "Place",
};

/** The line of the house that a finding of a rule goes against; null where no line of the house asked. */
export function lineBehind(style: Style, session: Session, rule: string, t: Track): HouseLine | null {
  const value = VALUE_OF[rule];
  return value === undefined
    ? null
    : (whyOf(style, session, t).find((w) => w.value === value)?.decidedBy ?? null);
}

const passes = (folder: HouseFolder): boolean => folder.plan.passes !== "nothing";

function colourName(style: Style, hex: string | null): string {
  const colour = style.house.palette.find((c) => c.hex === hex);
  return colour ? ` · ${colour.name}` : "";
}

function ordinal(n: number): string {
  const end = n % 100 >= 11 && n % 100 <= 13 ? "th" : (["th", "st", "nd", "rd"][n % 10] ?? "th");
  return `${n}${end}`;
}
