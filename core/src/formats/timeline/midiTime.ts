import type { parseMidi } from "midi-file";
import { midiText } from "../midiText.ts";
import { TimeReading } from "./brought.ts";
import type { BroughtTime } from "./brought.ts";

/** Markers our own files have for what a session says otherwise. */
const OURS: readonly string[] = ["Lead-in", "Music", "End"];

/**
 * What a MIDI file says of the time of its piece: tempos, meters, keys, and markers and cue points in beats.
 * Places in ticks are quarter notes by the division of its header.
 */
export function timeInMidi(midi: ReturnType<typeof parseMidi>): BroughtTime {
  const reading = new TimeReading();
  const { ticksPerBeat } = midi.header;
  if (!ticksPerBeat) {
    reading.notices.push("The file counts in frames, not in beats: its time was left alone.");
    return reading.brought("MIDI file");
  }
  const seen = new Set<string>();
  for (const events of midi.tracks) {
    let ticks = 0;
    for (const e of events) {
      ticks += e.deltaTime;
      const at = ticks / ticksPerBeat;
      if (e.type === "setTempo")
        reading.tempo(at, Math.round((60e6 / e.microsecondsPerBeat) * 1000) / 1000);
      else if (e.type === "timeSignature") reading.meter(at, e.numerator, e.denominator);
      else if (e.type === "keySignature") reading.key(at, e.key, e.scale === 1 ? "minor" : "major");
      else if (e.type === "marker" || e.type === "cuePoint") {
        const name = midiText(e.text);
        // Many programs say a marker on every track.
        if (OURS.includes(name) || seen.has(`${ticks} ${name}`)) continue;
        seen.add(`${ticks} ${name}`);
        reading.marker({ clock: "beats", at, name });
      }
    }
  }
  return reading.brought("MIDI file");
}
