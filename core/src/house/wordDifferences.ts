import { same } from "../session/change.ts";
import type { Position, Role } from "../words/wordlist.ts";
import type { House } from "./house.ts";
import { colourName, gone, inOld, list } from "./differ.ts";

const SORTS: Readonly<Record<Position["group"], string>> = {
  maker: "library code",
  part: "part",
  articulation: "articulation",
  height: "position",
  depth: "position",
  distance: "position",
  side: "side",
  source: "pick-up",
  flag: "flag",
};

export function families(before: House, after: House): string[] {
  const said: string[] = [];
  const olds = inOld(before.words.families);
  for (const f of after.words.families) {
    const old = olds.get(f.id);
    if (!old) {
      said.push(`New family ${f.name}.`);
      continue;
    }
    if (old.colour !== f.colour)
      said.push(
        `${f.name}: colour ${colourName(before, old.colour)} becomes ${colourName(after, f.colour)}.`,
      );
    if (old.icon !== f.icon) said.push(`${f.name}: another icon.`);
    if (old.name !== f.name) said.push(`Family ${old.name} is called ${f.name}.`);
  }
  for (const f of gone(before.words.families, after.words.families)) said.push(`Family ${f.name} is gone.`);
  return said;
}

function heardAs(
  name: string,
  before: readonly { text: string }[],
  after: readonly { text: string }[],
): string[] {
  const was = new Set(before.map((h) => h.text)),
    is = new Set(after.map((h) => h.text));
  const more = [...is].filter((t) => !was.has(t)),
    less = [...was].filter((t) => !is.has(t));
  return [
    ...(more.length > 0 ? [`${name}: also heard as ${list(more)}.`] : []),
    ...(less.length > 0 ? [`${name}: no longer heard as ${list(less)}.`] : []),
  ];
}

export function roles(before: House, after: House): string[] {
  const said: string[] = [];
  const olds = inOld(before.words.roles);
  const familyName = new Map(after.words.families.map((f) => [f.id, f.name]));
  for (const r of after.words.roles) {
    const old = olds.get(r.id);
    if (old === r) continue;
    if (!old) {
      said.push(`New role ${r.name}.`);
      continue;
    }
    if (old.family !== r.family) said.push(`${r.name} moves to ${familyName.get(r.family) ?? r.family}.`);
    if (old.name !== r.name) said.push(`Role ${old.name} is called ${r.name}.`);
    const short = (["full", "eight", "four"] as const).filter((k) => old.short[k] !== r.short[k]);
    if (short.length > 0)
      said.push(
        `${r.name}: short form ${short.map((k) => `${old.short[k]} becomes ${r.short[k]}`).join(", ")}.`,
      );
    if (old.colour !== r.colour)
      said.push(
        `${r.name}: colour ${colourName(before, old.colour)} becomes ${colourName(after, r.colour)}.`,
      );
    if (old.icon !== r.icon) said.push(`${r.name}: another icon.`);
    const usual = (x: Role): string =>
      [x.kind, x.format ?? "as the main path", x.source ?? "no source"].join(", ");
    if (usual(old) !== usual(r)) said.push(`${r.name}: usually ${usual(r)}, not ${usual(old)}.`);
    if (old.importance !== r.importance)
      said.push(`${r.name}: ${r.importance} have an input where there are few, not ${old.importance}.`);
    if (!same(old.positions, r.positions))
      said.push(
        r.positions.length === 0
          ? `${r.name}: any position makes sense.`
          : `${r.name}: positions that make sense are ${r.positions.join(", ")}.`,
      );
    said.push(...heardAs(r.name, old.heard, r.heard));
  }
  return said;
}

export function positions(before: House, after: House): string[] {
  const said: string[] = [];
  const olds = inOld(before.words.positions);
  for (const p of after.words.positions) {
    const old = olds.get(p.id);
    if (!old) {
      said.push(`New ${SORTS[p.group]} “${p.name}”, written ${p.short}.`);
      continue;
    }
    if (old.name !== p.name) said.push(`“${old.name}” is called “${p.name}”.`);
    if (old.short !== p.short) said.push(`“${p.name}” is written ${p.short}, not ${old.short}.`);
    if (old.group !== p.group) said.push(`“${p.name}” is a ${SORTS[p.group]} now.`);
    if (old.lies !== p.lies)
      said.push(
        p.lies === null ? `“${p.name}” lies on no side.` : `“${p.name}” lies ${liesInWords(p.lies)}.`,
      );
    said.push(...heardAs(`“${p.name}”`, old.heard, p.heard));
  }
  for (const p of gone(before.words.positions, after.words.positions))
    said.push(`The ${SORTS[p.group]} “${p.name}” is gone.`);
  if (before.view !== after.view) said.push(`Sides are seen by the ${after.view}.`);
  return said;
}

/** Where a side lies, as a person says it: "on the player's left". */
export function liesInWords(lies: NonNullable<Position["lies"]>): string {
  if (lies === "left" || lies === "right") return `at the ${lies} loudspeaker`;
  const [whose, side] = lies.split("-");
  return `on the ${whose ?? ""}'s ${side ?? ""}`;
}
