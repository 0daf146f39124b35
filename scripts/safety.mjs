// What keeps a house safe that is not the server's own to make: its secret, and who it runs as.
import { execFileSync } from "node:child_process";
import { randomBytes } from "node:crypto";
import { existsSync, lchownSync, mkdirSync, readFileSync, readdirSync } from "node:fs";
import { join } from "node:path";
import { writeWhole } from "./cluster.mjs";

/** The secret that seals second factors, kept beside the data and not in the database. */
export function secretKey(dataDir) {
  const file = join(dataDir, "secret-key");
  // One that an interrupted start left empty is none.
  const kept = existsSync(file) ? readFileSync(file, "utf8").trim() : "";
  if (kept !== "") return kept;
  const fresh = randomBytes(32).toString("base64url");
  writeWhole(file, fresh);
  return fresh;
}

/** Debian's user for programs that shall own nothing. */
const NOBODY = { uid: 65_534, gid: 65_534 };

/**
 * Whom the server becomes when root starts it: the user that owns nothing, as long as that user can read
 * what the server serves; otherwise it says so and stays.
 * @param needed folders the server reads
 */
export function runAs(needed) {
  if (process.getuid?.() !== 0 || process.env.RUN_AS !== undefined) return {};
  const blocked = needed.find((folder) => {
    try {
      execFileSync("ls", [folder], { ...NOBODY, stdio: "ignore" });
      return false;
    } catch {
      return true;
    }
  });
  if (blocked === undefined) return { RUN_AS: `${NOBODY.uid}:${NOBODY.gid}` };
  console.error(
    `The server stays root: other users cannot read ${blocked}. Clone the project to a folder they may enter.`,
  );
  return {};
}

/** Gives a folder and all in it to a user and group, made where it is not there. Links are not followed. */
export function ownedBy(who, folder) {
  const [uid, gid] = who.split(":").map(Number);
  mkdirSync(folder, { recursive: true });
  lchownSync(folder, uid, gid);
  for (const entry of readdirSync(folder, { withFileTypes: true, recursive: true }))
    lchownSync(join(entry.parentPath ?? entry.path, entry.name), uid, gid);
}
