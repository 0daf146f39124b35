import type { Session, TrackId } from "../session/document.ts";
import { grouped } from "../session/grouped.ts";
import { plural } from "../session/plural.ts";
import type { Room } from "./room.ts";
import { inSetUp } from "./room.ts";
import { keepingPairs, pairsIn, withPairs } from "./asPair.ts";
import { askedOf, chosenOf, importanceIn } from "./sources.ts";
import type { Asked, FitTerms } from "./sources.ts";
import { togetherIn } from "./together.ts";
import type { WayOut } from "./wayOut.ts";
import { suits } from "./wish.ts";
import type { InputWish } from "./wish.ts";

/** Of so many groups of sources without an input it is asked what each would cost. */
const ASKED = 6;

/**
 * What would help where a room has too few inputs: another set-up; giving up what is wanted as much or more for
 * what has no input; one pair for what stands farther off, or leaving it out (all far microphones); other
 * microphones on what wants 48 V. Each with what it gains, the best first.
 * @param of the room with all its set-ups; `setUp` is the one it is fitted to
 */
export function waysOut(session: Session, of: Room, setUp: string | null, by: FitTerms): WayOut[] {
  const out = new Set(by.choices.leaveOut);
  const about = { style: by.style, importanceOf: importanceIn(by.style) };
  const there = { ...session, tracks: session.tracks.filter((t) => !out.has(t.id)) };
  const { session: stays, pairs } = withPairs(there, by.choices.asPair, about);
  const terms = { ...by, choices: keepingPairs(by.choices, pairs) };
  const names = new Map(session.tracks.map((t) => [t.id, t.name]));
  const asked = askedOf(stays, inSetUp(of, setUp), terms);
  const kept = keptOf(asked, terms);
  const homeless = asked.wishes.filter((w) => !kept.has(w.track));
  if (homeless.length === 0) return [];
  const look: Look = { stays, asked, kept, homeless, terms, list: (ids) => inWords(ids, names) };
  return [
    ...otherSetUps(look, of, setUp),
    ...asPairs(look),
    ...withoutOne(look),
    ...withoutOthers(look),
    ...otherMicrophones(look),
  ].toSorted((a, b) => worthOf(b) - worthOf(a));
}

/** What a way gains, less what it gives up. */
const worthOf = (w: WayOut): number =>
  w.gains.length - (w.sort === "without" ? w.leaveOut.length : w.sort === "as-pair" ? 1 : 0);

interface Look {
  readonly stays: Session;
  readonly asked: Asked;
  readonly kept: ReadonlySet<TrackId>;
  readonly homeless: readonly InputWish[];
  readonly terms: FitTerms;
  readonly list: (ids: readonly TrackId[]) => string;
}

const inWords = (ids: readonly TrackId[], names: ReadonlyMap<TrackId, string>): string => {
  const said = ids.map((id) => names.get(id) ?? id);
  return said.length < 6 ? said.join(", ") : `${said.slice(0, 4).join(", ")} and ${said.length - 4} more`;
};

/** Everything that has an input in the end. */
const keptOf = (asked: Asked, terms: FitTerms): Set<TrackId> =>
  new Set([
    ...asked.set.keys(),
    ...((chosenOf(terms.solver, asked, terms.choices.keep) ?? chosenOf(terms.solver, asked))?.kept ?? []),
  ]);

const gained = (look: Look, kept: ReadonlySet<TrackId>): TrackId[] =>
  look.homeless.map((w) => w.track).filter((id) => kept.has(id));

const fit = (many: number): string => (many === 1 ? "fits" : "fit");
/** "all fits", or what does. */
const whatFits = (look: Look, gains: readonly TrackId[]): string =>
  gains.length === look.homeless.length ? "all fits" : `${look.list(gains)} ${fit(gains.length)}`;

function otherSetUps(look: Look, of: Room, setUp: string | null): WayOut[] {
  const others = [null, ...of.setUps.map((s) => s.id)].filter((id) => id !== setUp);
  return others.flatMap((id): WayOut[] => {
    const asked = askedOf(look.stays, inSetUp(of, id), look.terms);
    const kept = keptOf(asked, look.terms);
    const gains = gained(look, kept);
    const lost = asked.wishes.filter((w) => look.kept.has(w.track) && !kept.has(w.track));
    if (gains.length <= lost.length) return [];
    const name = id === null ? "As the room usually is" : `With ${inSetUpName(of, id)}`;
    const without = lost.length === 0 ? "" : `, ${look.list(lost.map((w) => w.track))} not`;
    return [{ sort: "set-up", setUp: id, gains, says: `${name}: ${whatFits(look, gains)}${without}` }];
  });
}

