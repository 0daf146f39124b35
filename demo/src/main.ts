import { existsSync } from "node:fs";
import { ENDLESS, connect } from "@mossy/server/database";
import { aloneIn, runMigrations } from "@mossy/server/migrate";
import { Files } from "@mossy/server/files/files";
import { SharedDisk } from "@mossy/server/disk/sharedDisk";
import { demoHistory } from "./history.ts";
import { demoPeopleOn, isEmpty } from "@mossy/server/people/store";
import { largeHistory } from "./large.ts";
import { storeHistory } from "./load.ts";
import { storeSounds } from "./storeSounds.ts";
import { demoPeople } from "./people.ts";
import { demoStations } from "./stations.ts";

// Moves Saltmarsh Sound House into a house nobody lives in yet, then says who may be shown on the sign-in
// page.
const needed = (name: string): string => {
  const value = process.env[name];
  if (value === undefined) throw new Error(`${name} is not set; \`npm start\` sets it`);
  return value;
};

// Ends with the start command that began it.
if (process.env["ENDS_WITH_PARENT"])
  process.stdin
    .on("end", () => {
      process.exit(1);
    })
    .resume();
const pool = connect(needed("DATABASE_URL"), ENDLESS);
// Of two that start on one empty database, the second finds what the first brought.
const told = await aloneIn(pool, async () => {
  await runMigrations(pool, needed("MIGRATIONS_DIR"));
  if (await isEmpty(pool)) {
    const large = process.env["DEMO"] === "large";
    const history = (large ? largeHistory : demoHistory)(new Date());
    await storeHistory(pool, history, (many, of) => console.error(`Moving in: ${many} of ${of} sessions`));
    const files = process.env["FILES_DIR"];
    if (files !== undefined) await storeSounds(pool, new Files(files), history);
    const disk = process.env["DISK_DIR"];
    if (disk !== undefined && !existsSync(disk)) await new SharedDisk(disk).stock(history.disk);
  }
  // A house of one's own, or one whose demo was switched off, has nothing to show at its door.
  const lives = (await demoPeopleOn(pool)) > 0;
  return {
    hints: lives ? demoPeople : [],
    stations: lives ? await demoStations(pool, needed("STATIONS_DIR")) : [],
  };
});
await pool.end();
console.log(JSON.stringify(told));
process.exit();
