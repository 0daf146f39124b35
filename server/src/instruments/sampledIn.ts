import type { FitTerms, InRoom } from "@mossy/core/fit/sources";
import type { Style } from "@mossy/core/house/style";
import { inRoom } from "@mossy/core/instruments/machines/inRoom";
import { lostIn, substituted } from "@mossy/core/instruments/machines/substitute";
import type { Known } from "@mossy/core/instruments/plan/offers";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { isUuid } from "../uuid.ts";

/** The sample libraries sessions have to do with, of those the house has: what they play or are planned from. */
export async function librariesIn(db: Db, sessions: readonly Session[]): Promise<Known[]> {
  const named = sessions.flatMap((s) => [
    ...s.tracks.flatMap((t) => t.plays?.library.id ?? []),
    ...s.ensemble.libraries,
    ...s.players.flatMap((p) => p.libraries),
  ]);
  const ids = new Set(named.filter(isUuid));
  if (ids.size === 0) return [];
  const { rows } = await db.query<Known>(
    "select id, library from sample_libraries where id = any($1::uuid[])",
    [[...ids]],
  );
  return rows;
}

/** All others that lie in a room, in the order of their names. */
async function othersIn(db: Db, room: string, known: readonly Known[]): Promise<Known[]> {
  const { rows } = await db.query<Known>(
    `select id, library from sample_libraries
     where $1 = any(rooms) and gone_at is null and id <> all($2::uuid[]) order by name, id`,
    [room, known.map((k) => k.id)],
  );
  return rows;
}

/** Where sampled instruments come to. */
export interface SampledAt {
  /** All whose tracks may come there. */
  readonly sessions: readonly Session[];
  readonly room: string;
  /** Whether they do without the sample machines of the room. */
  readonly without: boolean;
  /** The session under way there, whose tracks keep their seats. */
  readonly stands: Session | null;
}

/** What becomes of sampled instruments where a session is fitted into a room. */
export async function sampledIn(
  db: Db,
  style: Style,
  { sessions, room, without, stands }: SampledAt,
): Promise<NonNullable<FitTerms["sampled"]>> {
  const own = await librariesIn(db, sessions);
  const lost = sessions.some((s) => lostIn(s, room, own).length > 0);
  const catalogue = lost ? [...own, ...(await othersIn(db, room, own))] : own;
  return (session, at): InRoom => {
    const played = substituted(style, session, room, catalogue);
    const there = inRoom(played.session, at, catalogue, without, stands);
    return { session: there.session, adjusted: [...played.adjusted, ...there.adjusted] };
  };
}
