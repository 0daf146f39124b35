import { itemWith } from "../items/lay.ts";
import { same, setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import type { Session } from "../session/document.ts";
import type { Item } from "../session/item.ts";
import type { Programme } from "../session/pieces.ts";
import type { Stretch } from "../sound/profile.ts";
import type { Facts } from "./facts.ts";
import { factOf, middle } from "./facts.ts";
import { gapsOf } from "./gaps.ts";
import type { Gap } from "./gaps.ts";
import { layOut } from "./layOut.ts";
import type { LaidOrder, Place } from "./layOut.ts";
import { liesUnder, longOf, piecesOf } from "./pieces.ts";
import type { Piece } from "./pieces.ts";
import { envelope, speechOf } from "./underSpeech.ts";

/** A running order as it lies. */
export interface Standing {
  readonly pieces: readonly Piece[];
  readonly laid: LaidOrder;
  readonly gaps: readonly Gap[];
}

/** Where the pieces of a session lie, and where they leave time free or have too much of it. */
export function orderOf(session: Session): Standing {
  const pieces = piecesOf(session);
  const laid = layOut(
    pieces.map((p) => ({ ...p, cuts: liesUnder(p) })),
    session.fixedEnd,
  );
  return { pieces, laid, gaps: gapsOf(pieces, laid, session.fixedEnd) };
}

/**
 * What brings what plays the pieces to where the order says, and as loud as the session's rule says: positions,
 * lengths, gains, and the envelopes of beds from where somebody really speaks. Without a rule, or where nobody
 * measured, levels stay as they are. Settled twice is settled once.
 */
export function settle(session: Session, facts: Facts): Change[] {
  const { pieces, laid } = orderOf(session);
  const speech = session.programme ? speechOf(pieces, laid.places, facts) : [];
  const to = new Map<Item, Item>();
  for (const p of pieces) {
    const place = laid.places.get(p.id);
    if (place) for (const [item, next] of placed(p, place, session, facts, speech)) to.set(item, next);
  }
  return session.tracks.flatMap((t) => {
    const items = t.items.map((i) => to.get(i) ?? i);
    return same(items, t.items) ? [] : [setField(t, "items", items)];
  });
}

const tidy = (time: number): number => Math.round(time * 1e6) / 1e6;
const hundredths = (level: number): number => Math.round(level * 100) / 100;
/** The shortest an item can be, in seconds. */
const LEAST = 0.001;

function placed(
  p: Piece,
  place: Place,
  session: Session,
  facts: Facts,
  speech: readonly Stretch[],
): [Item, Item][] {
  let [at, waiting] = [place.from, 0];
  const toCome = p.parts.filter(({ item }) => item.holds.kind === "placeholder").length;
  const there = p.parts.reduce(
    (sum, part) => sum + (part.item.holds.kind === "placeholder" ? 0 : longOf(p, part)),
    0,
  );
  return p.parts.map((part): [Item, Item] => {
    const { item } = part;
    let length = longOf(p, part);
    if (item.holds.kind === "placeholder") {
      // Of what is left each has the same; to the microsecond, and nothing of it is lost.
      const upTo = (n: number): number => tidy(((place.to - place.from - there) * n) / toCome);
      length = upTo(waiting + 1) - upTo(waiting);
      waiting++;
    } else if (p.loops) length = place.to - at;
    else if (liesUnder(p)) length = Math.min(length, Math.max(LEAST, place.to - at));
    const from = at;
    length = tidy(Math.max(LEAST, length));
    at += length;
    const lies = { from, to: from + length };
    const laid = itemWith(part.lies, {
      at: tidy(from),
      length,
    });
    return [
      item,
      session.programme ? levelled(laid, p, lies, session, session.programme, facts, speech) : laid,
    ];
  });
}

/** As loud as the rule says: brought to the target, no higher than the ceiling; a bed makes way. */
function levelled(
  item: Item,
  p: Piece,
  lies: Place,
  session: Session,
  rule: Programme,
  facts: Facts,
  speech: readonly Stretch[],
): Item {
  const fact = factOf(item, facts);
  if (!fact || fact.integrated === null) return item;
  const here = middle(item, session);
  const most = fact.truePeak === null ? 24 : Math.min(24, rule.ceiling - fact.truePeak - here);
  const gain = hundredths(Math.max(-144, Math.min(most, rule.target - fact.integrated - here)));
  if (p.kind !== "bed") return { ...item, gain, points: item.points.filter((x) => x.at <= item.length) };
  const fade = (wanted: number): number => tidy(Math.min(wanted, item.length / 2));
  return {
    ...item,
    gain,
    points: envelope(lies, speech, rule).filter((x) => x.at <= item.length),
    fadeIn: { length: fade(rule.ahead), shape: "equal-power" },
    fadeOut: { length: fade(rule.back), shape: "equal-power" },
  };
}
