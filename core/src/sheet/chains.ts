import { same, setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { processor } from "../session/processor.ts";
import type { Processor } from "../session/processor.ts";

/** Which version of a chain of the shelf. */
interface OfShelf {
  readonly id: string;
  readonly version: number;
}
interface ShelfChain {
  readonly id: string;
  readonly name: string;
  readonly versions: readonly { readonly version: number; readonly processors: readonly Processor[] }[];
}

/** What stands on a track as a chain for the shelf: without the ids and key inputs of this session. */
export function chainFrom(t: Track): Processor[] {
  return t.inserts.map((i) => processor.parse(i));
}

/**
 * The changes that put a chain on tracks that carry sound: in place of an earlier version of the same chain
 * where one stands there, else behind what stands there.
 * @param of the chain and version on the shelf it is; null for processors copied from another track, which
 *   replace what is there
 */
export function putChain(
  session: Session,
  ids: readonly TrackId[],
  processors: readonly Processor[],
  of: OfShelf | null,
): Change[] {
  const chosen = new Set(ids);
  return session.tracks
    .filter((t) => chosen.has(t.id) && t.format !== null)
    .flatMap((t): Change[] => {
      const at = of === null ? 0 : t.inserts.findIndex((i) => i.chain?.id === of.id);
      const rest = of === null ? [] : t.inserts.filter((i) => i.chain?.id !== of.id);
      // A chain saved from this very track replaces what it was saved from.
      const own =
        of !== null &&
        at < 0 &&
        same(
          chainFrom(t),
          processors.map((p) => processor.parse(p)),
        );
      const kept = own ? [] : rest;
      const used = new Set(kept.map((i) => i.id));
      let n = 0;
      const made = processors.map((p) => {
        do n++;
        while (used.has(`i${n}`));
        used.add(`i${n}`);
        return { ...processor.parse(p), id: `i${n}`, key: null, chain: of };
      });
      const before = at < 0 ? kept.length : kept.filter((i) => t.inserts.indexOf(i) < at).length;
      const next = [...kept.slice(0, before), ...made, ...kept.slice(before)];
      return same(next, t.inserts) ? [] : [setField(t, "inserts", next)];
    });
}

/** The changes that bypass (or switch on) every processor of a kind on tracks. */
export function bypassOf(
  session: Session,
  ids: readonly TrackId[],
  kind: string,
  bypassed: boolean,
): Change[] {
  const chosen = new Set(ids);
  return session.tracks
    .filter((t) => chosen.has(t.id) && t.inserts.some((i) => i.kind === kind && i.bypassed !== bypassed))
    .map((t) =>
      setField(
        t,
        "inserts",
        t.inserts.map((i) => (i.kind === kind ? { ...i, bypassed } : i)),
      ),
    );
}

/** Chains on a track of which the shelf has a later version, and what that one has other. */
export function standsBehind<C extends ShelfChain>(
  t: Track,
  shelf: readonly C[],
): { chain: C; has: number; latest: C["versions"][number]; says: string[] }[] {
  const chains = new Map(
    t.inserts.flatMap((i) => (i.chain ? [[i.chain.id, i.chain.version] as const] : [])),
  );
  return [...chains].flatMap(([id, has]) => {
    const chain = shelf.find((c) => c.id === id);
    const latest = chain?.versions[0];
    if (!chain || !latest || latest.version <= has) return [];
    return [
      {
        chain,
        has,
        latest,
        says: differs(
          t.inserts.filter((i) => i.chain?.id === id),
          latest.processors,
        ),
      },
    ];
  });
}

/** What a chain has other than another, in words. */
export function differs(here: readonly Processor[], there: readonly Processor[]): string[] {
  const says: string[] = [];
  const kinds = (list: readonly Processor[]): string => list.map((p) => p.kind).join(", ");
  if (kinds(here) !== kinds(there)) says.push(`${kinds(there)} instead of ${kinds(here)}`);
  for (const p of there) {
    const mine = here.find((x) => x.kind === p.kind);
    if (!mine) continue;
    if (!same(mine.device, p.device))
      says.push(
        `${p.kind}: ${p.device?.name ?? "no device"} instead of ${mine.device?.name ?? "no device"}`,
      );
    for (const v of p.values) {
      const was = mine.values.find((x) => x.name === v.name)?.value;
      if (was !== v.value)
        says.push(`${p.kind} ${v.name} ${was === undefined ? "" : `${was} → `}${v.value}`);
    }
    for (const v of mine.values)
      if (!p.values.some((x) => x.name === v.name)) says.push(`${p.kind} without ${v.name}`);
  }
  return says;
}
