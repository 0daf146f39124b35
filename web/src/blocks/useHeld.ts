import { changedHere } from "@mossy/core/library/blockStand";
import type { HeldBlock } from "@mossy/core/session/beside";
import type { Change } from "@mossy/core/session/change";
import type { Session, TrackId } from "@mossy/core/session/document";
import { useQueries, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useMemo } from "react";
import { queries } from "../wire/queries.ts";

/** A block that stands in a session, with what is known of it here. */
export interface Held {
  readonly block: HeldBlock;
  /** Its tracks that are there, in their order. */
  readonly tracks: readonly TrackId[];
  /** The release it stands on; null while it is fetched. */
  readonly release: Session | null;
  /** The latest release of the block; null while that is not known, or where the block is gone. */
  readonly latest: number | null;
  /** What was changed here since it was put in; null while that is not known. */
  readonly own: readonly Change[] | null;
}

const NONE: readonly Held[] = [];

/** Whether a newer release of it is out. */
export const isBehind = ({ block, latest }: Held): boolean => latest !== null && latest > block.release;

/** The blocks of a session. What is typed shows before what it changes in them. */
export function useHeld(session: Session): readonly Held[] {
  const now = useDeferredValue(session);
  const { blocks } = now;
  const { data: library } = useQuery({ ...queries.library, enabled: blocks.length > 0 });
  const stands = [...new Set(blocks.map((b) => `${b.release} ${b.block}`))];
  const releases = useQueries({
    queries: stands.map((s) => {
      const [release = "0", ...block] = s.split(" ");
      return queries.release(block.join(" "), Number(release));
    }),
    combine: (all) => all.map((x) => x.data ?? null),
  });
  const key = releases.map((r) => (r ? `${r.template} ${r.number}` : "")).join("|");
  return useMemo(() => {
    if (blocks.length === 0) return NONE;
    const of = new Map(stands.map((s, i) => [s, releases[i]?.session ?? null]));
    return blocks.map((block): Held => {
      const release = of.get(`${block.release} ${block.block}`) ?? null;
      const mine = new Set(block.tracks.map((t) => t.track));
      return {
        block,
        tracks: now.tracks.flatMap((t) => (mine.has(t.id) ? [t.id] : [])),
        release,
        latest: library?.templates.find((t) => t.id === block.block)?.latest?.number ?? null,
        own: release && changedHere(now, block, release),
      };
    });
    // Releases never change: which are there says all.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [now, key, library]);
}

/** What the sheet shows of a track that came from a block. */
export interface RowOfBlock {
  readonly id: string;
  readonly name: string;
  /** "Kit, release 1; release 2 is out" */
  readonly says: string;
  readonly behind: boolean;
  /** Whether it was changed here. */
  readonly own: boolean;
}

/** Of each track of a block what the sheet shows of it. */
export const rowsOfBlocks = (held: readonly Held[]): ReadonlyMap<TrackId, RowOfBlock> =>
  new Map(
    held.flatMap((h) => {
      const changed = new Set(h.own?.flatMap((c) => ("id" in c ? [c.id] : [])));
      const behind = isBehind(h);
      return h.tracks.map((t) => {
        const { id, name, release } = h.block;
        const says = `${name}, release ${release}${behind ? `; release ${h.latest} is out` : ""}`;
        return [t, { id, name, says, behind, own: changed.has(t) }] as const;
      });
    }),
  );
