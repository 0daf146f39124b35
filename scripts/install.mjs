// Installs what is missing: npm packages by the lock file, Debian packages where we may.
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import { endOnSignals, run } from "./children.mjs";

const top = resolve(dirname(fileURLToPath(import.meta.url)), "..");

async function install(command, args, options = {}) {
  // A command that minds signals itself does so; of the others nothing goes on installing after Ctrl-C.
  const leave = process.listenerCount("SIGINT") === 0 ? endOnSignals() : () => {};
  try {
    await run(command, args, options);
  } catch (e) {
    console.error(`\n${e.message} Put that right and start again.`);
    process.exit(1);
  } finally {
    leave();
  }
}

/** npm packages, only when the lock file is another than the one installed last. */
export async function installPackages() {
  const [major, minor] = process.versions.node.split(".").map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Mossy Lantern needs Node.js 20.19 or later; this is ${process.versions.node}.`);
    process.exit(1);
  }
  const lock = createHash("sha256")
    .update(readFileSync(join(top, "package-lock.json")))
    .digest("hex");
  const stamp = join(top, "node_modules", ".installed-lock");
  if (existsSync(stamp) && readFileSync(stamp, "utf8") === lock) return;
  console.log("Installing packages…");
  await install(
    process.platform === "win32" ? "npm.cmd" : "npm",
    ["ci", "--include=dev", "--no-audit", "--no-fund", "--loglevel=error"],
    { cwd: top },
  );
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, lock);
}

const onPath = (program) =>
  (process.env.PATH ?? "").split(":").some((dir) => existsSync(join(dir, program)));

/** Folder with `initdb` and `postgres`, the newest version there is; null where there is none. */
export function postgresPrograms() {
  const root = "/usr/lib/postgresql";
  const versions = existsSync(root)
    ? readdirSync(root).filter((v) => existsSync(join(root, v, "bin", "initdb")))
    : [];
  const newest = versions.sort((a, b) => Number(b) - Number(a))[0];
  if (newest) return join(root, newest, "bin");
  for (const dir of (process.env.PATH ?? "").split(":"))
    if (existsSync(join(dir, "initdb")) && existsSync(join(dir, "postgres"))) return dir;
  return null;
}

async function installDebian(packages, what) {
  if (typeof process.getuid !== "function" || process.getuid() !== 0 || !onPath("apt-get")) {
    console.error(
      `${what} is missing. Install it (Debian: ` +
        "sudo apt-get install " +
        `${packages.join(" ")}) and start again.`,
    );
    process.exit(1);
  }
  console.log(`Installing ${packages.join(", ")} from Debian…`);
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  await install("apt-get", ["update", "-qq"], { env });
  await install("apt-get", ["install", "-y", "-qq", "--no-install-recommends", ...packages], { env });
}

/** @returns the folder of PostgreSQL's programs, installing them where they are missing */
export async function findPostgres() {
  const found = postgresPrograms();
  if (found) return found;
  await installDebian(["postgresql"], "PostgreSQL");
  const now = postgresPrograms();
  if (now) return now;
  console.error("PostgreSQL was installed but its programs were not found under /usr/lib/postgresql.");
  process.exit(1);
}

/** The media tool that measurements of sound are held against. */
export async function findMediaTool() {
  if (!onPath("ffmpeg")) await installDebian(["ffmpeg"], "FFmpeg");
}

/** A free bank of samples, as Debian lays it. */
export const SAMPLE_BANK = "/usr/share/sounds/sf2/TimGM6mb.sf2";

/** The synthesiser and the bank that what we read of sample banks is held against. */
export async function findSynthesiser() {
  if (!onPath("fluidsynth") || !existsSync(SAMPLE_BANK))
    await installDebian(["fluidsynth", "timgm6mb-soundfont"], "FluidSynth with a free bank of samples");
}

/** Chromium and ChromeDriver for the browser tests and pictures. */
export async function findChromium() {
  if (!existsSync("/usr/bin/chromium") || !existsSync("/usr/bin/chromedriver"))
    await installDebian(["chromium", "chromium-driver"], "Chromium with ChromeDriver");
}
