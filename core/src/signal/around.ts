import type { ChannelFormat, Session, Track, TrackId } from "../session/document.ts";
import { CHANNELS } from "../session/document.ts";
import { byId } from "../session/routing.ts";
import { amplitude, levelOf } from "./gain.ts";
import { imageOf } from "./image.ts";
import { panGains } from "./panLaw.ts";
import { LOUDSPEAKERS, aroundGains, heardAt } from "./speakers.ts";
import type { Direction, HeardAt } from "./speakers.ts";
import { isSource } from "./sums.ts";
import type { Flow } from "./ways.ts";

/** What each channel of one path gets of each of another: a row for each it goes to. */
type Gains = readonly (readonly number[])[];

const times = (a: Gains, b: Gains): number[][] =>
  a.map((row) =>
    (b[0] ?? []).map((_, column) => row.reduce((sum, gain, n) => sum + gain * (b[n]?.[column] ?? 0), 0)),
  );
const scaled = (m: Gains, by: number): number[][] => m.map((row) => row.map((g) => g * by));
const plus = (a: Gains, b: Gains): number[][] => a.map((row, r) => row.map((g, c) => g + (b[r]?.[c] ?? 0)));
const columns = (list: Gains): number[][] =>
  (list[0] ?? []).map((_, row) => list.map((column) => column[row] ?? 0));
const same = (channels: number): number[][] =>
  Array.from({ length: channels }, (_, r) =>
    Array.from({ length: channels }, (__, c) => (r === c ? 1 : 0)),
  );

/** So far to a side stands what is panned all the way in front (BS.775). */
const FRONT_EDGE = 30;

/** The direction a track is placed at: said for a plan of loudspeakers, or by its place from left to right. */
export const directionOf = ({ around, pan }: Pick<Track, "around" | "pan">): Direction =>
  around ?? { azimuth: (pan / 100) * FRONT_EDGE, elevation: 0 };

/**
 * What a track does to its channels where it goes into a path of a format. Into stereo its place and width
 * count as in the stereo picture; into a wide one a mono track stands at its direction, a stereo one spans its
 * width around it (±30° at 100 %). A wide one goes into its like as it is, into another channel by channel from
 * where its loudspeakers stand, the low one only into a low one (BS.775 leaves it out of fewer channels).
 */
function placing(session: Session, t: Track, format: ChannelFormat, into: ChannelFormat): Gains {
  if (into === "mono") return [LOUDSPEAKERS[format].map((s) => (s.low ? 0 : 1 / CHANNELS[format]))];
  if (into === "stereo" && CHANNELS[format] <= 2) return inStereo(session, t, format);
  if (format === into) return same(CHANNELS[format]);
  const to = directionOf(t);
  if (format === "mono") return columns([aroundGains(into, to)]);
  if (format === "stereo") {
    const half = (FRONT_EDGE * t.width) / 100;
    const edge = (by: number): number[] => aroundGains(into, { ...to, azimuth: to.azimuth + by });
    return columns([edge(-half), edge(half)]);
  }
  const low = LOUDSPEAKERS[into].findIndex((s) => s.low);
  return columns(
    LOUDSPEAKERS[format].map((s) =>
      s.low ? LOUDSPEAKERS[into].map((_, n) => (n === low ? 1 : 0)) : aroundGains(into, s),
    ),
  );
}

function inStereo({ panLaw }: Session, t: Track, format: ChannelFormat): Gains {
  if (format === "mono") {
    const { left, right } = panGains(panLaw, t.pan);
    return [[left], [right]];
  }
  const [ll, lr, rl, rr] = imageOf(panLaw, t.pan, t.width);
  return [
    [ll, lr],
    [rl, rr],
  ];
}

/** Where a source is heard in the plan of the loudspeakers. */
export interface AroundPlace extends HeardAt {
  readonly id: TrackId;
  /** What each loudspeaker of the main path gets of it, as amplitudes. */
  readonly gains: readonly number[];
  /** Loudness of all loudspeakers together over the source's own, in dB. */
  readonly level: number;
  /** Whether it is placed by itself in the plan: its feed leads into a path that stands around. */
  readonly free: boolean;
}

/**
 * Where every source stands among the loudspeakers of the main path, through every folder, bus, return and
 * send on its way. What reaches none of them is not in it. O((tracks + feeds + sends) × channels³).
 */
export function aroundStandings(flow: Flow): AroundPlace[] {
  const { session } = flow;
  const tracks = byId(session);
  const main = session.tracks.find((t) => t.kind === "main");
  if (!main?.format) return [];
  const whole = main.format;
  const toMain = matrices(flow, main, whole);
  return session.tracks.flatMap((t): AroundPlace[] => {
    const m = isSource(t) ? toMain.get(t.id) : undefined;
    if (!m) return [];
    const many = m[0]?.length ?? 1;
    const power = m.map((row) => row.reduce((sum, g) => sum + g * g, 0) / many);
    const gains = power.map(Math.sqrt);
    const heard = heardAt(whole, gains);
    if (!heard) return [];
    const into = t.feeds === null ? null : (tracks.get(t.feeds)?.format ?? null);
    const level = levelOf(Math.sqrt(power.reduce((sum, p) => sum + p, 0)));
    return [{ id: t.id, ...heard, gains, level, free: into !== null && CHANNELS[into] > 2 }];
  });
}

/** For every track, what each of its channels becomes at the loudspeakers on all its ways, its own placing in it. */
function matrices(flow: Flow, main: Track, whole: ChannelFormat): Map<TrackId, Gains> {
  const tracks = byId(flow.session);
  const own = new Map<TrackId, Gains>();
  for (const id of flow.order) {
    const t = tracks.get(id);
    if (!t?.format) continue;
    if (id === main.id) {
      own.set(id, scaled(same(CHANNELS[whole]), main.muted ? 0 : amplitude(main.level)));
      continue;
    }
    let all: Gains | null = null;
    for (const { to, gain } of flow.steps.get(id) ?? []) {
      const on = own.get(to);
      const next = tracks.get(to)?.format;
      if (!on || !next) continue;
      const way = scaled(times(on, placing(flow.session, t, t.format, next)), gain);
      all = all ? plus(all, way) : way;
    }
    if (all) own.set(id, all);
  }
  return own;
}

/** What each loudspeaker plays with all sources alike and unlike each other: powers added, in dB. */
export function loudspeakerSums(all: readonly AroundPlace[], format: ChannelFormat): number[] {
  return LOUDSPEAKERS[format].map((_, n) =>
    levelOf(Math.sqrt(all.reduce((sum, s) => sum + (s.gains[n] ?? 0) ** 2, 0))),
  );
}
