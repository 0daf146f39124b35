import { FILE, UPLOAD, routes } from "@mossy/contract/routes";
import { paths } from "@mossy/contract/paths";
import type { ParamsOf, Paths, RouteName } from "@mossy/contract/paths";
import type { AnswerOf, BodyOf, QueryOf, Route, Routes } from "@mossy/contract/routes";
import type { Person } from "@mossy/contract/people";
import express from "express";
import type { Request, RequestHandler, Response, Router } from "express";
import { once } from "node:events";
import type { OpenFile } from "./files/files.ts";
import { receive } from "./files/upload.ts";
import type { Receiving, Uploaded } from "./files/upload.ts";
import { mayAtAll, mayThere } from "./rights.ts";
import type { Place } from "./rights.ts";
import { BROKEN_ESCAPE, brokenText } from "./brokenText.ts";
import { badRequest } from "./problems.ts";
import { errandOf } from "./transaction.ts";
import type { Errand } from "./transaction.ts";
import { Written, checked } from "./written.ts";

/** A file as an answer: whole, written piece by piece to whoever asked, or read where it is asked for. */
export type FileAnswer = Named &
  (
    | { readonly bytes: Uint8Array | ((to: (piece: Uint8Array) => Promise<void>) => Promise<void>) }
    | { readonly source: OpenFile }
  );
interface Named {
  readonly name: string;
  readonly type: string;
}

export interface Ask<N extends RouteName> {
  readonly params: Readonly<Record<ParamsOf<Paths[N][1]>, string>>;
  readonly query: QueryOf<N>;
  /** What was sent; something large lies on the disk until it is answered. */
  readonly body: Routes[N] extends { readonly body: typeof UPLOAD } ? Uploaded : BodyOf<N>;
  /** Who asks; never missing on a route that is not for anyone. */
  readonly person: Routes[N]["who"] extends "anyone" ? Person | null : Person;
  /** What a route that is done `once` was asked under a key; null where none was sent. */
  readonly errand: Errand | null;
  readonly req: Request;
  readonly res: Response;
}
type Give<N extends RouteName> = Routes[N]["answer"] extends typeof FILE
  ? FileAnswer
  : AnswerOf<N> | Written;

/**
 * Where what is asked happens: needed of every route whose right depends on the room or on whether the
 * session is closed. Null where only the handler can tell; it asks `mayThere` itself then.
 */
type PlaceOf<N extends RouteName> = (ask: Ask<N>) => Promise<Place | null>;
type NeedsPlace<N extends RouteName> = Routes[N] extends
  { readonly rooms: string } | { readonly open: true }
  ? [place: PlaceOf<N>]
  : [];

const LARGEST_JSON = "24mb";
const SMALL = "8kb";

/**
 * Registers the handler of a route of the contract: rights and request are checked before it, its answer
 * after it.
 */
export function answer<N extends RouteName>(
  router: Router,
  name: N,
  handler: (ask: Ask<N>) => Promise<Give<N>>,
  ...[place]: NeedsPlace<N>
): void {
  const route: Route = routes[name];
  const [method, path] = paths[name];
  router[method](
    path,
    (req, res, next) => {
      // For whoever counts what is asked (metrics.ts).
      res.locals["route"] = name;
      mayAtAll(route, req.person ?? null);
      next();
    },
    ...bodyReaders(route),
    async (req, res) => {
      wholeText(req.params, "address");
      wholeText(req.query, "address");
      // What the schemas of this very route let through has the types of this route.
      const ask = {
        params: req.params,
        person: req.person ?? null,
        errand: route.once && route.body !== UPLOAD ? errandAsked(req, toBytes(req.body)) : null,
        req,
        res,
        query: route.query?.parse(req.query),
        body: route.body === UPLOAD ? undefined : route.body?.parse(req.body),
      } as unknown as Ask<N>;
      const there = await place?.(ask);
      if (there) mayThere(route, req.person ?? null, there);
      const given = await (route.body === UPLOAD ? withUpload(ask, route, handler) : handler(ask));
      if (route.answer === FILE) await sendFile(req, res, given as FileAnswer);
      else if (given instanceof Written)
        res.type("json").send(Buffer.from(given.json.buffer, given.json.byteOffset, given.json.byteLength));
      else res.json(checked(name, given));
    },
  );
}

