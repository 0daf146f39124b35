import type { Person, SignedIn } from "@mossy/contract/people";
import { paths } from "@mossy/contract/paths";
import { Router } from "express";
import type { Request, RequestHandler, Response } from "express";
import { answer } from "../answer.ts";
import { inTransaction } from "../transaction.ts";
import type { Db } from "../database.ts";
import type { Door } from "./door.ts";
import { currentHouseName, openHouse } from "../house/store.ts";
import { shut, tell } from "../news/tell.ts";
import { HouseProblem } from "../problems.ts";
import { note } from "../record/store.ts";
import { bearerToken, cookieToken, setToken } from "./cookie.ts";
import { hasFactor, takeCode } from "./factors.ts";
import { dropLink, dropSetUp, linkWith, setUpOver, setUpWith } from "./links.ts";
import { hashPassword, isPassword, isPasswordOfNobody, refuseWeak } from "./passwords.ts";
import { beginSignIn, endSignIn, endSignIns, personWith, stationWith, whoHas } from "./signIns.ts";
import { accountWith, addPerson, findBySignIn, foldedName, isEmpty, refuseTaken } from "./store.ts";
import type { Account } from "./store.ts";
import { countTry, tryWorked } from "./tries.ts";

/** Puts the account a cookie or a station's token stands for on the request. */
export function recognise({ pool, demo }: Door): RequestHandler {
  return async (req, _res, next) => {
    const [station, token] = [bearerToken(req), cookieToken(req)];
    const known = station
      ? await stationWith(pool, station)
      : token
        ? await whoHas(pool, token, demo)
        : null;
    if (known) {
      req.person = known.person;
      req.signIn = known.signIn;
    }
    next();
  };
}

/** The door of the house: signing in and out, links, and the first day. */
export function doorRoutes(door: Door): Router {
  const router = Router();
  const { pool, hints } = door;
  answer(router, "doorway", async () => ({ people: [...hints], empty: await isEmpty(pool) }));
  answer(router, "signIn", ({ body, req, res }) => signIn(door, body, req, res));
  answer(router, "signOut", async ({ req, res }) => {
    const token = cookieToken(req);
    const ended = token ? await endSignIn(pool, token) : null;
    if (ended) {
      await shut(pool, { signIns: [ended.id] });
      await note(pool, req, { what: "signed-out", who: req.person ?? null, says: "signed out" });
    }
    setToken(req, res, null);
    return { done: true as const };
  });
  answer(router, "lookAtSetUp", ({ body }) => setUpWith(pool, body.token));
  // Its body may be a whole house style: nobody's is read once somebody lives here.
  router.post(paths.setUp[1], async (_req, _res, next) => {
    if (!(await isEmpty(pool))) throw setUpOver();
    next();
  });
  answer(router, "setUp", async ({ body, req, res }) => {
    const { name, lead, style } = body;
    await setUpWith(pool, body.token);
    refuseWeak(lead.password, [lead.name, lead.signIn, name]);
    const passwordHash = await hashPassword(lead.password);
    const id = await inTransaction(pool, async (db) => {
      await setUpWith(db, body.token, true);
      if (!(await isEmpty(db)))
        throw new HouseProblem(409, "Somebody was faster", "Somebody lives here already. Sign in.");
      const person = await addPerson(db, { ...lead, right: "lead", rooms: null, passwordHash });
      await openHouse(db, name, style, person);
      await dropSetUp(db);
      const who = { id: person, name: lead.name };
      await note(db, req, { what: "people", who, says: `set the house “${name}” up as its first lead` });
      return person;
    });
    return enter(door, id, req, res);
  });
  answer(router, "lookAtLink", async ({ body }) => {
    const { person: _person, ...link } = await linkWith(pool, body.token);
    return { ...link, house: await currentHouseName(pool) };
  });
  answer(router, "useLink", ({ body, req, res }) => useLink(door, body, req, res));
  return router;
}

/** Signs in with name, password and, where there is one, the code of the second factor. */
async function signIn(
  door: Door,
  body: { name: string; password: string; code?: string | undefined },
  req: Request,
  res: Response,
): Promise<SignedIn> {
  const { pool, seal } = door;
  const tried = { name: foldedName(body.name), address: req.ip ?? "" };
  await countTry(pool, tried).catch((e: unknown) => {
    // In the log alone: whoever knocks a thousand times a minute does not fill the record.
    req.log.warn("sign-in refused: too many tries");
    throw e;
  });
  const found = await findBySignIn(pool, body.name);
  const right = await (found
    ? isPassword(body.password, found.passwordHash)
    : isPasswordOfNobody(body.password));
  if (!found || !right) {
    await refused(pool, req, found, "name and password did not go together");
    throw new HouseProblem(
      401,
      "That did not fit",
      "Sign-in name and password do not go together. Check both and try again.",
    );
  }
  await refuseOff(door, found, req);
  if (await hasFactor(pool, found.id)) {
    // The password was right: waiting for the code is no failed try, guessing at it is.
    if (body.code === undefined || body.code === "") {
      await tryWorked(pool, tried, null);
      return { wants: "code" };
    }
    const { code } = body;
    if (!(await inTransaction(pool, (db) => takeCode(db, seal, found.id, code)))) {
      await refused(pool, req, found, "the code of the second factor did not fit");
      throw new HouseProblem(
        401,
        "That code did not fit",
        "Type the six digits your app shows now, or a recovery code you have not used.",
        "code",
      );
    }
  }
  await tryWorked(pool, tried, found.id);
  return enter(door, found.id, req, res);
}

