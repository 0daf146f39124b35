import type { Person } from "@mossy/contract/people";
import { Router } from "express";
import type { Request } from "express";
import { answer } from "../answer.ts";
import { inTransaction } from "../transaction.ts";
import type { Db } from "../database.ts";
import { shut, tell } from "../news/tell.ts";
import { HouseProblem, notFound } from "../problems.ts";
import { note } from "../record/store.ts";
import type { Door } from "./door.ts";
import { endFactor, factorFor, wantFactorOf } from "./factors.ts";
import { dropLink, makeLink } from "./links.ts";
import { endSignIns } from "./signIns.ts";
import { addPerson, keepALead, peopleCards, setRooms } from "./store.ts";

const DONE = { done: true } as const;
const FOR = { nobody: "nobody", leads: "every lead", everybody: "everybody" } as const;

/** People as the leads keep them. Each change is one transaction with its line in the record. */
export function peopleRoutes(door: Door): Router {
  const router = Router();
  const { pool, demo } = door;
  answer(router, "people", async () => ({
    people: await peopleCards(pool),
    factorFor: await factorFor(pool),
  }));
  answer(router, "invite", ({ body, person, req }) =>
    inTransaction(pool, async (db) => {
      const id = await addPerson(db, { ...body, signIn: null, passwordHash: null });
      const where = body.right === "lead" || body.rooms === null ? "all rooms" : body.rooms.join(", ");
      await noted(db, req, person, "people", id, `invited ${body.name} as ${body.right}, ${where}`);
      return { person: id, ...(await makeLink(db, id, "join", person.id)) };
    }),
  );
  answer(router, "peopleRules", async ({ body, person, req }) => {
    await inTransaction(pool, async (db) => {
      await wantFactorOf(db, body.factorFor);
      const says = `asks for a second factor of ${FOR[body.factorFor]}`;
      await noted(db, req, person, "rights", person.id, says);
    });
    return DONE;
  });
  answer(router, "endDemo", async ({ person, req }) => {
    await inTransaction(pool, async (db) => {
      const { rows } = await db.query<{ id: string }>(
        "update people set off_at = now() where demo and off_at is null returning id",
      );
      for (const { id } of rows) await shut(db, { person: id });
      await db.query("delete from sign_ins where person in (select id from people where demo)");
      await keepALead(db, demo);
      await noted(db, req, person, "people", person.id, "switched the people of the demo off");
    });
    return DONE;
  });
  answer(router, "editPerson", async ({ params, body, person, req }) => {
    await inTransaction(pool, (db) => editPerson(db, door, params.person, body, person, req));
    return DONE;
  });
  answer(router, "switchPerson", async ({ params, body, person, req }) => {
    await inTransaction(pool, async (db) => {
      const them = await personRow(db, params.person);
      await db.query(
        "update people set off_at = case when $2 then null else coalesce(off_at, now()) end where id = $1",
        [them.id, body.on],
      );
      if (!body.on) {
        await endSignIns(db, them.id, {});
        await dropLink(db, them.id);
        await shut(db, { person: them.id });
      }
      await keepALead(db, demo);
      await noted(db, req, person, "rights", them.id, `switched ${them.name} ${body.on ? "on" : "off"}`);
    });
    return DONE;
  });
  linkRoutes(router, door);
  return router;
}

interface Row {
  id: string;
  name: string;
  may: string;
  joined: boolean;
  off: boolean;
}
async function personRow(db: Db, id: string): Promise<Row> {
  const { rows } = await db.query<Row>(
    "select id, name, may, password_hash is not null as joined, off_at is not null as off " +
      "from people where id = $1 and may <> 'station' for update",
    [id],
  );
  const [row] = rows;
  if (!row) throw notFound("person with this id");
  return row;
}

async function noted(
  db: Db,
  req: Request,
  by: Person,
  what: "people" | "rights" | "password",
  about: string,
  says: string,
): Promise<void> {
  await note(db, req, { what, who: by, says });
  await tell(db, { kind: "people", person: about, by: { id: by.id, name: by.name } });
}

/** Changes name, right and rooms; open lines begin anew with what they may hear now. */
async function editPerson(
  db: Db,
  { demo }: Door,
  id: string,
  to: { name: string; right: string; rooms: string[] | null },
  by: Person,
  req: Request,
): Promise<void> {
  const them = await personRow(db, id);
  await db.query("update people set name = $2, may = $3 where id = $1", [id, to.name, to.right]);
  await setRooms(db, id, to.right === "lead" ? null : to.rooms);
  await keepALead(db, demo);
  await shut(db, { person: id });
  const where = to.right === "lead" || to.rooms === null ? "all rooms" : to.rooms.join(", ") || "no room";
  const was = them.name === to.name ? "" : ` (was ${them.name})`;
  await noted(db, req, by, "rights", id, `${to.name}${was} is ${to.right} now, in ${where}`);
}

function linkRoutes(router: Router, { pool }: Door): void {
  answer(router, "newLink", ({ params, body, person, req }) =>
    inTransaction(pool, async (db) => {
      const them = await personRow(db, params.person);
      if (them.off)
        throw new HouseProblem(409, "Switched off", `${them.name} is switched off. Switch them on first.`);
      if (body.factor) await endFactor(db, them.id);
      const made = await makeLink(db, them.id, them.joined ? "reset" : "join", person.id);
      const says = them.joined
        ? `made a link to a new password for ${them.name}`
        : `invited ${them.name} again`;
      const more = body.factor ? ", and took the second factor off" : "";
      await noted(db, req, person, "password", them.id, says + more);
      return { person: them.id, ...made };
    }),
  );
  answer(router, "withdrawLink", async ({ params, person, req }) => {
    await inTransaction(pool, async (db) => {
      const them = await personRow(db, params.person);
      const kind = await dropLink(db, them.id);
      if (them.joined && kind === null)
        throw new HouseProblem(409, "Nothing to withdraw", `There is no open link for ${them.name}.`);
      const says = them.joined
        ? `withdrew the link for ${them.name}`
        : `withdrew the invitation of ${them.name}`;
      await noted(db, req, person, "people", them.id, says);
      // Who never came did nothing that would have to stay under their name.
      if (!them.joined) await db.query("delete from people where id = $1", [them.id]);
    });
    return DONE;
  });
}
