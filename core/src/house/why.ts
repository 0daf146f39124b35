import { patternInWords } from "../names/compose.ts";
import type { Session, Track } from "../session/document.ts";
import { planHouse } from "./plan.ts";
import { familyFor, patternUse } from "./style.ts";
import type { Style } from "./style.ts";

/** One value of a track with the decision it came from. */
export interface Why {
  readonly value: "Name" | "Colour" | "Icon" | "Place" | "Start";
  /** What it is. */
  readonly is: string;
  /** Which decision says so, in words. */
  readonly because: string;
  /** The role or family that decided, for a link into the house style. */
  readonly decidedBy: { readonly family: string; readonly role: string | null } | null;
}

/** The trace that shows which decision of the house gives each value of a track. */
export function whyOf(style: Style, session: Session, t: Track): Why[] {
  const wanted = planHouse(style, session).wanted.get(t.id);
  const role = wanted?.what.role ? style.reader.roles.get(wanted.what.role) : undefined;
  if (!wanted || !role) return [{ value: "Name", is: t.name, because: "no role of the word list fits this name, so the house has no say", decidedBy: null }];
  const familyId = familyFor(style, wanted.what) ?? role.family;
  const family = style.families.get(familyId);
  const byRole = { family: role.family, role: role.id };
  const byFamily = { family: familyId, role: null };
  const ownColour = role.colour !== null && familyId === role.family;
  const paletteName = style.house.palette.find((c) => c.hex === wanted.colour)?.name ?? "";
  const plan = planHouse(style, session);
  const parent = plan.parentOf.get(t.id) ?? null;
  const siblings = plan.inside.get(parent) ?? [];
  const folder = parent === null ? undefined : [...session.tracks, ...plan.newFolders].find((x) => x.id === parent);
  const out: Why[] = [
    { value: "Name", is: wanted.name ?? t.name, because: `pattern: ${patternInWords(style.house.names[patternUse(t.kind)], wanted.what)}`, decidedBy: byRole },
    { value: "Colour", is: `${wanted.colour ?? "none"} · ${paletteName}`, because: ownColour ? `role “${role.name}” in family ${family?.name ?? ""}` : `family ${family?.name ?? ""}; role sets none`, decidedBy: ownColour ? byRole : byFamily },
    { value: "Icon", is: wanted.icon ?? "none", because: t.kind === "folder" ? "all folders carry it" : role.icon !== null ? `role “${role.name}”` : `family ${family?.name ?? ""}; role sets none`, decidedBy: role.icon !== null ? byRole : byFamily },
    { value: "Place", is: `${ordinal(siblings.indexOf(t.id) + 1)} ${folder ? `in ${folder.name}` : "outside all folders"}`, because: placeReason(style, familyId, family?.name ?? "", role.sort), decidedBy: byFamily },
  ];
  for (const rule of style.house.starts) {
    const { when } = rule;
    const fits = (when.roles.length === 0 || when.roles.includes(role.id)) && (when.families.length === 0 || when.families.includes(familyId)) && (when.positions.length === 0 || when.positions.some((p) => wanted.what.positions.includes(p)));
    if (fits) out.push({ value: "Start", is: startInWords(rule.then), because: rule.says, decidedBy: null });
  }
  return out;
}

function placeReason(style: Style, familyId: string, familyName: string, sort: string): string {
  if (sort === "path") return "buses, returns and the main path stand at the end";
  const folder = style.folderOfFamily.get(familyId);
  const name = folder ? style.reader.roles.get(folder.role)?.name ?? "" : "";
  return folder ? `house order: family ${familyName} goes in “${name}”` : `house order has no folder for ${familyName}`;
}

function startInWords(then: Style["house"]["starts"][number]["then"]): string {
  const said: string[] = [];
  if (then.level !== undefined) said.push(`${then.level} dB`);
  if (then.pan !== undefined) said.push(then.pan === 0 ? "centre" : `${then.pan < 0 ? "L" : "R"} ${Math.abs(then.pan)}`);
  if (then.width !== undefined) said.push(`width ${then.width} %`);
  if (then.polarity !== undefined) said.push(`polarity ${then.polarity}`);
  return said.join(", ");
}

function ordinal(n: number): string {
  const end = n % 100 >= 11 && n % 100 <= 13 ? "th" : ["th", "st", "nd", "rd"][n % 10] ?? "th";
  return `${n}${end}`;
}
