import { setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import type { Session, TrackId } from "../session/document.ts";
import { byId } from "../session/routing.ts";
import { whyNotOn } from "./putOn.ts";
import type { RoomInput } from "./room.ts";
import { inputsFrom, wishesOf } from "./wish.ts";

/** A source with the input it goes to; null: it is unplugged. */
export interface InputMove {
  readonly track: TrackId;
  readonly input: number | null;
}

/**
 * Moves sources of a running session to other inputs, all at once, so that two can swap.
 * @returns the changes, or why it cannot be; what was off before and is not moved stays
 */
export function moveInputs(
  session: Session,
  inputs: readonly RoomInput[],
  moves: readonly InputMove[],
): { readonly changes: readonly Change[] } | { readonly problem: string } {
  const tracks = byId(session);
  const nameOf = (id: TrackId): string => tracks.get(id)?.name ?? id;
  const wishes = new Map(wishesOf(session).map((w) => [w.track, w]));
  const to = new Map(moves.map((m) => [m.track, m.input]));
  for (const { track, input } of moves) {
    const wish = wishes.get(track);
    const name = nameOf(track);
    if (!wish) return { problem: `“${name}” records nothing from outside.` };
    const why = input === null ? null : whyNotOn(wish, inputs, input);
    if (why !== null) return { problem: `“${name}”: ${why}` };
  }
  const stands = new Map<number, TrackId>();
  for (const w of wishes.values()) {
    const first = to.get(w.track) ?? (to.has(w.track) ? null : (tracks.get(w.track)?.input ?? null));
    if (first === null) continue;
    for (const n of inputsFrom(w, first)) {
      const other = stands.get(n);
      if (other !== undefined && (to.has(w.track) || to.has(other)))
        return {
          problem: `Input ${n} would have both “${nameOf(other)}” and “${nameOf(w.track)}”.`,
        };
      stands.set(n, w.track);
    }
  }
  return {
    changes: moves.flatMap(({ track, input }): Change[] => {
      const t = tracks.get(track);
      return !t || t.input === input ? [] : [setField(t, "input", input)];
    }),
  };
}

/**
 * What has to move so that a source comes to an input: whoever stands there takes the place it comes from where that
 * suits, else is unplugged.
 * @returns null where it cannot stand there
 */
export function movesTo(
  session: Session,
  inputs: readonly RoomInput[],
  track: TrackId,
  input: number,
): InputMove[] | null {
  const wishes = wishesOf(session);
  const at = byId(session);
  const own = wishes.find((w) => w.track === track);
  if (!own || whyNotOn(own, inputs, input) !== null) return null;
  const from = at.get(track)?.input ?? null;
  const taken = new Set(inputsFrom(own, input));
  const there = wishes.filter((w) => {
    const stands = at.get(w.track)?.input ?? null;
    return w !== own && stands !== null && inputsFrom(w, stands).some((n) => taken.has(n));
  });
  const [other] = there;
  const swaps =
    other !== undefined &&
    there.length === 1 &&
    from !== null &&
    other.channels === own.channels &&
    at.get(other.track)?.input === input &&
    whyNotOn(other, inputs, from) === null;
  return [{ track, input }, ...there.map((w) => ({ track: w.track, input: swaps ? from : null }))];
}