const inSetUpName = (of: Room, id: string): string => of.setUps.find((s) => s.id === id)?.name ?? id;

/** What stands farther off, on one pair of microphones. */
function asPairs(look: Look): WayOut[] {
  const { stays, terms } = look;
  const words = new Map(terms.style?.house.words.positions.map((p) => [p.id, p.name]));
  return [...pairsIn(stays, togetherIn(stays), terms.style)].flatMap(([position, tracks]): WayOut[] => {
    const about = { style: terms.style, importanceOf: importanceIn(terms.style) };
    const made = withPairs(stays, [{ tracks }], about);
    const [pair] = made.pairs;
    const asked = askedOf(made.session, look.asked.room, terms);
    const kept = keptOf(asked, { ...terms, choices: keepingPairs(terms.choices, made.pairs) });
    // What the pair records has an input where the pair has.
    if (pair && kept.has(pair.track)) for (const id of tracks) kept.add(id);
    const gains = gained(look, kept);
    const lost = [...look.kept].filter((id) => !kept.has(id));
    if (gains.length <= lost.length) return [];
    const what = `What stands ${words.get(position) ?? position} as one pair (saves ${tracks.length - 2})`;
    const without = lost.length === 0 ? "" : `, ${look.list(lost)} not`;
    return [{ sort: "as-pair", tracks, gains, says: `${what}: ${whatFits(look, gains)}${without}` }];
  });
}

/** What each group without an input would cost. */
function withoutOne(look: Look): WayOut[] {
  const seen = new Set<string>();
  return [...grouped(look.homeless, (w) => w.together).values()]
    .slice(0, ASKED)
    .flatMap((own): WayOut[] => {
      const keep = [...look.terms.choices.keep, ...own.map((w) => w.track)];
      const chosen = chosenOf(look.terms.solver, look.asked, keep);
      if (!chosen) return [];
      const kept = new Set([...look.asked.set.keys(), ...chosen.kept]);
      const gains = gained(look, kept);
      const lost = [...look.kept].filter((id) => !kept.has(id));
      const word = JSON.stringify([gains, lost]);
      if (lost.length === 0 || seen.has(word)) return [];
      seen.add(word);
      const says = `Without ${look.list(lost)}: ${whatFits(look, gains)}`;
      return [{ sort: "without", leaveOut: lost, keep: own.map((w) => w.track), gains, says }];
    });
}

/** What would fit without everything that stands at one position. */
function withoutOthers(look: Look): WayOut[] {
  const wished = new Set(look.asked.wishes.map((w) => w.track));
  const positions = new Map<string, TrackId[]>();
  for (const t of look.stays.tracks)
    if (wished.has(t.id))
      for (const p of t.positions) positions.set(p, [...(positions.get(p) ?? []), t.id]);
  return [...positions].flatMap(([position, there]): WayOut[] => {
    if (there.length < 3 || there.length === wished.size) return [];
    const out = new Set(there);
    const stays = { ...look.stays, tracks: look.stays.tracks.filter((t) => !out.has(t.id)) };
    const asked = askedOf(stays, look.asked.room, look.terms);
    const kept = keptOf(asked, look.terms);
    const lost = there.filter((id) => look.kept.has(id));
    const gains = gained(look, kept);
    const rest = look.homeless.filter((w) => !out.has(w.track));
    const whole = gains.length === rest.length;
    if (gains.length === 0 || (gains.length <= lost.length && !whole)) return [];
    const what = whole ? "everything else fits" : whatFits(look, gains);
    const says = `Without what stands ${position} (${plural(there.length, "source")}): ${what}`;
    return [{ sort: "without", leaveOut: there, keep: [], gains, says }];
  });
}

/** What would fit if nothing of it had to be fed with 48 V. */
function otherMicrophones(look: Look): WayOut[] {
  const fed = look.homeless.filter(
    (w) => w.phantom && look.asked.free.some((i) => suits({ ...w, phantom: false }, i)),
  );
  if (fed.length === 0) return [];
  const choices = look.terms.choices;
  const tracks = fed.map((w) => w.track);
  const terms = { ...look.terms, choices: { ...choices, without48: [...choices.without48, ...tracks] } };
  const kept = keptOf(askedOf(look.stays, look.asked.room, terms), terms);
  const gains = gained(look, kept);
  const lost = [...look.kept].filter((id) => !kept.has(id));
  if (gains.length <= lost.length) return [];
  const needed = tracks.filter((id) => kept.has(id));
  const says = `With microphones that need no 48 V for ${look.list(needed)}: ${whatFits(look, gains)}`;
  return [{ sort: "without-48", tracks: needed, gains, says }];
}
