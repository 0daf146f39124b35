import type { HouseDraft } from "@mossy/contract/house";
import type { House } from "@mossy/core/house/house";
import type { Style } from "@mossy/core/house/style";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { useOutletContext } from "react-router";
import { ask } from "../app/ask.ts";
import { queries, queryClient } from "../app/queries.ts";

/** What every page of the house style works with. */
export interface HouseWork {
  readonly house: House;
  /** The draft made ready for reading and dressing. */
  readonly style: Style;
  /** Changes the draft; null for who may only look. */
  readonly change: ((next: House) => void) | null;
  /** Number of the next edition. */
  readonly next: number;
  /** What differs from the edition in force, in sentences; null until both are there. */
  readonly changes: readonly string[] | null;
  readonly saved: boolean;
}

export const useHouseWork = (): HouseWork => useOutletContext<HouseWork>();

/** The draft as it is worked on in this window, saved as it changes, undone step by step. */
export function useHouseDraft(draft: HouseDraft) {
  const [done, setDone] = useState<House[]>([]);
  const [undone, setUndone] = useState<House[]>([]);
  const [shown, setShown] = useState<House | null>(null);
  const save = useMutation({
    scope: { id: "house-draft" },
    mutationFn: (house: House) => {
      const now = queryClient.getQueryData(queries.house.queryKey);
      return ask("saveHouseDraft", {}, { revision: now?.draft.revision ?? draft.revision, house });
    },
    onSuccess: (saved, house) => {
      queryClient.setQueryData(queries.house.queryKey, (old) => old && { ...old, draft: { ...saved, house } });
      void queryClient.invalidateQueries({ queryKey: ["today"] });
    },
  });
  const house = shown ?? draft.house;
  const put = (next: House): void => { setShown(next); save.mutate(next); };
  const step = (from: House[], setFrom: (l: House[]) => void, to: House[], setTo: (l: House[]) => void) => {
    const target = from.at(-1);
    return target === undefined ? null : () => { setFrom(from.slice(0, -1)); setTo([...to, house]); put(target); };
  };
  return {
    house, error: save.error, saving: save.isPending,
    change: (next: House) => { if (next === house) return; setDone([...done, house]); setUndone([]); put(next); },
    undo: step(done, setDone, undone, setUndone),
    redo: step(undone, setUndone, done, setDone),
    reload: () => { setShown(null); setDone([]); setUndone([]); save.reset(); void queryClient.invalidateQueries({ queryKey: ["house"] }); },
  };
}
