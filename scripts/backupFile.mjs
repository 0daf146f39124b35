// A backup of a house in one file: PostgreSQL's own dump and the files beside it, each with its hash (docs/formats.md).
import { createHash } from "node:crypto";
import { createReadStream, createWriteStream, existsSync, mkdirSync, renameSync, rmSync } from "node:fs";
import { lstat, open, readdir } from "node:fs/promises";
import { dirname, join } from "node:path";
import { Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import { extract, pack } from "tar-stream";
import { run } from "./children.mjs";

const FORMAT = "mossy-lantern/backup";
const VERSION = 1;
const DUMP = "database.dump";
const MANIFEST = "manifest.json";

/** What is kept of a data folder besides its database, where it is there. */
const KEPT = ["secret-key", "stations", "shared-disk", "files"];

/** An address without its password, and the environment that carries it: command lines can be read by others. */
export function unseen(url) {
  const address = new URL(url);
  const password = decodeURIComponent(address.password);
  address.password = "";
  return { address: address.href, env: { ...process.env, PGPASSWORD: password } };
}

/** Asks a database something. @returns the rows, each as text */
export async function asked(bin, url, sql) {
  const { address, env } = unseen(url);
  const out = await run(join(bin, "psql"), ["-X", "-At", "-v", "ON_ERROR_STOP=1", "-c", sql, address], {
    env,
    stdio: ["ignore", "pipe", "pipe"],
  });
  return out.trimEnd().split("\n").filter(Boolean);
}

/** Every file and empty folder below a path, by names that lead there; links are left out. */
async function* below(path, name) {
  const about = await lstat(path);
  if (about.isFile()) yield { path, name, size: about.size };
  if (!about.isDirectory()) return;
  const inside = (await readdir(path)).sort();
  if (inside.length === 0) yield { path, name: `${name}/`, size: 0 };
  for (const each of inside) yield* below(join(path, each), `${name}/${each}`);
}

/** Passes bytes on and sums them up. */
function summing() {
  const hash = createHash("sha256");
  let size = 0;
  const through = new Transform({
    transform(piece, _encoding, next) {
      hash.update(piece);
      size += piece.length;
      next(null, piece);
    },
  });
  return { through, sum: () => ({ size, sha256: hash.digest("hex") }) };
}

/** Adds a file to a tar as it is now. @returns its size and hash as they went in */
async function add(tar, { path, name, size }) {
  const { through, sum } = summing();
  const entry = tar.entry({ name, size, mode: 0o600, type: name.endsWith("/") ? "directory" : "file" });
  if (name.endsWith("/")) {
    entry.end();
    return { path: name, size: 0, sha256: null };
  }
  // One that grows meanwhile goes in as long as it was.
  if (size === 0) entry.end();
  else await pipeline(createReadStream(path, { end: size - 1 }), through, entry);
  const made = sum();
  if (made.size !== size)
    throw new Error(`“${path}” became shorter while it was read. Make the backup again.`);
  return { path: name, ...made };
}

/**
 * Writes a backup of a house, also while it serves: the database as it is at one moment, the files beside it
 * as they are read. The file is there whole or not at all, and only its owner may read it.
 * @param {{ bin: string, url: string, dataDir: string, diskDir: string | null, filesDir: string | null,
 *   to: string }} house diskDir, filesDir: null to leave the stand-in disk, the store of files out
 * @returns its size in bytes, and how many files are in it
 */
export async function writeBackup({ bin, url, dataDir, diskDir, filesDir, to }) {
  const elsewhere = { "shared-disk": diskDir, files: filesDir };
  if (existsSync(to)) throw new Error(`${to} is there already. Name a file that is not.`);
  mkdirSync(dirname(to), { recursive: true });
  const [dump, part] = [`${to}.dump`, `${to}.part`];
  try {
    const migrations = await asked(bin, url, "select name from migrations order by name");
    const [postgres] = await asked(bin, url, "show server_version");
    const { address, env } = unseen(url);
    await run(join(bin, "pg_dump"), ["-Fc", "--no-owner", "--no-privileges", "-f", dump, address], {
      env,
      stdio: ["ignore", "ignore", "pipe"],
    });
    const tar = pack();
    const writing = pipeline(tar, createWriteStream(part, { mode: 0o600 }));
    const entries = [];
    const filling = (async () => {
      entries.push(await add(tar, { path: dump, name: DUMP, size: (await lstat(dump)).size }));
      for (const name of KEPT) {
        const path = name in elsewhere ? elsewhere[name] : join(dataDir, name);
        if (path === null || !existsSync(path)) continue;
        for await (const file of below(path, `files/${name}`))
          // What is still on its way in is no part of the house yet.
          if (!file.name.startsWith("files/files/coming/")) entries.push(await add(tar, file));
      }
      const manifest = {
        format: FORMAT,
        version: VERSION,
        madeAt: new Date().toISOString(),
        postgres,
        migrations,
        entries,
      };
      tar.entry({ name: MANIFEST, mode: 0o600 }, `${JSON.stringify(manifest, null, 1)}\n`);
      tar.finalize();
    })().catch((e) => {
      tar.destroy(e);
      throw e;
    });
    await Promise.all([filling, writing]);
    const written = await open(part, "r");
    await written.sync();
    const { size } = await written.stat();
    await written.close();
    renameSync(part, to);
    await writeDown(bin, url, size, to);
    return { size, files: entries.length - 1 };
  } finally {
    rmSync(dump, { force: true });
    rmSync(part, { force: true });
  }
}

/** The house knows when it was backed up last; one of before it could know has no place for that. */
async function writeDown(bin, url, size, to) {
  const quoted = to.replaceAll("'", "''");
  await asked(
    bin,
    url,
    `do $$ begin if to_regclass('public.backups') is not null then
       insert into backups (bytes, file) values (${size}, '${quoted}'); end if; end $$`,
  );
}

const damaged = (what) =>
  new Error(
    `The backup is damaged: ${what}. Nothing was restored. Take another copy of it, or an earlier one.`,
  );
/** Only these lead into the folder a backup is unpacked to. */
const isOurs = (name) => (name === DUMP || name.startsWith("files/")) && !name.split("/").includes("..");

/**
 * Unpacks a backup into an empty folder and holds every entry against its hash.
 * @returns its manifest, and where the dump is
 * @throws Error that says what is wrong with it
 */
export async function readBackup(from, into) {
  const seen = new Map();
  let manifest = null;
  const tar = extract();
  const reading = pipeline(createReadStream(from), tar);
  const taking = (async () => {
    for await (const entry of tar) {
      const { name, type } = entry.header;
      if (name === MANIFEST) {
        const parts = [];
        for await (const piece of entry) parts.push(piece);
        manifest = JSON.parse(Buffer.concat(parts).toString("utf8"));
        continue;
      }
      if (!isOurs(name) || !["file", "directory"].includes(type)) throw damaged(`it holds “${name}”`);
      const path = join(into, name);
      mkdirSync(type === "directory" ? path : dirname(path), { recursive: true });
      if (type === "directory") {
        seen.set(name, { size: 0, sha256: null });
        entry.resume();
        continue;
      }
      const { through, sum } = summing();
      await pipeline(entry, through, createWriteStream(path, { mode: 0o600 }));
      seen.set(name, sum());
    }
  })();
  await Promise.all([reading, taking]).catch((e) => {
    throw e.message.startsWith("The backup is damaged") ? e : damaged(e.message);
  });
  check(manifest, seen);
  return { manifest, dump: join(into, DUMP) };
}

function check(manifest, seen) {
  if (manifest?.format !== FORMAT)
    throw new Error(
      "This is no backup of Mossy Lantern, or it ends before its list of contents. Nothing was restored.",
    );
  if (manifest.version > VERSION)
    throw new Error(
      "This backup was made by a later version of Mossy Lantern. Restore it with that version.",
    );
  for (const { path, size, sha256 } of manifest.entries) {
    const there = seen.get(path);
    if (!there) throw damaged(`“${path}” is missing`);
    if (there.size !== size || there.sha256 !== sha256) throw damaged(`“${path}” is not as it was`);
  }
  if (seen.size !== manifest.entries.length) throw damaged("it holds more than it lists");
}
