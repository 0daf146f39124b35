import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import type { Pool } from "@mossy/server/database";
import { stationWith } from "@mossy/server/people/signIns";
import { makeStation } from "@mossy/server/rooms/stations";
import { roomWith } from "@mossy/server/rooms/store";
import { demoPeople } from "./people.ts";
import { demoRooms } from "./rooms.ts";

/**
 * A station for each room of the demo and for each of its sample machines, with its token in a file only whoever runs
 * the house can read: an account like any other. One whose token is still good is left as it is.
 * @returns the files
 */
export async function demoStations(pool: Pool, folder: string): Promise<string[]> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const lead = demoPeople.find((p) => p.right === "lead")?.id ?? "";
  const files: string[] = [];
  for (const { id, room } of demoRooms) {
    const now = await roomWith(pool, id);
    const wanted = [
      { file: id, name: `${now.name} station`, machine: null },
      ...room.machines.map((m) => ({
        file: `${id}.${m.name}`,
        name: `${m.name}, samples`,
        machine: m.name,
      })),
    ];
    for (const { file, ...made } of wanted) {
      const path = join(folder, file);
      files.push(path);
      const kept = existsSync(path) ? readFileSync(path, "utf8").trim() : "";
      if (kept !== "" && (await stationWith(pool, kept))) continue;
      const { token } = await makeStation(pool, id, made, lead);
      writeFileSync(path, `${token}\n`, { mode: 0o600 });
    }
  }
  return files;
}
