import type { Lane } from "@mossy/core/session/lanes";
import type { OnLane } from "@mossy/core/time/laneRows";
import { text } from "./pen.ts";
import type { Pen } from "./pen.ts";
import { LANE, NAMES } from "./rows.ts";
import type { Row } from "./rows.ts";
import type { Picked, Shown } from "./shown.ts";

const WORDS: Readonly<Record<Lane, string>> = {
  sections: "Sections",
  markers: "Markers",
  tempo: "Tempo, bpm",
  meter: "Meter",
  key: "Key",
  picture: "Picture",
};
export const laneName = (lane: Lane): string => WORDS[lane];

const COLOURS: Readonly<Record<Lane, string>> = {
  sections: "moss",
  markers: "lantern",
  tempo: "ink-2",
  meter: "ink-2",
  key: "ink-2",
  picture: "tide",
};

/** Draws what stands on a lane. */
export function drawLane(
  pen: Pen,
  shown: Shown,
  { lane, things }: Extract<Row, { sort: "lane" }>,
  top: number,
  picked: Picked | null,
): void {
  if (lane === "tempo") drawTempo(pen, shown, top);
  const isPicked = (t: OnLane): boolean =>
    picked?.sort === "lane" && picked.lane === lane && picked.id === t.id;
  for (const [n, thing] of things.entries()) {
    const [from, to] = [pen.x(thing.from), pen.x(thing.to ?? thing.from)];
    if (Math.max(to, from + 300) < NAMES) continue;
    if (from > pen.width) break;
    const next = things[n + 1];
    const room = (next ? pen.x(next.from) : pen.width) - from;
    if (thing.to === null) drawPlace(pen, thing, top, room - 14, isPicked(thing));
    else drawStretch(pen, thing, [from, Math.max(from + 2, to)], top, isPicked(thing));
  }
}

/** A place: a pin with its name. */
function drawPlace(pen: Pen, thing: OnLane, top: number, room: number, picked: boolean): void {
  const { to, colour } = pen;
  const x = Math.round(pen.x(thing.from));
  to.fillStyle = thing.colour ?? colour(COLOURS[thing.lane]);
  to.fillRect(x - 1, top + 3, 2, LANE - 6);
  to.beginPath();
  to.arc(x, top + LANE / 2, picked ? 5 : 3.5, 0, 2 * Math.PI);
  to.fill();
  if (picked) ring(pen, () => to.arc(x, top + LANE / 2, 7.5, 0, 2 * Math.PI));
  to.fillStyle = colour("ink");
  // Beside a tempo its curve is drawn, below.
  text(pen, thing.name, [x + 9, top + (thing.lane === "tempo" ? 10 : LANE / 2)], room);
}

/** A stretch: a band in its colour, its name on it. */
function drawStretch(
  pen: Pen,
  thing: OnLane,
  [from, until]: readonly [number, number],
  top: number,
  picked: boolean,
): void {
  const { to, colour } = pen;
  const own = thing.colour ?? colour(COLOURS[thing.lane]);
  to.fillStyle = own;
  to.globalAlpha = 0.24;
  // A hair of ground between two that follow each other.
  to.fillRect(from, top + 4, Math.max(1, until - from - 1), LANE - 8);
  to.globalAlpha = 1;
  to.fillRect(from, top + 4, 3, LANE - 8);
  to.fillStyle = colour("ink");
  const left = Math.max(from, NAMES);
  text(pen, thing.name, [left + 8, top + LANE / 2], until - left - 12);
  if (picked) ring(pen, () => to.rect(from - 0.5, top + 3.5, until - from + 1, LANE - 7));
}

/** Around what is chosen. */
export function ring({ to, colour }: Pen, shape: () => void): void {
  to.strokeStyle = colour("moss");
  to.lineWidth = 2;
  to.beginPath();
  shape();
  to.stroke();
  to.lineWidth = 1;
}

/** The tempo as a curve between its least and its most. */
function drawTempo(pen: Pen, { along, session, lanes }: Shown, top: number): void {
  if (session.tempos.length === 0) return;
  const all = [session.tempo, ...session.tempos.map((t) => t.bpm)];
  const [least, most] = [Math.min(...all), Math.max(...all)];
  const y = (bpm: number): number => top + LANE - 4 - ((bpm - least) / Math.max(1, most - least)) * 9;
  const { to, colour, width } = pen;
  to.strokeStyle = colour("line-strong");
  to.beginPath();
  const ramps = new Set(session.tempos.filter((t) => t.by === "ramp").map((t) => t.id));
  for (const [n, thing] of lanes.tempo.entries()) {
    const x = pen.x(thing.from);
    const at = along.tempo.quartersAt(thing.from);
    const there = y(along.tempo.bpmAt(at));
    if (n === 0) to.moveTo(x, there);
    const before = lanes.tempo[n - 1];
    if (before && ramps.has(thing.id)) {
      const start = pen.x(before.from);
      // A tempo that changes evenly with every quarter note bends in time.
      for (let px = Math.max(0, start); px < Math.min(x, width); px += 6)
        to.lineTo(px, y(along.tempo.bpmAt(along.tempo.quartersAt(timeAt(px, start, x, before, thing)))));
    } else if (before) to.lineTo(x, y(along.tempo.bpmAt(along.tempo.quartersAt(before.from))));
    to.lineTo(x, there);
  }
  const last = lanes.tempo.at(-1);
  if (last) to.lineTo(width, y(along.tempo.bpmAt(along.tempo.quartersAt(last.from))));
  to.stroke();
}

/** The time at a pixel between two places. */
const timeAt = (px: number, a: number, b: number, from: OnLane, to: OnLane): number =>
  from.from + ((px - a) / Math.max(1e-9, b - a)) * (to.from - from.from);
