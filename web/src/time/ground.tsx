import { counted } from "@mossy/core/time/counted";
import type { Counting } from "@mossy/core/time/counted";
import type { TrackId } from "@mossy/core/session/document";
import { useEffect, useMemo, useRef, useState } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import { useSize } from "../ui/useSize.ts";
import { ZoomButtons, useZoomWheel } from "../ui/zoom.tsx";
import { drawTime } from "./drawTime.ts";
import type { Drawn } from "./drawTime.ts";
import { NAMES, TRACK, rowsOf } from "./rows.ts";
import { foundIn, stretchOf } from "./shown.ts";
import type { Picked, Shown } from "./shown.ts";
import { useTimeDrag } from "./useTimeDrag.ts";
import { timeKeys } from "./timeKeys.ts";

/** Pixels to a second at the closest, and how wide all of it may become. */
const [CLOSEST, WIDEST] = [4000, 12_000_000];

/** Where one looks at: how close, and how far it is scrolled, in pixels. */
function useLook(total: number, width: number, working: number | null) {
  const box = useRef<HTMLDivElement>(null);
  const [zoom, setZoom] = useState(1);
  const [at, setAt] = useState({ left: 0, top: 0 });
  const wide = Math.max(50, width - NAMES);
  const fit = wide / total;
  const most = Math.max(1, Math.min(CLOSEST, WIDEST / total) / fit);
  const perSecond = fit * Math.min(zoom, most);
  /** Closer or farther around a pixel, or where that is none, around what one works at, or the middle. */
  const toZoom = (to: number, pixel?: number): void => {
    const there = working === null ? wide / 2 : working * perSecond - at.left;
    const around = pixel ?? (there >= 0 && there <= wide ? there : wide / 2);
    const next = Math.max(1, Math.min(most, to));
    const seconds = (at.left + around) / perSecond;
    setZoom(next);
    requestAnimationFrame(() => {
      if (box.current) box.current.scrollLeft = Math.max(0, seconds * fit * next - around);
    });
  };
  /** Scrolls so that a time is to be seen. */
  const toSee = (seconds: number): void => {
    const x = seconds * perSecond;
    if (box.current && (x < at.left || x > at.left + wide - 20)) box.current.scrollLeft = x - wide / 3;
  };
  return { box, zoom, most, perSecond, at, setAt, toZoom, toSee };
}

/** The lanes and the tracks drawn to scale: chosen, moved, lengthened by pointer and by key. */
export function Ground({
  shown,
  counting,
  picked,
  onPick,
  here,
  onHere,
  work,
  onTrack,
}: {
  shown: Shown;
  counting: Counting;
  picked: Picked | null;
  onPick: (picked: Picked | null) => void;
  here: number;
  onHere: (seconds: number) => void;
  work: Workpiece | null;
  onTrack: (id: TrackId) => void;
}) {
  const { size, watch } = useSize<HTMLDivElement>({ width: 900, height: 400 });
  const [width, height] = [Math.max(260, Math.floor(size.width)), Math.max(120, Math.floor(size.height))];
  // What is chosen is to be seen, wherever it was chosen.
  const start = stretchOf(shown, picked)?.from;
  const look = useLook(shown.total, width, start ?? here);
  const { box, perSecond, at } = look;
  const from = at.left / perSecond;
  const drag = useTimeDrag({
    shown,
    counting,
    work,
    from,
    perSecond,
    scrolled: at.top,
    onPick,
    onHere,
    onTrack,
  });
  const now = drag.dragged ?? shown;
  const { rows, fixed } = useMemo(() => rowsOf(now), [now]);
  const keys = timeKeys({ shown, rows, counting, picked, here, work, onPick, onHere });
  useEffect(() => {
    if (start !== undefined) look.toSee(start);
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- only where something else is chosen, or it went elsewhere
  }, [start, picked]);
  const canvas = useCanvas({
    shown: now,
    rows,
    fixed,
    counting,
    from,
    perSecond,
    scrolled: at.top,
    width,
    height,
    picked,
    here,
  });
  useZoomWheel(box, look.zoom, (to, x) => look.toZoom(to, x - NAMES));
  const tall = fixed + shown.tracks.length * TRACK + 8;
  return (
    <>
      <ZoomLine look={look} said={saidOf(shown, picked, counting)} />
      <div ref={watch} className="relative min-h-0 flex-1">
        <div
          ref={box}
          role="group"
          aria-label="Lanes and tracks, drawn to scale"
          tabIndex={0}
          className="absolute inset-0 overflow-auto"
          onScroll={(e) => look.setAt({ left: e.currentTarget.scrollLeft, top: e.currentTarget.scrollTop })}
          onKeyDown={keys}
        >
          <div
            className="relative"
            style={{ width: NAMES + shown.total * perSecond, height: Math.max(tall, height) }}
          >
            <canvas
              ref={canvas}
              aria-hidden
              className="sticky top-0 left-0 block touch-none"
              style={{ width, height }}
              onPointerDown={drag.onPointerDown}
            />
          </div>
        </div>
      </div>
    </>
  );
}

/** Draws whenever what is drawn or the theme changes, once a frame at most. */
function useCanvas(of: Drawn) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const draw = (): void => {
      if (canvas.current) drawTime(canvas.current, of);
    };
    const frame = requestAnimationFrame(draw);
    const watcher = new MutationObserver(draw);
    watcher.observe(document.documentElement, { attributes: true, attributeFilter: ["data-theme"] });
    return () => {
      cancelAnimationFrame(frame);
      watcher.disconnect();
    };
  });
  return canvas;
}

/** What is chosen, as it is said to whoever does not see it. */
function saidOf(shown: Shown, picked: Picked | null, counting: Counting): string {
  const found = foundIn(shown, picked);
  if (!found) return "";
  const { from, to } = "on" in found ? found.on : found.laid;
  const name = "on" in found ? found.on.name : found.laid.item.name;
  const on = "on" in found ? found.on.lane : found.row.track.name;
  const until = to === null ? "" : ` to ${counted(to, counting)}`;
  return `${name === "" ? "no name" : name}, ${on}, ${counted(from, counting)}${until}`;
}

function ZoomLine({ look, said }: { look: ReturnType<typeof useLook>; said: string }) {
  return (
    <div className="flex items-center gap-1.5 border-b border-line px-3 py-1">
      <p role="status" className="min-w-0 flex-1 truncate text-sm text-ink-2">
        {said}
      </p>
      <ZoomButtons zoom={look.zoom} most={look.most} onZoom={(to) => look.toZoom(to)} />
    </div>
  );
}
