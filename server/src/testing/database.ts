import type { TestProject } from "vitest/node";
import { temporaryPostgres } from "../../../scripts/postgres.mjs";

declare module "vitest" {
  interface ProvidedContext {
    databaseUrl: string;
  }
}

/** One throw-away PostgreSQL for all server tests; each test file makes a database of its own in it. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const server = await temporaryPostgres();
  project.provide("databaseUrl", server.url);
  return () => server.stop();
}
