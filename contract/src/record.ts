import { z } from "zod";

/** The kinds of things the record keeps. */
export const recordKind = z.enum([
  "signed-in",
  "refused",
  "signed-out",
  "password",
  "second-factor",
  "people",
  "rights",
  "station",
  "published",
  "library",
  "taken-back",
  "files",
  "rooms",
  "sessions",
]);
export type RecordKind = z.infer<typeof recordKind>;

/** One line of the record: who did what, when, from where. */
export const recordLine = z.object({
  id: z.int(),
  at: z.iso.datetime(),
  what: recordKind,
  /** The account, where it is known whose it was. */
  who: z.string().nullable(),
  name: z.string(),
  says: z.string(),
  address: z.string(),
  /** The request in the ordinary log. */
  request: z.string(),
});
export type RecordLine = z.infer<typeof recordLine>;

/** Some of the lines, newest first; `next` is where to go on, null at the end. */
export const recordPage = z.object({
  lines: z.array(recordLine),
  next: z.int().nullable(),
  /** So many days lines are kept. */
  days: z.int(),
});
export const recordQuery = z.object({
  find: z.string().max(200).optional(),
  what: recordKind.optional(),
  before: z.coerce.number().int().min(1).max(Number.MAX_SAFE_INTEGER).optional(),
});
