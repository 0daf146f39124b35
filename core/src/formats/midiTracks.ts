import { parseMidi } from "midi-file";
import { blankTrack, meter as meterSchema } from "../session/document.ts";
import type { Controller, Session, Track } from "../session/document.ts";
import { asOneLine } from "../session/text.ts";
import { FileProblem } from "./fileProblem.ts";
import type { ForeignSession } from "./foreignSession.ts";

const LARGEST = 16 << 20;
const MOST_TRACKS = 1000;

/**
 * The tracks of a Standard MIDI File (type 0 or 1) as MIDI tracks: names, channels, and the controllers they set before their first note; tempo and meter from where the piece starts.
 * A type 0 file gives one track for each channel that plays. Notes, markers and tempo changes belong to the job and are counted.
 * @param base what the session is besides
 * @throws FileProblem where the file is torn, has another type or division, or holds no tracks
 */
export function readMidiTracks(base: Session, bytes: Uint8Array): ForeignSession {
  if (bytes.length > LARGEST)
    throw new FileProblem("The MIDI file has more than 16 MB; no track list is that long.");
  let midi: ReturnType<typeof parseMidi>;
  try {
    midi = parseMidi(bytes);
  } catch (e) {
    throw new FileProblem(
      `The MIDI file is damaged or cut short (${e instanceof Error ? e.message : "unreadable"}). Export it again.`,
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
  let tempo: number | null = null,
    meter: Session["meter"] | null = null,
    notes = 0,
    markers = 0,
    tempos = 0,
    programs = 0;
  const tracks: Track[] = [];
  midi.tracks.forEach((events, index) => {
    let name = "",
      at = 0;
    const channels = new Map<number, { notes: number; controllers: Map<number, number> }>();
    for (const e of events) {
      at += e.deltaTime;
      if (e.type === "trackName" && name === "") name = asOneLine(e.text.replace(/\0+$/, ""), 200).trim();
      else if (e.type === "setTempo") {
        tempos++;
        if (at === 0 && tempo === null)
          tempo = Math.round((60_000_000 / e.microsecondsPerBeat) * 100) / 100;
      } else if (e.type === "timeSignature") {
        const read = meterSchema.safeParse({ beats: e.numerator, unit: e.denominator });
        if (meter === null && at === 0 && read.success) meter = read.data;
      } else if (e.type === "marker" || e.type === "cuePoint") markers++;
      else if ("channel" in e && typeof e.channel === "number") {
        const channel = channels.get(e.channel + 1) ?? { notes: 0, controllers: new Map<number, number>() };
        channels.set(e.channel + 1, channel);
        if (e.type === "noteOn" && e.velocity > 0) {
          notes++;
          channel.notes++;
        } else if (e.type === "controller" && channel.notes === 0)
          channel.controllers.set(e.controllerType, e.value);
        else if (e.type === "programChange") programs++;
      }
    }
    if (channels.size === 0 && name === "") return;
    // The first track of a type 1 file that plays nothing is the conductor's: tempo, meter, the title.
    if (channels.size === 0 && index === 0 && midi.header.format === 1) return;
    const many = [...channels].sort(([a], [b]) => a - b);
    for (const [channel, about] of many.length === 0 ? [[null, null] as const] : many) {
      const controllers: Controller[] = [...(about?.controllers ?? [])]
        .map(([controller, value]) => ({ controller, value }))
        .slice(0, 32);
      tracks.push(
        blankTrack(
          `midi-${tracks.length + 1}`,
          name === ""
            ? `Channel ${channel ?? index + 1}`
            : many.length > 1
              ? `${name} ${channel ?? ""}`.trim()
              : name,
          { kind: "midi", format: null, channel, controllers },
        ),
      );
    }
  });
  if (tracks.length === 0) throw new FileProblem("The MIDI file holds no tracks with a name or a note.");
  return {
    session: {
      ...base,
      tempo: tempo !== null && tempo >= 10 && tempo <= 400 ? tempo : base.tempo,
      meter: meter ?? base.meter,
      tracks,
    },
    from: "Standard MIDI File",
    remarks: [],
    carried: [
      { what: "notes", many: notes, bytes: null },
      { what: "markers", many: markers, bytes: null },
      { what: "tempo changes", many: Math.max(0, tempos - 1), bytes: null },
      { what: "program changes", many: programs, bytes: null },
    ].filter((c) => c.many > 0),
  };
}
