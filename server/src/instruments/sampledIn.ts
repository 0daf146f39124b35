import type { FitTerms } from "@mossy/core/fit/sources";
import { inRoom } from "@mossy/core/instruments/machines/inRoom";
import type { Known } from "@mossy/core/instruments/plan/offers";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { isUuid } from "../uuid.ts";

/** The sample libraries tracks of sessions play, of those the house has. */
async function librariesOf(db: Db, sessions: readonly Session[]): Promise<Known[]> {
  const played = sessions.flatMap((s) => s.tracks).flatMap((t) => t.plays?.library.id ?? []);
  const ids = new Set(played.filter(isUuid));
  if (ids.size === 0) return [];
  const { rows } = await db.query<Known>(
    "select id, library from sample_libraries where id = any($1::uuid[])",
    [[...ids]],
  );
  return rows;
}

/**
 * What becomes of sampled instruments where a session is fitted into a room.
 * @param sessions all whose tracks it may have
 * @param without whether it does without the sample machines there
 * @param stands the session under way there, whose tracks keep their seats
 */
export async function sampledIn(
  db: Db,
  sessions: readonly Session[],
  without: boolean,
  stands: Session | null = null,
): Promise<FitTerms["sampled"]> {
  const catalogue = await librariesOf(db, sessions);
  return (own, room) => inRoom(own, room, catalogue, without, stands);
}
