import { setImmediate } from "node:timers/promises";
import type { UnlikeAnswer } from "@mossy/contract/sessions";
import type { ReadExchange } from "@mossy/core/formats/exchange/read";
import type { Style } from "@mossy/core/house/style";
import { matchSession } from "@mossy/core/match/match";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";

/** So many other open sessions are compared, the newest first, and so many of them named. */
const LOOKED_AT = 60;
const NAMED = 3;

/** A file of which less than this share of tracks is known again belongs elsewhere more often than not. */
const DOUBTFUL = 0.5;

/** How many tracks of a session file are known again in a session, and of how many. */
function knownAgain(style: Style, baseline: Session, read: ReadExchange): { known: number; of: number } {
  const { pairs } = matchSession(style, baseline, read.session, read.untold);
  return { known: pairs.length, of: Math.max(baseline.tracks.length, read.session.tracks.length) };
}

/**
 * What to ask before a file without our ids is taken in that is little like its session; null where it is
 * like it.
 */
export async function unlike(
  db: Db,
  style: Style,
  target: { id: string; baseline: Session },
  read: ReadExchange,
): Promise<UnlikeAnswer | null> {
  const here = knownAgain(style, target.baseline, read);
  if (here.known >= here.of * DOUBTFUL) return null;
  const { rows } = await db.query<{ id: string; title: string; room: string; baseline: Session }>(
    `select s.id, s.title, r.room->>'name' as room, s.baseline from sessions s join rooms r on r.id = s.room
     where s.closed_at is null and s.id <> $1 order by s.made_at desc limit $2`,
    [target.id, LOOKED_AT],
  );
  const names = new Set(read.session.tracks.map((t) => t.name.toLowerCase()));
  const shared = (baseline: Session): number =>
    baseline.tracks.filter((t) => names.has(t.name.toLowerCase())).length;
  const likely = rows.toSorted((a, b) => shared(b.baseline) - shared(a.baseline)).slice(0, NAMED);
  const better: UnlikeAnswer["better"] = [];
  for (const { id, title, room, baseline } of likely) {
    const there = knownAgain(style, baseline, read);
    if (there.known > here.known) better.push({ session: id, title, room, ...there });
    await setImmediate();
  }
  return { taken: false, ...here, better: better.sort((a, b) => b.known / b.of - a.known / a.of) };
}
