import type { FitTerms } from "@mossy/core/fit/sources";
import { inRoom } from "@mossy/core/instruments/machines/inRoom";
import type { Known } from "@mossy/core/instruments/plan/offers";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { isUuid } from "../uuid.ts";

/** The sample libraries tracks of a session play, of those the house has. */
async function librariesOf(db: Db, { tracks }: Session): Promise<Known[]> {
  const ids = new Set(
    tracks.flatMap((t) => (t.plays && isUuid(t.plays.library.id) ? [t.plays.library.id] : [])),
  );
  if (ids.size === 0) return [];
  const { rows } = await db.query<Known>(
    "select id, library from sample_libraries where id = any($1::uuid[])",
    [[...ids]],
  );
  return rows;
}

/**
 * What becomes of sampled instruments where a session is fitted into a room.
 * @param without whether it does without the sample machines there
 * @param stands the session under way there, whose tracks keep their seats
 */
export async function sampledIn(
  db: Db,
  session: Session,
  without: boolean,
  stands: Session | null = null,
): Promise<FitTerms["sampled"]> {
  const catalogue = await librariesOf(db, session);
  return (own, room) => inRoom(own, room, catalogue, without, stands);
}
