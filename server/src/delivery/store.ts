import type { Delivered } from "@mossy/core/delivery/delivered";
import type { Found } from "@mossy/core/sound/measureFile";
import type { Db } from "../database.ts";
import { keepFound } from "../sound/measuring.ts";
import type { Content } from "./place.ts";

/** Keeps what was found out about a file, under what it holds. */
export async function keepFile(db: Db, { hash, size }: Content, found: Found): Promise<void> {
  await db.query("insert into sound_files (hash, size) values ($1, $2) on conflict do nothing", [
    hash,
    size,
  ]);
  await keepFound(db, hash, found);
}

/** What is known of files, by what they hold. */
export async function knownFiles(db: Db, files: ReadonlyMap<string, Content>): Promise<Delivered[]> {
  const { rows } = await db.query<Pick<Delivered, "hash" | "says" | "measures" | "unmeasured">>(
    `select hash, says - 'markers' - 'ixml' as says, measures, unmeasured from sound_files where hash = any($1)`,
    [[...files.values()].map((c) => c.hash)],
  );
  const byHash = new Map(rows.map((r) => [r.hash, r]));
  return [...files].map(([path, { hash, size }]) => ({
    path,
    size,
    hash,
    says: byHash.get(hash)?.says ?? null,
    measures: byHash.get(hash)?.measures ?? null,
    unmeasured: byHash.get(hash)?.unmeasured ?? null,
  }));
}
