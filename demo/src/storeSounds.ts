import { sourceOf } from "@mossy/core/formats/bytes";
import type { Pool } from "@mossy/server/database";
import type { Files } from "@mossy/server/files/files";
import { measured } from "@mossy/server/sound/jobs";
import { keepFound } from "@mossy/server/sound/measuring";
import { addSound } from "@mossy/server/sound/store";
import { inTransaction } from "@mossy/server/transaction";
import { addPatterns } from "@mossy/server/patterns/store";
import { demoPatterns } from "./patterns.ts";
import { demoSounds, soundBytes } from "./sounds.ts";

/** Makes the sounds and patterns, keeps and measures them, as if they had been brought when they say. */
export async function storeSounds(
  pool: Pool,
  files: Files,
  {
    people,
    ago,
  }: { readonly people: readonly { readonly id: string }[]; readonly ago: (days: number) => Date },
): Promise<void> {
  const there = new Set(people.map((p) => p.id));
  for (const { bytes: _bytes, by, days, ...of } of demoSounds) {
    if (!there.has(by)) continue;
    const source = sourceOf(soundBytes(of.file));
    const { hash, size } = await files.put(source);
    const found = await measured(source);
    await inTransaction(pool, async (db) => {
      await addSound(db, { ...of, hash, size }, by, ago(days));
      await keepFound(db, hash, found);
    });
  }
  for (const [file, by, days, pattern] of demoPatterns)
    if (there.has(by)) await inTransaction(pool, (db) => addPatterns(db, file, [pattern], by, ago(days)));
}