async function refuseOff({ pool, demo }: Door, found: Account, req: Request): Promise<void> {
  if (found.off) {
    await refused(pool, req, found, "is switched off");
    throw new HouseProblem(
      403,
      "Switched off",
      "This account is switched off. A lead of the house can switch it on again.",
    );
  }
  if (found.demo && !demo) {
    await refused(pool, req, found, "comes with the demo");
    throw new HouseProblem(
      403,
      "Only in the demo",
      "This account came with the demo and its password is known to everybody: it is of no use in a " +
        "house of one's own.",
    );
  }
}

const refused = (db: Db, req: Request, who: Account | null, says: string): Promise<void> => {
  req.log.warn({ account: who?.id }, `sign-in refused: ${says}`);
  return note(db, req, { what: "refused", who, says });
};

/** Begins a signed-in time in this browser; the one it had ends. */
async function enter({ pool }: Door, id: string, req: Request, res: Response): Promise<Person> {
  const old = cookieToken(req);
  const ended = old ? await endSignIn(pool, old) : null;
  if (ended) await shut(pool, { signIns: [ended.id] });
  const browser = req.headers["user-agent"] ?? "";
  const token = await beginSignIn(pool, id, { address: req.ip ?? "", browser });
  const person = await personWith(pool, id);
  if (!person) throw new HouseProblem(409, "Gone", "This account is no longer there.");
  req.log.info({ account: id }, "signed in");
  await note(pool, req, { what: "signed-in", who: person, says: "signed in" });
  setToken(req, res, token);
  return person;
}

/** Joins, or sets a new password; whoever has a second factor signs in with it next. */
async function useLink(
  door: Door,
  body: { token: string; signIn?: string | undefined; name?: string | undefined; password: string },
  req: Request,
  res: Response,
): Promise<SignedIn> {
  const { pool } = door;
  const link = await linkWith(pool, body.token);
  const name = link.kind === "join" ? (body.name ?? link.name) : link.name;
  const signIn = link.kind === "join" ? (body.signIn ?? "") : (link.signIn ?? "");
  if (signIn === "")
    throw new HouseProblem(400, "A name to sign in with", "Choose a name to sign in with.", "signIn");
  refuseWeak(body.password, [name, signIn, await currentHouseName(pool)]);
  const passwordHash = await hashPassword(body.password);
  await inTransaction(pool, async (db) => {
    // Whoever uses the link at the same moment waits here and finds it used.
    await linkWith(db, body.token, true);
    if (link.kind === "join") await refuseTaken(db, signIn, link.person);
    await db.query("update people set password_hash = $2, sign_in = $3, name = $4 where id = $1", [
      link.person,
      passwordHash,
      foldedName(signIn),
      name,
    ]);
    await dropLink(db, link.person);
    const ended = await endSignIns(db, link.person, {});
    await shut(db, { signIns: ended });
    const who = { id: link.person, name };
    const says = link.kind === "join" ? "joined by an invitation" : "chose a new password by a link";
    await note(db, req, { what: link.kind === "join" ? "people" : "password", who, says });
    await tell(db, { kind: "people", person: link.person, by: who });
  });
  if (await hasFactor(pool, link.person)) return { wants: "code" };
  return enter(door, link.person, req, res);
}

/** The account of whoever asks, once its password was typed again. @throws HouseProblem 422 where it is not that */
export async function withOwnPassword(
  { pool }: Pick<Door, "pool">,
  id: string,
  password: string,
  req: Request,
): Promise<Account> {
  const own = await accountWith(pool, id);
  if (!own) throw new HouseProblem(409, "Gone", "This account is no longer there.");
  const tried = { name: own.signIn, address: req.ip ?? "" };
  await countTry(pool, tried);
  if (!(await isPassword(password, own.passwordHash))) {
    await refused(pool, req, own, "typed a wrong password on the own page");
    throw new HouseProblem(
      422,
      "That did not fit",
      "That is not your password. Check it and try again.",
      "old",
    );
  }
  await tryWorked(pool, tried, id);
  return own;
}
