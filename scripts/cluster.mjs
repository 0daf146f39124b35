// The folder of a PostgreSQL of our own: made whole or not at all, and put right where a start was interrupted.
import { execFileSync } from "node:child_process";
import { randomBytes } from "node:crypto";
import {
  chownSync,
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  writeFileSync,
} from "node:fs";
import { rm } from "node:fs/promises";
import { join } from "node:path";
import { run } from "./children.mjs";

const isRoot = () => process.getuid?.() === 0;

/** The user the server runs under: it refuses to run as root. */
export function asServer() {
  if (!isRoot()) return {};
  const id = (flag) => Number(execFileSync("id", [flag, "postgres"], { encoding: "utf8" }));
  return { uid: id("-u"), gid: id("-g") };
}

/** Whether the server's user can get to a folder. */
export function reachable(folder) {
  const user = asServer();
  if (user.uid === undefined) return true;
  try {
    execFileSync("test", ["-x", folder], { ...user, stdio: "ignore" });
    return true;
  } catch {
    return false;
  }
}

/** Writes a secret so that it is there whole or not at all. */
export function writeWhole(file, text, owner = {}) {
  const fresh = `${file}.new`;
  rmSync(fresh, { force: true });
  writeFileSync(fresh, text, { mode: 0o600 });
  if (owner.uid !== undefined) chownSync(fresh, owner.uid, owner.gid);
  const open = openSync(fresh, "r");
  fsyncSync(open);
  closeSync(open);
  renameSync(fresh, file);
}

/** Whether a folder holds a cluster that was finished. */
const isWhole = (data) =>
  existsSync(join(data, "PG_VERSION")) && existsSync(join(data, "global", "pg_control"));
/** Whether a server ever came up on a cluster: from then on it may hold something. */
const everServed = (data) => existsSync(join(data, "postmaster.opts"));

/**
 * Sees to it that `folder/postgres` is a whole cluster; what an interrupted first start left is put right.
 * Nothing that may hold data is ever deleted.
 */
export async function readyCluster({ bin, folder, data, throwAway, log }) {
  // What made it may go on for a moment without the start that was killed, and write while it is taken away.
  const goesOn = { recursive: true, force: true, maxRetries: 10, retryDelay: 100 };
  for (const name of readdirSync(folder))
    if (name.startsWith("postgres.new-")) await rm(join(folder, name), goesOn);
  if (existsSync(data) && !(isWhole(data) && everServed(data)) && readdirSync(data).length > 0) {
    if (everServed(data))
      throw new Error(
        `${data} is not whole: PG_VERSION or global/pg_control is missing. Put the folder back from a backup, or move ` +
          "it away to begin with an empty house.",
      );
    const aside = join(folder, `postgres.unfinished-${new Date().toISOString().replace(/\W/g, "")}`);
    renameSync(data, aside);
    log(
      `The database was never finished by an earlier start; what there was lies in ${aside} and can be deleted.`,
    );
  }
  if (isWhole(data)) return;
  log("Making the database…");
  await makeCluster({ bin, folder, data, throwAway });
}

/** Makes a cluster with a password of its own, aside, and puts it in its place when it is whole. */
async function makeCluster({ bin, folder, data, throwAway }) {
  const user = asServer();
  const password = randomBytes(18).toString("base64url");
  const fresh = join(folder, `postgres.new-${process.pid}`);
  mkdirSync(fresh, { mode: 0o700 });
  if (user.uid !== undefined) chownSync(fresh, user.uid, user.gid);
  const hand = join(folder, "first-password");
  writeWhole(hand, password, user);
  const auth = ["-U", "mossy", "--auth=scram-sha-256", `--pwfile=${hand}`];
  const text = ["-E", "UTF8", "--locale=C.UTF-8"];
  try {
    await run(join(bin, "initdb"), ["-D", fresh, ...auth, ...text, ...(throwAway ? ["--no-sync"] : [])], {
      ...user,
      stdio: ["ignore", "ignore", "pipe"],
      cwd: folder,
    });
  } finally {
    rmSync(hand, { force: true });
  }
  writeWhole(passwordFile(folder), password);
  rmSync(data, { recursive: true, force: true });
  renameSync(fresh, data);
}

const passwordFile = (folder) => join(folder, "database-password");
/** The password of the database; null where its file is gone or empty. */
export function knownPassword(folder) {
  try {
    return readFileSync(passwordFile(folder), "utf8").trim() || null;
  } catch {
    return null;
  }
}

/** Gives the database a new password where the file with the old one was lost. No server may run on it. */
export async function newPassword({ bin, folder, data, log }) {
  log("The file with the database's password is gone; it gets a new one.");
  const password = randomBytes(18).toString("base64url");
  const child = run(join(bin, "postgres"), ["--single", "-j", "-D", data, "postgres"], {
    ...asServer(),
    cwd: data,
    stdio: [openSql(folder, `alter role mossy password '${password}';\n\n`), "ignore", "pipe"],
  });
  await child.finally(() => rmSync(join(folder, "new-password.sql"), { force: true }));
  writeWhole(passwordFile(folder), password);
}

/** @returns a file descriptor a program reads SQL from */
function openSql(folder, sql) {
  const file = join(folder, "new-password.sql");
  writeFileSync(file, sql, { mode: 0o600 });
  return openSync(file, "r");
}
