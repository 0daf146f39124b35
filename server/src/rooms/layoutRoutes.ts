import type { Person } from "@mossy/contract/people";
import type { WholeLayout } from "@mossy/contract/layouts";
import { KIND_SAYS } from "@mossy/core/devices/layouts";
import type { Router, Request } from "express";
import { answer } from "../answer.ts";
import type { Db, Pool } from "../database.ts";
import { doerOf } from "../doer.ts";
import { tell } from "../news/tell.ts";
import { note } from "../record/store.ts";
import { inTransaction, once } from "../transaction.ts";
import { addLayout, addVersion, changeLayout, mayKeep } from "./layoutStore.ts";
import { keepLayoutsAt, layoutBytes, layoutCards, roomsOf, wantedAt, wholeLayout } from "./layouts.ts";
import { roomOfStation } from "./stations.ts";

const called = (l: WholeLayout): string => `the ${KIND_SAYS[l.kind]} “${l.name}” (${l.whose.name})`;

/** Layouts and maps: kept, given to stations, seen where one has another. */
export function layoutRoutes(router: Router, pool: Pool): void {
  answer(router, "layouts", async () => ({ layouts: await layoutCards(pool) }));
  answer(router, "layout", ({ params }) => wholeLayout(pool, params.layout));
  answer(router, "newLayout", async ({ body, person, req, errand }) => {
    mayKeep(person, body.whose);
    return once(pool, errand, async (db) => {
      const id = await addLayout(db, body, person.id);
      return said(db, id, { req, person, says: (l) => `kept ${called(l)}` });
    });
  });
  answer(router, "nextLayout", async ({ params, body, person, req, errand }) =>
    once(pool, errand, async (db) => {
      const was = await wholeLayout(db, params.layout);
      mayKeep(person, was.whose);
      await addVersion(db, was.id, body, person.id);
      return said(db, was.id, {
        req,
        person,
        says: (l) => `gave version ${l.latest.version} of ${called(l)}`,
      });
    }),
  );
  answer(router, "editLayout", async ({ params, body, person, req }) =>
    inTransaction(pool, async (db) => {
      const was = await wholeLayout(db, params.layout);
      mayKeep(person, was.whose);
      const before = await roomsOf(db, was.id);
      await changeLayout(db, was, body);
      const says = (l: WholeLayout): string =>
        l.gone === was.gone
          ? `called ${called(was)} “${l.name}”`
          : `${l.gone ? "put away" : "brought back"} ${called(l)}`;
      return said(db, was.id, { req, person, says, before });
    }),
  );
  answer(router, "layoutFile", ({ params }) => layoutBytes(pool, params, "file"));
  answer(router, "layoutPicture", ({ params }) => layoutBytes(pool, params, "picture"));
  answer(router, "layoutsHere", async ({ person }) => ({ layouts: await wantedAt(pool, person.id) }));
  answer(router, "reportLayouts", async ({ body, person }) => {
    await inTransaction(pool, async (db) => {
      await keepLayoutsAt(db, person.id, body.has);
      await tell(db, { kind: "station", room: await roomOfStation(db, person.id), by: doerOf(person) });
    });
    return { done: true } as const;
  });
}

/** Writes into the record what was done, and tells whoever is to have it. */
async function said(
  db: Db,
  id: string,
  {
    req,
    person,
    says,
    before = [],
  }: {
    readonly req: Request;
    readonly person: Person;
    readonly says: (l: WholeLayout) => string;
    /** Rooms that had to have it before: they hear of it too. */
    readonly before?: readonly string[];
  },
): Promise<WholeLayout> {
  const now = await wholeLayout(db, id);
  await note(db, req, { what: "rooms", who: person, says: says(now) });
  const rooms = [...new Set([...before, ...(await roomsOf(db, id))])];
  await tell(db, { kind: "layouts", rooms, by: doerOf(person) });
  return now;
}
