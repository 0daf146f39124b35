import { NO_EQUIPMENT } from "../devices/missing.ts";
import type { Equipment } from "../devices/missing.ts";
import type { Style } from "../house/style.ts";
import type { Importance, Session, Track, TrackId } from "../session/document.ts";
import { grouped } from "../session/grouped.ts";
import { NO_CHOICES } from "./choices.ts";
import type { FitChoices } from "./choices.ts";
import { NO_LIMITS } from "./limits.ts";
import type { Limits } from "./limits.ts";
import type { Adjustment } from "./report.ts";
import { plugIn } from "./plug.ts";
import type { Room, RoomInput } from "./room.ts";
import { select } from "./select.ts";
import type { Selection } from "./select.ts";
import type { Solver } from "../solve/solver.ts";
import { standingPatch } from "./standingPatch.ts";
import { togetherIn } from "./together.ts";
import { inputsFrom, suits, suitsAsNumbered, wishesOf } from "./wish.ts";
import type { InputWish } from "./wish.ts";

/** How sources stand in a room already. */
export interface Patched {
  /** The first input of each source that keeps what it has. */
  readonly known: ReadonlyMap<TrackId, number>;
  /** Inputs nobody else gets. */
  readonly taken: ReadonlySet<number>;
}

/** A session with its sampled instruments as a room has them. */
export interface InRoom {
  readonly session: Session;
  readonly adjusted: readonly Adjustment[];
}

/** What a fit goes by, beside the session and the room. */
export interface FitTerms {
  readonly solver: Solver;
  readonly choices: FitChoices;
  /** What the software of the room can do. */
  readonly limits: Limits;
  /** What is installed there. */
  readonly equipment: Equipment;
  /** Says how much each role is wanted, and how names are shortened; null: all the same, and as they are. */
  readonly style: Pick<Style, "house" | "reader"> | null;
  /** Where sources stood when this template was last fitted to this room. */
  readonly last: ReadonlyMap<TrackId, number>;
  readonly patched: Patched;
  /** What becomes of sampled instruments there; null: they stay as they are. */
  readonly sampled: ((session: Session, room: Room) => InRoom) | null;
}
export const PLAIN_TERMS: Omit<FitTerms, "solver"> = {
  choices: NO_CHOICES,
  limits: NO_LIMITS,
  equipment: NO_EQUIPMENT,
  style: null,
  last: new Map(),
  patched: { known: new Map(), taken: new Set() },
  sampled: null,
};

/** How much each track is wanted: as it says itself, else as the house says of its role. */
export function importanceIn(style: FitTerms["style"]): (t: Track) => Importance {
  const roles = new Map(style?.house.words.roles.map((r) => [r.id, r.importance]));
  return (t) => t.importance ?? roles.get(t.role ?? "") ?? "should";
}

/** The sources of a session and the inputs they can have, before it is decided which has which. */
export interface Asked {
  readonly room: Room;
  /** All of them, in session order. */
  readonly wishes: readonly InputWish[];
  /** Those that have an input already. */
  readonly set: ReadonlyMap<TrackId, number>;
  /** Inputs for the others. */
  readonly free: readonly RoomInput[];
}

