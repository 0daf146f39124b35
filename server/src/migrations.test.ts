import { randomUUID } from "node:crypto";
import { copyFileSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { smallSession } from "@mossy/core/fixtures/sessions";
import { session as sessionSchema } from "@mossy/core/session/document";
import { expect, inject, it } from "vitest";
import { connect, migrate } from "./database.ts";
import { copyDatabase } from "./testing/copies.ts";

const FOLDER = fileURLToPath(new URL("../migrations/", import.meta.url));
/** What sessions did not have before the workbench was whole. */
const LATER = {
  track: ["microphone", "stand", "phantom", "muted", "listenOnly"],
  insert: ["values", "before", "width", "key", "chain"],
  session: [
    "panLaw",
    "frameRate",
    "fixedEnd",
    "fixed",
    "checklist",
    "links",
    "views",
    "interfaceInputs",
    "inputSets",
    "rulesOff",
  ],
} as const;
const without = <T extends object>(o: T, fields: readonly string[]): object =>
  Object.fromEntries(Object.entries(o).filter(([k]) => !fields.includes(k)));

it("brings sessions of before up to what they are now, and nothing else about them changes", async () => {
  const name = `t${randomUUID().replaceAll("-", "")}`;
  const pool = connect(await copyDatabase(inject("postgres"), "template1", name));
  const early = mkdtempSync(join(tmpdir(), "mossy-migrations-"));
  try {
    for (const file of ["001_start.sql", "002_disk_and_checklists.sql"])
      copyFileSync(join(FOLDER, file), join(early, file));
    await migrate(pool, early);
    const now = smallSession();
    const kick = now.tracks[1]!;
    const inserts = [
      { id: "i1", kind: "EQ", device: "Reedbed EQ", bypassed: true },
      { id: "i2", kind: "Gate", device: null, bypassed: false },
    ];
    const before = {
      ...without(now, LATER.session),
      version: 1,
      tracks: now.tracks.map((t) => ({
        ...without(t, LATER.track),
        ...(t.id === kick.id ? { inserts } : {}),
      })),
    };
    await pool.query("insert into documents (id, session, updated_by) values ($1, $2, 'x')", [
      randomUUID(),
      JSON.stringify(before),
    ]);
    await migrate(pool, FOLDER);
    const { rows } = await pool.query<{ session: unknown }>("select session from documents");
    const read = sessionSchema.parse(rows[0]?.session);
    expect(rows[0]?.session).toEqual(read);
    expect(read).toEqual({
      ...now,
      tracks: now.tracks.map((t) =>
        t.id === kick.id
          ? {
              ...t,
              inserts: [
                {
                  id: "i1",
                  kind: "EQ",
                  device: { maker: "", name: "Reedbed EQ", format: "", identifier: "" },
                  bypassed: true,
                  values: [],
                  before: false,
                  width: null,
                  key: null,
                  chain: null,
                },
                {
                  id: "i2",
                  kind: "Gate",
                  device: null,
                  bypassed: false,
                  values: [],
                  before: false,
                  width: null,
                  key: null,
                  chain: null,
                },
              ],
            }
          : t,
      ),
    });
  } finally {
    await pool.end();
    rmSync(early, { recursive: true, force: true });
  }
});