const KEY = /^[\x21-\x7e]{8,128}$/;

/**
 * What was asked under an Idempotency-Key (a header as the IETF's draft has it). @throws HouseProblem 400
 * where the key cannot be one
 */
function errandAsked(req: Request, body: string | Uint8Array): Errand | null {
  const key = req.get("idempotency-key");
  if (key === undefined || !req.person) return null;
  if (!KEY.test(key))
    throw badRequest("The Idempotency-Key must be 8 to 128 visible characters.", "Idempotency-Key");
  return errandOf(req.person.id, key, [req.method, req.originalUrl, body]);
}

const toBytes = (body: unknown): string => JSON.stringify(body ?? null);

/** Takes something large in, and throws it away again when what was asked is done. */
async function withUpload<N extends RouteName>(
  ask: Ask<N>,
  route: Route,
  handler: (ask: Ask<N>) => Promise<Give<N>>,
): Promise<Give<N>> {
  const uploaded = await receive(ask.req.app.locals["receiving"] as Receiving, ask.req);
  try {
    const errand = route.once ? errandAsked(ask.req, uploaded.sum) : null;
    return await handler({ ...ask, errand, body: uploaded } as unknown as Ask<N>);
  } finally {
    await uploaded.drop();
  }
}

function bodyReaders(route: Route): RequestHandler[] {
  if (!route.body || route.body === UPLOAD) return [];
  const suspects = new WeakSet<object>();
  return [
    express.json({
      limit: route.small ? SMALL : LARGEST_JSON,
      // Broken characters come through JSON only as escapes: what has none need not be walked through.
      verify: (req, _res, bytes) => {
        if (BROKEN_ESCAPE.test(bytes.toString("latin1"))) suspects.add(req);
      },
    }),
    (req, _res, next) => {
      if (suspects.has(req)) wholeText(req.body, "request");
      next();
    },
  ];
}

/** Refuses text the database cannot store. */
function wholeText(value: unknown, where: string): void {
  const at = brokenText(value);
  if (at !== null)
    throw badRequest(`The ${where} holds a broken character${at === "" ? "" : ` at ${at}`}.`, at);
}

async function sendFile(req: Request, res: Response, file: FileAnswer): Promise<void> {
  res.attachment(file.name).type(file.type);
  if ("source" in file) {
    await sendPart(req, res, file.source).finally(() => file.source.close());
    return;
  }
  const { bytes } = file;
  if (bytes instanceof Uint8Array) {
    res.send(Buffer.from(bytes));
    return;
  }
  await sendPieces(res, bytes);
}

/** Whoever asked may be slow, or go away: what is written waits for them, and ends with them. */
async function sendPieces(
  res: Response,
  bytes: (to: (piece: Uint8Array) => Promise<void>) => Promise<void>,
): Promise<void> {
  const gone = new AbortController();
  res.once("close", () => gone.abort());
  await bytes(async (piece) => {
    if (res.destroyed) throw new Error("nobody waits for this file any more");
    if (!res.write(piece)) await once(res, "drain", { signal: gone.signal });
  }).catch((e: unknown) => {
    if (!gone.signal.aborted) throw e;
  });
  res.end();
}

const PIECE = 1 << 18;

/** Sends a file, or the part of it that is asked for (RFC 9110, ranges of bytes; of several the first). */
async function sendPart(req: Request, res: Response, source: OpenFile): Promise<void> {
  res.setHeader("Accept-Ranges", "bytes");
  // Packed for the way, a part of it would be a part of something else.
  res.setHeader("Cache-Control", "no-store, no-transform");
  const asked = req.range(source.size);
  if (asked === -1) {
    res.status(416).setHeader("Content-Range", `bytes */${source.size}`);
    res.end();
    return;
  }
  const range = Array.isArray(asked) && asked.type === "bytes" ? asked[0] : undefined;
  const { start, end } = range ?? { start: 0, end: source.size - 1 };
  if (range) res.status(206).setHeader("Content-Range", `bytes ${start}-${end}/${source.size}`);
  res.setHeader("Content-Length", end - start + 1);
  await sendPieces(res, async (to) => {
    for (let at = start; at <= end; at += PIECE)
      await to(await source.read(at, Math.min(PIECE, end + 1 - at)));
  });
}
