import { setField, setSessionField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import type { Session, TrackId } from "../session/document.ts";
import { freeNumber } from "../session/freeId.ts";
import { MOST_ITEMS, blankItem } from "../session/item.ts";
import type { Item, SoundHeld } from "../session/item.ts";
import type { Piece } from "./pieces.ts";
import { liesUnder, piecesOf } from "./pieces.ts";

/** The sounds of a piece, in the order they follow each other. */
export interface Drop {
  readonly piece: string;
  readonly sounds: readonly { readonly name: string; readonly held: SoundHeld }[];
}
/** What dropping in changes, and what of another week goes with it. */
export interface Dropped {
  readonly changes: readonly Change[];
  /** Pieces that played something of a job and wait again. */
  readonly emptied: readonly string[];
  /** Pieces nothing of which lies on a track: nobody knows onto which they are to go. */
  readonly nowhere: readonly string[];
}

/** Whether something of one job lies there. */
const ofJob = (p: Piece): boolean =>
  p.parts.some(({ item }) => item.job && item.holds.kind !== "placeholder");

/**
 * Puts sounds in the place of what plays their pieces. Everything of a job that is not dropped in anew goes: its pieces
 * wait again, so that nothing of another week is left by accident. Positions are for `settle` to say.
 */
export function dropIn(session: Session, drops: readonly Drop[]): Dropped {
  const pieces = piecesOf(session);
  const by = new Map(drops.map((d) => [d.piece, d.sounds]));
  const gone = new Map<TrackId, Set<Item>>();
  const put = new Map<TrackId, Item[]>();
  const emptied: string[] = [];
  const nowhere: string[] = [];
  for (const p of pieces) {
    const sounds = by.get(p.id);
    const old = !sounds && ofJob(p);
    if (!sounds && !old) continue;
    const [first] = p.parts;
    if (!first) {
      nowhere.push(p.id);
      continue;
    }
    for (const { track, item } of p.parts) gone.set(track.id, (gone.get(track.id) ?? new Set()).add(item));
    const fresh = put.get(first.track.id) ?? [];
    put.set(first.track.id, fresh);
    if (sounds) fresh.push(...partsOf(p, first.item, sounds));
    else {
      emptied.push(p.id);
      fresh.push(waitingFor(p, first.item));
    }
  }
  const changes = session.tracks.flatMap((t): Change[] => {
    const fresh = put.get(t.id) ?? [];
    const away = gone.get(t.id);
    if (!away && fresh.length === 0) return [];
    const items = t.items.filter((i) => !away?.has(i));
    for (const i of fresh) items.push({ ...i, id: freeNumber("m", [...t.items, ...items]) });
    return [setField(t, "items", items.slice(0, MOST_ITEMS))];
  });
  const heardAnew = new Set([...by.keys(), ...emptied]);
  const order = session.order.map((p) =>
    p.approved && heardAnew.has(p.id) ? { ...p, approved: false } : p,
  );
  if (order.some((p, n) => p !== session.order[n])) changes.push(setSessionField(session, "order", order));
  return { changes, emptied, nowhere };
}

/** One behind the other from where the piece began, so that they keep their order. */
function partsOf(p: Piece, first: Item, sounds: Drop["sounds"]): Item[] {
  let { at } = first;
  return sounds.map(({ name, held }) => {
    const made = blankItem("", name, held, { at, job: true, piece: p.id, colour: first.colour });
    at += made.length;
    return made;
  });
}

const waitingFor = (p: Piece, first: Item): Item =>
  blankItem(
    "",
    p.name,
    { kind: "placeholder", says: "", parts: Math.min(50, p.parts.length) },
    { at: first.at, length: p.planned ?? p.length, piece: p.id, colour: first.colour },
  );

/** Pieces that files may be for: those that wait, or play something of a job. */
export const wantsFiles = (p: Piece): boolean => !liesUnder(p) && (p.state === "missing" || ofJob(p));
