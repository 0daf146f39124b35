import type { Present, Remark } from "@mossy/contract/remarks";
import type { TrackId } from "@mossy/core/session/document";
import type { Cell } from "@mossy/core/sheet/cells";
import type { Chooser, RowSigns } from "../sheet/rowBadges.tsx";
import { initials, trackOf } from "./words.ts";

/** Somebody with the colour of their ring: the same person has the same in every window. */
export function chooserOf({ by }: Pick<Present, "by">): Chooser {
  let sum = 0;
  for (const letter of by.id) sum = (sum * 31 + (letter.codePointAt(0) ?? 0)) % 997;
  return { name: by.name, initials: initials(by.name), colour: `var(--who-${1 + (sum % 4)})` };
}

/** Those who are here, each once whatever number of windows they have. */
export function people(here: readonly Present[]): { who: Chooser; chosen: number }[] {
  const by = new Map<string, { who: Chooser; chosen: number }>();
  for (const p of here) {
    const chosen = (by.get(p.by.id)?.chosen ?? 0) + p.chosen.length + p.more;
    by.set(p.by.id, { who: chooserOf(p), chosen });
  }
  return [...by.values()];
}

/** What others left or do on each track: open remarks, and who has it chosen. */
export function signsOf(open: readonly Remark[], here: readonly Present[]): ReadonlyMap<TrackId, RowSigns> {
  const signs = new Map<TrackId, { remarks: number; cells: Set<Cell>; chosenBy: Chooser[] }>();
  const at = (track: TrackId) => {
    const there = signs.get(track) ?? { remarks: 0, cells: new Set<Cell>(), chosenBy: [] };
    signs.set(track, there);
    return there;
  };
  for (const { on, done } of open) {
    const track = trackOf(on);
    if (track === null || done !== null) continue;
    const there = at(track);
    there.remarks++;
    if (on.what === "track" && on.cell !== null) there.cells.add(on.cell);
  }
  for (const p of here) {
    const who = chooserOf(p);
    for (const track of p.chosen) {
      const { chosenBy } = at(track);
      if (!chosenBy.some((c) => c.name === who.name)) chosenBy.push(who);
    }
  }
  return signs;
}
