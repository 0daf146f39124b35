import { patternInWords } from "../names/compose.ts";
import { PATTERN_USES } from "../names/pattern.ts";
import { same } from "../session/change.ts";
import type { Role } from "../words/wordlist.ts";
import type { FolderPlan, House } from "./house.ts";

/** What differs between two states of the house style, in sentences. */
export function differences(before: House, after: House): string[] {
  const said: string[] = [];
  const hexName = (h: House, id: string | null): string => h.palette.find((c) => c.id === id)?.name ?? "the family's";
  for (const c of after.palette) { const old = before.palette.find((x) => x.id === c.id); if (!old) said.push(`New colour ${c.name} (${c.hex}).`); else if (old.name !== c.name) said.push(`Colour ${old.name} is called ${c.name}.`); if (old && old.hex !== c.hex) said.push(`${c.name}: ${old.hex} becomes ${c.hex}.`); }
  for (const c of before.palette) if (!after.palette.some((x) => x.id === c.id)) said.push(`Colour ${c.name} is gone.`);
  if (!same(before.thresholds, after.thresholds)) said.push(`Two colours are too close under ΔE ${after.thresholds.apart}; an icon needs ${after.thresholds.contrast} : 1.`);
  for (const f of after.words.families) {
    const old = before.words.families.find((x) => x.id === f.id);
    if (!old) { said.push(`New family ${f.name}.`); continue; }
    if (old.colour !== f.colour) said.push(`${f.name}: colour ${hexName(before, old.colour)} becomes ${hexName(after, f.colour)}.`);
    if (old.icon !== f.icon) said.push(`${f.name}: another icon.`);
    if (old.name !== f.name) said.push(`Family ${old.name} is called ${f.name}.`);
  }
  for (const r of after.words.roles) {
    const old = before.words.roles.find((x) => x.id === r.id);
    if (!old) { said.push(`New role ${r.name}.`); continue; }
    if (old.family !== r.family) said.push(`${r.name} moves to ${after.words.families.find((f) => f.id === r.family)?.name ?? r.family}.`);
    if (old.name !== r.name) said.push(`Role ${old.name} is called ${r.name}.`);
    const short = (["full", "eight", "four"] as const).filter((k) => old.short[k] !== r.short[k]);
    if (short.length > 0) said.push(`${r.name}: short form ${short.map((k) => `${old.short[k]} becomes ${r.short[k]}`).join(", ")}.`);
    if (old.colour !== r.colour) said.push(`${r.name}: colour ${hexName(before, old.colour)} becomes ${hexName(after, r.colour)}.`);
    if (old.icon !== r.icon) said.push(`${r.name}: another icon.`);
    const heard = (role: Role): string[] => role.heard.map((h) => h.text);
    const more = heard(r).filter((t) => !heard(old).includes(t));
    const less = heard(old).filter((t) => !heard(r).includes(t));
    if (more.length > 0) said.push(`${r.name}: also heard as ${more.map((t) => `“${t}”`).join(", ")}.`);
    if (less.length > 0) said.push(`${r.name}: no longer heard as ${less.map((t) => `“${t}”`).join(", ")}.`);
  }
  for (const use of PATTERN_USES) if (!same(before.names[use], after.names[use])) said.push(`Names of a ${use}: ${patternInWords(after.names[use])}.`);
  if (!same(before.folders, after.folders)) said.push(`Order and folders: ${foldersInWords(after)}.`);
  if (before.folderFrom !== after.folderFrom) said.push(`A folder is made from ${after.folderFrom} tracks on, not ${before.folderFrom}.`);
  for (const rule of after.starts) { const old = before.starts.find((x) => x.id === rule.id); if (!old) said.push(`New starting value: ${rule.says}.`); else if (!same(old, rule)) said.push(`Starting value changed: ${rule.says}.`); }
  for (const rule of before.starts) if (!after.starts.some((x) => x.id === rule.id)) said.push(`Starting value gone: ${rule.says}.`);
  if (!same(before.disk, after.disk)) said.push(`Folders on disk: ${after.disk.join(", ")}.`);
  for (const r of before.words.roles) if (!after.words.roles.some((x) => x.id === r.id)) said.push(`Role ${r.name} is gone.`);
  return said;
}

function foldersInWords(house: House): string {
  const name = (plan: FolderPlan): string => (house.words.roles.find((r) => r.id === plan.role)?.name ?? plan.role) + (plan.inside.length > 0 ? ` (${plan.inside.map(name).join(", ")})` : "");
  return house.folders.map(name).join(", ");
}
