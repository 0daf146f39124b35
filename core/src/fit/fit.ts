import { withGiven } from "../session/blocks.ts";
import { diff } from "../session/diff.ts";
import type { Change } from "../session/change.ts";
import { CHANNELS, sampleRate } from "../session/document.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { goesTo } from "../session/routing.ts";
import { patch, recordsFromOutside, suitsAsNumbered, wishesOf } from "./patch.ts";
import type { InputWish } from "./patch.ts";
import type { Room } from "./room.ts";

/** Something the room made different, in words. */
export interface Adjustment {
  readonly track: TrackId | null;
  readonly what: string;
  readonly says: string;
}
/** A source the room has no input for. */
export interface HomelessSource {
  readonly track: TrackId;
  readonly says: string;
}

/** A release adapted to a room, with its fit report. */
export interface Fit {
  readonly session: Session;
  readonly changes: readonly Change[];
  /** Sources that stand as the template has them. */
  readonly fits: readonly TrackId[];
  readonly adjusted: readonly Adjustment[];
  readonly unplaced: readonly HomelessSource[];
  /** Tracks taken out because somebody said so. */
  readonly leftOut: readonly Track[];
}

/** How sources stand in a room already. */
export interface Patched {
  /** The first input of each source that keeps what it has. */
  readonly known: ReadonlyMap<TrackId, number>;
  /** Inputs nobody else gets. */
  readonly taken: ReadonlySet<number>;
}
const NOTHING_YET: Patched = { known: new Map(), taken: new Set() };

/**
 * Fits a session into a room: inputs in order and of the right kind, a sample rate it can run, a main path
 * it can show.
 * A numbering that suits the room stays as it is. Sources without an input stay in the session, not armed,
 * and are named.
 * @param leaveOut sources that this job does without; returns and folders that only they fed go with them
 * @param patched what stands on inputs of the room already, and stays there
 */
export function fit(
  session: Session,
  room: Room,
  leaveOut: readonly TrackId[] = [],
  patched: Patched = NOTHING_YET,
): Fit {
  const out = new Set(leaveOut);
  const leftOut = session.tracks.filter((t) => out.has(t.id) && recordsFromOutside(t));
  const idle = idleWithout(session, new Set(leftOut.map((t) => t.id)));
  const gone = new Set([...leftOut, ...idle].map((t) => t.id));
  const stays = { ...session, tracks: session.tracks.filter((t) => !gone.has(t.id)) };
  const placed = placeSources(stays, room, patched);
  const rate = runAtRate({ ...stays, tracks: placed.tracks }, room);
  const format = showMain(rate.session, room);
  const suited =
    session.blocks.length === 0
      ? format.session
      : { ...format.session, blocks: withGiven(session, format.session) };
  return {
    session: suited,
    changes: diff(session, suited),
    fits: placed.fits,
    adjusted: [...idleToo(idle), ...placed.adjusted, ...rate.adjusted, ...format.adjusted],
    unplaced: placed.unplaced,
    leftOut,
  };
}

function idleToo(idle: readonly Track[]): Adjustment[] {
  if (idle.length === 0) return [];
  const says =
    `${idle.map((t) => t.name).join(", ")}: ` +
    "nothing feeds " +
    `${idle.length === 1 ? "it" : "them"} any more`;
  return [{ track: null, what: "Left out as well", says }];
}

/** Sources on the inputs of the room. A numbering that suits it stays. */
function placeSources(session: Session, room: Room, patched: Patched) {
  const [fits, adjusted, unplaced]: [TrackId[], Adjustment[], HomelessSource[]] = [[], [], []];
  const wishes = wishesOf(session);
  const inputs = inputsFor(session, wishes, room, patched);
  const wished = new Map(wishes.map((w) => [w.track, w]));
  const tracks = session.tracks.map((t): Track => {
    const wish = wished.get(t.id);
    if (!wish) return t;
    const input = inputs ? (inputs.get(t.id) ?? null) : t.input;
    if (input === null) {
      unplaced.push({ track: t.id, says: whyNot(wish.source, wish.channels, room) });
      return { ...t, input: null, armed: false };
    }
    const says = t.input === null ? `input ${input}` : `input ${t.input} → ${input}`;
    if (input === t.input) fits.push(t.id);
    else adjusted.push({ track: t.id, what: "Input", says });
    return { ...t, input };
  });
  return { tracks, fits, adjusted, unplaced };
}

