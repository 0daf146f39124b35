import type { Session, Track, TrackId } from "@mossy/core/session/document";
import { blankTrack } from "@mossy/core/session/document";
import type { Style } from "@mossy/core/house/style";
import type { Custom } from "../people/customs.ts";
import { DEEDS } from "../people/worker.ts";
import type { Deed, Worker } from "../people/worker.ts";
import { oneOf } from "../spelling/rolls.ts";
import { THINGS, spell, thingOf } from "../spelling/spell.ts";
import type { Said } from "../spelling/spell.ts";
import type { Where } from "../spelling/things/thing.ts";
import { ROLES } from "../truth/roles.ts";
import type { Known } from "../templates/template.ts";

/** A session as it stands in a room, with all that really happened to it since it went out. */
export interface Worked extends Known {
  /** The tracks whose names were typed there. */
  readonly typed: ReadonlySet<TrackId>;
  /** Which tracks of the start each is made of; a new one of none, one of two joined of both. */
  readonly origins: ReadonlyMap<TrackId, readonly TrackId[]>;
  /** What was taken out, by what it was: whoever adds that again has it back. */
  readonly gone: ReadonlyMap<string, readonly TrackId[]>;
}

const wordOf = ({ thing, where, number }: Said): string => `${thing} ${where.join(" ")} ${number ?? ""}`;

export const begun = (known: Known): Worked => ({
  ...known,
  typed: new Set(),
  gone: new Map(),
  origins: new Map(known.session.tracks.map((t) => [t.id, [t.id]])),
});

/** What somebody works on, as it changes under their hands. */
class Bench {
  tracks: Track[];
  readonly said: Map<TrackId, Said>;
  readonly typed: Set<TrackId>;
  readonly origins: Map<TrackId, readonly TrackId[]>;
  readonly gone: Map<string, readonly TrackId[]>;

  constructor(
    readonly style: Style,
    readonly who: Worker,
    readonly roll: () => number,
    from: Worked,
  ) {
    this.tracks = [...from.session.tracks];
    this.said = new Map(from.said);
    this.typed = new Set(from.typed);
    this.origins = new Map(from.origins);
    this.gone = new Map(from.gone);
  }

  any(which: (t: Track) => boolean): Track | undefined {
    const all = this.tracks.filter(which);
    return all.length === 0 ? undefined : oneOf(all, this.roll);
  }
  source = (t: Track): boolean => this.said.has(t.id);
  anySource(): Track | undefined {
    return this.any(this.source);
  }
  set(id: TrackId, fields: Partial<Track>): void {
    this.tracks = this.tracks.map((t) => (t.id === id ? { ...t, ...fields } : t));
  }
  /** Types what it is. What the house knew of the track is not looked at, as it is not where people work. */
  name(id: TrackId, said: Said): void {
    this.said.set(id, said);
    const place = this.tracks.filter(this.source).findIndex((t) => t.id === id) + 1;
    this.typed.add(id);
    this.set(id, { name: spell(this.who.hand, said, this.roll, place) });
  }
  newId(): TrackId {
    const taken = new Set(this.origins.keys());
    let n = taken.size + 1;
    while (taken.has(`n${n}`)) n++;
    return `n${n}`;
  }
  insert(track: Track, behind: TrackId | null, from: readonly TrackId[]): void {
    const at = this.tracks.findIndex((t) => t.id === behind) + 1;
    this.tracks.splice(at === 0 ? this.tracks.length : at, 0, track);
    this.origins.set(track.id, from);
  }
  /** The session as it is left. */
  left(from: Session): Worked {
    const { said, typed, origins, gone } = this;
    return { session: { ...from, tracks: this.tracks }, said, typed, origins, gone };
  }
  takeOut({ id, feeds }: Track): void {
    this.tracks = this.tracks
      .filter((t) => t.id !== id)
      .map((t) => ({
        ...t,
        feeds: t.feeds === id ? feeds : t.feeds,
        sends: t.sends.filter((s) => s.to !== id),
      }));
    const was = this.said.get(id);
    if (was) this.gone.set(wordOf(was), [id, ...(this.origins.get(id) ?? [])]);
    this.said.delete(id);
    this.typed.delete(id);
  }
}

/** Something people might record besides. */
function anything(roll: () => number): Said {
  const thing = oneOf(THINGS, roll);
  const wheres = (thing.where ?? "").split(" ").filter((w) => w !== "") as Where[];
  const many = thing.many ?? 1;
  return {
    thing: thing.id,
    where: wheres.length > 0 && roll() < 0.4 ? [oneOf(wheres, roll)] : [],
    number: many > 1 && roll() < 0.4 ? 1 + Math.floor(roll() * many) : null,
  };
}

const familyOf = (style: Style, { thing }: Said): string | undefined =>
  style.reader.roles.get(ROLES[thing]?.[0] ?? "")?.family;

