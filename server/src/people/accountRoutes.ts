import type { Person } from "@mossy/contract/people";
import { Router } from "express";
import type { Request } from "express";
import { answer } from "../answer.ts";
import { inTransaction } from "../transaction.ts";
import type { Db } from "../database.ts";
import { currentHouseName } from "../house/store.ts";
import { shut, tell } from "../news/tell.ts";
import { HouseProblem } from "../problems.ts";
import { note } from "../record/store.ts";
import { setToken } from "./cookie.ts";
import type { Door } from "./door.ts";
import { withOwnPassword } from "./doorRoutes.ts";
import {
  beginFactor,
  codesLeft,
  confirmFactor,
  endFactor,
  factorFor,
  hasFactor,
  newRecoveryCodes,
} from "./factors.ts";
import { hashPassword, refuseWeak } from "./passwords.ts";
import { beginSignIn, endSignIns, personWith, placesOf } from "./signIns.ts";
import { accountWith } from "./store.ts";

/** One's own account: name, password, where one is signed in, the second factor. */
export function accountRoutes(door: Door): Router {
  const router = Router();
  const { pool } = door;
  answer(router, "me", async ({ person }) => person);
  answer(router, "account", ({ person, req }) => accountOf(pool, person, req.signIn ?? null));
  answer(router, "editAccount", async ({ body, person, req }) => {
    await inTransaction(pool, async (db) => {
      await db.query("update people set name = $2 where id = $1", [person.id, body.name]);
      const who = { id: person.id, name: body.name };
      await note(db, req, { what: "people", who, says: `was called “${person.name}” before` });
      await tell(db, { kind: "people", person: person.id, by: who });
    });
    return { ...person, name: body.name };
  });
  answer(router, "changePassword", async ({ body, person, req, res }) => {
    const own = await withOwnPassword(door, person.id, body.old, req);
    refuseWeak(body.password, [own.name, own.signIn, await currentHouseName(pool)]);
    const passwordHash = await hashPassword(body.password);
    const token = await inTransaction(pool, async (db) => {
      await db.query("update people set password_hash = $2 where id = $1", [person.id, passwordHash]);
      await shut(db, { signIns: await endSignIns(db, person.id, {}) });
      await note(db, req, { what: "password", who: person, says: "changed the own password" });
      const browser = req.headers["user-agent"] ?? "";
      return beginSignIn(db, person.id, { address: req.ip ?? "", browser });
    });
    setToken(req, res, token);
    return DONE;
  });
  answer(router, "signOutOf", async ({ body, person, req }) => {
    const here = req.signIn ?? null;
    await inTransaction(pool, async (db) => {
      const which = body.place === null ? { keep: here } : { only: body.place };
      const ended = await endSignIns(db, person.id, which);
      await shut(db, { signIns: ended });
      const says = body.place === null ? "signed out everywhere else" : "signed out at another place";
      if (ended.length > 0) await note(db, req, { what: "signed-out", who: person, says });
    });
    return DONE;
  });
  factorRoutes(router, door);
  return router;
}

const DONE = { done: true } as const;

async function accountOf(db: Db, person: Person, here: string | null) {
  const own = await accountWith(db, person.id);
  const whom = await factorFor(db);
  const places = await placesOf(db, person.id);
  return {
    signIn: own?.signIn ?? "",
    name: person.name,
    factor: {
      on: await hasFactor(db, person.id),
      must: whom === "everybody" || (whom === "leads" && person.right === "lead"),
      codesLeft: await codesLeft(db, person.id),
    },
    places: places.map((p) => ({ ...p, here: p.id === here })),
  };
}

function factorRoutes(router: Router, door: Door): void {
  const { pool, seal } = door;
  const noted = (db: Db, req: Request, who: Person, says: string): Promise<void> =>
    note(db, req, { what: "second-factor", who, says });
  answer(router, "beginFactor", async ({ body, person, req }) => {
    const own = await withOwnPassword(door, person.id, body.password, req);
    return beginFactor(pool, seal, person.id, { house: await currentHouseName(pool), signIn: own.signIn });
  });
  answer(router, "confirmFactor", async ({ body, person, req }) =>
    inTransaction(pool, async (db) => {
      const codes = await confirmFactor(db, seal, person.id, body.code);
      // Whoever came in with the password alone, elsewhere, comes in anew.
      await shut(db, { signIns: await endSignIns(db, person.id, { keep: req.signIn ?? null }) });
      await noted(db, req, person, "turned the second factor on");
      return { codes };
    }),
  );
  answer(router, "newRecoveryCodes", async ({ body, person, req }) => {
    await withOwnPassword(door, person.id, body.password, req);
    if (!(await hasFactor(pool, person.id)))
      throw new HouseProblem(409, "No second factor", "Turn a second factor on first.");
    return inTransaction(pool, async (db) => {
      await noted(db, req, person, "made new recovery codes");
      return { codes: await newRecoveryCodes(db, person.id) };
    });
  });
  answer(router, "endFactor", async ({ body, person, req }) => {
    await withOwnPassword(door, person.id, body.password, req);
    await inTransaction(pool, async (db) => {
      await endFactor(db, person.id);
      await noted(db, req, person, "turned the second factor off");
      const now = await personWith(db, person.id);
      if (now?.wantsFactor)
        throw new HouseProblem(
          409,
          "The house asks for it",
          "Everybody with your right needs a second factor here. A lead can change that.",
        );
    });
    return DONE;
  });
}
