import { patternInWords } from "../names/compose.ts";
import { PATTERN_USES } from "../names/pattern.ts";
import { same } from "../session/change.ts";
import { instrumentDifferences } from "./instruments.ts";
import { limitsInWords } from "../session/ensemble.ts";
import type { DiskFolder } from "./diskPlan.ts";
import type { FolderPlan, House } from "./house.ts";
import { startInWords } from "./starts.ts";
import { families, positions, roles } from "./wordDifferences.ts";
import { colourName, gone, inOld } from "./differ.ts";

/** What differs between two states of the house style, part by part, in sentences. */
export function differences(before: House, after: House): string[] {
  return [
    ...colours(before, after),
    ...families(before, after),
    ...roles(before, after),
    ...positions(before, after),
    ...names(before, after),
    ...folders(before, after),
    ...starts(before, after),
    ...exceptions(before, after),
    ...disk(before, after),
    ...orders(before, after),
    ...gone(before.words.roles, after.words.roles).map((r) => `Role ${r.name} is gone.`),
  ];
}

function colours(before: House, after: House): string[] {
  const said: string[] = [];
  const old = inOld(before.palette);
  for (const c of after.palette) {
    const was = old.get(c.id);
    if (!was) said.push(`New colour ${c.name} (${c.hex}).`);
    else if (was.name !== c.name) said.push(`Colour ${was.name} is called ${c.name}.`);
    if (was && was.hex !== c.hex) said.push(`${c.name}: ${was.hex} becomes ${c.hex}.`);
  }
  for (const c of gone(before.palette, after.palette)) said.push(`Colour ${c.name} is gone.`);
  if (!same(before.thresholds, after.thresholds))
    said.push(
      `Two colours are too close under ΔE ${after.thresholds.apart}; an icon needs ` +
        `${after.thresholds.contrast} : 1.`,
    );
  const icons = inOld(before.icons);
  for (const i of after.icons) {
    const was = icons.get(i.id);
    if (!was) said.push(`New icon ${i.name}.`);
    else if (!same(was, i)) said.push(`Icon ${i.name} is drawn another way.`);
  }
  for (const i of gone(before.icons, after.icons)) said.push(`Icon ${i.name} is gone.`);
  return said;
}

const USE_NAMES = { "session-folder": "session folder", "recorded-file": "recorded file" } as const;

function names(before: House, after: House): string[] {
  return PATTERN_USES.flatMap((use) =>
    same(before.names[use], after.names[use])
      ? []
      : [
          `Names of a ${use in USE_NAMES ? USE_NAMES[use as keyof typeof USE_NAMES] : use}: ` +
            `${patternInWords(after.names[use])}.`,
        ],
  );
}

function folders(before: House, after: House): string[] {
  const said: string[] = [];
  const name = (h: House, role: string): string => h.words.roles.find((r) => r.id === role)?.name ?? role;
  if (!same(shape(before.folders), shape(after.folders)))
    said.push(`Order and folders: ${inWords(after, after.folders)}.`);
  const olds = new Map(flat(before.folders).map((f) => [f.role, f]));
  for (const f of flat(after.folders)) {
    const old = olds.get(f.role);
    if (!old || old === f) continue;
    const of = `Folder ${name(after, f.role)}`;
    if (old.from !== f.from)
      said.push(
        f.from === null
          ? `${of}: made from as many tracks as the house says.`
          : `${of}: made from ${f.from} tracks on.`,
      );
    if (old.carries !== f.carries)
      said.push(f.carries ? `${of} carries sound as a bus.` : `${of} carries no sound.`);
    if (old.colour !== f.colour)
      said.push(
        f.colour === null
          ? `${of} takes its role's colour.`
          : `${of}: colour ${colourName(after, f.colour)}.`,
      );
    if (old.passes !== f.passes)
      said.push(
        {
          nothing: `${of} passes no colour on.`,
          same: `${of} passes its colour on.`,
          steps: `${of} passes its colour on in steps of lightness.`,
        }[f.passes],
      );
    if (old.width !== f.width)
      said.push(`${of}: ${f.width === null ? "no width of its own" : `width ${f.width} %`}.`);
    if (old.level !== f.level)
      said.push(`${of}: ${f.level === null ? "no level of its own" : `starts at ${f.level} dB`}.`);
  }
  if (before.folderFrom !== after.folderFrom)
    said.push(`A folder is made from ${after.folderFrom} tracks on, not ${before.folderFrom}.`);
  return said;
}

const flat = (plans: readonly FolderPlan[]): FolderPlan[] => plans.flatMap((f) => [f, ...flat(f.inside)]);
const shape = (plans: readonly FolderPlan[]): unknown =>
  plans.map((f) => [f.role, f.families, f.roles, shape(f.inside)]);
const inWords = (house: House, plans: readonly FolderPlan[]): string =>
  plans
    .map(
      (f) =>
        (house.words.roles.find((r) => r.id === f.role)?.name ?? f.role) +
        (f.inside.length > 0 ? ` (${inWords(house, f.inside)})` : ""),
    )
    .join(", ");

