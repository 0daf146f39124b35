import { constants, copyFile, link, mkdir, readdir } from "node:fs/promises";
import { join } from "node:path";
import { ENDLESS, connect } from "../database.ts";

/** The address of another database in the same PostgreSQL. */
export function databaseIn(postgres: string, name: string): string {
  return Object.assign(new URL(postgres), { pathname: `/${name}` }).href;
}

/** A machine full of tests now and then stands still for longer than somebody at a screen would wait. */
const PATIENT = { ...ENDLESS, connection: 60_000 };

async function asAdmin(postgres: string, what: string): Promise<void> {
  const admin = connect(postgres, PATIENT);
  try {
    await admin.query(what);
  } finally {
    await admin.end();
  }
}

/** Makes a database as a copy of another that nobody is connected to. @returns its address */
export async function copyDatabase(postgres: string, from: string, name: string): Promise<string> {
  await asAdmin(postgres, `create database ${name} template ${from}`);
  return databaseIn(postgres, name);
}

/** Takes a database away that a test is done with: hundreds that nobody looks at any more keep the disk busy. */
export const dropDatabase = (postgres: string, url: string): Promise<void> =>
  asAdmin(postgres, `drop database if exists ${new URL(url).pathname.slice(1)} with (force)`);

/** Gives a house its own store of files, with what another has: none of them ever changes, so it is not copied. */
export async function linkFiles(from: string, to: string): Promise<void> {
  await mkdir(to, { recursive: true });
  for (const entry of await readdir(from, { withFileTypes: true })) {
    const [there, here] = [join(from, entry.name), join(to, entry.name)];
    if (entry.isDirectory()) await linkFiles(there, here);
    else await link(there, here).catch(() => copyFile(there, here, constants.COPYFILE_EXCL));
  }
}
