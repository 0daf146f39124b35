import type { WholeSound } from "@mossy/contract/sounds";
import type { Measures } from "@mossy/core/sound/measures";
import { inClock } from "@mossy/core/sound/clock";
import type { Outline } from "@mossy/core/sound/outline";
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { Select } from "../ui/select.tsx";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { useSize } from "../ui/useSize.ts";
import { ZoomButtons, useZoomWheel } from "../ui/zoom.tsx";
import { levelsOf } from "./columns.ts";
import { drawWave } from "./drawWave.ts";
import { PlayButton } from "./playButton.tsx";
import { at, pause, play, seek } from "./player.ts";
import type { Listening } from "./player.ts";

const RULER = 22;
const LANE = { one: 132, two: 84, many: 52 } as const;
/** How close one can get, in frames to a pixel. */
const CLOSEST = 4;

/** A sound drawn to scale: closer and farther, along it, with what was found in it, and where one listens. */
export function WaveView({
  of,
  measures,
  outline,
  rate,
  names,
  listening,
  channel,
  onChannel,
}: {
  of: WholeSound;
  measures: Measures;
  outline: Outline;
  rate: number;
  /** Of its channels. */
  names: readonly string[];
  listening: Listening;
  /** The one that is heard alone, from 0; null for all together. */
  channel: number | null;
  onChannel: (channel: number | null) => void;
}) {
  const { size, watch } = useSize<HTMLDivElement>({ width: 800, height: 200 });
  const scroller = useRef<HTMLDivElement>(null);
  const [zoom, setZoom] = useState(1);
  const [left, setLeft] = useState(0);
  const canvas = useRef<HTMLCanvasElement>(null);
  const levels = useMemo(() => levelsOf(outline), [outline]);
  const width = Math.max(200, Math.floor(size.width));
  const whole = width * zoom;
  const perPixel = measures.frames / whole;
  const most = Math.max(1, measures.frames / width / CLOSEST);
  const lane = LANE[outline.channels.length === 1 ? "one" : outline.channels.length === 2 ? "two" : "many"];
  const height = RULER + lane * outline.channels.length;
  useEffect(() => {
    const draw = (): void => {
      const markers = of.says?.markers ?? [];
      if (canvas.current)
        drawWave(canvas.current, {
          levels,
          measures,
          rate,
          names,
          markers,
          left,
          perPixel,
          width,
          height,
          lane,
          ruler: RULER,
        });
    };
    draw();
    // Its colours are those of the theme.
    const watcher = new MutationObserver(draw);
    watcher.observe(document.documentElement, { attributes: true, attributeFilter: ["data-theme"] });
    return () => watcher.disconnect();
  }, [levels, measures, rate, names, of.says, left, perPixel, width, height, lane]);
  const toZoom = useCallback(
    (to: number, around = width / 2): void => {
      const next = Math.max(1, Math.min(most, to));
      // What is under the pointer, or in the middle, stays there.
      const seconds = (left + around) / whole;
      setZoom(next);
      requestAnimationFrame(() => {
        if (scroller.current) scroller.current.scrollLeft = seconds * width * next - around;
      });
    },
    [most, left, whole, width],
  );
  useZoomWheel(scroller, zoom, toZoom);
  useKeys(of, measures, listening, channel);
  const goTo = (x: number): void =>
    seek(of.id, Math.max(0, Math.min(measures.seconds, ((left + x) / whole) * measures.seconds)), channel);
  return (
    <section aria-label="The sound drawn" className="card overflow-hidden">
      <div className="flex flex-wrap items-center gap-3 border-b border-line px-4 py-2">
        <PlayButton of={of} listening={listening} channel={channel} />
        <Clock of={of.id} listening={listening} seconds={measures.seconds} />
        {listening.trouble !== null && (
          <span role="alert" className="text-sm text-brick">
            {listening.trouble}
          </span>
        )}
        {names.length > 1 && <ChannelPick names={names} value={channel} onPick={onChannel} />}
        <ZoomButtons zoom={zoom} most={most} onZoom={(to) => toZoom(to)} />
      </div>
      <div className="px-4 py-3">
        <div ref={watch}>
          <div
            ref={scroller}
            role="group"
            aria-label={`${of.name}, ${inClock(measures.seconds, 1)} long`}
            tabIndex={0}
            className="overflow-x-auto overflow-y-hidden"
            onScroll={(e) => setLeft(e.currentTarget.scrollLeft)}
          >
            <div style={{ width: whole, height: 0 }} />
            <div className="sticky left-0" style={{ width, height }}>
              <canvas
                ref={canvas}
                aria-hidden
                className="block cursor-text"
                style={{ width, height }}
                onPointerDown={(e) => goTo(e.clientX - e.currentTarget.getBoundingClientRect().left)}
              />
              <Playhead of={of.id} listening={listening} left={left} scale={whole / measures.seconds} />
            </div>
          </div>
        </div>
      </div>
    </section>
  );
}

