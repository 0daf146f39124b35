import { sinceInWords } from "@mossy/core/drift/inWords";
import type { DriftGroup } from "@mossy/core/drift/overTime";
import { plural } from "@mossy/core/session/plural";
import { LEFT, Paper, RIGHT } from "./paper.ts";

const ROW = 14;
const SIZE = 9;
/** Where the columns end, as a share of the width; numbers stand at their right. */
const NUMBERS = [
  ["came", 0.36],
  ["sessions", 0.5],
  ["right", 0.58],
  ["back", 0.68],
  ["open", 0.76],
] as const;
const HEADS: Readonly<Record<(typeof NUMBERS)[number][0], string>> = {
  came: "Came in",
  sessions: "In sessions",
  right: "Put right",
  back: "Came back",
  open: "Still off",
};
/** The weeks are drawn in the rest. */
const WEEKS = { from: 0.8, to: 1 };

export interface DriftTable {
  readonly title: string;
  readonly rows: readonly (DriftGroup & { readonly name: string })[];
}
export interface DriftPrint {
  readonly house: string;
  /** What it is narrowed to, in words; empty for all. */
  readonly of: readonly string[];
  readonly weeks: number;
  readonly made: Date;
  readonly all: Omit<DriftGroup, "key">;
  readonly tables: readonly DriftTable[];
}

/** What drifts, for the weekly meeting: by rule, part, room and template, never by person. */
export function driftPdf({ house, of, weeks, made, all, tables }: DriftPrint): Promise<Uint8Array> {
  const paper = new Paper(`Drift, ${house}`, made);
  const day = made.toLocaleDateString("en-GB", { day: "numeric", month: "long", year: "numeric" });
  paper.say(`Drift, ${plural(weeks, "week")} to ${day}`, { face: "bold", size: 17 });
  paper.say([house, ...of].join(" · "), { size: 9 });
  paper.gap(6);
  paper.say(
    `${plural(all.came, "thing")} came in other than the house has it, in ${all.sessions} of ` +
      `${plural(all.of, "session")}. ` +
      `${all.right} were put right, ${all.kept} were let stand, ${all.open} are still off; ` +
      `${all.back} had been put right before and came back.`,
    { size: 10.5 },
  );
  for (const t of tables) drawTable(paper, t);
  return paper.done();
}

function drawTable(paper: Paper, { title, rows }: DriftTable): void {
  const wide = RIGHT - LEFT;
  paper.heading(title);
  if (rows.length === 0) {
    paper.say("Nothing.", { size: SIZE });
    return;
  }
  for (const [key, end] of NUMBERS) right(paper, HEADS[key], end);
  paper.put("Week by week", LEFT + WEEKS.from * wide, paper.y, 0.2 * wide, { size: SIZE });
  paper.y += ROW;
  const most = Math.max(1, ...rows.flatMap((r) => r.weeks));
  for (const r of rows) {
    paper.room(ROW * 2);
    paper.put(r.name, LEFT, paper.y, 0.3 * wide, { size: SIZE, face: "bold" });
    for (const [key, end] of NUMBERS)
      right(paper, key === "sessions" ? `${r.sessions} of ${r.of}` : String(r[key]), end);
    drawWeeks(paper, r.weeks, most);
    paper.y += ROW;
    if (r.since) {
      paper.say(sinceInWords(r.since), { size: 8.5, indent: 8 });
      paper.gap(2);
    }
  }
}

function right(paper: Paper, text: string, end: number): void {
  const wide = RIGHT - LEFT;
  const at = LEFT + end * wide - paper.setting.width(text, "text", SIZE);
  paper.put(text, at, paper.y, wide, { size: SIZE });
}

/** A bar for each week, none where nothing came. */
function drawWeeks(paper: Paper, weeks: readonly number[], most: number): void {
  const wide = RIGHT - LEFT;
  const step = ((WEEKS.to - WEEKS.from) * wide) / weeks.length;
  weeks.forEach((n, i) => {
    const height = n === 0 ? 0.6 : Math.max(1.2, (n / most) * (ROW - 4));
    paper.doc
      .rect(
        LEFT + WEEKS.from * wide + i * step,
        paper.y + ROW - 4 - height,
        Math.max(0.6, step - 1),
        height,
      )
      .fill("#38423b")
      .fillColor("#000000");
  });
}