/** The first inputs of sources; null where the session's own numbering stays. */
function inputsFor(
  session: Session,
  wishes: readonly InputWish[],
  room: Room,
  { known, taken }: Patched,
): ReadonlyMap<TrackId, number> | null {
  if (known.size === 0 && taken.size === 0)
    return suitsAsNumbered(session, room) ? null : patch(wishes, room);
  const free = { ...room, inputs: room.inputs.filter((i) => !taken.has(i.number)) };
  const rest = wishes.filter((w) => !known.has(w.track));
  return new Map([...known, ...patch(rest, free)]);
}

interface AdjustedSession {
  readonly session: Session;
  readonly adjusted: readonly Adjustment[];
}

function runAtRate(session: Session, room: Room): AdjustedSession {
  const rate = nearestRate(session.sampleRate, room);
  if (rate === session.sampleRate) return { session, adjusted: [] };
  const says = `${session.sampleRate / 1000} kHz → ${rate / 1000} kHz, the nearest this room can run`;
  return {
    session: { ...session, sampleRate: rate },
    adjusted: [{ track: null, what: "Sample rate", says }],
  };
}

function showMain(session: Session, room: Room): AdjustedSession {
  const wide = session.mainFormat;
  if (CHANNELS[wide] <= CHANNELS[room.widest]) return { session, adjusted: [] };
  const says = `${wide} → ${room.widest}, the widest this room can play; buses and returns follow`;
  const tracks = session.tracks.map((t) =>
    t.kind !== "audio" && t.format === wide ? { ...t, format: room.widest } : t,
  );
  return {
    session: { ...session, mainFormat: room.widest, tracks },
    adjusted: [{ track: null, what: "Main format", says }],
  };
}

/**
 * Returns and folders that had something before and hold or hear nothing once these tracks are gone, from
 * the inside out.
 */
function idleWithout(session: Session, leaving: ReadonlySet<TrackId>): Track[] {
  const usedBy = (gone: ReadonlySet<TrackId>): Set<TrackId> => {
    const used = new Set<TrackId>();
    for (const t of session.tracks) {
      if (gone.has(t.id)) continue;
      if (t.parent !== null) used.add(t.parent);
      for (const to of goesTo(t)) used.add(to);
    }
    return used;
  };
  const before = usedBy(new Set());
  const gone = new Set(leaving);
  const idle: Track[] = [];
  for (let more = true; more;) {
    const used = usedBy(gone);
    const next = session.tracks.filter(
      (t) =>
        (t.kind === "return" || t.kind === "folder") &&
        before.has(t.id) &&
        !used.has(t.id) &&
        !gone.has(t.id),
    );
    for (const t of next) {
      gone.add(t.id);
      idle.push(t);
    }
    more = next.length > 0;
  }
  return idle;
}

function nearestRate(wanted: Session["sampleRate"], room: Room): Session["sampleRate"] {
  const possible = room.sampleRates
    .map((r) => sampleRate.safeParse(r))
    .flatMap((r) => (r.success ? [r.data] : []));
  return possible.reduce(
    (best, r) => (Math.abs(r - wanted) < Math.abs(best - wanted) ? r : best),
    possible.includes(wanted) ? wanted : (possible[0] ?? wanted),
  );
}

const SOURCE_WORDS = {
  mic: "a microphone input",
  di: "a DI input",
  line: "a line input",
  wireless: "a wireless receiver",
} as const;

function whyNot(source: keyof typeof SOURCE_WORDS, channels: number, room: Room): string {
  const suitable = room.inputs.filter((i) => i.takes.includes(source)).length;
  const wants = channels > 1 ? `${channels} inputs side by side` : SOURCE_WORDS[source];
  if (suitable === 0) return `Wants ${SOURCE_WORDS[source]}; ${room.name} has none.`;
  return (
    `Wants ${wants}; ${suitable === 1 ? "the one" : `all ${suitable}`} of ` +
    `${room.name} that would do ` +
    `${suitable === 1 ? "is" : "are"} taken.`
  );
}
