import { existsSync, openAsBlob, readFileSync } from "node:fs";
import { basename, resolve } from "node:path";
import { parseArgs } from "node:util";
import { dice } from "@mossy/core/chance/dice";
import { AFTERNOON, work } from "./afternoon.ts";
import { HouseClient } from "./house.ts";
import { applyTo, withoutAudio } from "./ownFile.ts";
import { keepLayouts } from "./layouts.ts";
import { loadFor } from "./machine.ts";
import { readPackage } from "./package.ts";
import { SoundsHere } from "./sounds.ts";
import { readExchange } from "@mossy/core/formats/exchange/read";
import { writeExchange } from "@mossy/core/formats/exchange/write";

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    house: { type: "string", default: "http://127.0.0.1:4173" },
    "token-file": { type: "string", multiple: true, default: [] },
    session: { type: "string" },
    pace: { type: "string", default: "1500" },
    "without-audio": { type: "boolean", default: false },
    memory: { type: "string" },
    speed: { type: "string" },
    wrong: { type: "string" },
    help: { type: "boolean", default: false },
  },
});

const HELP = `npm run station -- --token-file FILE [--house URL] [--session ID] [--pace MS]

A stand-in for the workstation of a room: takes packages, works an afternoon in each, hands the session file in.
A lead makes a station on the room's page; its token, shown there once, goes into FILE. Several --token-file
make one process the stations of several rooms. With --session it works once, in that session; without, it
waits for packages that are sent to its room.

A station that was made for a sample machine of its room stands in for that: it loads what sessions ask of it, in
--pace milliseconds, and tells the house what it holds. It has the --memory (MB) and the --speed (MB a second) its
room says, unless they are said here; --wrong: so many of its patches are not as they were asked.

npm run station -- hand-in FILE --session ID --token-file FILE [--without-audio]
hands a session file in, with its recordings or without.

npm run station -- apply LIST FILE
carries a list of edits of the house out on the session file it is of: into a new file beside it.`;

if (values.help) {
  console.log(HELP);
  process.exit(0);
}

const sleep = (ms: number): Promise<void> =>
  new Promise((resolve) => {
    setTimeout(resolve, ms);
  });

/** A station: the house as it sees it, and the sounds its room has. */
interface Station {
  readonly house: HouseClient;
  readonly sounds: SoundsHere;
}

function stationOf(file: string): Station {
  try {
    const house = new HouseClient(values.house, readFileSync(file, "utf8").trim());
    return { house, sounds: new SoundsHere(`${file}.sounds`) };
  } catch (e) {
    console.error(`station: the token cannot be read: ${e instanceof Error ? e.message : String(e)}`);
    process.exit(1);
  }
}

async function afternoon({ house, sounds }: Station, session: string): Promise<void> {
  const parcel = await readPackage(await house.fetchPackage(session, sounds.hashes));
  const { title } = parcel.session;
  const { came, here } = sounds.take(parcel.sounds);
  console.log(
    `station: took “${title}” (${parcel.session.tracks.length} tracks, ` +
      `${parcel.inputLines} lines of input list, ${parcel.folders.length} folders` +
      (parcel.sounds.length === 0 ? ")" : `, ${came} sounds came, ${here} were here)`),
  );
  await house.report(`works in “${title}”`.slice(0, 200));
  await sleep(Number(values.pace));
  // Each session drifts in its own way, and each time the same.
  const seed = [...session].reduce((n, ch) => (n * 31 + ch.charCodeAt(0)) | 0, 7);
  const worked = work(parcel.session, AFTERNOON, dice(seed));
  const { number, findings } = await house.handIn(
    session,
    writeExchange(worked, parcel.of),
    parcel.fileName,
  );
  await house.report(`handed in “${title}”`.slice(0, 200));
  console.log(`station: handed in “${title}”, check-in ${number}, ${findings} findings`);
}

/** A corrected file takes the place of the session as it stood in the room; nobody works in it unasked. */
async function putRight(house: HouseClient, title: string, checkIn: string): Promise<void> {
  const { session: right } = await readExchange(await house.fetchCorrected(checkIn));
  await house.report(`took the corrected file of “${title}”`.slice(0, 200));
  console.log(`station: took the corrected file of “${title}” (${right.tracks.length} tracks)`);
}

/** Gets what it is to open with, and tells that it has it. */
async function openWith(house: HouseClient): Promise<void> {
  const has: { template: string; release: number }[] = [];
  for (const { template, name, release } of await house.startUp()) {
    if (release === null) continue;
    const { session } = await readExchange(await house.startUpFile(template));
    console.log(`station: opens with “${name}”, release ${release} (${session.tracks.length} tracks)`);
    has.push({ template, release });
  }
  await house.opensWith(has);
}

