import type { AnswerOf } from "@mossy/contract/routes";
import { itemKey } from "@mossy/core/items/stay";
import { maySound } from "@mossy/core/delivery/chosen";
import type { TrackId } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import type { Bench } from "../house/bench.ts";
import { fileOfCheckIn } from "../sessions/checkInStore.ts";
import { sessionWith } from "../sessions/store.ts";
import { cargoOf } from "../sound/cargo.ts";

/** Files that came with the last check-in of a session and may be sound. */
export async function carriedFiles(
  db: Db,
  id: string,
): Promise<Pick<AnswerOf<"carriedSounds">, "checkIn" | "files">> {
  const { lastCheckIn } = await sessionWith(db, id);
  if (!lastCheckIn) return { checkIn: null, files: [] };
  const { carried } = await fileOfCheckIn(db, lastCheckIn.id);
  const files = carried.flatMap(({ name, size, folder }) =>
    folder || !maySound(name) ? [] : [{ path: name, size }],
  );
  return { checkIn: lastCheckIn.number, files };
}

/** The same with the tracks on which they lie. */
export async function inventory(bench: Bench, id: string): Promise<AnswerOf<"carriedSounds">> {
  const { checkIn, files } = await carriedFiles(bench.pool, id);
  if (files.length === 0) return { checkIn, files, of: {} };
  const { session, sounds } = await cargoOf(bench, id);
  const trackOf = new Map<string, TrackId>(
    session.tracks.flatMap((t) => t.items.map((i) => [itemKey(t.id, i), t.id] as const)),
  );
  const of = Object.fromEntries(
    sounds.flatMap(({ key, entry }) => {
      const track = trackOf.get(key);
      return track === undefined ? [] : [[entry, track] as const];
    }),
  );
  return { checkIn, files, of };
}
