import { FileProblem } from "@mossy/core/formats/fileProblem";
import { NewerDocument } from "@mossy/core/session/newer";
import type { Problem } from "@mossy/contract/problem";
import type { ErrorRequestHandler, RequestHandler } from "express";
import { z } from "zod";

/** Something a person can act on, answered as an RFC 9457 problem document. */
export class HouseProblem extends Error {
  override readonly name = "HouseProblem";
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly where: string | null = null,
  ) {
    super(detail);
  }
}

export const notFound = (what: string): HouseProblem =>
  new HouseProblem(404, "Not found", `There is no ${what}. It may have been renamed, or the link is old.`);
export const stale = (detail: string): HouseProblem => new HouseProblem(409, "Somebody was faster", detail);

function asProblem(error: unknown): HouseProblem | null {
  if (error instanceof HouseProblem) return error;
  if (error instanceof FileProblem)
    return new HouseProblem(422, "This file cannot be read", error.message, error.where);
  if (error instanceof NewerDocument)
    return new HouseProblem(409, "Made by a later version", error.message);
  if (error instanceof z.ZodError) {
    const [issue] = error.issues;
    const where = issue?.path.join(".") ?? "";
    return new HouseProblem(
      400,
      "Something in the request is off",
      `${where === "" ? "The request" : where}: ${issue?.message ?? "not understood"}.`,
      where === "" ? null : where,
    );
  }
  if (error instanceof Error && "type" in error) {
    if (error.type === "entity.too.large")
      return new HouseProblem(
        413,
        "Too large",
        "What was sent is larger than the house takes. Send a session file without its audio.",
      );
    if (error.type === "entity.parse.failed")
      return new HouseProblem(400, "Something in the request is off", "The request is not valid JSON.");
    if (error.type === "request.aborted")
      return new HouseProblem(
        400,
        "Interrupted",
        "The request ended before it was complete. Send it again.",
      );
  }
  if (error instanceof URIError)
    return new HouseProblem(
      400,
      "Something in the address is off",
      "The address holds a character sequence that means nothing.",
    );
  return null;
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
 */
export const answerProblems: ErrorRequestHandler = (error, req, res, _next) => {
  const known = asProblem(error);
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
      "Something went wrong on our side; it was logged. Nothing was changed. Try again, and " +
        "tell whoever runs the house if it stays.",
    );
  const body: Problem = {
    type: "about:blank",
    title: problem.title,
    status: problem.status,
    detail: problem.detail,
    where: problem.where,
  };
  res.status(problem.status).type("application/problem+json").send(JSON.stringify(body));
};
