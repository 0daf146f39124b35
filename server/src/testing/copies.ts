import { constants, copyFile, link, mkdir, readdir } from "node:fs/promises";
import { join } from "node:path";
import { connect } from "../database.ts";

/** The address of another database in the same PostgreSQL. */
export function databaseIn(postgres: string, name: string): string {
  return Object.assign(new URL(postgres), { pathname: `/${name}` }).href;
}

/** Makes a database as a copy of another that nobody is connected to. @returns its address */
export async function copyDatabase(postgres: string, from: string, name: string): Promise<string> {
  const admin = connect(postgres);
  try {
    await admin.query(`create database ${name} template ${from}`);
  } finally {
    await admin.end();
  }
  return databaseIn(postgres, name);
}

/** Gives a house its own store of files, with what another has: none of them ever changes, so it is not copied. */
export async function linkFiles(from: string, to: string): Promise<void> {
  await mkdir(to, { recursive: true });
  for (const entry of await readdir(from, { withFileTypes: true })) {
    const [there, here] = [join(from, entry.name), join(to, entry.name)];
    if (entry.isDirectory()) await linkFiles(there, here);
    else await link(there, here).catch(() => copyFile(there, here, constants.COPYFILE_EXCL));
  }
}