const say = (e: unknown): void => console.error(`station: ${e instanceof Error ? e.message : String(e)}`);

/** A number as it was typed; null where it was not. */
function numberOf(option: "memory" | "speed" | "wrong" | "pace"): number | null {
  const typed = values[option];
  if (typed === undefined) return null;
  const n = Number(typed);
  if (typed.trim() !== "" && n >= 0 && Number.isFinite(n)) return n;
  throw new Error(`--${option} takes a number from 0 on, not “${typed}”.`);
}

/** Loads what a session asks of the sample machine of this name. */
const load = (house: HouseClient, name: string, session: string): Promise<void> => {
  const made = { memory: numberOf("memory"), speed: numberOf("speed"), wrong: numberOf("wrong") ?? 0 };
  return loadFor({ house, name, made, pace: numberOf("pace") ?? 0, say: console.log }, session);
};

/** Works once in a session, as what it was made for. */
async function workIn(station: Station, session: string): Promise<void> {
  const { machine } = await station.house.report("takes a package");
  await (machine === null ? afternoon(station, session) : load(station.house, machine, session));
}

/** Waits for what is sent to its room, until its token is withdrawn. */
async function stand(station: Station): Promise<void> {
  const { house } = station;
  const { name, roomName, machine } = await house.report("waits for packages");
  console.log(`station: ${name} waits for what is sent to ${roomName}`);
  if (machine !== null) {
    for await (const heard of house.sent())
      if (heard.kind === "sent" && heard.as === "package")
        await load(house, machine, heard.session).catch(say);
    return;
  }
  const layouts = new Map<string, number>();
  await openWith(house);
  await keepLayouts(house, layouts, console.log);
  for await (const heard of house.sent()) {
    if (heard.kind === "start-up") {
      await openWith(house).catch(say);
      continue;
    }
    if (heard.kind === "layouts") {
      await keepLayouts(house, layouts, console.log).catch(say);
      continue;
    }
    const { as, session, title, checkIn } = heard;
    const took =
      as === "correction" && checkIn !== null
        ? putRight(house, title, checkIn)
        : afternoon(station, session);
    await took.catch(say);
    await keepLayouts(house, layouts, console.log).catch(say);
  }
}

/** A session file as it lies here, handed in. */
async function handOwnIn(house: HouseClient, session: string, file: string): Promise<void> {
  if (!existsSync(file)) throw new Error(`there is no file “${file}”.`);
  const bytes = values["without-audio"] ? await withoutAudio(file) : await openAsBlob(file);
  const { number, findings } = await house.handIn(session, bytes, basename(file));
  console.log(`station: handed in “${basename(file)}”, check-in ${number}, ${findings} findings`);
}

const [command, ...named] = positionals;
/** A file named on the command line, as seen from where it was typed. */
const fileNamed = (path: string | undefined): string => {
  if (path !== undefined) return resolve(process.env["INIT_CWD"] ?? ".", path);
  console.error(`station: a file is missing.\n\n${HELP}`);
  process.exit(1);
};

if (command === "apply") {
  try {
    const { to, says } = await applyTo(fileNamed(named[0]), fileNamed(named[1]));
    console.log(`station: wrote ${to}`);
    for (const line of says) console.log(`station: ${line}`);
    process.exit(0);
  } catch (e) {
    console.error(`station: ${e instanceof Error ? e.message : String(e)}`);
    process.exit(1);
  }
}
if (command !== undefined && command !== "hand-in") {
  console.error(`station: nobody here knows “${command}”.\n\n${HELP}`);
  process.exit(1);
}

const [first, ...others] = values["token-file"].map(stationOf);
if (!first) {
  console.error(`station: no --token-file.\n\n${HELP}`);
  process.exit(1);
}
const failed = (e: unknown): void => {
  console.error(`station: ${e instanceof Error ? e.message : String(e)}`);
  process.exitCode = 1;
};
if (command === "hand-in") {
  const file = fileNamed(named[0]);
  if (values.session === undefined) failed(new Error("--session says which session the file is of"));
  else await handOwnIn(first.house, values.session, file).catch(failed);
} else if (values.session !== undefined) await workIn(first, values.session).catch(failed);
else {
  // Ends with the start command that began it.
  if (process.env["ENDS_WITH_PARENT"])
    process.stdin
      .on("end", () => {
        process.exit(0);
      })
      .resume();
  await Promise.all([first, ...others].map((station) => stand(station).catch(failed)));
}
process.exit();