/** Records something besides, next to what is of its family. */
function addOf(b: Bench, said: Said): void {
  const beside = b.tracks.findLast(
    (t) => b.said.has(t.id) && familyOf(b.style, b.said.get(t.id)!) === familyOf(b.style, said),
  );
  const main = b.tracks.find((t) => t.kind === "main")?.id ?? null;
  const id = b.newId();
  const made = blankTrack(id, "", { parent: beside?.parent ?? null, feeds: beside?.feeds ?? main });
  b.insert(made, beside?.id ?? null, b.gone.get(wordOf(said)) ?? []);
  b.name(id, said);
}

const DO: Readonly<Record<Deed, (b: Bench) => void>> = {
  rename: (b) => {
    const t = b.anySource();
    const said = t && b.said.get(t.id);
    if (said) b.name(t.id, said);
  },
  recolour: (b) => {
    const t = b.anySource();
    if (t) b.set(t.id, { colour: oneOf(b.who.colours, b.roll) });
  },
  add: (b) => addOf(b, anything(b.roll)),
  takeOut: (b) => {
    const t = b.anySource();
    if (t) b.takeOut(t);
  },
  split: (b) => {
    const t = b.any((x) => x.kind === "audio" && b.said.get(x.id)?.number === null);
    const said = t && b.said.get(t.id);
    if (!said || (thingOf(said.thing).many ?? 1) < 2) return;
    const id = b.newId();
    b.insert({ ...t, id }, t.id, b.origins.get(t.id) ?? []);
    b.name(t.id, { ...said, number: 1 });
    b.name(id, { ...said, number: 2 });
  },
  join: (b) => {
    const left = b.any((t) => b.said.get(t.id)?.where.includes("left") === true);
    const said = left && b.said.get(left.id);
    const right = b.any((t) => {
      const other = b.said.get(t.id);
      return (
        other?.thing === said?.thing &&
        other?.number === said?.number &&
        other?.where.includes("right") === true
      );
    });
    if (!said || !right) return;
    b.takeOut(right);
    b.origins.set(left.id, [...(b.origins.get(left.id) ?? []), ...(b.origins.get(right.id) ?? [])]);
    b.set(left.id, { format: "stereo" });
    b.name(left.id, { ...said, where: said.where.filter((w) => w !== "left") });
  },
  move: (b) => {
    const [t, beside] = [b.anySource(), b.anySource()];
    if (!t || !beside || t === beside) return;
    b.tracks = b.tracks.filter((x) => x !== t);
    const at = b.tracks.indexOf(beside) + 1;
    b.tracks.splice(at, 0, { ...t, parent: beside.parent });
  },
  reroute: (b) => {
    const [t, like] = [b.anySource(), b.anySource()];
    if (t && like && like.feeds !== t.id) b.set(t.id, { feeds: like.feeds });
  },
  swap: (b) => {
    const [one, other] = [b.any((t) => t.input !== null), b.any((t) => t.input !== null)];
    if (!one || !other) return;
    b.set(one.id, { input: other.input });
    b.set(other.id, { input: one.input });
  },
  level: (b) => {
    const t = b.anySource();
    if (t) b.set(t.id, { level: Math.round(10 * (-24 + 30 * b.roll())) / 10 });
  },
};

/** How often something happens that happens so often on average (S. D. Poisson; D. E. Knuth, TAOCP 2, 3.4.1). */
function times(average: number, roll: () => number): number {
  const least = Math.exp(-average);
  let n = 0;
  for (let p = roll(); p > least; p *= roll()) n++;
  return n;
}

/** A session after somebody's afternoon with it. The same session, people and dice give the same. */
export function afternoon(style: Style, who: Worker, from: Worked, roll: () => number): Worked {
  const b = new Bench(style, who, roll, from);
  const todo = DEEDS.flatMap((deed) => Array.from({ length: times(who.does[deed], roll) }, () => deed));
  for (const deed of todo) DO[deed](b);
  for (const [id, { thing }] of b.said) {
    const colour = who.dyes.get(thing);
    if (colour !== undefined) b.set(id, { colour });
  }
  return b.left(from.session);
}

/** A session once the people of its room did what they always do. */
export function asAlways(
  style: Style,
  who: Worker,
  customs: readonly Custom[],
  from: Worked,
  roll: () => number,
): Worked {
  const b = new Bench(style, who, roll, from);
  for (const c of customs) {
    const own = b.tracks.filter((t) => b.said.get(t.id)?.thing === c.thing);
    if (c.do === "added" && own.length === 0) addOf(b, { thing: c.thing, where: [], number: null });
    for (const t of own) {
      if (c.do === "gone") b.takeOut(t);
      else if ("to" in c) b.set(t.id, { [c.do]: c.to });
    }
  }
  return b.left(from.session);
}
