import type { z } from "zod";
import type { StoredDocument } from "../session/newer.ts";
import { FileProblem } from "./fileProblem.ts";

/** A kind of document that is kept as a file of its own, as JSON. */
export interface JsonFile<S extends z.ZodType> {
  /** What it is called: “house style”. */
  readonly what: string;
  /** In characters; none is larger. */
  readonly largest: number;
  /** Where such files come from, in a sentence. */
  readonly comesFrom: string;
  readonly is: (value: unknown) => value is StoredDocument;
  /** Brings up what an earlier form of the program wrote. */
  readonly now: (stored: StoredDocument) => StoredDocument;
  readonly schema: S;
}

/**
 * Reads a document from a JSON file, also one that an earlier form of the program wrote.
 * @throws FileProblem where it is none, or does not hold together
 * @throws NewerDocument where a later version of the program wrote it
 */
export function readJsonFile<S extends z.ZodType>(text: string, kind: JsonFile<S>): z.output<S> {
  const { what, largest, comesFrom, is, now, schema } = kind;
  if (text.length > largest)
    throw new FileProblem(`The file is larger than any ${what}. Check that it is the right one.`);
  const doc = parsed(text.replace(/^\ufeff/, ""), what);
  if (!is(doc)) throw new FileProblem(`This file holds no ${what}. ${comesFrom}`);
  const read = schema.safeParse(now(doc));
  if (read.success) return read.data;
  const [issue] = read.error.issues;
  const where = issue?.path.join(".") ?? "";
  const at = where === "" ? "" : `, at ${where}`;
  const why = issue?.message ?? "something is missing";
  throw new FileProblem(`The ${what} in this file does not hold together${at}: ${why}.`, where || null);
}

function parsed(text: string, what: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new FileProblem(`This file is not JSON, so it holds no ${what}. Check that it is whole.`);
  }
}
