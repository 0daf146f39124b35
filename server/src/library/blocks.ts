import type { Doer } from "@mossy/contract/people";
import type { Today } from "@mossy/contract/today";
import { bringBlock } from "@mossy/core/library/blockForward";
import type { BlockRelease } from "@mossy/core/library/blockPut";
import type { Choices } from "@mossy/core/merge/decisions";
import type { Merged } from "@mossy/core/merge/merge";
import type { HeldBlock } from "@mossy/core/session/beside";
import { inverse } from "@mossy/core/session/change";
import type { Change } from "@mossy/core/session/change";
import { diff } from "@mossy/core/session/diff";
import type { Session } from "@mossy/core/session/document";
import { plural } from "@mossy/core/session/plural";
import type { Db } from "../database.ts";
import { changeDocument } from "../documents/store.ts";
import type { Bench } from "../house/bench.ts";
import { currentEdition } from "../house/store.ts";
import type { Styles } from "../house/styles.ts";
import { tell } from "../news/tell.ts";
import { HouseProblem, notFound, stale } from "../problems.ts";
import { note } from "../record/store.ts";
import type { AskedBy } from "../record/store.ts";
import { once } from "../transaction.ts";
import type { Errand } from "../transaction.ts";
import { tellOfRelease } from "./releaseNews.ts";
import { keepStand } from "./stands.ts";
import { templateCard } from "./cards.ts";
import { publishRelease, releaseWith, templateWith } from "./store.ts";

/** The block of a session by what it goes by there. @throws HouseProblem where it stands there no more */
export function heldIn(session: Session, held: string): HeldBlock {
  const found = session.blocks.find((b) => b.id === held);
  if (!found) throw notFound(`block “${held}” in “${session.title}”`);
  return found;
}

/** A release of a block, to be put in or brought forward to. */
export async function blockRelease(db: Db, block: string, release: number): Promise<BlockRelease> {
  const { name, session } = await releaseWith(db, block, release);
  return { block, name, release, session };
}

/**
 * The latest release of a block, to start a session with.
 * @throws HouseProblem 422 where it is none, 409 where it is not given out any more
 */
export async function latestOfBlock(db: Db, block: string): Promise<BlockRelease> {
  const { rows } = await db.query<{ name: string; kind: string; latest: number | null; retired: boolean }>(
    "select name, kind, latest, is_retired(templates) as retired from templates where id = $1",
    [block],
  );
  const [row] = rows;
  if (!row) throw notFound(`block “${block}”`);
  if (row.kind !== "block")
    throw new HouseProblem(422, "That is no block", `“${row.name}” is a template, not a block.`, "blocks");
  if (row.retired || row.latest === null)
    throw new HouseProblem(
      409,
      "Not given out any more",
      `The block “${row.name}” is retired, or has no release. Start without it, or choose another.`,
      "blocks",
    );
  return blockRelease(db, block, row.latest);
}

/** @throws HouseProblem 422 while something is to be chosen */
export function refuseUndecided({ clashes }: Merged): void {
  const open = clashes.filter((c) => !c.chosen);
  if (open.length > 0)
    throw new HouseProblem(
      422,
      "Something is to decide",
      `Both changed ${plural(open.length, "thing")} differently. Choose, then bring it forward.`,
    );
}

/** Blocks that stand somewhere on an older release than their latest, and in how many places. */
export async function blocksBehind(db: Db): Promise<Today["blocksBehind"]> {
  const { rows } = await db.query<Today["blocksBehind"][number]>(
    `select t.id as block, t.name, t.latest as release, count(*)::int as places
     from block_places w join templates t on t.id = w.block where w.release < t.latest
     group by t.id, t.name, t.latest order by t.name`,
  );
  return rows;
}

export interface DraftWish {
  readonly template: string;
  readonly held: string;
  readonly release: number;
  /** The revision of the draft that was looked at. */
  readonly revision: number;
  readonly choices: Choices;
  /** The note of the release the draft is then published as; null to leave it a draft. */
  readonly publish: string | null;
  readonly by: Doer;
  readonly via: AskedBy;
  readonly errand: Errand | null;
}

/** What became of a draft, and what takes it back. */
interface Brought {
  readonly document: string;
  readonly revision: number;
  readonly undo: Change[];
  readonly published: number | null;
}

/** Brings a block of a template's draft to a release, and publishes the draft where that is wanted. */
export const bringBlockInDraft = ({ pool, styles }: Bench, wish: DraftWish): Promise<Brought> =>
  once(pool, wish.errand, (db) => bringIn(db, styles, wish));

async function bringIn(db: Db, styles: Styles, wish: DraftWish): Promise<Brought> {
  const { template, by, via } = wish;
  const { draft, name } = await templateWith(db, template);
  if (draft.revision !== wish.revision)
    throw stale(
      `${draft.updatedBy.name} changed the draft of “${name}” since you looked at it. Look at it again, then ` +
        "bring it forward.",
    );
  const held = heldIn(draft.session, wish.held);
  if (held.release === wish.release)
    throw new HouseProblem(409, "Done already", `“${held.name}” stands there on release ${held.release}.`);
  const [from, to] = [
    await blockRelease(db, held.block, held.release),
    await blockRelease(db, held.block, wish.release),
  ];
  const { style } = await styles.current(db);
  const { merged } = bringBlock(style, draft.session, held, from.session, to, wish.choices);
  refuseUndecided(merged);
  const changes = diff(draft.session, merged.session);
  const { document } = await changeDocument(db, draft.id, draft.revision, changes, by.id);
  await keepStand(db, template, document.session);
  const says = `brought “${held.name}” in “${name}” from release ${held.release} to ${to.release}`;
  await note(db, via, { what: "library", who: by, says });
  const of = { template: await templateCard(db, template) };
  await tell(db, { kind: "document", document: draft.id, revision: document.revision, of, by });
  const published =
    wish.publish === null
      ? null
      : await publishRelease(
          db,
          template,
          document.revision,
          wish.publish,
          await currentEdition(db),
          by.id,
        );
  if (published) await tellOfRelease(db, via, template, published);
  return {
    document: draft.id,
    revision: document.revision,
    undo: inverse(changes),
    published: published?.number ?? null,
  };
}
