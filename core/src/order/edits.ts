import { setField, setSessionField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import type { Session, Track } from "../session/document.ts";
import { freeNumber } from "../session/freeId.ts";
import { MOST_ITEMS, blankItem, lengthOf } from "../session/item.ts";
import type { Item } from "../session/item.ts";
import { MOST_PIECES, blankPiece } from "../session/pieces.ts";
import type { Anchor, HeldPiece, PieceKind, Programme } from "../session/pieces.ts";
import type { Place } from "./layOut.ts";
import { liesUnder, piecesOf } from "./pieces.ts";
import { orderOf } from "./settle.ts";

const ordered = (session: Session, order: HeldPiece[]): Change => setSessionField(session, "order", order);

/** The change that makes a piece another. */
export const changePiece = (session: Session, id: string, to: Partial<Omit<HeldPiece, "id">>): Change =>
  ordered(
    session,
    session.order.map((p) => (p.id === id ? { ...p, ...to } : p)),
  );

/** Whether an edge hangs on the end of a piece, as what comes after it does. */
const follows = (a: Anchor | null, id: string): a is Anchor & { to: "end" } =>
  a?.to === "end" && a.of === id;

/** Takes a piece out of a list: what hung on it hangs on what it hung on itself, or stays where it is. */
function without(order: readonly HeldPiece[], id: string, places: ReadonlyMap<string, Place>): HeldPiece[] {
  const gone = order.find((p) => p.id === id);
  const place = places.get(id);
  const instead = (a: Anchor | null): Anchor | null => {
    if (!a || (a.to !== "start" && a.to !== "end") || a.of !== id) return a;
    const own = gone?.starts;
    if (own && (own.to === "start" || own.to === "end") && own.of !== id) return { ...own, plus: a.plus };
    const edge = a.to === "start" ? place?.from : place?.to;
    return own?.to === "time" && a.to === "end"
      ? own
      : { to: "time", at: Math.max(0, (edge ?? 0) + a.plus) };
  };
  return order
    .filter((p) => p.id !== id)
    .map((p) => ({ ...p, starts: instead(p.starts), ends: instead(p.ends) }));
}

/** Whether a bed lies under a piece. */
const hangsOn = (p: HeldPiece | undefined, id: string): boolean =>
  p !== undefined && liesUnder(p) && [p.starts, p.ends].some((a) => a !== null && "of" in a && a.of === id);

/** Puts a piece into a list behind another, or first: what followed that one follows it. */
function withIn(order: readonly HeldPiece[], p: HeldPiece, after: string | null): HeldPiece[] {
  let at = order.findIndex((o) => o.id === after) + 1;
  if (liesUnder(p)) return order.toSpliced(at, 0, p);
  // Beds are listed behind what they lie under.
  while (after !== null && hangsOn(order[at], after)) at++;
  const starts: Anchor = after === null ? { to: "time", at: 0 } : { to: "end", of: after, plus: 0 };
  const next = order.map((o): HeldPiece => {
    if (liesUnder(o)) return o;
    if (after !== null && follows(o.starts, after)) return { ...o, starts: { ...o.starts, of: p.id } };
    if (after === null && o.starts?.to === "time" && o.starts.at === 0)
      return { ...o, starts: { to: "end", of: p.id, plus: 0 } };
    return o;
  });
  return next.toSpliced(at, 0, { ...p, starts, ends: null });
}

/**
 * Puts a piece into the order, behind another one or first. A bed lies under what it is put behind.
 * @param rule how loud the programme is to be, where it begins with this piece
 * @returns the change and the id of the piece; null where there are as many as there can be
 */
export function addPiece(
  session: Session,
  kind: PieceKind,
  after: string | null,
  rule: Programme | null = null,
): { readonly changes: Change[]; readonly id: string } | null {
  if (session.order.length >= MOST_PIECES) return null;
  const id = freeNumber("r", session.order);
  const under = session.order.find((p) => p.id === after);
  const made = blankPiece(id, kind, "", { planned: kind === "bed" ? null : USUAL[kind] });
  const bed: Partial<HeldPiece> = under
    ? { starts: { to: "start", of: under.id, plus: 0 }, ends: { to: "end", of: under.id, plus: 0 } }
    : {};
  const changes = [
    ordered(session, withIn(session.order, kind === "bed" ? { ...made, ...bed } : made, after)),
  ];
  if (session.order.length === 0 && session.programme === null && rule)
    changes.push(setSessionField(session, "programme", rule));
  return { changes, id };
}
/** How long a piece is planned to begin with, in seconds; common practice, no source. */
const USUAL: Readonly<Record<Exclude<PieceKind, "bed">, number>> = {
  opening: 30,
  speech: 600,
  insert: 180,
  break: 60,
  closing: 60,
  spot: 30,
};

/** Puts a piece behind another one, or first; what it stood between closes up. */
export function movePiece(session: Session, id: string, after: string | null): Change[] {
  const moved = session.order.find((p) => p.id === id);
  if (!moved || after === id) return [];
  // Where a bed is listed says nothing of where it lies.
  if (liesUnder(moved)) {
    const others = session.order.filter((p) => p !== moved);
    return [ordered(session, others.toSpliced(others.findIndex((p) => p.id === after) + 1, 0, moved))];
  }
  const rest = without(session.order, id, orderOf(session).laid.places);
  return [ordered(session, withIn(rest, moved, after))];
}

/** Takes a piece out of the order, and what plays it off its tracks. */
export function takePieceOut(session: Session, id: string): Change[] {
  const rest = without(session.order, id, orderOf(session).laid.places);
  return [
    ordered(session, rest),
    ...session.tracks
      .filter((t) => t.items.some((i) => i.piece === id))
      .map((t) =>
        setField(
          t,
          "items",
          t.items.filter((i) => i.piece !== id),
        ),
      ),
  ];
}

/**
 * What plays a piece: instead of what played it, or behind that.
 * @returns null where the track holds as many items as it can
 */
export function playPiece(
  session: Session,
  id: string,
  on: Track,
  name: string,
  holds: Item["holds"],
  { instead, job }: { readonly instead: boolean; readonly job: boolean },
): Change[] | null {
  const p = piecesOf(session).find((x) => x.id === id);
  if (!p || on.items.length >= MOST_ITEMS) return null;
  const old = new Set(instead ? p.parts.map(({ item }) => item) : []);
  const last = p.parts.at(-1)?.lies;
  const length = lengthOf(holds) ?? p.planned ?? p.length;
  const made = blankItem(freeNumber("m", on.items), name, holds, {
    clock: "seconds",
    at: last && !instead ? last.at + last.length : (last?.at ?? 0),
    length,
    loops: p.kind === "bed" && holds.kind === "sound",
    piece: id,
    job,
  });
  const changes = session.tracks.flatMap((t): Change[] => {
    const items = t.items.filter((i) => !old.has(i));
    if (t.id === on.id) items.push(made);
    return items.length === t.items.length && t.id !== on.id ? [] : [setField(t, "items", items)];
  });
  if (p.approved) changes.push(changePiece(session, id, { approved: false }));
  return changes;
}
