import { z } from "zod";
import type { Right } from "./people.ts";

/** Bytes, not JSON. */
export const FILE = "file";
/** Bytes of any size: they go to disk piece by piece, and are never in memory as a whole. */
export const UPLOAD = "upload";

export interface Route {
  readonly summary: string;
  /** Who may: everybody, every person signed in (no station), or those with one of these rights. */
  readonly who: "anyone" | "signed-in" | readonly Right[];
  /**
   * Where they may: engineers, assistants and stations only in their rooms ("own"), or only stations
   * ("station"). A lead may in every room.
   */
  readonly rooms?: "own" | "station";
  /** Refused, to everybody, while the session it is about is closed. */
  readonly open?: true;
  /** Sent with an `Idempotency-Key` it is done once: a retry with the same key gets the first one's answer. */
  readonly once?: true;
  /** A body of a few kB at most, read before it is known who asks. */
  readonly small?: true;
  /** May be asked by somebody who still has to set up the second factor the house wants. */
  readonly early?: true;
  readonly query?: z.ZodObject;
  readonly body?: z.ZodType | typeof UPLOAD;
  readonly answer: z.ZodType | typeof FILE;
}
export const route = <const R extends Route>(r: R): R => r;
export const LEAD = ["lead"] as const;
export const CREW = ["lead", "engineer"] as const;
export const TEAM = ["lead", "engineer", "assistant"] as const;
export const TEAM_AND_STATION = ["lead", "engineer", "assistant", "station"] as const;

/** The answer of what has nothing to say but that it is done. */
export const done = z.object({ done: z.literal(true) });
