import type { Counting } from "@mossy/core/time/counted";
import { counted } from "@mossy/core/time/counted";
import { rulerLines } from "@mossy/core/time/ruler";
import { drawItems } from "./drawItems.ts";
import { drawLane, laneName } from "./drawLane.ts";
import { line, penFor, text, within } from "./pen.ts";
import type { Pen } from "./pen.ts";
import { LANE, NAMES, RULER, TRACK, topOf } from "./rows.ts";
import type { Row } from "./rows.ts";
import type { Picked, Shown } from "./shown.ts";

/** What is drawn, from where, and how large. */
export interface Drawn {
  readonly shown: Shown;
  readonly rows: readonly Row[];
  /** Where the tracks begin, in pixels from above. */
  readonly fixed: number;
  readonly counting: Counting;
  /** Seconds at the left edge; pixels to a second; pixels the tracks are scrolled. */
  readonly from: number;
  readonly perSecond: number;
  readonly scrolled: number;
  readonly width: number;
  readonly height: number;
  readonly picked: Picked | null;
  /** Where one stands, in seconds; null for nowhere. */
  readonly here: number | null;
}

/** Pixels between two lines of the ruler that say something. */
const APART = 76;

/** Draws what runs along the time of a session, as far as it shows. */
export function drawTime(canvas: HTMLCanvasElement, of: Drawn): void {
  const { from, perSecond, width, height } = of;
  const pen = penFor(canvas, of, (seconds) => NAMES + (seconds - from) * perSecond);
  if (!pen) return;
  const ground = [NAMES, 0, width - NAMES, height] as const;
  within(pen, ground, () => drawRuler(pen, of));
  for (const row of of.rows) {
    const top = topOf(row, of.scrolled);
    const high = row.sort === "lane" ? LANE : TRACK;
    if (top > height || (row.sort === "track" && top + high < of.fixed)) continue;
    // Tracks go under the lanes.
    const clip = row.sort === "lane" ? 0 : of.fixed;
    within(pen, [0, clip, width, height - clip], () => drawRow(pen, of, row, top, high));
  }
  within(pen, ground, () => drawPlaces(pen, of));
  line(pen, pen.colour("line"), [NAMES - 0.5, 0], [NAMES - 0.5, height]);
}

function drawRow(pen: Pen, of: Drawn, row: Row, top: number, high: number): void {
  const { to, colour, width } = pen;
  to.fillStyle = colour("ink-2");
  if (row.sort === "lane") text(pen, laneName(row.lane), [14, top + high / 2], NAMES - 22);
  else {
    to.fillStyle = row.row.track.colour ?? colour("line-strong");
    to.fillRect(8, top + 6, 4, high - 12);
    to.fillStyle = colour("ink");
    text(pen, row.row.track.name, [18, top + high / 2], NAMES - 26);
  }
  line(pen, colour("line"), [0, top + high - 0.5], [width, top + high - 0.5]);
  within(pen, [NAMES, top, width - NAMES, high], () => {
    if (row.sort === "lane") drawLane(pen, of.shown, row, top, of.picked);
    else drawItems(pen, of.shown, row.row, top, of.picked);
  });
}

function drawRuler(pen: Pen, { shown, counting, from, perSecond, width, height }: Drawn): void {
  const { to, colour, x } = pen;
  const until = from + (width - NAMES) / perSecond;
  drawLeadIn(pen, shown);
  for (const { at, says } of rulerLines(from, until, APART / perSecond, counting)) {
    const px = Math.round(x(at)) + 0.5;
    line(pen, colour("line"), [px, says === null ? RULER : 0], [px, height]);
    if (says === null) continue;
    to.fillStyle = colour("ink-2");
    to.fillText(says, px + 4, RULER / 2);
  }
  line(pen, colour("line-strong"), [0, RULER - 0.5], [width, RULER - 0.5]);
}

/** Bars one counts in: hatched. */
function drawLeadIn(pen: Pen, { leadIn, music }: Shown): void {
  const { x, width, height, colour, to } = pen;
  const [a, b] = [Math.max(NAMES, x(leadIn)), Math.min(width, x(music))];
  if (b - a < 2) return;
  within(pen, [a, RULER, b - a, height - RULER], () => {
    to.strokeStyle = colour("line");
    to.beginPath();
    for (let n = a - height; n < b; n += 9) {
      to.moveTo(n, height);
      to.lineTo(n + height, 0);
    }
    to.stroke();
  });
}

/** Where the music starts, where the session ends, and where one stands. */
function drawPlaces(pen: Pen, { shown, here, counting }: Drawn): void {
  const { session, music } = shown;
  if (session.musicBar > 1) flagged(pen, music, "tide", "music starts");
  if (session.fixedEnd !== null) flagged(pen, session.fixedEnd, "brick", "fixed end");
  if (here === null) return;
  const { to, x, height, colour } = pen;
  const px = Math.round(x(here));
  to.fillStyle = colour("moss");
  to.fillRect(px - 1, 0, 2, height);
  const said = counted(here, counting);
  const room = to.measureText(said).width + 10;
  to.fillRect(px + 1, 2, room, RULER - 5);
  to.fillStyle = colour("surface");
  to.fillText(said, px + 6, RULER / 2);
}

function flagged(pen: Pen, at: number, colour: string, says: string): void {
  const { to, x, width, height } = pen;
  const px = Math.round(x(at)) + 0.5;
  if (px < NAMES - 1 || px > width) return;
  to.setLineDash([5, 4]);
  line(pen, pen.colour(colour), [px, RULER], [px, height]);
  to.setLineDash([]);
  to.fillStyle = pen.colour(colour);
  const room = to.measureText(says).width;
  // It stands at the foot, where no lane is.
  to.fillText(says, px + room + 6 > width ? px - room - 5 : px + 5, height - 9);
}
