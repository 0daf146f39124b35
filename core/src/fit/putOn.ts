import type { TrackId } from "../session/document.ts";
import type { FitChoices } from "./choices.ts";
import type { RoomInput } from "./room.ts";
import { inputsFrom } from "./wish.ts";
import type { Need } from "./wish.ts";

/** What an input has to suit. */
export type Plug = Need & { readonly track: TrackId; readonly channels: number };

/** Why a source cannot begin on an input; null where it can. */
export function whyNotOn(w: Plug, inputs: readonly RoomInput[], first: number): string | null {
  const byNumber = new Map(inputs.map((i) => [i.number, i]));
  for (const n of inputsFrom(w, first)) {
    const input = byNumber.get(n);
    if (!input) return `There is no input ${n}.`;
    if (input.holds !== "") return `Into input ${n}, ${input.holds} is plugged for good.`;
    if (!input.takes.includes(w.source)) return `Input ${n} does not take it.`;
    if (w.phantom && !input.phantom) return `Input ${n} gives no 48 V.`;
  }
  return null;
}

/**
 * The choices with a source put on an input. Whoever stands there takes the place it comes from where that suits
 * both, else goes where the fit finds room.
 * @param at where every source stands now
 * @returns null where it cannot stand there
 */
export function putOn(
  choices: FitChoices,
  plugs: readonly Plug[],
  at: ReadonlyMap<TrackId, number | null>,
  inputs: readonly RoomInput[],
  track: TrackId,
  first: number,
): FitChoices | null {
  const w = plugs.find((p) => p.track === track);
  if (!w || whyNotOn(w, inputs, first) !== null) return null;
  const own = new Set(inputsFrom(w, first));
  const from = at.get(track) ?? null;
  const there = plugs.filter((p) => {
    const stands = at.get(p.track) ?? null;
    return p !== w && stands !== null && inputsFrom(p, stands).some((n) => own.has(n));
  });
  const moved = new Set([track, ...there.map((p) => p.track)]);
  const [other, ...more] = there;
  const swaps =
    other !== undefined &&
    more.length === 0 &&
    from !== null &&
    other.channels === w.channels &&
    whyNotOn(other, inputs, from) === null;
  return {
    ...choices,
    leaveOut: choices.leaveOut.filter((id) => id !== track),
    keep: from === null ? [...new Set([...choices.keep, track])] : choices.keep,
    plugged: [
      ...choices.plugged.filter((p) => !moved.has(p.track)),
      { track, input: first },
      ...(swaps && other ? [{ track: other.track, input: from }] : []),
    ],
  };
}
