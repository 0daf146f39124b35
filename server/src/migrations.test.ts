import { randomUUID } from "node:crypto";
import { copyFileSync, mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { smallSession } from "@mossy/core/fixtures/sessions";
import { session as sessionSchema } from "@mossy/core/session/document";
import { expect, inject, it } from "vitest";
import { connect } from "./database.ts";
import { migrate } from "./migrate.ts";
import type { Pool } from "./database.ts";
import { copyDatabase } from "./testing/copies.ts";
import { otherThanKept } from "./testing/readModels.ts";

const SESSION = randomUUID();
const DOCUMENTS = Array.from({ length: 4 }, () => randomUUID());
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

const ALL = readdirSync(FOLDER).sort();
/** A database of its own on which the first so many migrations ran; `migrateTo` runs them up to another. */
async function withFirst(
  many: number,
  work: (pool: Pool, migrateTo: (many: number) => Promise<string[]>) => Promise<void>,
): Promise<void> {
  const name = `t${randomUUID().replaceAll("-", "")}`;
  const pool = connect(await copyDatabase(inject("postgres"), "template1", name));
  const early = mkdtempSync(join(tmpdir(), "mossy-migrations-"));
  const migrateTo = (count: number): Promise<string[]> => {
    for (const file of ALL.slice(0, count)) copyFileSync(join(FOLDER, file), join(early, file));
    return migrate(pool, early);
  };
  try {
    await migrateTo(many);
    await work(pool, migrateTo);
  } finally {
    await pool.end();
    rmSync(early, { recursive: true, force: true });
  }
}

/** A session in a room from the first release of a template, as rows of before migration 006. */
async function storeSession(
  pool: Pool,
  doc: string,
  by: { edition: string; draft: string; release: string; session: string },
  baseline: "given" | "baseline",
): Promise<void> {
  await pool.query("insert into rooms (id, room, place) values ('r', '{}', 1)");
  await pool.query(
    "insert into house_editions (number, house, note, published_by) values (1, '{}', '', $1)",
    [by.edition],
  );
  for (const id of DOCUMENTS)
    await pool.query("insert into documents (id, session, updated_by) values ($1, $2, $3)", [
      id,
      doc,
      by.draft,
    ]);
  await pool.query("insert into templates (id, name, shelf, document) values ('t', 'T', 'S', $1)", [
    DOCUMENTS[0],
  ]);
  await pool.query(
    `insert into releases (template, number, session, note, edition, published_by)
     values ('t', 1, $1, '', 1, $2)`,
    [doc, by.release],
  );
  await pool.query(
    `insert into sessions (id, title, room, template, release, edition, ${baseline}, report, folder, made_by)
     values ($1, 'S', 'r', 't', 1, 1, $2, '{}', 'S', $3)`,
    [SESSION, doc, by.session],
  );
}

it("brings sessions of before up to what they are now, and nothing else about them changes", async () => {
  await withFirst(2, async (pool, migrateTo) => {
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
    await migrateTo(ALL.length);
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
  });
});

it("keeps what a session went out as under its new name, and forgets editions nothing was counted by", async () => {
  await withFirst(4, async (pool, migrateTo) => {
    const given = JSON.stringify(smallSession());
    await storeSession(pool, given, { edition: "x", draft: "x", release: "x", session: "x" }, "given");
    const addCheckIn = (number: number, fields: string, values: string): Promise<unknown> =>
      pool.query(
        `insert into check_ins (id, session, number, file_name, file, came, document, recognised, remarks,
           handed_in_by, tracks, followed_then, findings_then, tracks_now, follow_now, open_now${fields})
         values ($1, $2, $3, 'f', '', $4, $5, 'ids', '[]', 'x', 1, 1, 0, 1, 1, 0${values})`,
        [randomUUID(), SESSION, number, given, DOCUMENTS[number]],
      );
    await addCheckIn(1, "", "");
    await addCheckIn(2, ", counted_edition", ", 1");
    expect(await migrateTo(5)).toEqual(["005_baseline.sql"]);
    await addCheckIn(3, "", "");
    const { rows } = await pool.query<{ baseline: unknown }>("select baseline from sessions");
    expect(rows).toEqual([{ baseline: smallSession() }]);
    const counted = await pool.query<{ counted_edition: number | null }>(
      "select counted_edition from check_ins order by number",
    );
    expect(counted.rows.map((r) => r.counted_edition)).toEqual([null, 1, null]);
    expect(await migrateTo(5)).toEqual([]);
  });
});

it("gives everything that was done the id of who did it, whoever that was, and loses no count", async () => {
  await withFirst(5, async (pool, migrateTo) => {
    const doc = JSON.stringify(smallSession());
    await pool.query(
      `insert into people (id, sign_in, name, may, password_hash) values
         ('marram', 'marram', 'Marram Vale', 'lead', 'x'), ('own', 'own', 'Marram Vane', 'lead', 'x')`,
    );
    const by = {
      edition: "Marram Vane",
      draft: "Somebody else gone",
      release: "Marram Vale",
      session: "Somebody gone",
    };
    await storeSession(pool, doc, by, "baseline");
    await pool.query(
      `insert into check_ins (id, session, number, file_name, file, came, document, recognised, remarks,
         handed_in_by, tracks, followed_then, findings_then, tracks_now, follow_now, open_now, counted_edition)
       values ($1, $2, 1, 'f', 'bytes', $3, $4, 'ids', '[]', 'Marram Vale', 9, 8, 3, 9, 7, 2, 1)`,
      [randomUUID(), SESSION, doc, DOCUMENTS[1]],
    );
    expect(await migrateTo(ALL.length)).toContain("006_people.sql");
    const one = async (sql: string): Promise<unknown> => (await pool.query<object>(sql)).rows[0];
    expect(await one("select published_by from house_editions")).toEqual({ published_by: "own" });
    expect(await one("select published_by from releases")).toEqual({ published_by: "marram" });
    expect(
      await one(
        "select p.name, p.off_at is not null as off, p.password_hash from sessions s join people p on p.id = s.made_by",
      ),
    ).toEqual({ name: "Somebody gone", off: true, password_hash: null });
    expect(
      await one("select tracks_now, follow_now, open_now, counted_edition from last_check_ins"),
    ).toEqual({
      tracks_now: 9,
      follow_now: 7,
      open_now: 2,
      counted_edition: 1,
    });
    expect((await pool.query("select id from people where demo")).rows).toEqual([{ id: "marram" }]);
    for (const change of [
      "update check_ins set file_name = 'g'",
      "update check_ins set tracks = 1",
      "delete from check_ins",
      "update releases set published_by = 'own'",
    ])
      await expect(pool.query(change)).rejects.toThrow("published and cannot be changed");
  });
});

it("keeps for lists what it is worked out from: tracks, releases, last check-ins, weeks, a changed draft", async () => {
  await withFirst(8, async (pool, migrateTo) => {
    const doc = JSON.stringify(smallSession());
    await pool.query(
      "insert into people (id, sign_in, name, may, password_hash) values ('x', 'x', 'X', 'lead', 'x')",
    );
    const by = { edition: "x", draft: "x", release: "x", session: "x" };
    await storeSession(pool, doc, by, "baseline");
    await pool.query("update sessions set report = '{\"unplaced\": [1, 2]}'");
    await pool.query(
      "insert into house_draft (house, based_on, updated_by) " +
        "select '{\"name\": \"other\"}', number, 'x' from house_editions",
    );
    const ids = [randomUUID(), randomUUID()];
    for (const [n, id] of ids.entries()) {
      await pool.query(
        `insert into check_ins (id, session, number, file_name, file, came, document, recognised, remarks,
           handed_in_by, tracks, followed_then, findings_then)
         values ($1, $2, $3, 'f', '', $4, $5, 'ids', '[]', 'x', 9, $6, 3)`,
        [id, SESSION, n + 1, doc, DOCUMENTS[n + 1], n + 6],
      );
      await pool.query("insert into check_in_stands values ($1, 9, 7, 2, 0, 0, 1)", [id]);
    }
    await pool.query(
      "insert into set_asides (check_in, reason, made_by) values ($1, 'another song', 'x')",
      [ids[1]],
    );
    expect(await migrateTo(9)).toEqual(["009_stands.sql"]);
    await migrateTo(ALL.length);
    expect(await otherThanKept(pool)).toEqual([]);
    const { rows } = await pool.query<object>("select unplaced, last_check_in from sessions");
    expect(rows).toEqual([{ unplaced: 2, last_check_in: ids[0] }]);
    const weeks = await pool.query<object>("select room, followed::int, tracks::int from room_weeks");
    expect(weeks.rows).toEqual([{ room: "r", followed: 6, tracks: 9 }]);
    expect((await pool.query<object>("select changed from house_draft")).rows).toEqual([{ changed: true }]);
    // Releases are as closed to changes as before.
    await expect(pool.query("update releases set tracks = 1")).rejects.toThrow("cannot be changed");
  });
});

it("refuses a database of a later version, and one that another migration of the same name made", async () => {
  await withFirst(ALL.length, async (pool, migrateTo) => {
    const last = ALL.at(-1)!;
    await pool.query("insert into migrations (name) values ('900_later.sql')");
    await expect(migrateTo(ALL.length)).rejects.toThrow(
      "last used by a later version of Mossy Lantern (migration 900_later.sql)",
    );
    await pool.query("delete from migrations where name = '900_later.sql'");
    await pool.query("update migrations set checksum = 'another' where name = $1", [last]);
    await expect(migrateTo(ALL.length)).rejects.toThrow(`Migration ${last} is not the one that ran`);
    // Before migrations were summed up nothing was written down: those are taken as they are.
    await pool.query("update migrations set checksum = null");
    expect(await migrateTo(ALL.length)).toEqual([]);
  });
});
