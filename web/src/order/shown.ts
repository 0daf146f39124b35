import type { Facts } from "@mossy/core/order/facts";
import { loudOf } from "@mossy/core/order/loud";
import type { Loud } from "@mossy/core/order/loud";
import { orderOf, settle } from "@mossy/core/order/settle";
import type { Standing } from "@mossy/core/order/settle";
import { speechOf } from "@mossy/core/order/underSpeech";
import { namesOf } from "@mossy/core/order/words";
import type { Stretch } from "@mossy/core/sound/profile";
import { apply } from "@mossy/core/session/apply";
import type { Change } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import type { Piece } from "@mossy/core/order/pieces";
import type { PieceKind } from "@mossy/core/session/pieces";
import type { Workpiece } from "../documents/workpiece.ts";

/** A running order as a page shows it. */
export interface ShownOrder extends Standing {
  readonly session: Session;
  readonly facts: Facts;
  readonly names: (id: string) => string;
  readonly loud: Loud;
  readonly speech: readonly Stretch[];
  /** What lies or sounds otherwise than the order says. */
  readonly off: readonly Change[];
  /** Where the programme ends: at its fixed end, or with its last piece. In seconds. */
  readonly end: number;
}

export function shownOrder(session: Session, facts: Facts): ShownOrder {
  const standing = orderOf(session);
  const { pieces, laid } = standing;
  const last = Math.max(0, ...[...laid.places.values()].map((p) => p.to));
  return {
    ...standing,
    session,
    facts,
    names: namesOf(pieces),
    loud: loudOf(session, facts),
    speech: speechOf(pieces, laid.places, facts),
    off: settle(session, facts),
    end: Math.max(session.fixedEnd ?? 0, last),
  };
}

/** Changes an order, and puts all that plays it to where it is then, and as loud: one deed, undone in one. */
export function editOrder(
  work: Workpiece,
  { session, facts }: ShownOrder,
  changes: readonly Change[],
  label: string,
) {
  const next = apply(session, changes);
  work.edit([...changes, ...settle(next, facts)], label);
}

/** What a piece is for, in colour: of one's own, since all of one kind may lie on one track. */
const COLOURS: Readonly<Record<PieceKind, string>> = {
  opening: "#cbb469",
  bed: "#5d9a86",
  speech: "#b94b6f",
  insert: "#cc7c2e",
  break: "#7e66be",
  closing: "#3e6d8e",
  spot: "#84a9b8",
};
/** The colour of a piece: of what plays it, where somebody gave it one, otherwise of its kind. */
export const colourOf = (p: Piece): string => p.parts[0]?.item.colour ?? COLOURS[p.kind];

/** Whether nothing of it is there yet. */
export const isToCome = (p: Piece): boolean =>
  p.parts.every(({ item }) => item.holds.kind === "placeholder");
