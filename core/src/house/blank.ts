import type { House } from "./house.ts";
import { usualHouse } from "./usual.ts";

/**
 * A house style that says nothing yet: the palette and the shape of names every house begins with, no words,
 * no folders, no rules.
 */
export function blankHouse(name: string): House {
  const usual = usualHouse(name);
  return {
    ...usual,
    words: { ...usual.words, families: [], roles: [], positions: [] },
    icons: [],
    folders: [],
    starts: [],
    sampled: { ...usual.sampled, alone: [] },
    checklist: [],
    exceptions: [],
  };
}

/** Whether a house has written nothing down yet. */
export const isBlank = (house: House): boolean =>
  house.words.roles.length === 0 && house.folders.length === 0;