function starts(before: House, after: House): string[] {
  const said: string[] = [];
  const olds = inOld(before.starts);
  for (const rule of after.starts) {
    const old = olds.get(rule.id);
    if (!old) said.push(`New starting value: ${rule.says} (${startInWords(rule.then)}).`);
    else if (!same(old.then, rule.then))
      said.push(
        `Starting value changed: ${rule.says} (${startInWords(rule.then)}, not ${startInWords(old.then)}).`,
      );
    else if (!same(old, rule)) said.push(`Starting value changed: ${rule.says}.`);
  }
  for (const rule of gone(before.starts, after.starts)) said.push(`Starting value gone: ${rule.says}.`);
  if (!same(before.formats, after.formats)) said.push(`The house works in ${after.formats.join(", ")}.`);
  if (!same(before.session, after.session)) {
    const s = after.session;
    said.push(
      `New sessions: ${s.sampleRate / 1000} kHz, ${s.bitDepth} bit, ${s.fileType}, ` +
        `${s.tempo} bpm, ${s.meter.beats}/${s.meter.unit}, ${s.mainFormat}, music from bar ` +
        `${s.musicBar} after ${s.leadIn} of lead-in, ${s.preRoll} of pre-roll, lanes: ${s.lanes.join(", ") || "none"}.`,
    );
  }
  if (!same(before.programmes, after.programmes)) {
    const each = after.programmes.map((p) => `${p.shelf || "all others"} ${p.programme.target} LUFS`);
    said.push(`Programmes: ${each.join(", ") || "no loudness"}.`);
  }
  if (!same(before.sampled, after.sampled))
    said.push(`Sampled instruments: ${limitsInWords(after.sampled)}.`);
  said.push(...instrumentDifferences(before.instruments, after.instruments));
  const items = inOld(before.checklist);
  for (const i of after.checklist) {
    const old = items.get(i.id);
    if (!old) said.push(`New on every room's checklist: ${i.says} (${i.value}).`);
    else if (!same(old, i)) said.push(`Checklist: ${i.says} (${i.value}).`);
  }
  for (const i of gone(before.checklist, after.checklist)) said.push(`Off the checklist: ${i.says}.`);
  return said;
}

/** Whether those that stand in both lists, and are of the group they were of, stand in another order. */
function reordered<T extends { readonly id: string }>(
  before: readonly T[],
  after: readonly T[],
  group: (item: T) => string = () => "",
): boolean {
  const order = (list: readonly T[], other: ReadonlyMap<string, T>): string[] =>
    list
      .filter((x) => {
        const there = other.get(x.id);
        return there !== undefined && group(there) === group(x);
      })
      .map((x) => x.id);
  return !same(order(before, inOld(after)), order(after, inOld(before)));
}

/** What stands in another order, list by list; a role that goes to another family has to stand elsewhere. */
function orders(before: House, after: House): string[] {
  const [was, is] = [before.words, after.words];
  const said: readonly (readonly [boolean, string])[] = [
    [reordered(before.palette, after.palette), "The colours stand in another order."],
    [reordered(before.icons, after.icons), "The icons of the house stand in another order."],
    [reordered(was.families, is.families), "Families stand in another order."],
    [reordered(was.roles, is.roles, (r) => r.family), "Roles stand in another order."],
    [
      reordered(was.positions, is.positions, (p) => p.group),
      "What stands beside roles is in another order.",
    ],
    [reordered(before.starts, after.starts), "Starting values are asked in another order."],
    [reordered(before.checklist, after.checklist), "The checklist is in another order."],
    [reordered(before.exceptions, after.exceptions), "Exceptions are asked in another order."],
  ];
  return said.flatMap(([other, sentence]) => (other ? [sentence] : []));
}

function exceptions(before: House, after: House): string[] {
  const said: string[] = [];
  const olds = inOld(before.exceptions);
  for (const e of after.exceptions) {
    const old = olds.get(e.id);
    if (!old) said.push(`New exception: ${e.says}.`);
    else if (!same(old, e)) said.push(`Exception changed: ${e.says}.`);
  }
  for (const e of gone(before.exceptions, after.exceptions)) said.push(`Exception gone: ${e.says}.`);
  return said;
}

function disk(before: House, after: House): string[] {
  const said: string[] = [];
  if (before.disk.root !== after.disk.root) said.push(`The shared disk stands at ${after.disk.root}.`);
  if (before.disk.longest !== after.disk.longest)
    said.push(`Paths may have ${after.disk.longest} characters, not ${before.disk.longest}.`);
  if (before.disk.script !== after.disk.script)
    said.push(
      after.disk.script === "portable"
        ? "Names on disk are written in Latin letters of the portable set."
        : "Names on disk keep the letters of their titles.",
    );
  for (const [key, label] of [
    ["project", "in a project"],
    ["shared", "on the shared disk"],
  ] as const) {
    const was = paths(before.disk[key]),
      is = paths(after.disk[key]);
    const more = [...is.keys()].filter((p) => !was.has(p)),
      less = [...was.keys()].filter((p) => !is.has(p));
    if (more.length > 0) said.push(`New folders ${label}: ${more.join(", ")}.`);
    if (less.length > 0) said.push(`Folders gone ${label}: ${less.join(", ")}.`);
    for (const [path, f] of is) {
      const old = was.get(path);
      if (old && !same({ ...old, inside: [] }, { ...f, inside: [] }))
        said.push(`Folder ${path} ${label} is kept another way.`);
    }
  }
  return said;
}

function paths(folders: readonly DiskFolder[], above = ""): Map<string, DiskFolder> {
  return new Map(
    folders.flatMap((f): [string, DiskFolder][] => {
      const path = `${above}${f.name ?? `(${f.named ?? ""})`}`;
      return [[path, f], ...paths(f.inside, `${path}/`)];
    }),
  );
}
