import type { SignInHint } from "@mossy/contract/people";
import { parseCookie, stringifySetCookie } from "cookie";
import { Router } from "express";
import type { RequestHandler } from "express";
import { answer } from "../answer.ts";
import type { Pool } from "../database.ts";
import { HouseProblem } from "../problems.ts";
import { hashPassword, isPassword } from "./passwords.ts";
import { SIGNED_IN_FOR_DAYS, beginSignIn, endSignIn, findBySignIn, whoHas } from "./store.ts";
import { Tries } from "./tries.ts";

const COOKIE = "mossy";

/** Puts the person the cookie stands for on the request. */
export function recognise(pool: Pool): RequestHandler {
  return async (req, _res, next) => {
    const token = parseCookie(req.headers.cookie ?? "")[COOKIE];
    const person = token ? await whoHas(pool, token) : null;
    if (person) req.person = person;
    next();
  };
}

export function peopleRoutes(pool: Pool, hints: readonly SignInHint[]): Router {
  const router = Router();
  const tries = new Tries();
  // A name nobody has takes as long to refuse as a wrong password.
  const nobody = hashPassword("nobody at all");

  answer(router, "signInHints", async () => ({ people: [...hints] }));
  answer(router, "signIn", async ({ body, req, res }) => {
    const key = `${req.ip ?? ""} ${body.name.toLowerCase()}`;
    const wait = tries.waitFor(key);
    if (wait > 0)
      throw new HouseProblem(
        429,
        "Too many tries",
        `Wait ${Math.ceil(wait / 60_000)} minutes and try again, or ask the lead for a new password.`,
      );
    const found = await findBySignIn(pool, body.name);
    const right = await isPassword(body.password, found?.passwordHash ?? (await nobody));
    if (!found || !right) {
      tries.failed(key);
      throw new HouseProblem(
        401,
        "That did not fit",
        "Sign-in name and password do not go together. Check both and try again.",
      );
    }
    tries.worked(key);
    const token = await beginSignIn(pool, found.id);
    res.setHeader(
      "Set-Cookie",
      stringifySetCookie({
        name: COOKIE,
        value: token,
        httpOnly: true,
        sameSite: "strict",
        path: "/",
        secure: req.secure,
        maxAge: SIGNED_IN_FOR_DAYS * 86_400,
      }),
    );
    return { id: found.id, name: found.name, right: found.right };
  });
  answer(router, "signOut", async ({ req, res }) => {
    const token = parseCookie(req.headers.cookie ?? "")[COOKIE];
    if (token) await endSignIn(pool, token);
    res.setHeader(
      "Set-Cookie",
      stringifySetCookie({
        name: COOKIE,
        value: "",
        httpOnly: true,
        sameSite: "strict",
        path: "/",
        maxAge: 0,
      }),
    );
    return { done: true as const };
  });
  answer(router, "me", async ({ person }) => person);
  return router;
}
