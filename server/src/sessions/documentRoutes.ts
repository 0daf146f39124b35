import { Router } from "express";
import { safeFileName } from "@mossy/core/names/disk";
import { floorList } from "@mossy/core/formats/floorList";
import { inputListPdf } from "../print/inputListPdf.ts";
import type { Session } from "@mossy/core/session/document";
import { answer } from "../answer.ts";
import type { FileAnswer } from "../answer.ts";
import { doerOf } from "../doer.ts";
import { once } from "../transaction.ts";
import type { Pool, Db } from "../database.ts";
import type { Styles } from "../house/styles.ts";
import { tell } from "../news/tell.ts";
import { changeDocument, documentWith } from "../documents/store.ts";
import { countsOf, keepCounts } from "../check/counts.ts";
import { openForWriting, sessionWith } from "./store.ts";
import { ownerOf } from "./checkInStore.ts";
import type { Person } from "@mossy/contract/people";
import type { Change } from "@mossy/core/session/change";

/** Documents as they are worked on, and their input lists on paper. */
export function documentRoutes(router: Router, pool: Pool, styles: Styles): void {
  answer(router, "document", async ({ params }) => documentWith(pool, params.document));
  answer(router, "inputListPdf", async ({ params, query }) => {
    const { session } = await documentWith(pool, params.document);
    return listOnPaper(pool, styles, session, query.title ?? session.title);
  });
  answer(router, "sessionInputListPdf", async ({ params }) => {
    const { now, title, roomName } = await sessionWith(pool, params.session);
    return listOnPaper(pool, styles, now, `${title}, ${roomName}`);
  });
  answer(
    router,
    "editDocument",
    async ({ params, body, person, deed }) =>
      once(pool, deed, (db) => editDocument(db, styles, params.document, body, person)),
    async ({ params }) => {
      const owner = await ownerOf(pool, params.document);
      return owner === "draft" ? { room: null } : { room: owner.room, session: owner };
    },
  );
}

async function listOnPaper(
  pool: Pool,
  styles: Styles,
  session: Session,
  title: string,
): Promise<FileAnswer> {
  const { house } = (await styles.current(pool)).style;
  const day = new Date().toLocaleDateString("en-GB", { day: "numeric", month: "long", year: "numeric" });
  const settings = `${session.sampleRate / 1000} kHz, ${session.bitDepth} bit, ${session.tempo} bpm`;
  const says = `${house.name} · ${day} · ${settings}`;
  return {
    bytes: await inputListPdf({ title, says, lines: floorList(session, house.words) }),
    name: `${safeFileName(`Input list ${title}`)}.pdf`,
    type: "application/pdf",
  };
}

/** Changes a document; what came back from a room is counted anew with it. */
async function editDocument(
  db: Db,
  styles: Styles,
  id: string,
  { revision, changes }: { revision: number; changes: readonly Change[] },
  person: Person,
) {
  const owner = await ownerOf(db, id);
  if (owner !== "draft") await openForWriting(db, owner.session);
  const { document, merged } = await changeDocument(db, id, revision, changes, person.id);
  if (owner !== "draft")
    await keepCounts(db, document.id, await countsOf(db, styles, document.session, owner));
  await tell(db, {
    kind: "document",
    document: document.id,
    revision: document.revision,
    by: doerOf(person),
  });
  return { revision: document.revision, merged, updatedAt: document.updatedAt };
}
