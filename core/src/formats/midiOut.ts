import { writeMidi } from "midi-file";
import type { MidiData } from "midi-file";
import { notesOn, setsOn } from "../items/notes.ts";
import { Along } from "../time/along.ts";
import type { Session, Track } from "../session/document.ts";
import { onMidi } from "../session/onMidi.ts";

type Event = MidiData["tracks"][number][number];

/** Ticks of a quarter note: every meter's bars are whole numbers of them. */
const QUARTER = 960;
/** Bank select, coarse and fine (MIDI 1.0): said before the program they belong to. */
const BANK = [0, 32];
/** Controllers follow a program after this long, since calling one up may set them back. */
const AFTER_PROGRAM = QUARTER / 8;

interface Placed {
  readonly at: number;
  readonly event: Record<string, unknown>;
}

/** Texts of MIDI files are bytes: UTF-8, one character a byte as the writer takes them. */
const inBytes = (text: string): string => String.fromCharCode(...new TextEncoder().encode(text));
const meta = (type: string, more: object): Record<string, unknown> => ({ meta: true, type, ...more });
const text = (type: string, said: string) => meta(type, { text: inBytes(said) });

function trackOf(placed: readonly Placed[], end: number): Event[] {
  // A note that ends where the next of its key begins is let go first.
  const last = ({ event }: Placed): number => (event["type"] === "noteOff" ? 0 : 1);
  const sorted = [...placed].sort((a, b) => a.at - b.at || last(a) - last(b));
  const events = [...sorted, { at: Math.max(end, sorted.at(-1)?.at ?? 0), event: meta("endOfTrack", {}) }];
  // The package's types know each event by itself; what stands here is made from fields of a checked session.
  return events.map(
    ({ at, event }, i) => ({ deltaTime: at - (events[i - 1]?.at ?? 0), ...event }) as Event,
  );
}

/** How often a tempo that changes evenly is said, in quarter notes: a file has steps only. */
const STEP = 0.25;

/**
 * Tempos as a file says them. Of one that changes evenly each step is as long as the stretch it stands for, so that
 * nothing drifts.
 */
function tempos({ tempo, tempos: said }: Session, along: Along): Placed[] {
  const points = [{ at: 0, bpm: tempo, by: "step" }, ...said].sort((a, b) => a.at - b.at);
  const event = (at: number, microseconds: number): Placed => ({
    at: Math.round(at * QUARTER),
    event: meta("setTempo", { microsecondsPerBeat: Math.min(0xff_ff_ff, Math.round(microseconds)) }),
  });
  return points.flatMap(({ at, bpm }, n) => {
    const next = points[n + 1];
    if (next?.by !== "ramp") return [event(at, 60e6 / bpm)];
    const steps = Math.max(1, Math.ceil((next.at - at) / STEP));
    return Array.from({ length: steps }, (_, i) => {
      const [from, to] = [at + i * STEP, Math.min(next.at, at + (i + 1) * STEP)];
      return event(from, (along.long("beats", from, to - from) / (to - from)) * 1e6);
    });
  });
}

/** Tempo, meter, key, and where what begins; ticks from the start of the first bar. */
function conductor(session: Session, along: Along, music: number, end: number): Placed[] {
  const { title, meter, meters, keys, markers, sections, leadIn, fixedEnd } = session;
  const atBar = (bar: number): number => ticks(along.bars.quartersOf({ bar, beat: 1, part: 0 }));
  const signature = (at: number, { beats, unit }: Session["meter"]): Placed => ({
    at,
    event: meta("timeSignature", { numerator: beats, denominator: unit, metronome: 24, thirtyseconds: 8 }),
  });
  const named = (at: number, name: string): Placed => ({ at, event: text("marker", name) });
  return [
    { at: 0, event: text("trackName", title) },
    ...tempos(session, along),
    signature(0, meter),
    ...meters.map((m) => signature(atBar(m.bar), m)),
    ...keys.map((k) => ({
      at: atBar(k.bar),
      event: meta("keySignature", { key: k.sharps, scale: k.scale === "minor" ? 1 : 0 }),
    })),
    ...(leadIn > 0 && music > 0 ? [named(0, "Lead-in")] : []),
    named(music, "Music"),
    ...sections.map((s) => named(atBar(s.bar), s.name)),
    ...markers.map((m) => named(ticks(along.quarters(m.clock, m.at)), m.name)),
    ...(fixedEnd === null ? [] : [named(end, "End")]),
  ];
}

