import type { LaidItem, TrackRow } from "@mossy/core/items/rows";
import { lengthOf } from "@mossy/core/session/item";
import type { Item } from "@mossy/core/session/item";
import { ring } from "./drawLane.ts";
import { text } from "./pen.ts";
import type { Pen } from "./pen.ts";
import { NAMES, TRACK } from "./rows.ts";
import type { Picked, Shown } from "./shown.ts";

/** So wide at least an item is drawn, and from where on there is room for what is in it, in pixels. */
const [LEAST, ROOMY] = [2, 20];
const HIGH = TRACK - 8;
/** A pattern that goes round more often is drawn so often. */
const MOST_ROUNDS = 4096;
/** The levels an envelope is drawn between, in dB. */
const [LOUD, SOFT] = [6, -48];

/** Draws what lies on a track. */
export function drawItems(
  pen: Pen,
  shown: Shown,
  { track, items }: TrackRow,
  top: number,
  picked: Picked | null,
): void {
  const { to, width, colour } = pen;
  const usual = track.colour ?? colour("moss");
  let drawnTo = -Infinity;
  for (const laid of items) {
    const from = pen.x(laid.from);
    if (from > width) break;
    const until = Math.max(from + LEAST, pen.x(laid.to));
    // Of items narrower than a pixel the first is drawn.
    if (until < NAMES || until <= drawnTo) continue;
    drawnTo = until - from <= LEAST ? until : drawnTo;
    const own = laid.item.colour ?? usual;
    drawBody(pen, laid, [from, until], top, own);
    if (until - from > ROOMY) drawInside(pen, shown, laid, [from, until], top, own);
    if (picked?.sort === "item" && picked.track === track.id && picked.id === laid.item.id)
      ring(pen, () => to.rect(from, top + 3.5, until - from, HIGH + 1));
  }
}

function drawBody(
  { to }: Pen,
  { item }: LaidItem,
  [from, until]: readonly [number, number],
  top: number,
  own: string,
): void {
  to.fillStyle = own;
  to.strokeStyle = own;
  if (item.holds.kind === "placeholder") {
    to.globalAlpha = 0.1;
    to.fillRect(from, top + 4, until - from, HIGH);
    to.globalAlpha = 1;
    to.setLineDash([4, 3]);
    to.strokeRect(from + 0.5, top + 4.5, until - from - 1, HIGH - 1);
    to.setLineDash([]);
    return;
  }
  to.globalAlpha = 0.28;
  to.fillRect(from, top + 4, until - from, HIGH);
  to.globalAlpha = 1;
  to.fillRect(from, top + 4, 2, HIGH);
}

function drawInside(
  pen: Pen,
  { along }: Shown,
  { item, from: start, to: end }: LaidItem,
  [from, until]: readonly [number, number],
  top: number,
  own: string,
): void {
  const { to, colour } = pen;
  const at = (time: number): number => pen.x(along.seconds(item.clock, item.at + time));
  to.strokeStyle = own;
  if (item.loops) drawLoops(pen, item, [start, end], top);
  if (item.holds.kind === "pattern") drawNotes(pen, item, at, top, own);
  drawFades(pen, item, at, [from, until], top);
  drawEnvelope(pen, item, at, [from, until], top);
  to.fillStyle = colour("ink");
  const left = Math.max(from, NAMES);
  const name = item.name === "" && item.holds.kind === "sound" ? item.holds.file : item.name;
  text(pen, name === "" ? item.holds.kind : name, [left + 7, top + 12], until - left - 12);
}

/** Where it begins again. */
function drawLoops(
  { to, x, width }: Pen,
  item: Item,
  [start, end]: readonly [number, number],
  top: number,
): void {
  const whole = item.holds.kind === "sound" ? lengthOf(item.holds) : null;
  if (whole === null || whole <= 0) return;
  const wide = x(start + whole) - x(start);
  if (wide < 8) return;
  to.beginPath();
  // From the first one in sight on: a short sound goes round without end.
  const before = Math.floor((NAMES - x(start)) / wide);
  for (let at = start + whole * Math.max(1, before) - item.offset; at < end && x(at) < width; at += whole) {
    if (at < start) continue;
    to.moveTo(x(at), top + 4);
    to.lineTo(x(at), top + 9);
    to.moveTo(x(at), top + HIGH - 1);
    to.lineTo(x(at), top + HIGH + 4);
  }
  to.stroke();
}

/** A pattern's notes, by their pitch. */
function drawNotes(pen: Pen, item: Item, at: (time: number) => number, top: number, own: string): void {
  if (item.holds.kind !== "pattern" || item.clock !== "beats") return;
  const { notes, length } = item.holds;
  if (notes.length === 0 || length <= 0) return;
  const keys = notes.map((n) => n.key);
  const [low, high] = [Math.min(...keys), Math.max(...keys)];
  pen.to.fillStyle = own;
  // Closer together than pixels are they would be one block.
  if (at(length) - at(0) < notes.length / 2) return;
  const rounds = item.loops ? Math.min(MOST_ROUNDS, Math.ceil(item.length / length)) : 1;
  for (let round = 0; round < rounds && at(round * length - item.offset) < pen.width; round++) {
    if (at((round + 1) * length - item.offset) < NAMES) continue;
    for (const n of notes) {
      const when = round * length + n.at - item.offset;
      if (when < 0 || when >= item.length) continue;
      const y = top + HIGH - 1 - ((n.key - low) / Math.max(1, high - low)) * (HIGH - 14);
      pen.to.fillRect(at(when), y, Math.max(2, at(when + n.length) - at(when)), 2);
    }
  }
}

/** Fades as what they leave: a line from nothing to all of it. */
function drawFades(
  { to, colour }: Pen,
  { fadeIn, fadeOut, length }: Item,
  at: (time: number) => number,
  [from, until]: readonly [number, number],
  top: number,
): void {
  const [low, high] = [top + 4 + HIGH, top + 4];
  to.strokeStyle = colour("ink-2");
  for (const [fade, a, b] of [
    [fadeIn, from, at(fadeIn.length)],
    [fadeOut, until, at(length - fadeOut.length)],
  ] as const) {
    if (fade.length === 0) continue;
    to.beginPath();
    to.moveTo(a, low);
    for (let n = 1; n <= 12; n++)
      to.lineTo(a + ((b - a) * n) / 12, low - (low - high) * rise(fade.shape, n / 12));
    to.stroke();
  }
}
/** How much is heard, of all of it, so far through a fade: by its shape. */
function rise(shape: Item["fadeIn"]["shape"], part: number): number {
  if (shape === "equal-power") return Math.sin((part * Math.PI) / 2);
  return shape === "s-curve" ? (1 - Math.cos(part * Math.PI)) / 2 : part;
}

function drawEnvelope(
  { to, colour }: Pen,
  { points }: Item,
  at: (time: number) => number,
  [from, until]: readonly [number, number],
  top: number,
): void {
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last) return;
  const y = (level: number): number =>
    top + 19 + ((LOUD - Math.min(LOUD, Math.max(SOFT, level))) / (LOUD - SOFT)) * (HIGH - 16);
  to.strokeStyle = colour("ink-2");
  to.beginPath();
  to.moveTo(from, y(first.level));
  for (const p of points) to.lineTo(at(p.at), y(p.level));
  to.lineTo(until, y(last.level));
  to.stroke();
}
