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
