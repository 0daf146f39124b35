import type { Articulation, Patch, SampleLibrary } from "@mossy/core/instruments/library";
import { keyName } from "@mossy/core/session/midiKeys";
import { REFERENCE } from "@mossy/core/instruments/played";
import { measureNote } from "@mossy/core/sound/note";
import { writeWave } from "@mossy/core/sound/writeWave";
import { RATE, blank, put, tone } from "./synth.ts";

/** A note is held so long, and has so much silence behind it, in seconds. */
const HELD = 0.6;
const AFTER = 0.05;
/** Of a note of which nobody says how long it sounds on, or needs to know. */
const TAIL = 0.1;
/** In a reel each is asked for so long after what comes before it is over, in seconds. */
const ASKED = 0.2;
/** Of two notes of one articulation one is heard so much sooner than its catalogue says, the other later, in ms. */
const APART = 0.8;

const mono = { rate: RATE, weights: [1] };
const written = (frames: Float32Array): Uint8Array =>
  writeWave([frames], { rate: RATE, bits: 16, bext: null });

/**
 * A note as a library plays it: heard its lag after it is asked for, its loudest 400 ms as loud as the library says,
 * gone once its tail is over.
 * @param lag in ms, 0 or more
 */
function noteOf(
  { loudness, tail }: Articulation,
  { key, lag }: { key: number; lag: number },
): Float32Array {
  const hertz = 440 * 2 ** ((key - 69) / 12);
  const made = tone(hertz, HELD, tail ?? TAIL);
  const { loudness: is } = measureNote([made], mono, 0, null) ?? { loudness: 0 };
  const gain = 10 ** (((loudness ?? -23) - is) / 20);
  const before = lag / 1000;
  const frames = blank(before + made.length / RATE + AFTER);
  put(frames, made, before, gain);
  return frames;
}

/** Keys a third and two thirds up the range of a patch: where it plays well. */
const keysOf = ({ low, high }: Patch): readonly [number, number] => {
  const [from, to] = [low ?? 48, high ?? 72];
  return [Math.round(from + (to - from) / 3), Math.round(from + ((to - from) * 2) / 3)];
};

/**
 * Notes of a library as an engineer renders them, two an articulation, each in a file named by patch, articulation, key
 * and velocity. The same library gives the same files.
 */
export const renderedNotes = (
  library: SampleLibrary,
): { readonly name: string; readonly bytes: () => Uint8Array }[] =>
  library.patches.flatMap((patch) =>
    patch.articulations.flatMap((a) =>
      keysOf(patch).map((key, n) => ({
        name: `${patch.name}_${a.name}_${keyName(key).replace("♯", "#")}_v${REFERENCE}.wav`,
        bytes: () => {
          const lag = (a.lag ?? 0) + (n === 0 ? -APART : APART);
          return written(noteOf({ ...a, tail: TAIL }, { key, lag }));
        },
      })),
    ),
  );

/** When each articulation of a patch is asked for in its reel, and let go, in seconds; and where the reel ends. */
function reelOf(patch: Patch) {
  let end = 0;
  const notes = patch.articulations.map((a) => {
    const lag = (a.lag ?? 0) / 1000;
    const at = end + ASKED;
    end = at + lag + HELD + (a.tail ?? TAIL) + AFTER;
    // Let go once it was heard for as long as every note, whatever its lag.
    return { of: a, at, length: lag + HELD };
  });
  return { notes, end };
}

/** All of one patch in one sound, played one after the other. */
export function renderedReel(patch: Patch): Uint8Array {
  const [key] = keysOf(patch);
  const { notes, end } = reelOf(patch);
  const whole = blank(end);
  for (const { of, at } of notes) put(whole, noteOf(of, { key, lag: of.lag ?? 0 }), at);
  return written(whole);
}

/** What is played in the reel of a patch, as a list. */
export const reelList = (patch: Patch): string =>
  [
    "At,Length,Patch,Articulation,Key,Velocity",
    ...reelOf(patch).notes.map(({ of, at, length }) =>
      [at.toFixed(6), length.toFixed(6), patch.name, of.name, keyName(keysOf(patch)[0]), REFERENCE].join(
        ",",
      ),
    ),
    "",
  ].join("\n");
