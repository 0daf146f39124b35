import { blueprintInWords } from "@mossy/core/disk/blueprint";
import type { FolderPlan, House } from "@mossy/core/house/house";
import { startInWords } from "@mossy/core/house/starts";
import { keyName } from "@mossy/core/session/midiKeys";
import { makeStyle } from "@mossy/core/house/style";
import type { Style } from "@mossy/core/house/style";
import { patternInWords } from "@mossy/core/names/compose";
import { exampleOf } from "@mossy/core/names/examples";
import { PATTERN_USES } from "@mossy/core/names/pattern";
import { POSITION_GROUPS } from "@mossy/core/words/wordlist";
import type { Family, Role } from "@mossy/core/words/wordlist";
import { LEFT, Paper, RIGHT } from "./paper.ts";

/** Which edition is printed. */
export interface PrintedEdition {
  readonly house: House;
  /** "Edition 3 · Marram Vale, 4 November 2026", or that it is the draft. */
  readonly says: string;
  /** What was said of it when it was published. */
  readonly note: string;
  readonly made: Date;
}

/** The house style as a book for the wall: colours, words, what stands beside them, folders, names, starts, rules. */
export function housePdf({ house, says, note, made }: PrintedEdition): Promise<Uint8Array> {
  const paper = new Paper(`House style, ${house.name}`, made);
  const style = makeStyle(house);
  paper.say(house.name, { face: "bold", size: 22 });
  paper.say("House style", { size: 13 });
  paper.say(says, { size: 9 });
  if (note !== "") paper.say(note, { size: 10.5 });
  colours(paper, house);
  words(paper, style);
  positions(paper, house);
  folders(paper, style);
  names(paper, style, made.toISOString().slice(0, 10));
  starts(paper, house);
  houseKeys(paper, house);
  list(
    paper,
    "Exceptions",
    house.exceptions.map((e) => e.says),
  );
  list(
    paper,
    "Every room has",
    house.checklist.map((c) => `${c.says}${c.value === "" ? "" : `: ${c.value}`}`),
  );
  paper.heading("Folders on disk");
  for (const line of blueprintInWords([...house.disk.shared, ...house.disk.project]))
    paper.say(line.trim(), { size: 9, indent: (line.length - line.trimStart().length) * 6 });
  return paper.done();
}

function list(paper: Paper, title: string, lines: readonly string[]): void {
  if (lines.length === 0) return;
  paper.heading(title);
  for (const line of lines) paper.point(line);
}

/** Tiles of so many in a row, each with its name and how it is written. */
function colours(paper: Paper, { palette }: House): void {
  const [perRow, height] = [4, 24];
  const width = (RIGHT - LEFT) / perRow;
  paper.heading("Colours");
  for (let from = 0; from < palette.length; from += perRow) {
    paper.room(height);
    palette.slice(from, from + perRow).forEach(({ name, hex }, i) => {
      const x = LEFT + i * width;
      paper.swatch(hex, x, paper.y, 18);
      paper.put(name, x + 24, paper.y - 1, width - 28, { face: "bold", size: 9 });
      paper.put(hex, x + 24, paper.y + 10, width - 28, { face: "mono", size: 7.5 });
    });
    paper.y += height;
  }
}

/** Where the columns of the word list begin. */
const AT = { role: 14, short: 138, eight: 204, four: 256, heard: 296 };

function words(paper: Paper, style: Style): void {
  const { words: said } = style.house;
  paper.heading("Roles and words");
  for (const family of said.families) {
    const roles = said.roles.filter((r) => r.family === family.id);
    if (roles.length > 0) familyOf(paper, style, family, roles);
  }
}

function familyOf(paper: Paper, style: Style, family: Family, roles: readonly Role[]): void {
  const hex = style.hex.get(family.colour);
  paper.room(48);
  paper.gap(5);
  if (hex) paper.swatch(hex, LEFT, paper.y + 1, 10);
  paper.put(family.name, LEFT + AT.role, paper.y, AT.short - AT.role, { face: "bold", size: 10.5 });
  for (const [head, at] of [
    ["Short form", AT.short],
    ["8", AT.eight],
    ["4", AT.four],
    ["Heard as", AT.heard],
  ] as const)
    paper.put(head, LEFT + at, paper.y + 2, 90, { size: 7.5 });
  paper.y += 15;
  for (const role of roles) {
    const heard = role.heard.map((h) => h.text + (h.doubtful ? "?" : "")).join(", ");
    const lines = paper.setting.lines(heard, RIGHT - LEFT - AT.heard, "text", 8);
    paper.room(Math.max(12, lines.length * 10.5 + 2));
    const own = role.colour === null ? undefined : style.hex.get(role.colour);
    if (own) paper.swatch(own, LEFT + 2, paper.y + 2, 6);
    paper.put(role.name, LEFT + AT.role, paper.y, AT.short - AT.role - 6, { size: 9 });
    for (const [form, at, to] of [
      [role.short.full, AT.short, AT.eight],
      [role.short.eight, AT.eight, AT.four],
      [role.short.four, AT.four, AT.heard],
    ] as const)
      paper.put(form, LEFT + at, paper.y, to - at - 6, { face: "mono", size: 8.5 });
    lines.forEach((line, n) =>
      paper.put(line, LEFT + AT.heard, paper.y + 1 + n * 10.5, RIGHT - LEFT - AT.heard + 1, { size: 8 }),
    );
    paper.y += Math.max(12, lines.length * 10.5 + 2);
  }
}

