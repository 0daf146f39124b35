import { parseMidi } from "midi-file";
import { blankTrack, meter as meterSchema } from "../session/document.ts";
import type { Controller, Session, Track } from "../session/document.ts";
import { asOneLine } from "../session/text.ts";
import { FileProblem } from "./fileProblem.ts";
import type { Cargo, ForeignSession } from "./foreignSession.ts";
import { checkMidiShape } from "./midiShape.ts";

const LARGEST = 16 << 20;
const MOST_TRACKS = 1000;

/**
 * The tracks of a Standard MIDI File (type 0 or 1) as MIDI tracks: names, channels, and the controllers
 * they set before their first note; tempo and meter from where the piece starts.
 * A type 0 file gives one track for each channel that plays. Notes, markers and tempo changes belong to the
 * job and are counted.
 * @param base what the session is besides
 * @throws FileProblem where the file is torn, has another type or division, or holds no tracks
 */
export function readMidiTracks(base: Session, bytes: Uint8Array): ForeignSession {
  const midi = parsed(bytes);
  const read = new MidiReading();
  midi.tracks.forEach((events, index) => read.track(events, index, midi.header.format));
  const { tracks, tempo, meter } = read;
  if (tracks.length === 0) throw new FileProblem("The MIDI file holds no tracks with a name or a note.");
  const playable = tempo !== null && tempo >= 10 && tempo <= 400;
  return {
    session: { ...base, tempo: playable ? tempo : base.tempo, meter: meter ?? base.meter, tracks },
    whole: false,
    from: "Standard MIDI File",
    remarks: [],
    carried: read.cargo(),
  };
}

type Midi = ReturnType<typeof parseMidi>;
type MidiEvent = Midi["tracks"][number][number];

function parsed(bytes: Uint8Array): Midi {
  if (bytes.length > LARGEST)
    throw new FileProblem("The MIDI file has more than 16 MB; no track list is that long.");
  checkMidiShape(bytes);
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
  return midi;
}

/** What one MIDI channel plays: how many notes, and the controllers set before the first. */
interface Channel {
  notes: number;
  readonly controllers: Map<number, number>;
}

/** What a MIDI file says, track by track. */
class MidiReading {
  readonly tracks: Track[] = [];
  tempo: number | null = null;
  meter: Session["meter"] | null = null;
  readonly #many = { notes: 0, markers: 0, tempos: 0, programs: 0 };

  track(events: readonly MidiEvent[], index: number, format: number): void {
    let [name, at] = ["", 0];
    const channels = new Map<number, Channel>();
    for (const e of events) {
      at += e.deltaTime;
      if (e.type === "trackName" && name === "") name = asOneLine(e.text.replace(/\0+$/, ""), 200).trim();
      else if ("channel" in e && typeof e.channel === "number") this.#played(e, e.channel + 1, channels);
      else this.#said(e, at);
    }
    const silent = channels.size === 0;
    // The first track of a type 1 file that plays nothing is the conductor's: tempo, meter, the title.
    if (silent && (name === "" || (index === 0 && format === 1))) return;
    const many = [...channels].sort(([a], [b]) => a - b);
    for (const [channel, about] of silent ? [[null, null] as const] : many)
      this.#add(name, channel, index, many.length > 1, about);
  }

  #said(e: MidiEvent, at: number): void {
    if (e.type === "setTempo") {
      this.#many.tempos++;
      if (at === 0) this.tempo ??= Math.round((60_000_000 / e.microsecondsPerBeat) * 100) / 100;
    } else if (e.type === "timeSignature") {
      const read = meterSchema.safeParse({ beats: e.numerator, unit: e.denominator });
      if (at === 0 && read.success) this.meter ??= read.data;
    } else if (e.type === "marker" || e.type === "cuePoint") this.#many.markers++;
  }

  #played(e: MidiEvent, number: number, channels: Map<number, Channel>): void {
    const channel = channels.get(number) ?? { notes: 0, controllers: new Map<number, number>() };
    channels.set(number, channel);
    if (e.type === "noteOn" && e.velocity > 0) {
      this.#many.notes++;
      channel.notes++;
    } else if (e.type === "controller" && channel.notes === 0)
      channel.controllers.set(e.controllerType, e.value);
    else if (e.type === "programChange") this.#many.programs++;
  }

  #add(name: string, channel: number | null, index: number, several: boolean, about: Channel | null): void {
    const controllers: Controller[] = [...(about?.controllers ?? [])]
      .map(([controller, value]) => ({ controller, value }))
      .slice(0, 32);
    const own = several ? `${name} ${channel ?? ""}`.trim() : name;
    const called = name === "" ? `Channel ${channel ?? index + 1}` : own;
    const id = `midi-${this.tracks.length + 1}`;
    this.tracks.push(blankTrack(id, called, { kind: "midi", format: null, channel, controllers }));
  }

  /** What belongs to the job and is left behind. */
  cargo(): Cargo[] {
    const { notes, markers, tempos, programs } = this.#many;
    return [
      { what: "notes", many: notes, bytes: null },
      { what: "markers", many: markers, bytes: null },
      { what: "tempo changes", many: Math.max(0, tempos - 1), bytes: null },
      { what: "program changes", many: programs, bytes: null },
    ].filter((c) => c.many > 0);
  }
}
