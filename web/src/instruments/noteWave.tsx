import { useEffect, useRef } from "react";
import type { FoundNote } from "./useNotes.ts";

const [WIDTH, HEIGHT] = [480, 120];

/** The beginning of a note: when it was played, and where it is heard to start. */
export function NoteWave({ of }: { of: FoundNote }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const to = canvas.current?.getContext("2d");
    if (!canvas.current || !to) return;
    const sharp = window.devicePixelRatio || 1;
    canvas.current.width = WIDTH * sharp;
    canvas.current.height = HEIGHT * sharp;
    to.scale(sharp, sharp);
    const style = getComputedStyle(canvas.current);
    const colour = (name: string): string => style.getPropertyValue(`--${name}`).trim();
    const { low, high, from, seconds } = of.look;
    const loud = Math.max(1e-6, ...high, ...low.map((x) => -x));
    to.fillStyle = colour("moss");
    for (let n = 0; n < low.length; n++) {
      const [top, bottom] = [high[n] ?? 0, low[n] ?? 0].map(
        (x) => HEIGHT / 2 - (x / loud) * (HEIGHT / 2 - 6),
      );
      to.fillRect((n * WIDTH) / low.length, top ?? 0, 1, Math.max(1, (bottom ?? 0) - (top ?? 0)));
    }
    const x = (at: number): number => ((at - from) / seconds) * WIDTH;
    const line = (at: number, name: string, says: string): void => {
      to.fillStyle = colour(name);
      to.fillRect(x(at), 0, 1.5, HEIGHT);
      to.fillText(says, x(at) + 4, says === "note" ? 12 : HEIGHT - 4);
    };
    to.font = `12px ${style.fontFamily}`;
    line(of.note.at, "ink-2", "note");
    if (of.measures) line(of.note.at + of.measures.lag / 1000, "tide", "heard");
  }, [of]);
  const says = of.measures ? `heard ${of.measures.lag.toFixed(1)} ms after the note` : "nothing is heard";
  return (
    <canvas ref={canvas} role="img" aria-label={`Wave of the note: ${says}`} className="h-[120px] w-full" />
  );
}
