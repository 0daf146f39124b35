import { FILE, routes } from "@mossy/contract/routes";
import { paths } from "@mossy/contract/paths";
import type { ParamsOf, Paths, RouteName } from "@mossy/contract/paths";
import type { AnswerOf, BodyOf, QueryOf, Route, Routes } from "@mossy/contract/routes";
import type { Person } from "@mossy/contract/people";
import express from "express";
import type { Request, RequestHandler, Response, Router } from "express";
import { z } from "zod";
import { HouseProblem } from "./problems.ts";

/** A file as an answer. */
export interface FileAnswer {
  readonly bytes: Uint8Array;
  readonly name: string;
  readonly type: string;
}

interface Ask<N extends RouteName> {
  readonly params: Readonly<Record<ParamsOf<Paths[N][1]>, string>>;
  readonly query: QueryOf<N>;
  readonly body: BodyOf<N>;
  /** Who asks; never missing on a route that is not for anyone. */
  readonly person: Routes[N]["who"] extends "anyone" ? Person | null : Person;
  readonly req: Request;
  readonly res: Response;
}
type Give<N extends RouteName> = Routes[N]["answer"] extends typeof FILE ? FileAnswer : AnswerOf<N>;

const LARGEST_JSON = "24mb";
const LARGEST_FILE = "65mb";

/**
 * Registers the handler of a route of the contract: rights and request are checked before it, its answer
 * after it.
 */
export function answer<N extends RouteName>(
  router: Router,
  name: N,
  handler: (ask: Ask<N>) => Promise<Give<N>>,
): void {
  const route: Route = routes[name];
  const parse: RequestHandler[] =
    route.body === FILE
      ? [express.raw({ type: () => true, limit: LARGEST_FILE })]
      : route.body
        ? [express.json({ limit: LARGEST_JSON })]
        : [];
  const [method, path] = paths[name];
  router[method](
    path,
    (req, _res, next) => {
      allow(route, req.person ?? null);
      next();
    },
    ...parse,
    async (req, res) => {
      // What the schemas of this very route let through has the types of this route.
      const ask = {
        params: req.params,
        person: req.person ?? null,
        req,
        res,
        query: route.query?.parse(req.query),
        body: route.body === FILE ? bytesOf(req.body) : route.body?.parse(req.body),
      } as unknown as Ask<N>;
      const given = await handler(ask);
      if (route.answer === FILE) sendFile(res, given as FileAnswer);
      else res.json(checked(name, route.answer, given));
    },
  );
}

function allow(route: Route, person: Person | null): void {
  if (route.who === "anyone") return;
  if (!person)
    throw new HouseProblem(
      401,
      "Please sign in",
      "You are not signed in, or were signed out meanwhile. Sign in and try again; nothing was lost.",
    );
  if (route.who !== "signed-in" && !route.who.includes(person.right)) {
    throw new HouseProblem(
      403,
      "Not yours to do",
      `This takes the right of ${route.who.join(" or ")}; you are signed in as ` +
        `${person.name}, ${person.right}.`,
    );
  }
}

function bytesOf(body: unknown): Uint8Array {
  return body instanceof Uint8Array ? body : new Uint8Array();
}

function checked(name: string, schema: z.ZodType, given: unknown): unknown {
  const result = schema.safeParse(given);
  if (result.success) return result.data;
  throw new Error(`the answer of ${name} is not what the contract says: ${result.error.message}`);
}

function sendFile(res: Response, file: FileAnswer): void {
  res.attachment(file.name).type(file.type).send(Buffer.from(file.bytes));
}
