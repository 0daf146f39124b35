import type { ChartKey, ChartTrack, KeyChart } from "@mossy/core/instruments/same/chart";
import { plural } from "@mossy/core/session/plural";
import { LEFT, Paper, RIGHT } from "./paper.ts";
import { MONO, QUIET, table } from "./table.ts";
import type { Column } from "./table.ts";

const WIDE = RIGHT - LEFT;
const KEYS: readonly Column<ChartKey>[] = [
  { head: "Key", width: 60, of: (k) => k.key, look: { face: "mono", size: 11 } },
  { head: "Way of playing", width: 220, of: (k) => k.plays, look: { face: "bold", size: 11 } },
  { head: "On", width: WIDE - 280, of: (k) => plural(k.on, "track"), look: QUIET },
];
/** Where key, way of playing, its library's own call and controller 7 stand under their track. */
const AT = [LEFT + 12, LEFT + 60, LEFT + 230, LEFT + 400] as const;
const ROW = 13;

/** The house keys of a session to lie beside the keyboard, then track by track what their libraries want themselves. */
export function keyChartPdf({
  title,
  says,
  chart: { keys, tracks },
  made,
}: {
  readonly title: string;
  readonly says: string;
  readonly chart: KeyChart;
  readonly made: Date;
}): Promise<Uint8Array> {
  const paper = new Paper(`House keys, ${title}`, made);
  paper.say(`House keys, ${title}`, { face: "bold", size: 17 });
  paper.say(says);
  paper.gap(8);
  if (keys.length > 0) table(paper, KEYS, keys, 22);
  else paper.say("The house has no keys for what plays here.", { size: 12 });
  if (tracks.length > 0) {
    paper.page();
    paper.say("Track by track: the house key, and how its library calls the same up", {
      face: "bold",
      size: 12,
    });
    paper.gap(6);
    for (const track of tracks) drawTrack(paper, track);
  }
  return paper.done();
}

function drawTrack(paper: Paper, { track, says, lines }: ChartTrack): void {
  // A track with its first lines stays on one page.
  paper.room(16 + Math.min(lines.length, 4) * ROW);
  paper.put(track, LEFT, paper.y, 150, { face: "bold", size: 9.5 });
  paper.put(says, LEFT + 160, paper.y + 1, WIDE - 160, QUIET);
  paper.y += 14;
  for (const { key, plays, calls, volume } of lines) {
    paper.room(ROW);
    const cells = [
      [key || "–", MONO],
      [plays, {}],
      [calls, QUIET],
      [volume === "" ? "" : `controller 7 at ${volume}`, QUIET],
    ] as const;
    cells.forEach(([text, look], n) => {
      const x = AT[n] ?? LEFT;
      paper.put(text, x, paper.y, (AT[n + 1] ?? RIGHT) - x - 6, look);
    });
    paper.y += ROW;
  }
  paper.rule();
}
