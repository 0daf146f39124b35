import type { Change } from "../session/change.ts";
import { setField, setSessionField } from "../session/change.ts";
import type { Session } from "../session/document.ts";
import { freeNumber } from "../session/freeId.ts";
import { MOST_ITEMS } from "../session/item.ts";
import { WAYS_OUT } from "../session/pieces.ts";
import type { Anchor, HeldPiece, WayOut } from "../session/pieces.ts";
import type { Gap } from "./gaps.ts";
import { HAIR } from "./layOut.ts";
import type { LaidOrder } from "./layOut.ts";
import type { Part, Piece } from "./pieces.ts";

/** Something that would help: what it says, how many seconds it is worth, and the order with it. */
export interface Way {
  readonly by: WayOut;
  readonly piece: string;
  /** Of what is free or too much, so many seconds are gone with it. */
  readonly worth: number;
  /** How long the piece is then, or the air before it; in seconds. */
  readonly becomes: number;
  /** What does it; worked out where somebody takes it. */
  readonly changes: () => readonly Change[];
  /** It is there once more. */
  readonly again?: true;
}

/**
 * What helps with a gap, what the house prefers first; of one kind what is worth most, then what is longest.
 * What is only tried is not offered: each is worth more than a hair.
 */
export function waysOut(session: Session, pieces: readonly Piece[], laid: LaidOrder, gap: Gap): Way[] {
  const by = new Map(pieces.map((p) => [p.id, p]));
  const chain = gap.chain.flatMap((id) => by.get(id) ?? []);
  const asked = session.programme?.prefers ?? [];
  const prefers = [...asked, ...WAYS_OUT.filter((w) => !asked.includes(w))];
  const ways = [
    ...chain.flatMap((p) => ofLength(session, p, gap)),
    ...chain.flatMap((p) => ofAir(session, p, gap)),
    ...(gap.sort === "free" ? pieces.flatMap((p) => ofBed(session, p, laid, gap)) : []),
  ];
  return ways
    .filter((w) => w.worth > HAIR)
    .sort(
      (a, b) => prefers.indexOf(a.by) - prefers.indexOf(b.by) || b.worth - a.worth || b.becomes - a.becomes,
    );
}

const changed = (session: Session, id: string, to: Partial<HeldPiece>): Change =>
  setSessionField(
    session,
    "order",
    session.order.map((p) => (p.id === id ? { ...p, ...to } : p)),
  );

/** A piece that may be longer or shorter: one that is still to come, or one whose loops go on. */
function ofLength(session: Session, p: Piece, gap: Gap): Way[] {
  // Where both its ends are held, its length is not its own; what was recorded stays as it is.
  if ((p.starts && p.ends) || p.real !== null) return [];
  const there = p.parts.reduce(
    (sum, { lies }) => sum + (lies.holds.kind === "placeholder" || p.loops ? 0 : lies.length),
    0,
  );
  const least = Math.max(p.least ?? (p.loops ? 1 : 0), there + 1);
  const becomes =
    gap.sort === "free"
      ? Math.min(p.most ?? Infinity, p.length + gap.by)
      : Math.max(least, p.length - gap.by);
  const worth = Math.abs(becomes - p.length);
  if ((gap.sort === "free") !== becomes > p.length) return [];
  return [
    {
      by: p.loops ? "length" : "placeholder",
      piece: p.id,
      worth,
      becomes,
      changes: () => [changed(session, p.id, { planned: becomes })],
    },
  ];
}

/** The air before a piece: less of it where there is too much, and so much of it that nothing is free. */
function ofAir(session: Session, p: Piece, gap: Gap): Way[] {
  const { starts } = p;
  if (!starts || starts.to !== "end") return [];
  const plus =
    gap.sort === "free" ? starts.plus + gap.by : Math.max(Math.min(starts.plus, 0), starts.plus - gap.by);
  const worth = Math.abs(plus - starts.plus);
  // Minutes of silence are no way out.
  if (gap.sort === "free" && gap.by > MOST_AIR) return [];
  return [
    {
      by: "air",
      piece: p.id,
      worth,
      becomes: plus,
      changes: () => [changed(session, p.id, { starts: { ...starts, plus } })],
    },
  ];
}
/** So much more air may be left before a piece, in seconds; common practice, no source. */
const MOST_AIR = 5;

/**
 * A bed that begins again where it ends, over what is free: it goes on where it lies right before, otherwise it
 * comes back.
 */
function ofBed(session: Session, p: Piece, { places }: LaidOrder, gap: Gap): Way[] {
  const place = places.get(p.id);
  if (p.kind !== "bed" || !p.loops || !place) return [];
  const ends: Anchor = gap.before === null ? AT_CLOSE : { to: "start", of: gap.before, plus: 0 };
  const covers = place.from <= gap.from + HAIR && place.to >= gap.from - HAIR;
  if (covers)
    return [
      {
        by: "bed",
        piece: p.id,
        worth: gap.to - Math.max(gap.from, place.to),
        becomes: gap.to - place.from,
        changes: () => [changed(session, p.id, { ends })],
      },
    ];
  const [part] = p.parts;
  if (!part || place.from > gap.to || part.track.items.length >= MOST_ITEMS) return [];
  return [
    {
      by: "bed",
      piece: p.id,
      worth: gap.by,
      becomes: gap.by,
      again: true,
      changes: () => comingBack(session, p, part, gap, ends),
    },
  ];
}

/** A bed that lies over what is free as well as where it lies now: a piece of its own that plays the same. */
function comingBack(session: Session, p: Piece, { track, item }: Part, gap: Gap, ends: Anchor): Change[] {
  const id = freeNumber("r", session.order);
  const held = session.order.find((o) => o.id === p.id);
  if (!held) return [];
  const starts: Anchor = gap.after === null ? AT_START : { to: "end", of: gap.after, plus: 0 };
  const at = session.order.findIndex((o) => o.id === gap.after) + 1;
  return [
    setSessionField(session, "order", session.order.toSpliced(at, 0, { ...held, id, starts, ends })),
    setField(track, "items", [...track.items, { ...item, id: freeNumber("m", track.items), piece: id }]),
  ];
}
const AT_CLOSE: Anchor = { to: "close", plus: 0 };
const AT_START: Anchor = { to: "time", at: 0 };
