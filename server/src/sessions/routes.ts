import { Router } from "express";
import { safeFileName } from "@mossy/core/names/disk";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { SESSION_FILE_ENDING, makePackage } from "@mossy/core/formats/package";
import { floorList } from "@mossy/core/formats/floorList";
import { inputListPdf } from "../print/inputListPdf.ts";
import type { Session } from "@mossy/core/session/document";
import { answer } from "../answer.ts";
import type { FileAnswer } from "../answer.ts";
import { inTransaction } from "../database.ts";
import type { Pool } from "../database.ts";
import type { Styles } from "../house/styles.ts";
import { tell } from "../news/tell.ts";
import { HouseProblem } from "../problems.ts";
import { changeDocument, documentWith } from "../documents/store.ts";
import { countAnew, countsOf, keepCounts } from "../check/counts.ts";
import { handIn } from "./handIn.ts";
import { startSession } from "./start.ts";
import { markSent, sessionCards, sessionOfCheckIn, sessionWith, tickLine } from "./store.ts";
import { checkInWith, ownerOf } from "./checkInStore.ts";

export function sessionRoutes(pool: Pool, styles: Styles): Router {
  const router = Router();
  answer(router, "document", async ({ params }) => documentWith(pool, params.document));
  const listOnPaper = async (session: Session, title: string): Promise<FileAnswer> => {
    const {
      style: { house },
    } = await styles.current(pool);
    const says = `${house.name} · ${new Date().toLocaleDateString("en-GB", { day: "numeric", month: "long", year: "numeric" })} · ${session.sampleRate / 1000} kHz, ${session.bitDepth} bit, ${session.tempo} bpm`;
    return {
      bytes: await inputListPdf({ title, says, lines: floorList(session, house.words) }),
      name: `${safeFileName(`Input list ${title}`)}.pdf`,
      type: "application/pdf",
    };
  };
  answer(router, "inputListPdf", async ({ params, query }) => {
    const { session } = await documentWith(pool, params.document);
    return listOnPaper(session, query.title ?? session.title);
  });
  answer(router, "sessionInputListPdf", async ({ params }) => {
    const { now, title, roomName } = await sessionWith(pool, params.session);
    return listOnPaper(now, `${title}, ${roomName}`);
  });
  answer(router, "editDocument", async ({ params, body, person }) =>
    inTransaction(pool, async (db) => {
      const owner = await ownerOf(db, params.document);
      if (owner === "draft" && person.right !== "lead")
        throw new HouseProblem(
          403,
          "Not yours to do",
          "The drafts of the library are the lead's. Start a session from a release, or ask the lead.",
        );
      const { document, merged } = await changeDocument(
        db,
        params.document,
        body.revision,
        body.changes,
        person.name,
      );
      if (owner !== "draft")
        await keepCounts(db, document.id, await countsOf(db, styles, document.session, owner));
      await tell(db, {
        kind: "document",
        document: document.id,
        revision: document.revision,
        by: person.name,
      });
      return { revision: document.revision, merged, updatedAt: document.updatedAt };
    }),
  );

  answer(router, "sessions", async () => {
    await countAnew(pool, styles);
    return { sessions: await sessionCards(pool) };
  });
  answer(router, "session", async ({ params }) => {
    const { id } = await sessionWith(pool, params.session);
    await countAnew(pool, styles, id);
    return sessionWith(pool, id);
  });
  answer(router, "startSession", async ({ body, person }) => {
    const now = await styles.current(pool);
    return sessionWith(pool, await inTransaction(pool, (db) => startSession(db, body, person.name, now)));
  });
  answer(router, "package", async ({ params }) => {
    const s = await sessionWith(pool, params.session);
    const { style } = await styles.current(pool);
    const bytes = makePackage({
      house: style.house,
      room: s.roomAs,
      session: s.now,
      id: s.id,
      folder: s.folder,
      report: s.report,
      from: `${s.templateName}, release ${s.release}`,
      stands: s.lastCheckIn ? `as it stands after check-in ${s.lastCheckIn.number}` : null,
    });
    return { bytes, name: `${s.folder}.zip`, type: "application/zip" };
  });
  answer(router, "tickLine", async ({ params, body, person }) =>
    inTransaction(pool, async (db) => {
      const ticks = await tickLine(db, params.session, body.line, body.done, person.name);
      await tell(db, { kind: "ticked", session: params.session, by: person.name });
      return { ticks };
    }),
  );
  answer(router, "sendToStation", async ({ params, body, person }) =>
    inTransaction(pool, async (db) => {
      const s = await sessionWith(db, params.session);
      const [last] = s.checkIns;
      if (body.as === "correction" && !last)
        throw new HouseProblem(
          422,
          "Nothing to correct",
          "Nothing has come back from the room yet. Send the package.",
        );
      await markSent(db, s.id, body.as);
      await tell(db, {
        kind: "sent",
        session: s.id,
        room: s.room,
        title: s.title,
        as: body.as,
        checkIn: last?.id ?? null,
        by: person.name,
      });
      return { done: true } as const;
    }),
  );

  answer(router, "handIn", async ({ query, body, person }) =>
    handIn(pool, styles, {
      bytes: body,
      name: safeFileName(query.name ?? "", "session.dawproject"),
      session: query.session,
      sure: query.sure === "yes",
      by: person.name,
      at: new Date(),
    }),
  );
  answer(router, "checkIn", async ({ params }) => {
    const c = await checkInWith(pool, params.checkIn);
    const { given } = await sessionWith(pool, c.session);
    return {
      ...c,
      session: await sessionOfCheckIn(pool, c),
      given,
      now: await documentWith(pool, c.document),
    };
  });
  answer(router, "correctedFile", async ({ params }) => {
    const c = await checkInWith(pool, params.checkIn);
    const { session } = await documentWith(pool, c.document);
    return {
      bytes: writeExchange(session, c.session),
      name: `${safeFileName(session.title)}_put_right${SESSION_FILE_ENDING}`,
      type: "application/zip",
    };
  });
  return router;
}
