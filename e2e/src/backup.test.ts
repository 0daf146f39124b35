import { createHash } from "node:crypto";
import { execFile } from "node:child_process";
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { promisify } from "node:util";
import { connect } from "@mossy/server/database";
import { afterAll, describe, expect, it } from "vitest";
import { top } from "../../scripts/bundle.mjs";
import { Database } from "../../scripts/postgres.mjs";
import { clear, dataFolder, litAt, processesOf, start } from "./testing/lit.ts";
import { Writer } from "./testing/writer.ts";

const [data, other, third, kept] = [dataFolder(), dataFolder(), dataFolder(), dataFolder()];
afterAll(() => {
  for (const folder of [data, other, third, kept]) clear(folder);
});
const file = join(kept, "house.tar");

/** Runs one of our commands on a data folder. @returns how it ended and what it said */
async function command(
  name: string,
  folder: string,
  ...args: string[]
): Promise<{ code: number; said: string }> {
  const { DATABASE_URL: _, ...env } = process.env;
  const ran = promisify(execFile)(process.execPath, [join(top, "scripts", `${name}.mjs`), ...args], {
    env: { ...env, DATA_DIR: folder },
  });
  return ran.then(
    ({ stdout, stderr }) => ({ code: 0, said: stdout + stderr }),
    (e: unknown) => {
      const { code, stdout, stderr } = e as { code: number; stdout: string; stderr: string };
      return { code, said: stdout + stderr };
    },
  );
}

/** Every row of every table of a house, summed up; what a backup itself writes left out. */
async function rowsOf(folder: string): Promise<Record<string, string>> {
  const database = new Database({ folder });
  const pool = connect(database.url);
  const { rows: tables } = await pool.query<{ name: string }>(
    "select tablename as name from pg_tables where schemaname = 'public' and tablename <> 'backups' order by 1",
  );
  const sums: Record<string, string> = {};
  for (const { name } of tables) {
    const { rows } = await pool.query<{ many: string; sum: string | null }>(
      `select count(*) as many, md5(string_agg(t::text, E'\\n' order by t::text)) as sum from ${name} t`,
    );
    sums[name] = `${rows[0]?.many} ${rows[0]?.sum}`;
  }
  await pool.end();
  return sums;
}

/** Every file of a house beside its database, with its hash. */
function filesOf(folder: string): Record<string, string> {
  const found: Record<string, string> = {};
  for (const part of ["secret-key", "shared-disk", "stations"]) {
    const path = join(folder, part);
    const inside = statSync(path).isFile() ? [""] : readdirSync(path, { recursive: true }).map(String);
    for (const name of inside.sort()) {
      const at = join(path, name);
      found[join(part, name)] = statSync(at).isDirectory()
        ? "folder"
        : createHash("sha256").update(readFileSync(at)).digest("hex");
    }
  }
  return found;
}

/** The rows once nothing that was under way when the stations were stopped changes them any more. */
async function restingRows(): ReturnType<typeof rowsOf> {
  for (let [was, is] = [await rowsOf(data), await rowsOf(data)]; ; [was, is] = [is, await rowsOf(data)]) {
    if (JSON.stringify(was) === JSON.stringify(is)) return is;
    await new Promise((later) => {
      setTimeout(later, 500);
    });
  }
}

describe("a backup", () => {
  it("made while the house serves makes the same house again, whole", async () => {
    const begun = start(data, { DEMO: "yes" });
    const base = await litAt(begun);
    await begun.hears(/Ctrl-C stops it/);
    const writer = new Writer(() => base);
    await writer.signIn("marram", "tide-table");
    await writer.ask("newTemplate", {}, { name: "Before the flood", shelf: "Field" });
    // Nobody reports any more: the stations would go on writing when they were last seen.
    for (const { pid, what } of processesOf(data))
      if (what.includes("station-main")) process.kill(pid, "SIGSTOP");
    const [before, files] = [await restingRows(), filesOf(data)];
    const made = await command("backup", data, file);
    expect([made.code, made.said]).toEqual([
      0,
      expect.stringMatching(/house\.tar: the database and \d+ files/),
    ]);
    expect(statSync(file).mode & 0o777).toBe(0o600);
    expect(await rowsOf(data)).toEqual(before);
    await writer.ask("newTemplate", {}, { name: "After the flood", shelf: "Field" });
    expect((await command("backup", data, file)).said).toContain("is there already");

    const restored = await command("restore", other, file);
    expect([restored.code, restored.said]).toEqual([
      0,
      expect.stringContaining("is the house as it was at"),
    ]);
    const database = new Database({ folder: other });
    await database.begin();
    const again = await rowsOf(other);
    await database.stop();
    expect(again).toEqual(before);
    expect(filesOf(other)).toEqual(files);
    expect(Object.keys(again).length).toBeGreaterThan(25);
    for (const { pid, what } of processesOf(data))
      if (what.includes("station-main")) process.kill(pid, "SIGCONT");
    begun.process.kill("SIGINT");
    await begun.ended;

    const lit = start(other, { DEMO: "yes" });
    const there = await litAt(lit);
    const reader = new Writer(() => there);
    await reader.signIn("marram", "tide-table");
    const { answer } = await reader.ask("library", {});
    const names = answer?.templates.map((t) => t.name);
    expect([names?.includes("Before the flood"), names?.includes("After the flood")]).toEqual([
      true,
      false,
    ]);
    lit.process.kill("SIGINT");
    await lit.ended;
  }, 240_000);

  it("is refused where it is damaged, none, or there is a house already; the folder stays as it was", async () => {
    expect((await command("restore", other, file)).said).toContain("holds a house already");
    const bytes = readFileSync(file);
    const torn = join(kept, "torn.tar");
    writeFileSync(torn, bytes.subarray(0, bytes.length / 2));
    const changed = join(kept, "changed.tar");
    const flipped = Buffer.from(bytes);
    flipped[2048] = (flipped[2048] ?? 0) ^ 1;
    writeFileSync(changed, flipped);
    const none = join(kept, "none.tar");
    writeFileSync(none, "not a tar at all");
    for (const [from, says] of [
      [torn, /damaged|no backup/],
      [changed, /“database\.dump” is not as it was/],
      [none, /damaged|no backup/],
      [join(kept, "missing.tar"), /no such file/],
    ] as const) {
      const refused = await command("restore", third, from);
      expect([from, refused.code, refused.said]).toEqual([from, 1, expect.stringMatching(says)]);
      expect(readdirSync(third)).toEqual([]);
    }
  });

  it("is made by itself before a house is migrated, and the database of a later version is left alone", async () => {
    const database = new Database({ folder: data });
    await database.begin();
    const pool = connect(database.url);
    // As the version before the last migration left it.
    await pool.query("drop table backups");
    await pool.query("delete from migrations where name = '008_backups.sql'");
    await pool.end();
    await database.stop();
    const begun = start(data, { DEMO: "yes" });
    await litAt(begun);
    const [, lies] = /as it was it lies in (\S+\.tar)/.exec(begun.said()) ?? [];
    expect(existsSync(lies ?? "")).toBe(true);
    const running = connect(new Database({ folder: data }).url);
    await running.query("insert into migrations (name) values ('999_later.sql')");
    await running.end();
    begun.process.kill("SIGINT");
    await begun.ended;
    const refused = start(data, { DEMO: "no" });
    expect(await refused.ended).toBe(1);
    expect(refused.said()).toContain("last used by a later version of Mossy Lantern");
  }, 120_000);
});