function ChannelPick({
  names,
  value,
  onPick,
}: {
  names: readonly string[];
  value: number | null;
  onPick: (channel: number | null) => void;
}) {
  return (
    <Select
      aria-label="What is heard"
      className="ml-2 w-48"
      value={value === null ? "" : String(value)}
      onChange={(e) => onPick(e.target.value === "" ? null : Number(e.target.value))}
    >
      <option value="">all channels together</option>
      {names.map((name, n) => (
        <option key={name} value={n}>
          {name} alone
        </option>
      ))}
    </Select>
  );
}

/** Does something on every frame while it is wanted, and once when it is not. */
function useFrames(wanted: boolean, draw: () => void): void {
  useLayoutEffect(() => {
    draw();
    if (!wanted) return;
    let frame = requestAnimationFrame(function next() {
      draw();
      frame = requestAnimationFrame(next);
    });
    return () => cancelAnimationFrame(frame);
  });
}

/** Where one listens, as a line over the sound. @param scale pixels to a second */
function Playhead({
  of,
  listening,
  left,
  scale,
}: {
  of: string;
  listening: Listening;
  left: number;
  scale: number;
}) {
  const line = useRef<HTMLDivElement>(null);
  useFrames(listening.playing, () => {
    if (line.current) line.current.style.transform = `translateX(${at() * scale - left}px)`;
  });
  if (listening.sound !== of) return null;
  return (
    <div ref={line} aria-hidden className="pointer-events-none absolute inset-y-0 left-0 w-0.5 bg-brick" />
  );
}

function Clock({ of, listening, seconds }: { of: string; listening: Listening; seconds: number }) {
  const text = useRef<HTMLSpanElement>(null);
  useFrames(listening.playing, () => {
    if (text.current) text.current.textContent = inClock(listening.sound === of ? at() : 0, 1);
  });
  return (
    <span className="font-mono text-sm">
      <span ref={text}>{inClock(0, 1)}</span> <span className="text-ink-2">of {inClock(seconds, 1)}</span>
    </span>
  );
}

function useKeys(of: WholeSound, measures: Measures, listening: Listening, channel: number | null): void {
  const on = listening.playing && listening.sound === of.id;
  const step = (by: number): void =>
    seek(of.id, Math.max(0, Math.min(measures.seconds, at() + by)), channel);
  useShortcuts([
    { keys: "L", says: "Listen, or halt", run: () => (on ? pause() : play(of.id, null, channel)) },
    { keys: "ArrowLeft", says: "Five seconds back", run: () => step(-5) },
    { keys: "ArrowRight", says: "Five seconds on", run: () => step(5) },
    { keys: "Home", says: "To the start", run: () => seek(of.id, 0, channel) },
    {
      keys: "B",
      says: "To where the sound begins",
      run: () => seek(of.id, measures.edges?.onset ?? 0, channel),
    },
  ]);
}
