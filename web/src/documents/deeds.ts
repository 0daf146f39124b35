import { change } from "@mossy/core/session/change";
import type { Change } from "@mossy/core/session/change";
import { z } from "zod";
import { UNSENT } from "./unsentKey.ts";

/** One thing somebody did: its changes, and what to call it ("rename", "put right"). */
export interface Deed<C = Change> {
  readonly changes: readonly C[];
  readonly label: string;
  /** Whether it belongs to the deed before it: both are undone and done again as one. */
  readonly along?: boolean | undefined;
}

/**
 * What was done and undone at a workpiece, newest last, and what has not reached the house yet, in order.
 */
export interface Deeds<C = Change> {
  readonly done: readonly Deed<C>[];
  readonly undone: readonly Deed<C>[];
  readonly unsent: readonly Deed<C>[];
}

/**
 * Where a workpiece keeps its deeds, so that undo goes on after a reload and nothing on its way is lost by
 * one.
 */
export interface DeedBook<C = Change> {
  load(): Deeds<C>;
  save(deeds: Pick<Deeds<C>, "done" | "undone">): void;
  /** Keeps what has not reached the house yet. */
  keep(unsent: readonly Deed<C>[]): void;
}

/** Keeps nothing. */
export const NO_BOOK: DeedBook<never> = {
  load: () => ({ done: [], undone: [], unsent: [] }),
  save: () => undefined,
  keep: () => undefined,
};

/** A window may keep some megabytes; the oldest deeds go first. */
const LARGEST = 1_500_000;

type Store = Pick<Storage, "getItem" | "setItem" | "removeItem">;

/** The deeds at a session in this window of the browser. */
export const deedBook = (document: string, store: Store): DeedBook => bookOf(document, change, store);

/**
 * The deeds at a document in this window of the browser. What cannot be read or kept is left: undo is then
 * as long as the visit.
 * @param change what one change must look like
 */
export function bookOf<C>(document: string, change: z.ZodType<C>, store: Store): DeedBook<C> {
  const deed = z.object({ changes: z.array(change), label: z.string(), along: z.boolean().optional() });
  const two = z.object({ done: z.array(deed), undone: z.array(deed) });
  const [key, onTheWay] = [`mossy-deeds-${document}`, `${UNSENT}${document}`];
  const read = <T>(from: string, schema: z.ZodType<T>, none: T): T => {
    try {
      const found = schema.safeParse(JSON.parse(store.getItem(from) ?? "null"));
      return found.success ? found.data : none;
    } catch {
      return none;
    }
  };
  const write = (to: string, what: unknown): void => {
    try {
      store.setItem(to, JSON.stringify(what));
    } catch {
      /* full: this visit still has them */
    }
  };
  return {
    load: () => ({
      ...read(key, two, { done: [], undone: [] }),
      unsent: read(onTheWay, z.array(deed), []),
    }),
    save: ({ done, undone }) => {
      const sizes = done.map((d) => JSON.stringify(d).length);
      let from = done.length;
      for (let room = LARGEST; from > 0 && room - (sizes[from - 1] ?? 0) > 0; from--)
        room -= sizes[from - 1] ?? 0;
      write(key, { done: done.slice(from), undone });
    },
    keep: (unsent) => {
      if (unsent.length === 0) store.removeItem(onTheWay);
      else write(onTheWay, unsent);
    },
  };
}

/**
 * The documents of which a browser's window keeps edits that have not reached the house. @param whose what
 * their keys begin with
 */
export function unsentIn(store: Pick<Storage, "length" | "key">, whose: string): string[] {
  const begin = `${UNSENT}${whose}`;
  return Array.from({ length: store.length }, (_, i) => store.key(i) ?? "")
    .filter((k) => k.startsWith(begin))
    .map((k) => k.slice(begin.length));
}
