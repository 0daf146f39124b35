import type { SoundFactSent } from "@mossy/contract/sounds";
import type { Facts } from "@mossy/core/order/facts";
import type { Session } from "@mossy/core/session/document";
import { profileFrom } from "@mossy/core/sound/profile";
import type { Db } from "../database.ts";

interface Row {
  readonly hash: string;
  readonly seconds: number;
  readonly integrated: number | null;
  readonly truePeak: number | null;
  readonly profile: Buffer | null;
}
const measured = async (db: Db, hashes: readonly string[]): Promise<Row[]> => {
  const { rows } = await db.query<Row>(
    `select hash, (measures->>'seconds')::float as seconds, (measures->>'integrated')::float as integrated,
       (measures->>'truePeak')::float as "truePeak", profile
     from sound_files where hash = any($1) and measures is not null`,
    [hashes],
  );
  return rows;
};

/** How loud sounds are, those of them that were measured. @param hashes of their files */
export const factsSent = async (db: Db, hashes: readonly string[]): Promise<SoundFactSent[]> =>
  (await measured(db, hashes)).map((r) => ({ ...r, profile: r.profile?.toString("base64") ?? null }));

/** What was measured of the sounds on the tracks of a session. */
export async function factsIn(db: Db, session: Session): Promise<Facts> {
  const hashes = new Set<string>();
  for (const t of session.tracks)
    for (const { holds } of t.items)
      if (holds.kind === "sound" && holds.hash !== null) hashes.add(holds.hash);
  const rows = await measured(db, [...hashes]);
  return new Map(rows.map((r) => [r.hash, { ...r, profile: r.profile && profileFrom(r.profile) }]));
}
