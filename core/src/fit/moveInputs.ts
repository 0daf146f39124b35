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
  const wishes = new Map(wishesOf(session).map((w) => [w.track, w]));
  const to = new Map(moves.map((m) => [m.track, m.input]));
  for (const { track, input } of moves) {
    const wish = wishes.get(track);
    const name = tracks.get(track)?.name ?? track;
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
          problem: `Input ${n} would have both “${tracks.get(other)?.name ?? other}” and “${tracks.get(w.track)?.name ?? w.track}”.`,
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
