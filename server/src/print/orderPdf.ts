import type { CueLine, CueSum, OrderLine } from "@mossy/core/order/paper";
import { plural } from "@mossy/core/session/plural";
import { LEFT, Paper, RIGHT } from "./paper.ts";
import { MONO, QUIET, table } from "./table.ts";
import type { Column } from "./table.ts";

const WIDE = RIGHT - LEFT;
const ORDER: readonly Column<OrderLine>[] = [
  { head: "Clock", width: 58, of: (l) => l.clock, look: { face: "mono", size: 10 } },
  { head: "Starts", width: 48, of: (l) => l.starts, look: MONO },
  { head: "Length", width: 48, of: (l) => l.length, look: MONO },
  {
    head: "Piece",
    width: 140,
    of: (l) => (l.under ? `  ${l.name}` : l.name),
    look: { face: "bold", size: 10 },
  },
  { head: "Kind", width: 46, of: (l) => l.kind, look: QUIET },
  { head: "Who", width: 62, of: (l) => l.who },
  { head: "Because it", width: WIDE - 452, of: (l) => l.because, look: QUIET },
  { head: "State", width: 50, of: (l) => l.state, look: QUIET },
];

/** The running order for the desk: by the clock on the wall, with what is free or too much. */
export function orderPdf({
  title,
  says,
  lines,
  off,
  ends,
  made,
}: {
  readonly title: string;
  readonly says: string;
  readonly lines: readonly OrderLine[];
  /** What is free, too much, or contradicts itself. */
  readonly off: readonly string[];
  readonly ends: string;
  readonly made: Date;
}): Promise<Uint8Array> {
  const paper = new Paper(`Running order, ${title}`, made);
  paper.say(title, { face: "bold", size: 17 });
  paper.say(says);
  paper.gap(4);
  for (const line of off) paper.say(line, { face: "bold" });
  paper.gap(6);
  table(paper, ORDER, lines, 22);
  paper.gap(4);
  paper.say(`Ends at ${ends}.`, { face: "bold" });
  return paper.done();
}

const CUES: readonly Column<CueLine>[] = [
  { head: "Starts", width: 56, of: (l) => l.starts, look: MONO },
  { head: "Music", width: 200, of: (l) => l.title, look: { face: "bold", size: 10 } },
  { head: "Who", width: 130, of: (l) => l.who },
  { head: "Use", width: 70, of: (l) => l.use },
  { head: "Length", width: WIDE - 456, of: (l) => l.length, look: MONO },
];
const SUMS: readonly Column<CueSum>[] = [
  { head: "Music", width: 256, of: (l) => l.title, look: { face: "bold", size: 10 } },
  { head: "Who", width: 130, of: (l) => l.who },
  { head: "Uses", width: 70, of: (l) => plural(l.uses, "use") },
  { head: "All in all", width: WIDE - 456, of: (l) => l.length, look: MONO },
];

/** The music of a programme: every use with its length, then each title with all its uses. */
export function cuesPdf({
  title,
  says,
  uses,
  sums,
  made,
}: {
  readonly title: string;
  readonly says: string;
  readonly uses: readonly CueLine[];
  readonly sums: readonly CueSum[];
  readonly made: Date;
}): Promise<Uint8Array> {
  const paper = new Paper(`Cue sheet, ${title}`, made);
  paper.say(title, { face: "bold", size: 17 });
  paper.say(says);
  paper.gap(8);
  if (uses.length === 0) paper.say("No music is laid out.");
  else {
    table(paper, CUES, uses, 20);
    paper.heading("All of each");
    table(paper, SUMS, sums, 20);
  }
  return paper.done();
}
