import type { TrackId } from "../../session/document.ts";
import { placeOf } from "../xmlEdits.ts";
import type { Place, XmlElement } from "../xml.ts";
import { idsIn, isHollow, mentionsIn } from "./mentions.ts";
import type { Mention } from "./mentions.ts";
import type { TrackElements } from "./reading.ts";

/** Where something begins and ends, in characters. */
export type Span = Pick<Place, "from" | "to">;

/** What may go from a project: a track, or a processor of one. */
export interface Leaving {
  readonly element: XmlElement;
  readonly name: string;
  /** Null for a processor. */
  readonly track: TrackId | null;
}

/** What of it can go without anything left behind that leads nowhere, what goes with it, and what stays. */
export interface TakenOut {
  readonly gone: ReadonlySet<XmlElement>;
  /** Empty lanes that were there for what goes. */
  readonly lanes: readonly Span[];
  readonly says: readonly string[];
}

const NOTHING: TakenOut = { gone: new Set(), lanes: [], says: [] };

/**
 * Decides what can be taken out of a project. A track goes with its lanes where they are empty; one that has
 * clips or curves, or to which something leads that stays, stays itself, and so does the folder it is in.
 * @param staying the elements of all tracks that remain: where they lead is set anew anyway
 * @param tracks every track element of the project
 */
export function takeOut(
  text: string,
  leaving: readonly Leaving[],
  staying: readonly TrackElements[],
  tracks: readonly XmlElement[],
): TakenOut {
  if (leaving.length === 0) return NOTHING;
  const project = new Project(text, leaving, staying, tracks);
  while (project.keepMore());
  return project.taken();
}

const within = (inner: Span, outer: Span): boolean => inner.from >= outer.from && inner.to <= outer.to;

class Project {
  readonly #going: Map<XmlElement, Leaving>;
  readonly #says: string[] = [];
  readonly #leading = new Map<string, Mention[]>();
  /** The beginnings of elements whose leads are set anew. */
  readonly #setAnew: ReadonlySet<number>;
  readonly #remaining: ReadonlySet<XmlElement>;

  constructor(
    private readonly text: string,
    leaving: readonly Leaving[],
    staying: readonly TrackElements[],
    private readonly tracks: readonly XmlElement[],
  ) {
    this.#going = new Map(leaving.map((l) => [l.element, l]));
    const heads = staying.flatMap((s) => [...(s.channel ? [s.channel] : []), ...s.sends]);
    this.#setAnew = new Set(heads.map((e) => placeOf(e).from));
    this.#remaining = new Set(staying.map((s) => s.track));
    for (const m of mentionsIn(text)) {
      const known = this.#leading.get(m.id);
      if (known) known.push(m);
      else this.#leading.set(m.id, [m]);
    }
  }

  /** Keeps what cannot go. @returns whether there was any: others may have to stay because of it */
  keepMore(): boolean {
    const before = this.#going.size;
    for (const l of this.#going.values()) {
      const why = this.#bound(l);
      if (why === null) continue;
      this.#going.delete(l.element);
      this.#says.push(`“${l.name}” was taken out here, but ${why}: it stays in the file.`);
    }
    return this.#going.size < before;
  }

  taken(): TakenOut {
    const lanes = [...this.#going.values()].flatMap((l) => this.#lanesOf(l));
    return {
      gone: new Set(this.#going.keys()),
      lanes: lanes
        .filter((m) => !lanes.some((other) => other !== m && within(m, other)))
        .map(({ from, to }) => ({ from, to })),
      says: this.#says,
    };
  }

  /** Why something cannot go; null where it can. */
  #bound(l: Leaving): string | null {
    const mine = placeOf(l.element);
    const kept = this.tracks.find(
      (t) => t !== l.element && within(placeOf(t), mine) && !this.#going.has(t) && !this.#remaining.has(t),
    );
    if (kept && l.track !== null) return "it holds tracks that stay";
    const lead = this.#leadingTo(l).find((m) => !this.#isLane(m) && !this.#isSettled(m));
    if (!lead) return null;
    if (lead.attribute === "track") return "it has clips or curves in the file";
    return lead.attribute === "parameter" ? "something of it is automated" : "something else leads to it";
  }

  /** What leads from outside to something, or to anything in it that is not a track of its own. */
  #leadingTo({ element }: Leaving): Mention[] {
    const mine = placeOf(element);
    const others = this.tracks.filter((t) => t !== element && within(placeOf(t), mine)).map(placeOf);
    const outer = others.filter((p) => !others.some((o) => o !== p && within(p, o)));
    let [own, at] = ["", mine.from];
    for (const p of outer) {
      own += this.text.slice(at, p.from);
      at = p.to;
    }
    own += this.text.slice(at, mine.to);
    return idsIn(own)
      .flatMap((id) => this.#leading.get(id) ?? [])
      .filter((m) => !within(m, mine) || outer.some((p) => within(m, p)));
  }

  #isLane(m: Mention): boolean {
    return m.attribute === "track" && isHollow(this.text.slice(m.from, m.to));
  }

  /** Whether a lead is set anew, or goes with what it stands in. */
  #isSettled(m: Mention): boolean {
    if (m.attribute === "destination" && this.#setAnew.has(m.from)) return true;
    const around = this.tracks
      .filter((t) => within(m, placeOf(t)))
      .reduce<XmlElement | null>(
        (inner, t) => (!inner || within(placeOf(t), placeOf(inner)) ? t : inner),
        null,
      );
    if (around && this.#going.has(around)) return true;
    return [...this.#going.values()].some((l) =>
      l.track === null ? within(m, placeOf(l.element)) : this.#lanesOf(l).some((lane) => within(m, lane)),
    );
  }

  /** The empty lanes that are there for a track. */
  #lanesOf(l: Leaving): Mention[] {
    return this.#leadingTo(l).filter((m) => this.#isLane(m));
  }
}
