import type { Style } from "../../house/style.ts";
import type { Session } from "../../session/document.ts";
import { sameNeed } from "../../session/ensemble.ts";
import { plural } from "../../session/plural.ts";
import { levelInWords, transposeInWords } from "../../session/valueWords.ts";
import { callsInWords } from "../call.ts";
import { keyName } from "../../session/midiKeys.ts";
import { playedInWords } from "../players.ts";
import { inSamples } from "../../sampled/onGrid.ts";
import { volumeInDb } from "./balance.ts";

/** A house key of a session, with what it calls up. */
export interface ChartKey {
  readonly key: string;
  readonly plays: string;
  /** Of how many tracks. */
  readonly on: number;
}
/** One articulation of a track, as the chart has it. */
export interface ChartLine {
  readonly key: string;
  readonly plays: string;
  /** How its own patch calls it up. */
  readonly calls: string;
  readonly volume: string;
}
export interface ChartTrack {
  readonly track: string;
  /** "Tideline Strings, Violins 1 · 62 ms, 2976 samples earlier" */
  readonly says: string;
  readonly lines: readonly ChartLine[];
}
export interface KeyChart {
  readonly keys: readonly ChartKey[];
  readonly tracks: readonly ChartTrack[];
}

/** "62 ms, 2976 samples earlier". @param rate in Hz */
export function offsetInWords(offset: number, rate: number): string {
  if (offset === 0) return "as it is";
  const ms = Math.round(Math.abs(offset) * 100) / 100;
  return `${ms} ms, ${plural(inSamples(Math.abs(offset), rate), "sample")} ${offset > 0 ? "earlier" : "later"}`;
}

/** "84, −7.2 dB". */
export const volumeInWords = (volume: number): string =>
  `${volume}, ${volumeInDb(volume).toFixed(1).replace("-", "−")} dB`;

/** The chart of a session's house keys: key by key, and track by track with what the libraries want themselves. */
export function keyChart({ reader }: Style, { tracks, sampleRate }: Session): KeyChart {
  const sampled = tracks.flatMap((t) => (t.plays === null ? [] : [{ track: t, plays: t.plays }]));
  const ways = sampled.flatMap((s) => s.plays.ways.filter((w) => w.key !== null));
  const first = ways.filter((w, n) => ways.findIndex((x) => sameNeed(x, w)) === n);
  return {
    keys: first
      .sort((a, b) => (a.key ?? 0) - (b.key ?? 0))
      .map((w) => ({
        key: keyName(w.key ?? 0),
        plays: playedInWords(reader, w),
        on: ways.filter((x) => sameNeed(x, w)).length,
      })),
    tracks: sampled.map(({ track, plays }) => ({
      track: track.name,
      says: [
        `${plays.library.name}, ${plays.patch.name}`,
        offsetInWords(plays.offset, sampleRate),
        ...(plays.moved === 0 ? [] : [`keys ${transposeInWords(plays.moved)}`]),
        ...(plays.gain === 0 ? [] : [`gain ${levelInWords(plays.gain)} dB`]),
      ].join(" · "),
      lines: plays.ways.map((w) => ({
        key: w.key === null ? "" : keyName(w.key),
        plays: playedInWords(reader, w) || w.name,
        calls: callsInWords(w.called),
        volume: w.volume === null ? "" : volumeInWords(w.volume),
      })),
    })),
  };
}
