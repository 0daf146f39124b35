import { soundsOn } from "@mossy/core/formats/packedSounds";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";

/**
 * A session from elsewhere as this house knows its sounds: of those it does not keep only the name of the file is left,
 * so that it is said that they are missing.
 */
export async function withKnownSounds(db: Db, session: Session): Promise<Session> {
  const hashes = soundsOn(session).map((s) => s.hash);
  if (hashes.length === 0) return session;
  const { rows } = await db.query<{ hash: string }>("select hash from sound_files where hash = any($1)", [
    hashes,
  ]);
  const known = new Set(rows.map((r) => r.hash));
  if (known.size === hashes.length) return session;
  return {
    ...session,
    tracks: session.tracks.map((t) => ({
      ...t,
      items: t.items.map((i) =>
        i.holds.kind === "sound" && i.holds.hash !== null && !known.has(i.holds.hash)
          ? { ...i, holds: { ...i.holds, hash: null } }
          : i,
      ),
    })),
  };
}
