import { FileProblem } from "@mossy/core/formats/fileProblem";
import { NewerDocument } from "@mossy/core/session/newer";
import type { Problem } from "@mossy/contract/problem";
import type { ErrorRequestHandler, Request, RequestHandler } from "express";
import { z } from "zod";
import { changedNothing, troubleOf } from "./trouble.ts";
import type { Trouble } from "./trouble.ts";

/** Something a person can act on, answered as an RFC 9457 problem document. */
export class HouseProblem extends Error {
  override readonly name = "HouseProblem";
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly where: string | null = null,
    /** Seconds after which asking again makes sense. */
    readonly retryAfter: number | null = null,
  ) {
    super(detail);
  }
}

export const badRequest = (detail: string, where: string | null = null): HouseProblem =>
  new HouseProblem(400, "Something in the request is off", detail, where === "" ? null : where);
export const notFound = (what: string): HouseProblem =>
  new HouseProblem(404, "Not found", `There is no ${what}. It may have been renamed, or the link is old.`);
export const stale = (detail: string): HouseProblem => new HouseProblem(409, "Somebody was faster", detail);

export function asProblem(error: unknown): HouseProblem | null {
  if (error instanceof HouseProblem) return error;
  if (error instanceof FileProblem)
    return new HouseProblem(422, "This file cannot be read", error.message, error.where);
  if (error instanceof NewerDocument)
    return new HouseProblem(409, "Made by a later version", error.message);
  if (error instanceof z.ZodError) {
    const [issue] = error.issues;
    const where = issue?.path.join(".") ?? "";
    return badRequest(
      `${where === "" ? "The request" : where}: ${issue?.message ?? "not understood"}.`,
      where,
    );
  }
  if (error instanceof URIError)
    return new HouseProblem(
      400,
      "Something in the address is off",
      "The address holds a character sequence that means nothing.",
    );
  // What is nested too deep for any reader ends here whoever reads it.
  if (error instanceof RangeError && error.message.includes("call stack"))
    return badRequest("The request is nested deeper than anything the house takes.");
  return fromOutside(error);
}

/** What readers of requests (they give a status and a type) and the database say of what a client sent. */
function fromOutside(error: unknown): HouseProblem | null {
  if (!(error instanceof Error)) return null;
  const { type, status, code } = error as Error & { type?: unknown; status?: unknown; code?: unknown };
  if (typeof type === "string" && type in READERS) {
    const [status, title, detail] = READERS[type as keyof typeof READERS];
    return new HouseProblem(status, title, detail);
  }
  if (typeof status === "number" && status >= 400 && status < 500)
    return status === 404
      ? new HouseProblem(404, "Not found", "There is nothing at this address. The link may be old.")
      : new HouseProblem(
          status,
          "Something in the request is off",
          "The request cannot be read as it was sent.",
        );
  // Class 22 (PostgreSQL, appendix A): data exceptions, such as a number beyond what a column holds.
  if (typeof code === "string" && /^22[0-9A-Z]{3}$/.test(code))
    return badRequest("The request holds a number or a text the house cannot store.");
  return null;
}

const READERS = {
  "entity.too.large": [
    413,
    "Too large",
    "What was sent is larger than the house takes. Send a session file without its audio.",
  ],
  "entity.parse.failed": [400, "Something in the request is off", "The request is not valid JSON."],
  "request.aborted": [400, "Interrupted", "The request ended before it was complete. Send it again."],
  "charset.unsupported": [415, "Not readable", "The house reads JSON in UTF-8 only."],
  "encoding.unsupported": [
    415,
    "Not readable",
    "The house reads what is sent as it is, or packed with gzip, deflate or br.",
  ],
} as const;

/** What is told where the database could not do its part; `done` says what is known of what became of it. */
function ofTrouble(trouble: Trouble, done: string): HouseProblem {
  switch (trouble) {
    case "lost":
      return new HouseProblem(
        503,
        "The records do not answer",
        `The house cannot reach its records right now. ${done} Try again in a moment.`,
        null,
        2,
      );
    case "busy":
      return new HouseProblem(
        503,
        "Held up",
        `Something else holds up what this needs. ${done} Try again in a few seconds.`,
        null,
        3,
      );
    case "full":
      return diskFull(done);
  }
}

export const diskFull = (done: string): HouseProblem =>
  new HouseProblem(
    507,
    "No space left",
    `The disk on which the house keeps its records is full. ${done} Whoever runs the house makes room on it; ` +
      "everything that is there can be read meanwhile.",
    null,
    60,
  );

/** What is known of what became of a request that failed with an error nobody expected. */
function becameOf(req: Request, error: unknown): string {
  if (req.method === "GET" || req.method === "HEAD" || changedNothing(error)) return "Nothing was changed.";
  return "It is not known whether it was done: look before you do it again.";
}

export const noSuchRoute: RequestHandler = (req) => {
  throw new HouseProblem(
    404,
    "Not found",
    `The house has no ${req.method} ${req.path}. See /api/openapi.json for what it has.`,
  );
};

/**
 * The last stop: every error becomes a problem document; what nobody expected is logged and says no more
 * than that.
 * @param refused hears of everything somebody was refused that is not theirs to do
 */
export const answerProblems =
  (refused: (req: Request, why: HouseProblem) => void): ErrorRequestHandler =>
  (error, req, res, _next) => {
    const trouble = troubleOf(error);
    const done = becameOf(req, error);
    const known = trouble ? ofTrouble(trouble, done) : asProblem(error);
    if (trouble) req.log.warn({ why: String(error), trouble }, "the database could not do its part");
    if (known?.status === 403) refused(req, known);
    if (!known) req.log.error({ err: error as unknown }, "unexpected");
    if (res.headersSent) {
      res.end();
      return;
    }
    const problem =
      known ??
      new HouseProblem(
        500,
        "The house stumbled",
        `Something went wrong on our side; it was logged. ${done} ` +
          `If it stays, tell whoever runs the house (request ${String(req.id)}).`,
      );
    const body: Problem = {
      type: "about:blank",
      title: problem.title,
      status: problem.status,
      detail: problem.detail,
      where: problem.where,
    };
    if (problem.retryAfter !== null) res.setHeader("Retry-After", problem.retryAfter);
    res.status(problem.status).type("application/problem+json").send(JSON.stringify(body));
  };
