import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import type { Pool } from "@mossy/server/database";
import { stationWith } from "@mossy/server/people/signIns";
import { makeStation } from "@mossy/server/rooms/stations";
import { roomWith } from "@mossy/server/rooms/store";
import { demoPeople } from "./people.ts";
import { demoRooms } from "./rooms.ts";

/**
 * A station for each room of the demo, with its token in a file only whoever runs the house can read: an
 * account like any other. One whose token is still good is left as it is.
 * @returns the files
 */
export async function demoStations(pool: Pool, folder: string): Promise<string[]> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const lead = demoPeople.find((p) => p.right === "lead")?.id ?? "";
  const files: string[] = [];
  for (const { id } of demoRooms) {
    const file = join(folder, id);
    files.push(file);
    const kept = existsSync(file) ? readFileSync(file, "utf8").trim() : "";
    if (kept !== "" && (await stationWith(pool, kept))) continue;
    const { name } = await roomWith(pool, id);
    const { token } = await makeStation(pool, id, `${name} station`, lead);
    writeFileSync(file, `${token}\n`, { mode: 0o600 });
  }
  return files;
}
