import { CHANNELS } from "./format.ts";
import type { Track } from "./document.ts";

/** The inputs of the interface a track records from: as many as it has channels. */
export function inputsOf({ input, format }: Pick<Track, "input" | "format">): number[] {
  return input === null ? [] : Array.from({ length: CHANNELS[format ?? "mono"] }, (_, i) => input + i);
}
