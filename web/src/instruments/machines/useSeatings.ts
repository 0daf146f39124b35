import type { RoomCard } from "@mossy/contract/rooms";
import type { Sampled } from "@mossy/core/instruments/machines/always";
import type { Seating } from "@mossy/core/instruments/machines/seating";
import type { Known } from "@mossy/core/instruments/plan/offers";
import type { Session } from "@mossy/core/session/document";
import type { Plays } from "@mossy/core/session/plays";
import { useEffect, useState } from "react";
import type { Planning } from "../plan/usePlan.ts";
import type { SeatingTask } from "./seating.worker.ts";

/** What a view of seats works with. */
export interface OnMachines {
  readonly planning: Planning;
  readonly catalogue: readonly Known[];
  /** Says something else of what tracks play; null for who may only look. */
  readonly set: ((tracks: readonly Sampled[], more: Partial<Plays>, label: string) => void) | null;
}

/** A room and how a session's sampled instruments sit on its machines. */
export interface Seated {
  readonly card: RoomCard;
  readonly seating: Seating;
}

/** A session on the machines of each room, worked out beside the page; the last stays until the next is there. */
export function useSeatings(
  session: Session,
  catalogue: readonly Known[],
  rooms: readonly RoomCard[],
): { readonly seated: readonly Seated[]; readonly waiting: boolean } {
  const [found, setFound] = useState<{ of: Session; seated: readonly Seated[] } | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL("./seating.worker.ts", import.meta.url), { type: "module" });
    worker.onmessage = ({ data }: MessageEvent<readonly Seating[]>) => {
      setFound({
        of: session,
        seated: data.flatMap((seating, n) => {
          const card = rooms[n];
          return card ? [{ card, seating }] : [];
        }),
      });
      worker.terminate();
    };
    const task: SeatingTask = { session, catalogue, rooms: rooms.map((r) => r.room.machines) };
    worker.postMessage(task);
    return () => worker.terminate();
  }, [session, catalogue, rooms]);
  return { seated: found?.seated ?? [], waiting: found?.of !== session };
}
