import { inClock } from "@mossy/core/sound/clock";
import type { SoundMarker } from "@mossy/core/sound/head";
import type { Measures } from "@mossy/core/sound/measures";
import { columnsOf, rulerStep } from "./columns.ts";
import type { Levels } from "./columns.ts";

/** What of a sound is drawn, and how large. */
export interface Drawn {
  readonly levels: Levels;
  readonly measures: Measures;
  /** In Hz. */
  readonly rate: number;
  /** Of its channels. */
  readonly names: readonly string[];
  readonly markers: readonly SoundMarker[];
  /** Pixels of it that are left of what shows. */
  readonly left: number;
  /** Frames to a pixel. */
  readonly perPixel: number;
  /** In pixels: all of it, of one channel, of the ruler above. */
  readonly width: number;
  readonly height: number;
  readonly lane: number;
  readonly ruler: number;
}

interface Pen {
  readonly to: CanvasRenderingContext2D;
  readonly of: Drawn;
  readonly colour: (name: string) => string;
  /** Where a time is, in pixels. @param seconds of it */
  readonly x: (seconds: number) => number;
}

/** Draws the part of a sound that shows. */
export function drawWave(canvas: HTMLCanvasElement, of: Drawn): void {
  const { left, perPixel, rate, width, height } = of;
  const sharp = window.devicePixelRatio || 1;
  canvas.width = Math.round(width * sharp);
  canvas.height = Math.round(height * sharp);
  const to = canvas.getContext("2d");
  if (!to) return;
  to.scale(sharp, sharp);
  const style = getComputedStyle(canvas);
  to.font = `12px ${style.fontFamily}`;
  const pen: Pen = {
    to,
    of,
    colour: (name) => style.getPropertyValue(`--${name}`).trim(),
    x: (seconds) => (seconds * rate) / perPixel - left,
  };
  drawRuler(pen);
  for (let c = 0; c < of.measures.channels.length; c++) drawChannel(pen, c);
  drawSilence(pen);
  drawClipped(pen);
  drawMarkers(pen);
}

function drawRuler({ to, of, colour, x }: Pen): void {
  const second = of.rate / of.perPixel;
  const step = rulerStep(1 / second);
  const digits = step >= 1 ? 0 : step >= 0.1 ? 1 : step >= 0.01 ? 2 : 3;
  to.fillStyle = colour("ink-2");
  to.strokeStyle = colour("line");
  for (let n = Math.max(0, Math.floor(of.left / second / step)); ; n++) {
    const at = x(n * step);
    if (at > of.width || n * step > of.measures.seconds) return;
    to.fillText(inClock(n * step, digits), at + 3, 13);
    to.beginPath();
    to.moveTo(at, 2);
    to.lineTo(at, of.height);
    to.stroke();
  }
}

function drawChannel({ to, of, colour }: Pen, channel: number): void {
  const { lane, ruler, width, left, perPixel } = of;
  const [top, half] = [ruler + channel * lane, (lane - 8) / 2];
  const middle = top + lane / 2;
  to.fillStyle = colour("moss");
  for (const [n, column] of columnsOf(of.levels, channel, {
    from: left * perPixel,
    perPixel,
    width,
  }).entries()) {
    if (!column) continue;
    const [low, high] = column;
    const y = middle - high * half;
    to.fillRect(n, y, 1, Math.max(1, (high - low) * half));
  }
  const name = of.names[channel];
  if (of.names.length === 1 || name === undefined) return;
  to.fillStyle = colour("ink-2");
  to.fillText(name, 3, top + 14);
}

/** Before it begins and behind its end nothing is heard: hatched. */
function drawSilence({ to, of, colour, x }: Pen): void {
  const { edges, seconds } = of.measures;
  if (!edges) return;
  to.strokeStyle = colour("line-strong");
  for (const [from, until] of [
    [0, edges.before],
    [seconds - edges.after, seconds],
  ] as const) {
    const [a, b] = [Math.max(0, x(from)), Math.min(of.width, x(until))];
    if (b - a < 3) continue;
    to.save();
    to.beginPath();
    to.rect(a, of.ruler, b - a, of.height - of.ruler);
    to.clip();
    to.beginPath();
    for (let n = a - of.height; n < b; n += 9) {
      to.moveTo(n, of.height);
      to.lineTo(n + of.height, 0);
    }
    to.stroke();
    to.restore();
  }
  const begins = x(edges.onset);
  if (begins < 0 || begins > of.width) return;
  to.strokeStyle = colour("tide");
  to.fillStyle = colour("tide");
  to.setLineDash([4, 3]);
  to.beginPath();
  to.moveTo(begins, of.ruler);
  to.lineTo(begins, of.height);
  to.stroke();
  to.setLineDash([]);
  to.fillText("begins", begins + 4, of.height - 5);
}

/** Where it stands at full scale: a bar above, so that it is seen from afar too. */
function drawClipped({ to, of, colour, x }: Pen): void {
  to.fillStyle = colour("brick");
  for (const { at, samples } of of.measures.clipped.first)
    to.fillRect(x(at) - 1, of.ruler, Math.max(3, samples / of.perPixel), 5);
}

function drawMarkers({ to, of, colour, x }: Pen): void {
  for (const m of of.markers) {
    const [from, until] = [x(m.frame / of.rate), x((m.frame + m.length) / of.rate)];
    if (until < 0 || from > of.width) continue;
    to.fillStyle = colour("glow");
    to.globalAlpha = 0.22;
    if (m.length > 0) to.fillRect(from, of.ruler, until - from, of.height - of.ruler);
    to.globalAlpha = 1;
    to.fillRect(from - 1, of.ruler, 2, of.height - of.ruler);
    to.fillStyle = colour("lantern");
    if (m.name !== "") to.fillText(m.name, from + 4, of.ruler + 12);
  }
}