export function askedOf(session: Session, room: Room, terms: FitTerms): Asked {
  const { choices, patched } = terms;
  const without = new Set(choices.without48);
  const byNumber = new Map(room.inputs.map((i) => [i.number, i]));
  const standing = standingPatch(room, session.tracks);
  const suitsFrom = (w: InputWish, first: number): boolean =>
    inputsFrom(w, first).every((n) => {
      const input = byNumber.get(n);
      return input !== undefined && suits(w, input);
    });
  const wishes = wishesOf(session, {
    importanceOf: importanceIn(terms.style),
    togetherOf: togetherIn(session),
    standingOf: (t) => standing.get(t.id) ?? null,
    lastOf: (t) => terms.last.get(t.id) ?? null,
  }).map((w): InputWish => {
    const here = without.has(w.track) ? { ...w, phantom: false } : w;
    const { standing: usual, last } = here;
    // Where it does not suit a source, the room has no say over it.
    return {
      ...here,
      standing: usual !== null && suitsFrom(here, usual) ? usual : null,
      last: last !== null && suitsFrom(here, last) ? last : null,
    };
  });
  const set = new Map(patched.known);
  const taken = new Set(patched.taken);
  const put = (w: InputWish | undefined, first: number, held: boolean): void => {
    if (!w || set.has(w.track)) return;
    const own = inputsFrom(w, first);
    const open = (n: number): boolean => !taken.has(n) && (held || byNumber.get(n)?.holds === "");
    if (!suitsFrom(w, first) || !own.every(open)) return;
    set.set(w.track, first);
    for (const n of own) taken.add(n);
  };
  const wished = new Map(wishes.map((w) => [w.track, w]));
  for (const { track, input } of choices.plugged) put(wished.get(track), input, false);
  // What is plugged in for good is for whom the standing patch means it.
  for (const w of wishes)
    if (w.standing !== null && (byNumber.get(w.standing)?.holds ?? "") !== "") put(w, w.standing, true);
  const free = room.inputs.filter((i) => i.holds === "" && !taken.has(i.number));
  return { room, wishes, set, free };
}

/** Which sources of those that have no input yet get one. */
export function chosenOf(
  solver: Solver,
  { wishes, set, free }: Asked,
  keep: readonly TrackId[] = [],
): Selection | null {
  const open = wishes.filter((w) => !set.has(w.track));
  const always = new Set(open.filter((w) => keep.includes(w.track)).map((w) => w.together));
  return select(solver, open, free, always);
}

/** The first input of every source that gets one. */
export function inputsFor(
  session: Session,
  room: Room,
  terms: FitTerms,
  asked: Asked,
): Map<TrackId, number> {
  const chosen = chosenOf(terms.solver, asked, terms.choices.keep) ??
    chosenOf(terms.solver, asked) ?? { kept: new Set(), places: new Map() };
  const kept = asked.wishes.filter((w) => chosen.kept.has(w.track));
  const untouched = terms.patched.known.size === 0 && terms.patched.taken.size === 0;
  const own =
    untouched && suitsAsNumbered(session, room.inputs)
      ? new Map(session.tracks.flatMap((t) => (t.input === null ? [] : [[t.id, t.input] as const])))
      : new Map<TrackId, number>();
  return new Map([...asked.set, ...plugIn(kept, asked.free, chosen.places, { own })]);
}

const SOURCE_WORDS = {
  mic: "a microphone input",
  di: "a DI input",
  line: "a line input",
  wireless: "a wireless receiver",
} as const;

/** Says why a source has no input. */
export function whyNotIn(asked: Asked, nameOf: (id: TrackId) => string): (w: InputWish) => string {
  const { room, wishes } = asked;
  const parties = grouped(wishes, (w) => w.together);
  return (w) => {
    const suitable = room.inputs.filter((i) => i.holds === "" && suits(w, i)).length;
    const one = SOURCE_WORDS[w.source] + (w.phantom ? " with 48 V" : "");
    const fed = w.phantom ? " with 48 V" : "";
    const wants = w.channels > 1 ? `${w.channels} inputs side by side${fed}` : one;
    if (suitable === 0) return `Wants ${one}; ${room.name} has none.`;
    const says =
      `Wants ${wants}; ${suitable === 1 ? "the one" : `all ${suitable}`} of ` +
      `${room.name} that would do ${suitable === 1 ? "is" : "are"} taken.`;
    const others = parties.get(w.together)?.filter((x) => x.track !== w.track) ?? [];
    if (others.length === 0) return says;
    return `${says} It goes with ${others.map((x) => nameOf(x.track)).join(", ")} or not at all.`;
  };
}
