import { setImmediate } from "node:timers/promises";
import type { UnlikeAnswer } from "@mossy/contract/sessions";
import type { ReadExchange } from "@mossy/core/formats/exchange/read";
import type { Style } from "@mossy/core/house/style";
import { matchSession } from "@mossy/core/match/match";
import type { Db } from "../database.ts";
import { wentOut } from "./thereAndBack.ts";
import type { WentOut } from "./thereAndBack.ts";

/** So many other open sessions are compared, the newest first, and so many of them named. */
const LOOKED_AT = 60;
const NAMED = 3;

/** A file of which less than this share of tracks is known again belongs elsewhere more often than not. */
const DOUBTFUL = 0.5;

/** How many tracks of a session file are known again in a session, as it went out or last came, and of how many. */
function knownAgain(style: Style, went: WentOut, read: ReadExchange): { known: number; of: number } {
  const [now, first = now] = wentOut(style, went);
  const { pairs } = matchSession(style, first.there, read.session, read.untold, now.there);
  return { known: pairs.length, of: Math.max(now.there.tracks.length, read.session.tracks.length) };
}

/**
 * What to ask before a file without our ids is taken in that is little like its session; null where it is
 * like it.
 */
export async function unlike(
  db: Db,
  style: Style,
  target: WentOut & { readonly id: string },
  read: ReadExchange,
): Promise<UnlikeAnswer | null> {
  const here = knownAgain(style, target, read);
  if (here.known >= here.of * DOUBTFUL) return null;
  const { rows } = await db.query<WentOut & { id: string; title: string; room: string }>(
    `select s.id, s.title, r.room->>'name' as room, s.baseline, s.lowering, coalesce(d.session, s.baseline) as now
     from sessions s join rooms r on r.id = s.room
     left join check_ins c on c.id = s.last_check_in left join documents d on d.id = c.document
     where s.closed_at is null and s.id <> $1 order by s.made_at desc limit $2`,
    [target.id, LOOKED_AT],
  );
  const names = new Set(read.session.tracks.map((t) => t.name.toLowerCase()));
  const shared = ({ now }: WentOut): number =>
    now.tracks.filter((t) => names.has(t.name.toLowerCase())).length;
  const likely = rows.toSorted((a, b) => shared(b) - shared(a)).slice(0, NAMED);
  const better: UnlikeAnswer["better"] = [];
  for (const { id, title, room, ...went } of likely) {
    const there = knownAgain(style, went, read);
    if (there.known > here.known) better.push({ session: id, title, room, ...there });
    await setImmediate();
  }
  return { taken: false, ...here, better: better.sort((a, b) => b.known / b.of - a.known / a.of) };
}
