import { change } from "@mossy/core/session/change";
import type { Change } from "@mossy/core/session/change";
import { z } from "zod";

/** One thing somebody did: its changes, and what to call it ("rename", "put right"). */
export interface Deed { readonly changes: readonly Change[]; readonly label: string }

/** What was done and undone at a desk, newest last. */
export interface Deeds { readonly done: readonly Deed[]; readonly undone: readonly Deed[] }

/** Where a desk keeps its deeds, so that undo goes on after a reload. */
export interface DeedBook { load(): Deeds; save(deeds: Deeds): void }

const deeds = z.object({ done: z.array(z.object({ changes: z.array(change), label: z.string() })), undone: z.array(z.object({ changes: z.array(change), label: z.string() })) });
const NONE: Deeds = { done: [], undone: [] };
/** A window may keep some megabytes; the oldest deeds go first. */
const LARGEST = 1_500_000;

/** The deeds at a document in this window of the browser. What cannot be read or kept is left: undo is then as long as the visit. */
export function deedBook(document: string, store: Pick<Storage, "getItem" | "setItem">): DeedBook {
  const key = `mossy-deeds-${document}`;
  return {
    load: () => {
      try { const read = deeds.safeParse(JSON.parse(store.getItem(key) ?? "null")); return read.success ? read.data : NONE; } catch { return NONE; }
    },
    save: ({ done, undone }) => {
      const sizes = done.map((d) => JSON.stringify(d).length);
      let from = done.length;
      for (let room = LARGEST; from > 0 && room - (sizes[from - 1] ?? 0) > 0; from--) room -= sizes[from - 1] ?? 0;
      try { store.setItem(key, JSON.stringify({ done: done.slice(from), undone })); } catch { /* full: this visit still has them */ }
    },
  };
}
