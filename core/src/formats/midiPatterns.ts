import type { parseMidi } from "midi-file";
import { meter as meterSchema } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { LATEST, MOST_NOTES } from "../session/item.ts";
import type { Note } from "../session/item.ts";
import { asOneLine } from "../session/text.ts";
import { FileProblem } from "./fileProblem.ts";
import { parsedMidi } from "./midiTracks.ts";
import { midiText } from "./midiText.ts";

type MidiEvent = ReturnType<typeof parseMidi>["tracks"][number][number];

/** Notes of one track and channel of a MIDI file. */
export interface FoundPattern {
  /** As its track is called; else by the file. */
  readonly name: string;
  /** MIDI channel, 1 to 16. */
  readonly channel: number;
  readonly notes: readonly Note[];
  /** In quarter notes: to the end of the bar in which the last note ends. */
  readonly length: number;
  readonly meter: Session["meter"];
  /** So many notes more it has than a pattern holds. */
  readonly left: number;
}

/**
 * The notes of a Standard MIDI File, by track and channel, in quarter notes from the file's beginning. A note that is
 * never let go ends with its track.
 * @param name of the file, for tracks that have none
 * @throws FileProblem where the file is torn, counts in frames, or plays no note
 */
export function patternsIn(name: string, file: Uint8Array): FoundPattern[] {
  const { midi } = parsedMidi(file);
  const { ticksPerBeat } = midi.header;
  if (!ticksPerBeat)
    throw new FileProblem(
      "The MIDI file counts in frames of a picture, not in beats. Export it with beats.",
      "MIDI header",
    );
  const meter = meterOf(midi.tracks);
  const bar = (meter.beats * 4) / meter.unit;
  const stem = name.replace(/\.[^.]*$/, "");
  const found = midi.tracks.flatMap((events) =>
    channelsOf(events, ticksPerBeat).map(({ called, channel, notes }): FoundPattern => {
      const kept = notes.filter((n) => n.at + n.length <= LATEST).slice(0, MOST_NOTES);
      const end = Math.max(...kept.map((n) => n.at + n.length), 0);
      return {
        name: asOneLine(called === "" ? stem : called, 120).trim() || "Pattern",
        channel: channel + 1,
        notes: kept,
        length: Math.max(1, Math.ceil(end / bar - JUST)) * bar,
        meter,
        left: notes.length - kept.length,
      };
    }),
  );
  const playing = found.filter((f) => f.notes.length > 0);
  if (playing.length === 0) throw new FileProblem("The MIDI file plays no note, so it holds no pattern.");
  return playing;
}

/** A note that is let go a hair behind the bar line ends with the bar. */
const JUST = 0.01;

/** The meter where the piece starts; 4/4 where it says none (Standard MIDI Files 1.0). */
function meterOf(tracks: readonly (readonly MidiEvent[])[]): Session["meter"] {
  const [said] = tracks.flatMap((events) => events.filter((e) => e.type === "timeSignature").slice(0, 1));
  const meter = meterSchema.safeParse({ beats: said?.numerator, unit: said?.denominator });
  return meter.success ? meter.data : { beats: 4, unit: 4 };
}

interface Playing {
  readonly called: string;
  readonly channel: number;
  readonly notes: Note[];
}

/** What each channel of a track plays, in the order they begin. @param perBeat ticks of a quarter note */
function channelsOf(events: readonly MidiEvent[], perBeat: number): Playing[] {
  const channels = new Map<number, Note[]>();
  /** Notes that sound, by channel and key: when they began, how hard. */
  const sounding = new Map<string, { readonly at: number; readonly velocity: number }[]>();
  let [called, now] = ["", 0];
  const letGo = (channel: number, key: number): void => {
    const began = sounding.get(`${channel} ${key}`)?.shift();
    if (!began) return;
    const [at, end] = [began.at / perBeat, Math.max(began.at + 1, now) / perBeat];
    const notes = channels.get(channel) ?? [];
    channels.set(channel, notes);
    notes.push({ at: tidy(at), length: tidy(end - at), key, velocity: began.velocity });
  };
  for (const e of events) {
    now += e.deltaTime;
    if (e.type === "trackName" && called === "") called = midiText(e.text).trim();
    else if (e.type === "noteOn" && e.velocity > 0) {
      const place = `${e.channel} ${e.noteNumber}`;
      const list = sounding.get(place) ?? [];
      sounding.set(place, list);
      list.push({ at: now, velocity: e.velocity });
    } else if (e.type === "noteOff" || e.type === "noteOn") letGo(e.channel, e.noteNumber);
  }
  for (const [place, list] of sounding) {
    const [channel = 0, key = 0] = place.split(" ").map(Number);
    for (let left = list.length; left > 0; left--) letGo(channel, key);
  }
  return [...channels].map(([channel, notes]) => ({
    called,
    channel,
    notes: notes.sort((a, b) => a.at - b.at || a.key - b.key),
  }));
}

const tidy = (n: number): number => Math.round(n * 1e6) / 1e6;
