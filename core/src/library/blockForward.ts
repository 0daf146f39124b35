import type { Style } from "../house/style.ts";
import type { Choices } from "../merge/decisions.ts";
import { merge } from "../merge/merge.ts";
import type { Merged } from "../merge/merge.ts";
import type { Given, HeldBlock } from "../session/beside.ts";
import { givenTo } from "../session/blocks.ts";
import { same } from "../session/change.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { inputsOf } from "../session/inputs.ts";
import { byId } from "../session/routing.ts";
import { named } from "../sheet/named.ts";
import { endsInUse, joinsFor, withFreeNames } from "./blockPut.ts";
import type { BlockRelease } from "./blockPut.ts";
import { standing } from "./blockStand.ts";

/** A session with one of its blocks on another release: what both began with, what the release makes of it. */
export interface BlockForward {
  readonly base: Session;
  readonly theirs: Session;
  readonly merged: Merged;
}

/**
 * Brings a block of a session to another release of it by a merge: the base is the release it stands on, as it
 * was put in; ours the session; theirs the other release under the same ids. What was changed here stays.
 * @param from the release it stands on
 */
export function bringBlock(
  style: Style,
  host: Session,
  held: HeldBlock,
  from: Session,
  to: BlockRelease,
  choices: Choices = new Map(),
): BlockForward {
  const base = standing(host, held, from).session;
  const theirs = withBlockAt(style, host, held, from, to);
  return { base, theirs, merged: merge(base, host, theirs, choices) };
}

/** A session with one of its blocks as another release has it. */
export function withBlockAt(
  style: Style,
  host: Session,
  held: HeldBlock,
  from: Session,
  to: BlockRelease,
): Session {
  const first = { ...held, ...joined(host, held, to.session), tracks: stillGiven(held, from, to.session) };
  const { session, of } = standing(host, first, to.session);
  const known = new Set(held.tracks.map((t) => t.from));
  const fresh = new Set([...of].flatMap(([there, t]) => (known.has(there) ? [] : [t.id])));
  const put = withFreeNames(named(style, withFreeInputs(session, fresh), fresh), fresh);
  const now = byId(put);
  const tracks = to.session.tracks.flatMap((t) => {
    const track = now.get(of.get(t.id)?.id ?? "");
    return track ? [{ track: track.id, from: t.id, given: givenTo(t, track) }] : [];
  });
  const next: HeldBlock = { ...first, name: to.name, release: to.release, tracks };
  return { ...put, blocks: put.blocks.map((b) => (b.id === held.id ? next : b)) };
}

/** Its ends as they are joined; those only the other release has, as they would be joined now. */
function joined(host: Session, held: HeldBlock, to: Session): Pick<HeldBlock, "ends"> {
  const known = new Map(held.ends.map((e) => [e.track, e.to]));
  const parent = host.tracks.find((t) => held.tracks.some((x) => x.track === t.id))?.parent ?? null;
  const joins = joinsFor(host, to, parent);
  const end = (track: TrackId): TrackId | null => known.get(track) ?? joins.get(track) ?? null;
  return {
    ends: endsInUse(to).map(({ track }) => ({
      track,
      to: known.has(track) ? (known.get(track) ?? null) : end(track),
    })),
  };
}

/**
 * What the place gave its tracks, as far as it still stands: where the block itself now says something else of
 * a name or a look, that is what comes in; numbers, inputs and channels stay.
 */
function stillGiven(held: HeldBlock, from: Session, to: Session): HeldBlock["tracks"] {
  const [was, is] = [byId(from), byId(to)];
  return held.tracks.map((t) => {
    const [a, b] = [was.get(t.from), is.get(t.from)];
    if (!a || !b) return t;
    const given = Object.entries(t.given).filter(
      ([field]) => PATCHED.has(field) || same(a[field as keyof Given], b[field as keyof Given]),
    );
    return { ...t, given: Object.fromEntries(given) };
  });
}

const PATCHED: ReadonlySet<string> = new Set(["number", "input", "channel"]);

/** A session in which new tracks record from inputs nobody else has: the one they came with, else the next free. */
function withFreeInputs(session: Session, fresh: ReadonlySet<TrackId>): Session {
  const taken = new Set(session.tracks.filter((t) => !fresh.has(t.id)).flatMap(inputsOf));
  const free = (t: Track, input: number): boolean =>
    inputsOf({ ...t, input }).every((n) => n <= 1024 && !taken.has(n));
  return {
    ...session,
    tracks: session.tracks.map((t) => {
      if (!fresh.has(t.id) || t.input === null) return t;
      let input = t.input;
      if (!free(t, input)) input = Math.max(0, ...taken) + 1;
      const fits = free(t, input);
      const next = fits ? { ...t, input } : { ...t, input: null };
      for (const n of inputsOf(next)) taken.add(n);
      return next;
    }),
  };
}
