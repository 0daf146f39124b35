import { patternInWords } from "../names/compose.ts";
import { byId } from "../session/routing.ts";
import type { Session, Track } from "../session/document.ts";
import { caseOf, rolesAround } from "./exceptions.ts";
import type { Exception } from "./house.ts";
import { planHouse } from "./plan.ts";
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

/** The trace that shows which decision of the house gives each value of a track. */
export function whyOf(style: Style, session: Session, t: Track): Why[] {
  const plan = planHouse(style, session);
  const wanted = plan.wanted.get(t.id);
  const excepted = (e: Exception): Pick<Why, "because" | "decidedBy"> => ({
    because: `exception: ${e.says}`,
    decidedBy: { part: "exceptions", line: e.id },
  });
  if (wanted?.verdict.alone) return [{ value: "Name", is: t.name, ...excepted(wanted.verdict.alone) }];
  const role = wanted?.what.role ? style.reader.roles.get(wanted.what.role) : undefined;
  if (!wanted || !role) {
    const nothing: Why[] = [
      {
        value: "Name",
        is: t.name,
        because: "no role of the word list fits this name, so the house has no say",
        decidedBy: null,
      },
    ];
    if (wanted?.verdict.colour)
      nothing.push({ value: "Colour", is: wanted.colour ?? "none", ...excepted(wanted.verdict.colour) });
    if (wanted?.verdict.icon)
      nothing.push({ value: "Icon", is: wanted.icon ?? "none", ...excepted(wanted.verdict.icon) });
    return nothing;
  }
  const familyId = familyFor(style, wanted.what) ?? role.family;
  const family = style.families.get(familyId);
  const byRole: HouseLine = { part: "words", line: `${role.family}/${role.id}` };
  const byFamily: HouseLine = { part: "words", line: familyId };
  const use = patternUse(t.kind);
  const parent = plan.parentOf.get(t.id) ?? null;
  const siblings = plan.inside.get(parent) ?? [];
  const folder =
    parent === null ? undefined : [...session.tracks, ...plan.newFolders].find((x) => x.id === parent);
  const passing = parent === null ? undefined : plan.houseFolder.get(parent);
  const out: Why[] = [
    {
      value: "Name",
      is: wanted.name ?? t.name,
      because: `pattern: ${patternInWords(style.house.names[use], wanted.what)}`,
      decidedBy: { part: "names", line: use },
    },
    {
      value: "Colour",
      is: `${wanted.colour ?? "none"}${colourName(style, wanted.colour)}`,
      ...(wanted.verdict.colour ? excepted(wanted.verdict.colour) : colourReason()),
    },
    {
      value: "Icon",
      is: wanted.icon ?? "none",
      ...(wanted.verdict.icon
        ? excepted(wanted.verdict.icon)
        : {
            because:
              t.kind === "folder"
                ? "all folders carry it"
                : role.icon !== null
                  ? `role “${role.name}”`
                  : `family ${family?.name ?? ""}; role sets none`,
            decidedBy: t.kind === "folder" ? null : role.icon !== null ? byRole : byFamily,
          }),
    },
    {
      value: "Place",
      is: `${ordinal(siblings.indexOf(t.id) + 1)} ${folder ? `in ${folder.name}` : "outside all folders"}`,
      ...(wanted.verdict.folder
        ? excepted(wanted.verdict.folder)
        : placeReason(style, role.id, familyId, family?.name ?? "", role.sort)),
    },
  ];
  for (const s of startTrace(
    style,
    wanted.what,
    caseOf(t, role.id, familyId, rolesAround(byId(session), t)),
  ))
    out.push({
      value: "Start",
      is: startInWords({ [s.field]: s.value }),
      because: s.exception ? `exception: ${s.says}` : s.says,
      decidedBy: { part: s.exception ? "exceptions" : "starts", line: s.id },
    });
  return out;

  function colourReason(): Pick<Why, "because" | "decidedBy"> {
    const own = t.kind === "folder" ? (plan.houseFolder.get(t.id)?.plan.colour ?? null) : null;
    if (own !== null)
      return {
        because: "this folder has a colour of its own",
        decidedBy: { part: "folders", line: wanted?.what.role ?? "" },
      };
    if (passes(passing) && t.kind !== "folder")
      return {
        because:
          passing?.plan.passes === "same"
            ? `takes the colour of its folder ${folder?.name ?? ""}`
            : `a step of the colour of its folder ${folder?.name ?? ""}`,
        decidedBy: { part: "folders", line: passing?.role ?? "" },
      };
    return role && role.colour !== null && familyId === role.family
      ? { because: `role “${role.name}” in family ${family?.name ?? ""}`, decidedBy: byRole }
      : { because: `family ${family?.name ?? ""}; role sets none`, decidedBy: byFamily };
  }
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

const passes = (folder: HouseFolder | undefined): boolean =>
  folder !== undefined && folder.plan.passes !== "nothing";

function colourName(style: Style, hex: string | null): string {
  const colour = style.house.palette.find((c) => c.hex === hex);
  return colour ? ` · ${colour.name}` : "";
}

function placeReason(
  style: Style,
  roleId: string,
  familyId: string,
  familyName: string,
  sort: string,
): Pick<Why, "because" | "decidedBy"> {
  const own = style.folderForRole.get(roleId);
  if (own)
    return {
      because: `house order: this role goes in “${style.reader.roles.get(own.role)?.name ?? ""}”`,
      decidedBy: { part: "folders", line: own.role },
    };
  if (sort === "path")
    return { because: "buses, returns and the main path stand at the end", decidedBy: null };
  const folder = style.folderOfFamily.get(familyId);
  const name = folder ? (style.reader.roles.get(folder.role)?.name ?? "") : "";
  return folder
    ? {
        because: `house order: family ${familyName} goes in “${name}”`,
        decidedBy: { part: "folders", line: folder.role },
      }
    : { because: `house order has no folder for ${familyName}`, decidedBy: null };
}

function ordinal(n: number): string {
  const end = n % 100 >= 11 && n % 100 <= 13 ? "th" : (["th", "st", "nd", "rd"][n % 10] ?? "th");
  return `${n}${end}`;
}
