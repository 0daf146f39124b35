import { parseMidi } from "midi-file";
import { blankTrack, meter as meterSchema } from "../session/document.ts";
import type { Controller, Session, Track } from "../session/document.ts";
import { asOneLine } from "../session/text.ts";
import { FileProblem } from "./fileProblem.ts";
import type { Cargo, ForeignSession } from "./foreignSession.ts";
import { keyswitches } from "./midiNotes.ts";
import { withTime } from "./timeline/brought.ts";
import { timeInMidi } from "./timeline/midiTime.ts";
import { wholeMidi } from "./midiShape.ts";
import { midiText } from "./midiText.ts";

const LARGEST = 16 << 20;
const MOST_TRACKS = 1000;

/**
 * The tracks of a Standard MIDI File (type 0 or 1) as MIDI tracks: names, channels, and the controllers, banks
 * and programs they set before their first note or with it; tempo, meter and key from where the piece starts.
 * A type 0 file gives one track for each channel that plays. What belongs to the job is counted.
 * @param base what the session is besides
 * @throws FileProblem where the file is torn, has another type or division, or holds no tracks
 */
export function readMidiTracks(base: Session, file: Uint8Array): ForeignSession {
  const { midi, passed } = parsedMidi(file);
  const read = new MidiReading(midi.header.format);
  midi.tracks.forEach((events, index) => read.track(events, index));
  read.close();
  const { tracks, title, tempo, meter, notices } = read;
  if (tracks.length === 0) throw new FileProblem("The MIDI file holds no tracks with a name or a note.");
  if (passed > 0)
    notices.push(
      `${passed} ${passed === 1 ? "part" : "parts"} of the file that are no tracks were passed over.`,
    );
  const playable = tempo !== null && tempo >= 10 && tempo <= 400;
  if (tempo !== null && !playable)
    notices.push(`A tempo of ${tempo} is outside 10 to 400; the house's was taken.`);
  const time = timeInMidi(midi);
  return {
    session: {
      ...withTime(base, time),
      title: title ?? base.title,
      tempo: playable ? tempo : base.tempo,
      meter: meter ?? base.meter,
      tracks,
    },
    whole: false,
    from: "Standard MIDI File",
    notices: [...notices, ...time.notices],
    carried: read.cargo(),
  };
}

type Midi = ReturnType<typeof parseMidi>;
type MidiEvent = Midi["tracks"][number][number];

/** A MIDI file of type 0 or 1, taken apart. @throws FileProblem */
export function parsedMidi(file: Uint8Array): { midi: Midi; passed: number } {
  if (file.length > LARGEST)
    throw new FileProblem("The MIDI file has more than 16 MB; no track list is that long.");
  const { bytes, passed } = wholeMidi(file);
  let midi: Midi;
  try {
    midi = parseMidi(bytes);
  } catch (e) {
    throw new FileProblem(
      "The MIDI file is damaged or cut short " +
        `(${e instanceof Error ? e.message : "unreadable"}). Export it again.`,
      "MIDI header or track chunk",
    );
  }
  if (midi.header.format > 1)
    throw new FileProblem(
      "The MIDI file is of type 2, patterns without a common time. Export it as type 1.",
      "MIDI header",
    );
  if (midi.tracks.length > MOST_TRACKS)
    throw new FileProblem(
      `The MIDI file has ${midi.tracks.length} tracks; at most ${MOST_TRACKS} are taken.`,
    );
  return { midi, passed };
}

/** What one MIDI channel plays: its notes, and what it is set to before the first, or at the same tick. */
interface Channel {
  readonly notes: number[];
  /** When the first note is played; null before. */
  first: number | null;
  readonly controllers: Map<number, number>;
  program: number | null;
}

/** What a track says of itself besides its name. */
interface About {
  instrument: string;
  device: string;
  port: number | null;
  /** Whether it says anything of the time of the piece. */
  leads: boolean;
}

/** Meta event: the name of the device a track goes to (from memory of the specification's later practice). */
const DEVICE_NAME = 0x09;

