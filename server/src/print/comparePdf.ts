import type { ComparisonFile } from "@mossy/core/compare/out";
import { plural } from "@mossy/core/session/plural";
import { LEFT, Paper, RIGHT } from "./paper.ts";

const ROW = 12;
/** Where the columns of the list begin, and how wide each is. */
const COLUMNS = { track: 0, what: 0.24, before: 0.42, after: 0.71 } as const;
const SIZE = 8.5;

/** A comparison to read on paper: what happened in sentences, then every change one by one. */
export function comparePdf(
  { from, to, sentences, changes, remarks }: ComparisonFile,
  made: Date,
): Promise<Uint8Array> {
  const paper = new Paper(`Comparison, ${to}`, made);
  paper.say("What happened", { face: "bold", size: 17 });
  paper.say(`From ${from} to ${to} · ${plural(changes.length, "change")}`, { size: 9 });
  paper.gap(6);
  if (sentences.length === 0) paper.say("Both are the same.", { size: 11 });
  for (const { says } of sentences) paper.say(says, { size: 10.5 });
  if (remarks.length > 0) {
    paper.gap(10);
    paper.rule();
    paper.say("Remarks", { face: "bold", size: 12 });
    for (const r of remarks) sayRemark(paper, r);
  }
  if (changes.length === 0) return paper.done();
  paper.gap(10);
  paper.rule();
  paper.say("Change by change", { face: "bold", size: 12 });
  for (const c of changes) drawChange(paper, c);
  return paper.done();
}

function sayRemark(
  paper: Paper,
  { on, text, by, at, done, answers }: ComparisonFile["remarks"][number],
): void {
  paper.gap(4);
  paper.say(`${on}${done ? ", done" : ""}`, { face: "bold", size: 9.5 });
  paper.say(`${by}, ${at.slice(0, 10)}: ${text}`, { size: 9.5 });
  for (const a of answers) paper.say(`— ${a.by}: ${a.text}`, { size: 9.5 });
}

function drawChange(paper: Paper, c: ComparisonFile["changes"][number]): void {
  paper.room(ROW);
  const wide = RIGHT - LEFT;
  const put = (text: string, at: number, until: number, face?: "mono"): void =>
    paper.put(text, LEFT + at * wide, paper.y, (until - at) * wide - 6, {
      size: SIZE,
      ...(face && { face }),
    });
  put(c.track, COLUMNS.track, COLUMNS.what, "mono");
  put(c.sort === "changed" ? c.what : c.sort, COLUMNS.what, COLUMNS.before);
  put(c.before ?? "", COLUMNS.before, COLUMNS.after, "mono");
  put(c.after ?? "", COLUMNS.after, 1, "mono");
  paper.y += ROW;
}
