import { endingOf } from "../names/disk.ts";
import type { AuditFinding } from "./auditFinding.ts";
import type { Entry } from "./entry.ts";

/** Files this small are often the same by chance. */
const SMALL = 64;

/** Files of the same size; the same for certain where hashes say so, perhaps where nobody looked. */
export function sameContent(entries: readonly Entry[]): AuditFinding[] {
  return sameSize(entries).flatMap((group) => {
    const known = group.filter((e) => e.hash !== undefined);
    return known.length === 0 ? perhapsSame(group) : certainlySame(known);
  });
}

const twice = (path: string, says: string): AuditFinding => ({ sort: "twice", path, says, right: null });

function certainlySame(known: readonly Entry[]): AuditFinding[] {
  const byHash = new Map<string, Entry[]>();
  for (const e of known) byHash.set(e.hash ?? "", [...(byHash.get(e.hash ?? "") ?? []), e]);
  return [...byHash.values()].flatMap(([first, ...others]) =>
    others.map((e) => twice(e.path, `The same content as ${first?.path ?? ""}.`)),
  );
}

function perhapsSame([first, ...others]: readonly Entry[]): AuditFinding[] {
  if (!first) return [];
  return others.map((e) =>
    twice(
      e.path,
      `As many bytes (${e.size ?? 0}) and the same ending as ${first.path}: perhaps the same content.`,
    ),
  );
}

/** Groups of files that could hold the same: as many bytes, the same ending. */
export function sameSize(entries: readonly Entry[]): Entry[][] {
  const groups = new Map<string, Entry[]>();
  for (const e of entries) {
    if (e.folder || e.size === null || e.size < SMALL) continue;
    const key = `${e.size}.${endingOf(e.path).ending.toLowerCase()}`;
    const group = groups.get(key);
    if (group) group.push(e);
    else groups.set(key, [e]);
  }
  return [...groups.values()].filter((g) => g.length > 1);
}