/** What a MIDI file says, track by track. */
class MidiReading {
  readonly tracks: Track[] = [];
  readonly notices: string[] = [];
  title: string | null = null;
  tempo: number | null = null;
  meter: Session["meter"] | null = null;
  /** A first track that plays nothing: the piece's title, or a track like the others. */
  #first: { readonly name: string; readonly about: About } | null = null;
  readonly #many = {
    notes: 0,
    switches: 0,
    lyrics: 0,
    programs: 0,
  };

  constructor(private readonly format: number) {}

  track(events: readonly MidiEvent[], index: number): void {
    let [name, at] = ["", 0];
    const about: About = { instrument: "", device: "", port: null, leads: false };
    const channels = new Map<number, Channel>();
    for (const e of events) {
      at += e.deltaTime;
      if (e.type === "trackName" && name === "") name = asOneLine(midiText(e.text), 200);
      else if ("channel" in e && typeof e.channel === "number" && e.type !== "channelPrefix")
        this.#played(e, e.channel + 1, at, channels);
      else this.#said(e, at, about);
    }
    for (const [channel, { notes }] of channels) this.#many.switches += keyswitches(channel, notes);
    if (name === "") name = about.instrument;
    const silent = channels.size === 0;
    if (silent && index === 0 && this.format === 1) {
      if (name !== "") this.#first = { name, about };
      return;
    }
    if (silent && name === "") return;
    const many = [...channels].sort(([a], [b]) => a - b);
    for (const [channel, played] of silent ? [[null, null] as const] : many)
      this.#add(name, channel, index, many.length > 1, played, about);
  }

  /** Decides what the first track was: in a file in which nothing plays it is one like all others. */
  close(): void {
    const first = this.#first;
    if (!first) return;
    if (first.about.leads || this.#many.notes > 0) {
      this.title = first.name;
      const says = "stands first and plays nothing: it was taken as the title, not as a track.";
      this.notices.push(`“${first.name}” ${says}`);
      return;
    }
    this.#add(first.name, null, 0, false, null, first.about);
    const last = this.tracks.pop();
    if (last) this.tracks.unshift(last);
  }

  #said(e: MidiEvent, at: number, about: About): void {
    const many = this.#many;
    switch (e.type) {
      case "setTempo":
        about.leads = true;
        if (at === 0) this.tempo ??= Math.round((60_000_000 / e.microsecondsPerBeat) * 100) / 100;
        return;
      case "timeSignature":
        about.leads = true;
        if (at === 0) this.#meter(e.numerator, e.denominator);
        return;
      case "keySignature":
        about.leads = true;
        return;
      case "lyrics":
        many.lyrics++;
        return;
      case "instrumentName":
        about.instrument ||= asOneLine(midiText(e.text), 200);
        return;
      case "portPrefix":
        about.port ??= e.port + 1;
        return;
      case "unknownMeta":
        if (e.metatypeByte === DEVICE_NAME)
          about.device ||= asOneLine(midiText(String.fromCharCode(...Array.from(e.data))), 200);
        return;
      default:
        return;
    }
  }

  #meter(beats: number, unit: number): void {
    const read = meterSchema.safeParse({ beats, unit });
    if (read.success) this.meter ??= read.data;
    else this.notices.push(`A meter of ${beats}/${unit} cannot be; the house's was taken.`);
  }

  #played(e: MidiEvent, number: number, at: number, channels: Map<number, Channel>): void {
    const channel = channels.get(number) ?? {
      notes: [],
      first: null,
      controllers: new Map<number, number>(),
      program: null,
    };
    channels.set(number, channel);
    const opening = channel.first === null || at === channel.first;
    if (e.type === "noteOn" && e.velocity > 0) {
      this.#many.notes++;
      channel.notes.push(e.noteNumber);
      channel.first ??= at;
    } else if (e.type === "controller" && opening) channel.controllers.set(e.controllerType, e.value);
    else if (e.type === "programChange") {
      if (opening) channel.program = e.programNumber + 1;
      else this.#many.programs++;
    }
  }

  #add(
    name: string,
    channel: number | null,
    index: number,
    several: boolean,
    played: Channel | null,
    about: About,
  ): void {
    const controllers: Controller[] = [...(played?.controllers ?? [])]
      .map(([controller, value]) => ({ controller, value }))
      .slice(0, 32);
    const own = several ? `${name} ${channel ?? ""}`.trim() : name;
    const called = name === "" ? `Channel ${channel ?? index + 1}` : own;
    const id = `midi-${this.tracks.length + 1}`;
    const notes = [
      ...(about.instrument === "" || about.instrument === name ? [] : [`instrument ${about.instrument}`]),
      ...(about.device === "" ? [] : [`device ${about.device}`]),
      ...(about.port === null ? [] : [`port ${about.port}`]),
    ].join(", ");
    this.tracks.push(
      blankTrack(id, called, {
        kind: "midi",
        format: null,
        channel,
        program: played?.program ?? null,
        controllers,
        notes,
      }),
    );
  }

  /** What belongs to the job and is left behind. */
  cargo(): Cargo[] {
    const { notes, switches, lyrics, programs } = this.#many;
    return [
      { what: "notes", many: notes, bytes: null },
      { what: "keyswitch notes among them", many: switches, bytes: null },
      { what: "lyrics", many: lyrics, bytes: null },
      { what: "program changes", many: programs, bytes: null },
    ].filter((c) => c.many > 0);
  }
}
