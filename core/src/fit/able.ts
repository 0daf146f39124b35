import { CHANNELS, FILE_TYPES, sampleRate } from "../session/document.ts";
import type { ChannelFormat, Session, Track } from "../session/document.ts";
import { plural } from "../session/plural.ts";
import type { Limit, Limits } from "./limits.ts";
import type { Adjustment } from "./report.ts";
import type { Room } from "./room.ts";

/** A session with what was changed about it. */
export interface Adjusted {
  readonly session: Session;
  readonly adjusted: readonly Adjustment[];
}
const asItIs = (session: Session): Adjusted => ({ session, adjusted: [] });
const noted = (what: string, says: string): Adjustment => ({ track: null, what, says });

/** The settings of a session as the room and its software can run them: rate, depth, file type, main path. */
export function runThere(session: Session, room: Room, limits: Limits): Adjusted {
  const steps = [atRate, atDepth, asFile, showMain];
  return steps.reduce<Adjusted>((so, step) => {
    const next = step(so.session, room, limits);
    return { session: next.session, adjusted: [...so.adjusted, ...next.adjusted] };
  }, asItIs(session));
}

const nearest = (possible: readonly number[], wanted: number): number | undefined =>
  possible.toSorted((a, b) => Math.abs(a - wanted) - Math.abs(b - wanted) || b - a)[0];

function atRate(session: Session, room: Room, { rates }: Limits): Adjusted {
  const wanted = session.sampleRate;
  const both = room.sampleRates.filter((r) => rates.length === 0 || rates.some((x) => x === r));
  const read = sampleRate.safeParse(nearest(both.length === 0 ? room.sampleRates : both, wanted));
  if (!read.success || read.data === wanted) return asItIs(session);
  const says = `${wanted / 1000} kHz → ${read.data / 1000} kHz, the nearest this room can run`;
  return { session: { ...session, sampleRate: read.data }, adjusted: [noted("Sample rate", says)] };
}

function atDepth(session: Session, _: Room, { depths }: Limits): Adjusted {
  const wanted = session.bitDepth;
  const to = depths.find((d) => d === nearest(depths, wanted));
  if (to === undefined || to === wanted) return asItIs(session);
  const says = `${wanted} bit → ${to} bit, the nearest its software records`;
  return { session: { ...session, bitDepth: to }, adjusted: [noted("Bit depth", says)] };
}

const FILE_WORDS: Readonly<Record<(typeof FILE_TYPES)[number], string>> = {
  wav: "wave files",
  "broadcast-wav": "broadcast wave files",
};
function asFile(session: Session, _: Room, { fileTypes }: Limits): Adjusted {
  const [to] = fileTypes;
  if (to === undefined || fileTypes.includes(session.fileType)) return asItIs(session);
  const says = `${FILE_WORDS[session.fileType]} → ${FILE_WORDS[to]}, what its software records`;
  return { session: { ...session, fileType: to }, adjusted: [noted("File type", says)] };
}

function showMain(session: Session, room: Room, { formats }: Limits): Adjusted {
  const wide = session.mainFormat;
  const known = (f: ChannelFormat): boolean => formats.length === 0 || formats.includes(f);
  if (CHANNELS[wide] <= CHANNELS[room.widest] && known(wide)) return asItIs(session);
  const possible = [room.widest, ...formats].filter(
    (f) => CHANNELS[f] <= CHANNELS[room.widest] && known(f),
  );
  const to = possible.toSorted((a, b) => CHANNELS[b] - CHANNELS[a])[0] ?? room.widest;
  const says = `${wide} → ${to}, the widest this room can play; buses and returns follow`;
  const tracks = session.tracks.map((t) =>
    t.kind !== "audio" && t.format === wide ? { ...t, format: to } : t,
  );
  return { session: { ...session, mainFormat: to, tracks }, adjusted: [noted("Main format", says)] };
}

/**
 * What of a session the software of a room does not know, or has less of: it stays in the session and comes back as
 * it went, but nobody sees or hears it there.
 */
export function unknownThere(session: Session, limits: Limits): Adjustment[] {
  return [...lessThere(session, limits), ...passedOver(session, limits)];
}

const some = (what: string, of: readonly Track[], why: string): Adjustment[] =>
  of.length === 0 ? [] : [noted(what, `${someOf(of)}: ${why}`)];

/** Of what the software has too few. */
function lessThere({ tracks }: Session, limits: Limits): Adjustment[] {
  const more = (what: string, most: number | null, many: (t: Track) => number): Adjustment[] => {
    if (most === null) return [];
    const over = tracks.filter((t) => many(t) > most);
    return some(what, over, `more than ${most}, the most it has`);
  };
  const { formats } = limits;
  const known = (t: Track): boolean =>
    formats.length === 0 || t.format === null || formats.includes(t.format);
  return [
    ...(limits.tracks !== null && tracks.length > limits.tracks
      ? [noted("Tracks", `${tracks.length}, and its software has ${limits.tracks} at most`)]
      : []),
    ...more("Sends", limits.sends, (t) => t.sends.length),
    ...more("Processors", limits.inserts, (t) => t.inserts.length),
    ...some(
      "Channel formats",
      tracks.filter((t) => !known(t)),
      `wider or other than ${formats.join(", ")}`,
    ),
  ];
}

/** What the software does not know, track by track. */
const PASSED_OVER: readonly {
  readonly limit: Limit;
  readonly what: string;
  readonly has: (t: Track) => boolean;
  readonly why: string;
}[] = [
  {
    limit: "before",
    what: "Processing before the recording",
    has: (t) => t.inserts.some((i) => i.before),
    why: "its software only processes behind it",
  },
  { limit: "listenOnly", what: "Listen only", has: (t) => t.listenOnly, why: "take care not to arm it" },
  { limit: "widths", what: "Width", has: (t) => t.width !== 100, why: "heard at full width there" },
  { limit: "notes", what: "Notes", has: (t) => t.notes !== "", why: "read them in the package's notes" },
];

function passedOver({ tracks, links, markers }: Session, limits: Limits): Adjustment[] {
  return [
    ...PASSED_OVER.flatMap(({ limit, what, has, why }) =>
      limits[limit] === false ? some(what, tracks.filter(has), why) : [],
    ),
    ...(limits.links || links.length === 0
      ? []
      : [noted("Link sets", `${plural(links.length, "set")} its software does not know`)]),
    ...(limits.markers || markers.length === 0
      ? []
      : [noted("Markers", `${plural(markers.length, "marker")} its software does not know`)]),
  ];
}

const someOf = (tracks: readonly Track[]): string =>
  tracks.length < 5
    ? tracks.map((t) => t.name).join(", ")
    : `${tracks
        .slice(0, 3)
        .map((t) => t.name)
        .join(", ")} and ${tracks.length - 3} more`;
