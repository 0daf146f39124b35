import type { z } from "zod";
import type { edited } from "@mossy/contract/documents";
import type { Doer } from "@mossy/contract/people";
import type { Change } from "@mossy/core/session/change";
import { countsOf, keepCounts } from "../check/counts.ts";
import type { Db } from "../database.ts";
import { changeDocument } from "../documents/store.ts";
import type { Bench } from "../house/bench.ts";
import type { Styles } from "../house/styles.ts";
import { keepStand } from "../library/stands.ts";
import { templateCard } from "../library/cards.ts";

import { tell } from "../news/tell.ts";
import { once } from "../transaction.ts";
import type { Errand } from "../transaction.ts";
import { ownerOf } from "./checkInStore.ts";
import { sessionCard } from "./cards.ts";
import { baselineOf, openForWriting } from "./store.ts";

/** Changes of a document that were meant for a revision of it. */
export interface EditWish {
  readonly document: string;
  readonly revision: number;
  readonly changes: readonly Change[];
  readonly by: Doer;
  readonly errand: Errand | null;
}
type Edited = z.infer<typeof edited>;

/** Changes a document; how it stands is counted anew with it, and everybody hears. */
export const edit = ({ pool, styles }: Bench, wish: EditWish): Promise<Edited> =>
  once(pool, wish.errand, (db) => editIn(db, styles, wish));

async function editIn(
  db: Db,
  styles: Styles,
  { document: id, revision, changes, by }: EditWish,
): Promise<Edited> {
  const owner = await ownerOf(db, id);
  const draft = "template" in owner;
  if (!draft) await openForWriting(db, owner.session);
  const { document, merged } = await changeDocument(db, id, revision, changes, by.id);
  const { session } = document;
  if (draft) await keepStand(db, owner.template, session);
  else {
    const from = { baseline: await baselineOf(db, owner.session), edition: owner.edition };
    await keepCounts(db, id, await countsOf(db, styles, session, from));
  }
  const of = draft
    ? { template: await templateCard(db, owner.template) }
    : { session: await sessionCard(db, owner.session) };
  await tell(db, { kind: "document", document: id, revision: document.revision, of, by });
  return { revision: document.revision, merged, updatedAt: document.updatedAt };
}
