import { houseWayOf } from "../../house/instruments.ts";
import type { HouseInstruments } from "../../house/instruments.ts";
import type { Call, Calls } from "../../session/calls.ts";
import type { Session, Track } from "../../session/document.ts";
import type { Plays, Way } from "../../session/plays.ts";
import { inSamples } from "../../sampled/onGrid.ts";

export const KEY_MAP_FORMAT = "mossy-lantern/key-map";
export const KEY_MAP_VERSION = 1;

/** By what one calls up an articulation: the house's keys, values of one controller, or channels. */
export const CALLED_BY = ["key", "controller", "channel"] as const;
export type CalledBy = (typeof CALLED_BY)[number];

/** What arrives: a note of one key, a controller between two values, a note on a channel, or any other note. */
export type Arrives =
  | { readonly note: number | "any other" }
  | { readonly controller: number; readonly low: number; readonly high: number }
  | { readonly channel: number };
/** What is sent instead. `as it came` keeps the value, `held` lasts until another articulation is called up. */
export type Sent =
  | { readonly note: number; readonly held: boolean }
  | { readonly note: "as it came"; readonly moved: number }
  | { readonly controller: number; readonly value: number | "as it came" }
  | { readonly program: number };
/** What holds from then on, for what a line sends as well. */
export interface FromThen {
  /** On which everything is sent; null: on that of the track. */
  readonly channel: number | null;
  /** Between which velocities notes are struck: 1 to 127 is spread over them. */
  readonly velocity: { readonly low: number; readonly high: number } | null;
}
/** One line of a MIDI processor: the first that fits what arrives decides. */
export interface Rule {
  readonly arrives: Arrives;
  readonly sends: readonly Sent[];
  /** Null where nothing of it changes. */
  readonly then: FromThen | null;
}

/** What stands between a track and its patch. */
export interface TrackMap {
  readonly track: string;
  readonly library: string;
  readonly issue: string;
  readonly patch: string;
  readonly at: string;
  readonly port: number | null;
  readonly channel: number | null;
  /** Of the instrument itself, in dB. */
  readonly gain: number;
  /** So much earlier everything on it is played; samples at the session's rate. */
  readonly earlier: { readonly ms: number; readonly samples: number };
  readonly articulations: readonly {
    readonly name: string;
    readonly words: readonly string[];
    readonly seconds: number | null;
    /** Null: the house has no such call for it. */
    readonly called: Call | null;
    readonly calls: Calls;
    readonly volume: number | null;
  }[];
  readonly rules: readonly Rule[];
}
export interface KeyMap {
  readonly format: typeof KEY_MAP_FORMAT;
  readonly version: typeof KEY_MAP_VERSION;
  readonly session: string;
  readonly by: CalledBy;
  readonly tracks: readonly TrackMap[];
}

/** How the house calls a way of playing up; null where it has no key for it, or channels do not reach so far. */
export function houseCall(
  house: Pick<HouseInstruments, "ways" | "switch">,
  { words, seconds, key }: Pick<Way, "words" | "seconds" | "key">,
  by: CalledBy,
): Call | null {
  if (by === "channel") {
    const found = houseWayOf(house, { words, seconds });
    const channel = found ? house.ways.indexOf(found) + 1 : 0;
    return channel >= 1 && channel <= 16 ? { by: "channel", channel } : null;
  }
  if (key === null) return null;
  return by === "key"
    ? { by: "key", low: key, high: key, held: false }
    : { by: "controller", controller: house.switch, low: key, high: key };
}

const arrivesOf = (call: Call): Arrives | null => {
  if (call.by === "key") return { note: call.low };
  if (call.by === "controller") return { controller: call.controller, low: call.low, high: call.high };
  return call.by === "channel" ? { channel: call.channel } : null;
};

const BANK = [0, 32] as const;
/** What calls an articulation up in its patch, as it is sent. */
function sentFor(calls: Calls): Sent[] {
  return calls.flatMap((c): Sent[] => {
    if (c.by === "key") return [{ note: c.low, held: c.held }];
    if (c.by === "controller")
      return [{ controller: c.controller, value: Math.round((c.low + c.high) / 2) }];
    if (c.by !== "program") return [];
    const bank = c.bank === null ? [] : [c.bank >> 7, c.bank & 127];
    return [...bank.map((value, n): Sent => ({ controller: BANK[n] ?? 0, value })), { program: c.program }];
  });
}

function thenOf(calls: Calls): FromThen {
  const channel = calls.find((c) => c.by === "channel");
  const velocity = calls.find((c) => c.by === "velocity");
  return {
    channel: channel?.channel ?? null,
    velocity: velocity ? { low: velocity.low, high: velocity.high } : null,
  };
}

const VOLUME = 7;
function rulesOf(house: HouseInstruments, { ways, moved, dynamics }: Plays, by: CalledBy): Rule[] {
  // Where one of them says a channel or a velocity, every other one says what holds without.
  const lasting =
    by === "channel" ||
    ways.some(({ called }) => called.some((c) => c.by === "channel" || c.by === "velocity"));
  // A note on a channel calls up and is played; a key or a controller only calls up.
  const played: Sent[] = by === "channel" ? [{ note: "as it came", moved }] : [];
  const calling = ways.flatMap((w): Rule[] => {
    const call = houseCall(house, w, by);
    const arrives = call && arrivesOf(call);
    if (!arrives) return [];
    const volume: Sent[] = w.volume === null ? [] : [{ controller: VOLUME, value: w.volume }];
    const sends = [...sentFor(w.called), ...volume, ...played];
    return [{ arrives, sends, then: lasting ? thenOf(w.called) : null }];
  });
  const turned: Rule[] =
    dynamics === null || dynamics === "velocity" || dynamics === house.dynamics
      ? []
      : [
          {
            arrives: { controller: house.dynamics, low: 0, high: 127 },
            sends: [{ controller: dynamics, value: "as it came" }],
            then: null,
          },
        ];
  const all: Rule = { arrives: { note: "any other" }, sends: [{ note: "as it came", moved }], then: null };
  return [...calling, ...turned, ...(moved === 0 ? [] : [all])];
}

/** What stands between a track of sampled instruments and its patch; null of any other track. */
function trackMap(house: HouseInstruments, track: Track, by: CalledBy, rate: number): TrackMap | null {
  const { plays } = track;
  if (plays === null) return null;
  return {
    track: track.name,
    library: plays.library.name,
    issue: plays.library.issue,
    patch: plays.patch.name,
    at: plays.patch.at,
    port: plays.port,
    channel: track.channel,
    gain: plays.gain,
    earlier: { ms: plays.offset, samples: inSamples(plays.offset, rate) },
    articulations: plays.ways.map((w) => ({
      name: w.name,
      words: w.words,
      seconds: w.seconds,
      called: houseCall(house, w, by),
      calls: w.called,
      volume: w.volume,
    })),
    rules: rulesOf(house, plays, by),
  };
}

/** The key map of a session: for each of its tracks of sampled instruments what a MIDI processor ahead of it does. */
export const keyMap = (house: HouseInstruments, session: Session, by: CalledBy): KeyMap => ({
  format: KEY_MAP_FORMAT,
  version: KEY_MAP_VERSION,
  session: session.title,
  by,
  tracks: session.tracks.flatMap((t) => trackMap(house, t, by, session.sampleRate) ?? []),
});