function positions(paper: Paper, { words: said }: House): void {
  if (said.positions.length === 0) return;
  paper.heading("Beside roles");
  for (const group of POSITION_GROUPS) {
    const here = said.positions.filter((p) => p.group === group);
    if (here.length === 0) continue;
    paper.room(30);
    paper.say(
      group.replace(/^./, (c) => c.toUpperCase()),
      { face: "bold", size: 10 },
    );
    for (const p of here) {
      paper.room(12);
      paper.put(p.short, LEFT + AT.role, paper.y, 80, { face: "mono", size: 8.5 });
      paper.put(p.name, LEFT + 100, paper.y, 150, { size: 9 });
      paper.put(p.says, LEFT + 256, paper.y, RIGHT - LEFT - 256, { size: 8 });
      paper.y += 12;
    }
  }
}

function folders(paper: Paper, style: Style): void {
  const { house } = style;
  if (house.folders.length === 0) return;
  const family = new Map(house.words.families.map((f) => [f.id, f.name]));
  const role = new Map(house.words.roles.map((r) => [r.id, r]));
  paper.heading("Folders in a session");
  const walk = (plans: readonly FolderPlan[], depth: number): void => {
    for (const plan of plans) {
      const named = role.get(plan.role);
      const hex = style.hex.get(
        plan.colour ?? named?.colour ?? style.families.get(named?.family ?? "")?.colour ?? "",
      );
      const members = [
        ...plan.families.map((f) => family.get(f) ?? f),
        ...plan.roles.map((r) => role.get(r)?.name ?? r),
      ];
      paper.room(13);
      const x = LEFT + depth * 16;
      if (hex) paper.swatch(hex, x, paper.y + 1.5, 8);
      paper.put(named?.short.full ?? plan.role, x + 13, paper.y, 110, { face: "bold", size: 9 });
      paper.put(members.join(", "), LEFT + 190, paper.y, RIGHT - LEFT - 190, { size: 8.5 });
      paper.y += 13;
      walk(plan.inside, depth + 1);
    }
  };
  walk(house.folders, 0);
}

function names(paper: Paper, { house, reader }: Style, day: string): void {
  paper.heading("Names");
  for (const use of PATTERN_USES) {
    paper.room(26);
    const what = use.replace("-", " ").replace(/^./, (c) => c.toUpperCase());
    paper.put(what, LEFT, paper.y, 96, { face: "bold", size: 9 });
    paper.put(exampleOf(house.names, reader, use, day) ?? "", LEFT + 100, paper.y, RIGHT - LEFT - 100, {
      face: "mono",
      size: 9,
    });
    paper.y += 12;
    paper.say(patternInWords(house.names[use]), { size: 8, indent: 100 });
    paper.gap(3);
  }
}

function starts(paper: Paper, { session, starts: rules }: House): void {
  paper.heading("What new sessions and tracks start with");
  paper.say(
    `${session.sampleRate / 1000} kHz, ${session.bitDepth} bit, ${session.tempo} bpm, ` +
      `${session.meter.beats}/${session.meter.unit}, main path ${session.mainFormat}, ` +
      `${session.leadIn} bars of lead-in, music from bar ${session.musicBar}, ${session.preRoll} of pre-roll; ` +
      `lanes: ${session.lanes.join(", ") || "none"}`,
  );
  for (const rule of rules) paper.point(`${rule.says}: ${startInWords(rule.then)}`);
}

/** Which key calls which way of playing up, whatever the library. */
function houseKeys(paper: Paper, { instruments, words }: House): void {
  const names = new Map(words.positions.map((p) => [p.id, p.name]));
  const keyed = instruments.ways.flatMap((w) => (w.key === null ? [] : [{ ...w, key: w.key }]));
  if (keyed.length === 0) return;
  paper.heading("House keys");
  for (const w of keyed.sort((a, b) => a.key - b.key)) {
    const played = w.words.map((id) => names.get(id) ?? id);
    const seconds = w.seconds === null ? [] : [`${w.seconds} s`];
    paper.room(15);
    paper.put(keyName(w.key), LEFT, paper.y, 50, { face: "mono", size: 9.5 });
    paper.put([...played, ...seconds].join(", "), LEFT + 54, paper.y, RIGHT - LEFT - 54, { size: 9.5 });
    paper.y += 14;
  }
}
