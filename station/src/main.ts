import { parseArgs } from "node:util";
import { dice } from "@mossy/core/chance/dice";
import { AFTERNOON, work } from "./afternoon.ts";
import { HouseClient } from "./house.ts";
import { readPackage } from "./package.ts";
import { readExchange } from "@mossy/core/formats/exchange/read";
import { writeExchange } from "@mossy/core/formats/exchange/write";

const { values } = parseArgs({
  options: {
    house: { type: "string", default: "http://127.0.0.1:4173" },
    as: { type: "string", default: "wren" },
    password: { type: "string", default: "sea-kale" },
    session: { type: "string" },
    pace: { type: "string", default: "1500" },
    help: { type: "boolean", default: false },
  },
});

if (values.help) {
  console.log(
    "npm run station -- [--session ID] [--house URL] [--as NAME --password WORD] [--pace " +
      "MS]\n\nA stand-in for the workstations of the rooms: takes packages, works an " +
      "afternoon in each, hands the session file in.\nWith --session it does so once for that " +
      "session; without, it waits for packages that are sent.",
  );
  process.exit(0);
}

const house = new HouseClient(values.house);
await house.signIn(values.as, values.password);

async function afternoon(session: string): Promise<void> {
  const parcel = readPackage(await house.fetchPackage(session));
  console.log(
    `station: took “${parcel.session.title}” (${parcel.session.tracks.length} tracks, ` +
      `${parcel.inputLines} lines of input list, ${parcel.folders.length} folders)`,
  );
  await new Promise((resolve) => {
    setTimeout(resolve, Number(values.pace));
  });
  // Each session drifts in its own way, and each time the same.
  const seed = [...session].reduce((n, ch) => (n * 31 + ch.charCodeAt(0)) | 0, 7);
  const worked = work(parcel.session, AFTERNOON, dice(seed));
  const { number, findings } = await house.handIn(
    session,
    writeExchange(worked, parcel.of),
    parcel.fileName,
  );
  console.log(`station: handed in “${parcel.session.title}”, check-in ${number}, ${findings} findings`);
}

if (values.session !== undefined) {
  await afternoon(values.session);
  process.exit(0);
}

// Ends with the start command that began it.
if (process.env["ENDS_WITH_PARENT"])
  process.stdin
    .on("end", () => {
      process.exit(0);
    })
    .resume();
console.log(`station: waiting for packages from ${values.house}`);
/** A corrected file takes the place of the session as it stood in the room; nobody works in it unasked. */
async function putRight(title: string, checkIn: string): Promise<void> {
  const { session } = readExchange(await house.fetchCorrected(checkIn));
  console.log(`station: took the corrected file of “${title}” (${session.tracks.length} tracks)`);
}

for await (const { as, session, title, checkIn } of house.sent()) {
  const took = as === "correction" && checkIn !== null ? putRight(title, checkIn) : afternoon(session);
  await took.catch((e: unknown) => console.error(`station: ${e instanceof Error ? e.message : String(e)}`));
}
