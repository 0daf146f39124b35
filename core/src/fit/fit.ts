import { devicesInWords, equip } from "../devices/missing.ts";
import type { MissingDevice } from "../devices/missing.ts";
import { withGiven } from "../session/blocks.ts";
import { diff } from "../session/diff.ts";
import type { Change } from "../session/change.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { goesTo } from "../session/routing.ts";
import { runThere, unknownThere } from "./able.ts";
import { keepingPairs, withPairs } from "./asPair.ts";
import { plugCues } from "./cues.ts";
import { lowered, loweredInWords } from "./lowered.ts";
import { loweringFor } from "./lowering.ts";
import type { Lowering } from "./lowering.ts";
import type { Adjustment, HomelessSource } from "./report.ts";
import type { Room } from "./room.ts";
import { PLAIN_TERMS, askedOf, importanceIn, inputsFor, whyNotIn } from "./sources.ts";
import type { FitTerms } from "./sources.ts";
import { recordsFromOutside } from "./wish.ts";

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
  /** Devices it asks for that are not installed there. */
  readonly missing: readonly MissingDevice[];
  /** How it is written for the software of the room; null: as it is. */
  readonly lowering: Lowering | null;
}

/**
 * Fits a session into a room: the best choice of sources on inputs of the right kind, cue mixes on headphones,
 * a sample rate it can run, a main path it can show.
 * A numbering that suits the room stays as it is, but for the room's standing patch. Sources without an input
 * stay in the session, not armed, and are named.
 */
export function fit(asked: Session, room: Room, terms: Partial<FitTerms> & Pick<FitTerms, "solver">): Fit {
  const by = { ...PLAIN_TERMS, ...terms };
  const sampled = by.sampled?.(asked, room);
  const session = sampled?.session ?? asked;
  const out = new Set(by.choices.leaveOut);
  const leftOut = session.tracks.filter((t) => out.has(t.id) && recordsFromOutside(t));
  const paired = withPairs(
    { ...session, tracks: session.tracks.filter((t) => !leftOut.includes(t)) },
    by.choices.asPair,
    { style: by.style, importanceOf: importanceIn(by.style) },
  );
  const kept = new Set(paired.session.tracks.map((t) => t.id));
  const idle = idleWithout(session, new Set(session.tracks.map((t) => t.id).filter((id) => !kept.has(id))));
  const stays = {
    ...session,
    tracks: paired.session.tracks.filter((t) => !idle.some((i) => i.id === t.id)),
  };
  const placed = placeSources(stays, room, { ...by, choices: keepingPairs(by.choices, paired.pairs) });
  const heard = plugCues({ ...stays, tracks: placed.tracks }, room);
  const run = runThere(heard.session, room, by.limits);
  const equipped = equip(run.session, by.equipment, by.choices.devices);
  const suited = blocksGiven(session, equipped.session);
  const lowering = by.style ? loweringFor(suited, by.limits, by.style) : null;
  return {
    session: suited,
    changes: diff(asked, suited),
    fits: placed.fits,
    adjusted: [
      ...paired.pairs.map(({ track, of }) => ({
        track,
        what: "One pair",
        says: `records ${of.map((t) => t.name).join(", ")} together`,
      })),
      ...idleToo(idle),
      ...(sampled?.adjusted ?? []),
      ...placed.adjusted,
      ...heard.adjusted,
      ...run.adjusted,
      ...devicesInWords(equipped).map((says) => ({ track: null, what: "Devices", says })),
      ...unknownThere(run.session, by.limits),
      ...otherThere(suited, lowering, by.style),
    ],
    unplaced: [...placed.unplaced, ...heard.unplaced],
    leftOut,
    missing: equipped.missing,
    lowering,
  };
}

/** What the place gave the blocks of a session is known as that. */
const blocksGiven = (before: Session, now: Session): Session =>
  before.blocks.length === 0 ? now : { ...now, blocks: withGiven(before, now) };

const otherThere = (own: Session, how: Lowering | null, style: FitTerms["style"]): Adjustment[] =>
  how && style ? loweredInWords({ own, there: lowered(own, how, style.reader) }) : [];

function idleToo(idle: readonly Track[]): Adjustment[] {
  if (idle.length === 0) return [];
  const says =
    `${idle.map((t) => t.name).join(", ")}: ` +
    "nothing feeds " +
    `${idle.length === 1 ? "it" : "them"} any more`;
  return [{ track: null, what: "Left out as well", says }];
}

/** Sources on the inputs of the room. A numbering that suits it stays. */
function placeSources(session: Session, room: Room, terms: FitTerms) {
  const [fits, adjusted, unplaced]: [TrackId[], Adjustment[], HomelessSource[]] = [[], [], []];
  const asked = askedOf(session, room, terms);
  const inputs = inputsFor(session, room, terms, asked);
  const wished = new Map(asked.wishes.map((w) => [w.track, w]));
  const names = new Map(session.tracks.map((t) => [t.id, t.name]));
  const whyNot = whyNotIn(asked, (id) => names.get(id) ?? id);
  const without48 = new Set(terms.choices.without48);
  const tracks = session.tracks.map((t): Track => {
    const wish = wished.get(t.id);
    if (!wish) return t;
    const input = inputs.get(t.id) ?? null;
    const phantom = t.phantom && !without48.has(t.id);
    if (input === null) {
      unplaced.push({ track: t.id, says: whyNot(wish) });
      return { ...t, input: null, armed: false };
    }
    if (phantom !== t.phantom)
      adjusted.push({ track: t.id, what: "48 V", says: "does without here: another microphone or supply" });
    const says = t.input === null ? `input ${input}` : `input ${t.input} → ${input}`;
    if (input === t.input) fits.push(t.id);
    else adjusted.push({ track: t.id, what: "Input", says });
    return { ...t, input, phantom };
  });
  return { tracks, fits, adjusted, unplaced };
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
