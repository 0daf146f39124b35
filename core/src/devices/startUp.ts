import { z } from "zod";
import { oneLine } from "../session/text.ts";

/** A template the stations of a room open with, and what it is for. */
export const startUpLine = z.object({ template: z.string().min(1).max(120), purpose: oneLine(60).trim() });
export type StartUpLine = z.infer<typeof startUpLine>;
/** The first is what one begins with; each template once. */
export const startUpList = z
  .array(startUpLine)
  .max(30)
  .refine((l) => new Set(l.map((x) => x.template)).size === l.length, "each template once");

/** A template a station has ready, at a release. */
export const startUpHas = z.object({ template: z.string().min(1).max(120), release: z.int().min(1) });
export type StartUpHas = z.infer<typeof startUpHas>;

/** How a station stands to what its room should open with. */
export interface StartUpStand {
  /** Templates it has no release of, and those it has an earlier one of. */
  readonly missing: readonly string[];
  readonly older: readonly StartUpHas[];
  /** What it has that nobody asks for. */
  readonly more: readonly string[];
  /** What it begins with, where that is another one than it should be; null where it is right. */
  readonly first: string | null;
}

/**
 * @param wanted in order, each with its latest release
 * @param has in the order of the station
 */
export function startUpStand(
  wanted: readonly { readonly template: string; readonly release: number }[],
  has: readonly StartUpHas[],
): StartUpStand {
  const there = new Map(has.map((h) => [h.template, h]));
  const asked = new Set(wanted.map((w) => w.template));
  const [first, begins] = [wanted[0]?.template ?? null, has[0]?.template ?? null];
  return {
    missing: wanted.filter((w) => !there.has(w.template)).map((w) => w.template),
    older: wanted.flatMap((w) => {
      const h = there.get(w.template);
      return h && h.release < w.release ? [h] : [];
    }),
    more: has.filter((h) => !asked.has(h.template)).map((h) => h.template),
    first: first !== null && begins !== null && begins !== first ? begins : null,
  };
}

/** Whether it is as it should be. */
export const isAsWanted = (s: StartUpStand): boolean =>
  s.missing.length === 0 && s.older.length === 0 && s.more.length === 0 && s.first === null;
