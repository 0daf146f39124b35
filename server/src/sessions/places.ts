import type { BlockPlace, BlockPlaces } from "@mossy/contract/blocks";
import { compare } from "@mossy/core/compare/sentences";
import { bringBlock } from "@mossy/core/library/blockForward";
import { changedHere } from "@mossy/core/library/blockStand";
import { merge } from "@mossy/core/merge/merge";
import type { Merged } from "@mossy/core/merge/merge";
import { saferSide } from "@mossy/core/merge/safer";
import type { Sides } from "@mossy/core/merge/safer";
import type { Side } from "@mossy/core/merge/values";
import type { Style } from "@mossy/core/house/style";
import type { HeldBlock } from "@mossy/core/session/beside";
import type { Session } from "@mossy/core/session/document";
import { AT_MOST, asManyAsFit } from "../asManyAsFit.ts";
import type { Db } from "../database.ts";
import type { Bench } from "../house/bench.ts";
import { blockRelease, heldIn } from "../library/blocks.ts";
import { templateCard } from "../library/cards.ts";
import { templateWith } from "../library/store.ts";
import { blockStep } from "./blocks.ts";
import { sessionCard } from "./cards.ts";
import { standingOf } from "./forwardStore.ts";

const SAID = 6;

interface Row {
  held: string;
  sort: "template" | "session";
  id: string;
}

/** Where a block stands, those behind first, with what bringing each to the latest release asks. */
export async function blockPlaces(
  { pool, styles }: Bench,
  { block, from }: { block: string; from: number },
): Promise<BlockPlaces> {
  const { latest, name } = await templateCard(pool, block);
  const release = latest?.number ?? 0;
  const {
    rows: [all],
  } = await pool.query<{ many: number }>(
    "select count(*)::int as many from block_places where block = $1",
    [block],
  );
  const { rows } = await pool.query<Row>(
    `select held, sort, id from block_places where block = $1
     order by release >= $2, sort desc, id, held offset $3 limit $4`,
    [block, release, from, AT_MOST],
  );
  const { style } = await styles.current(pool);
  const places = await asManyAsFit(rows, (row) =>
    (row.sort === "template" ? inDraft : inSession)(pool, style, row, release),
  );
  const [of, next] = [all?.many ?? 0, from + places.length];
  return { name, release, of, next: next < of && rows.length > 0 ? next : null, places };
}

async function inDraft(db: Db, style: Style, { id, held: at }: Row, release: number): Promise<BlockPlace> {
  const { draft, name, kind } = await templateWith(db, id);
  const held = heldIn(draft.session, at);
  const { changed } = await templateCard(db, id);
  const place = { id, title: name, room: null, roomName: null, held: at, unpublished: changed } as const;
  const known = { ...place, kind, release: held.release, revision: draft.revision };
  if (held.release >= release) return { ...known, forward: null };
  const from = await blockRelease(db, held.block, held.release);
  const to = await blockRelease(db, held.block, release);
  const { base, merged, theirs } = bringBlock(style, draft.session, held, from.session, to);
  const sides = { base, ours: draft.session, theirs, job: false };
  return { ...known, forward: forwardOf(sides, merged, held, from.session) };
}

async function inSession(
  db: Db,
  style: Style,
  { id, held: at }: Row,
  release: number,
): Promise<BlockPlace> {
  const card = await sessionCard(db, id);
  const s = await standingOf(db, id);
  const held = heldIn(s.now, at);
  const place = {
    kind: "session",
    id,
    title: card.title,
    room: card.room,
    roomName: card.roomName,
  } as const;
  const known = { ...place, held: at, release: held.release, revision: s.revision, unpublished: false };
  if (held.release >= release) return { ...known, forward: null };
  const { base, theirs } = await blockStep(db, style, s, { held: at, release });
  const from = await blockRelease(db, held.block, held.release);
  const sides = { base, ours: s.now, theirs, job: true };
  return { ...known, forward: forwardOf(sides, merge(base, s.now, theirs), held, from.session) };
}

function forwardOf(
  sides: Sides,
  { session, clashes }: Merged,
  held: HeldBlock,
  from: Session,
): NonNullable<BlockPlace["forward"]> {
  const safer = clashes.flatMap((c): [string, Side][] => {
    const side = saferSide(sides, c)?.side;
    return side ? [[c.key, side]] : [];
  });
  const { changes, sentences } = compare(sides.ours, session);
  return {
    changes: changes.length,
    own: changedHere(sides.ours, held, from).length,
    open: clashes.length - safer.length,
    safer: safer.length,
    says: sentences.slice(0, SAID).map((s) => s.says),
    choices: safer,
  };
}