const ticks = (quarters: number): number => Math.round(quarters * QUARTER);

/** Whether anything on a track sets something by itself; what it starts with is then said there. */
const sets = ({ items }: Track): boolean =>
  items.some((i) => i.holds.kind === "pattern" && i.holds.sets.length > 0);

/** A track's name, the port it goes out by, and what its channel is set to before the music. */
function opening(track: Track, music: number): Placed[] {
  const port = track.plays?.port ?? null;
  const name = [
    { at: 0, event: text("trackName", track.name) },
    ...(port === null || port > 128 ? [] : [{ at: 0, event: meta("portPrefix", { port: port - 1 }) }]),
  ];
  if (track.channel === null) return name;
  if (sets(track))
    return [...name, { at: 0, event: meta("channelPrefix", { channel: track.channel - 1 }) }];
  const channel = track.channel - 1;
  const set = ({ controller, value }: Track["controllers"][number], at: number): Placed => ({
    at,
    event: { type: "controller", channel, controllerType: controller, value },
  });
  const bank = track.controllers.filter((c) => BANK.includes(c.controller));
  const others = track.controllers.filter((c) => !BANK.includes(c.controller));
  const program = track.program === null ? [] : [{ at: 0, event: called(channel, track.program) }];
  return [
    ...name,
    { at: 0, event: meta("channelPrefix", { channel }) },
    ...bank.map((c) => set(c, 0)),
    ...program,
    ...others.map((c) => set(c, Math.min(AFTER_PROGRAM, music))),
  ];
}

/** What the patterns on a track set and play; on channel 1 where it has none of its own. */
function playing(track: Track, session: Session): Placed[] {
  const channel = (track.channel ?? 1) - 1;
  const put = (at: number, event: object): Placed => ({
    at: Math.round(at * QUARTER),
    event: { ...event, channel },
  });
  return [
    ...setsOn(track.items, session).map((s): Placed => {
      if (s.sets === "program")
        return { at: Math.round(s.at * QUARTER), event: called(channel, s.program) };
      return s.sets === "bend"
        ? put(s.at, { type: "pitchBend", value: s.value })
        : put(s.at, { type: "controller", controllerType: s.controller, value: s.value });
    }),
    ...notesOn(track.items, session).flatMap(({ at, length, key, velocity }): Placed[] => {
      const [from, to] = [Math.round(at * QUARTER), Math.round((at + length) * QUARTER)];
      const on = { channel, noteNumber: key };
      return [
        { at: from, event: { type: "noteOn", velocity, ...on } },
        { at: Math.max(from + 1, to), event: { type: "noteOff", velocity: 0, ...on } },
      ];
    }),
  ];
}

const called = (channel: number, program: number) => ({
  type: "programChange",
  channel,
  programNumber: program - 1,
});

/**
 * A session's MIDI tracks as a Standard MIDI File 1.0 of type 1: a first track with title, tempos, meters, keys and
 * markers (lead-in, music, sections, its own, fixed end), then one for each track with its name, and its bank, program
 * and controllers in the first bar of the lead-in; without one, at the very start. What patterns play on them comes
 * along, as does an instrument on which a pattern lies.
 */
export function writeMidiTracks(session: Session): Uint8Array {
  const { musicBar, fixedEnd } = session;
  const along = new Along(session);
  const music = ticks(along.bars.quartersOf({ bar: musicBar, beat: 1, part: 0 }));
  const end = fixedEnd === null ? music : ticks(along.quarters("seconds", fixedEnd));
  const tracks = onMidi(session);
  return new Uint8Array(
    writeMidi({
      header: { format: 1, numTracks: tracks.length + 1, ticksPerBeat: QUARTER },
      tracks: [
        trackOf(conductor(session, along, music, end), music),
        ...tracks.map((t) => trackOf([...opening(t, music), ...playing(t, session)], music)),
      ],
    }),
  );
}
