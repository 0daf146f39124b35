// npm run bench -- load: two hundred rooms at once in the large house, on two server processes.
import { spawn } from "node:child_process";
import type { ChildProcess } from "node:child_process";
import { readFileSync } from "node:fs";
import { setTimeout as pause } from "node:timers/promises";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { dice } from "@mossy/core/chance/dice";
import type { AnswerOf } from "@mossy/contract/routes";
import { connect } from "@mossy/server/database";
import type { Pool } from "@mossy/server/database";
import { beginSignIn } from "@mossy/server/people/signIns";
import { NODE_FLAGS, bundle } from "../../scripts/bundle.mjs";
import { longSession } from "./smooth.ts";
import { Tally, Visitor, send } from "./testing/crowd.ts";
import { Figures } from "./testing/figures.ts";
import { largeHouse } from "./testing/largeHouse.ts";
import { mixOf } from "./testing/mix.ts";
import type { Kind, Work } from "./testing/mix.ts";

const PROCESSES = 2;
/** Requests a second; the bare route is asked twice a second beside them. */
const RATE = Number(process.env["RATE"] ?? 20);
const SECONDS = Number(process.env["SECONDS"] ?? 60);
const AIM = { p95: 100, p99: 250 };
let failed = false;

interface Serving {
  readonly child: ChildProcess;
  readonly base: string;
}
async function serve(program: string, env: Readonly<Record<string, string>>): Promise<Serving> {
  const child = spawn(process.execPath, [...NODE_FLAGS, program], {
    env: { ...process.env, NODE_ENV: "production", PORT: "0", ENDS_WITH_PARENT: "yes", ...env },
    stdio: ["pipe", "pipe", "inherit"],
  });
  const base = await new Promise<string>((found, wrong) => {
    child.stdout.on("data", (d: Buffer) => {
      const at = /serving (\S+)/.exec(d.toString())?.[1];
      if (at !== undefined) found(at);
    });
    child.on("exit", (code) => wrong(new Error(`a server ended with ${code}`)));
  });
  return { child, base };
}

const cookieOf = async (pool: Pool, person: string): Promise<string> =>
  `mossy=${await beginSignIn(pool, person, { address: "", browser: "" })}`;

/** Somebody who works there at a browser in each room. */
async function crowd(pool: Pool, bases: readonly string[]): Promise<Map<string, Visitor>> {
  const { rows } = await pool.query<{ room: string; people: string[] | null }>(
    `select r.id as room,
       (select array_agg(p.person order by p.person) from person_rooms p where p.room = r.id) as people
     from rooms r where r.retired_at is null order by r.place`,
  );
  const visitors = new Map<string, Visitor>();
  for (const [i, { room, people }] of rows.entries()) {
    const cookie = await cookieOf(pool, people?.[0] ?? "marram");
    visitors.set(room, new Visitor(bases[i % bases.length] ?? "", room, cookie));
  }
  return visitors;
}

async function openWork(pool: Pool): Promise<Work[]> {
  const { rows } = await pool.query<Work>(
    `select id as session, room, template, tracks, last_check_in as "checkIn" from sessions
     where closed_at is null order by made_at desc`,
  );
  return rows;
}

/** Asks at a steady pace, whether or not answers come. */
async function ask(kinds: readonly Kind[], tally: Tally, until: number, seed: number): Promise<void> {
  const roll = dice(seed);
  const all = kinds.flatMap((k) => Array.from({ length: k.times }, () => k));
  const asked: Promise<unknown>[] = [];
  const begun = performance.now();
  for (let n = 0; performance.now() < until; n++) {
    const kind = all[Math.floor(roll() * all.length)] as Kind;
    asked.push(tally.take(kind.name, () => kind.ask()));
    await pause(Math.max(0, begun + ((n + 1) * 1000) / RATE - performance.now()));
  }
  await Promise.all(asked);
}

async function askBare(base: string, figures: Figures, until: number): Promise<void> {
  while (performance.now() < until) {
    figures.add((await send(base, "GET", "/row", {})).took);
    await pause(500);
  }
}

/** Seconds of processor time a process and its threads used so far. */
function processorOf(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, "utf8").split(") ")[1]?.split(" ") ?? [];
  return (Number(fields[11]) + Number(fields[12])) / 100;
}

function report(what: string, tally: Tally, bare: Figures, loads: Tally): void {
  const { all, wrong } = tally;
  const good = all.at(0.95) < AIM.p95 && all.at(0.99) < AIM.p99 && wrong + loads.wrong === 0;
  if (!good) failed = true;
  console.log(
    `\n${good ? "ok    " : "MISSED"} ${what}: ${all.many} requests, ${wrong} wrong; ${all.says()} ` +
      `(aim p95 < ${AIM.p95}, p99 < ${AIM.p99})\n` +
      `         p95 is ${(all.at(0.95) / bare.at(0.95)).toFixed(1)} times that of a bare route that reads one row ` +
      `(${bare.says()})\n         loaded for news: ${loads.all.many}, ${loads.wrong} wrong; ${loads.all.says()}`,
  );
  for (const [kind, { figures, wrong: bad }] of [...tally.kinds].sort())
    console.log(
      `           ${kind.padEnd(24)} ${String(figures.many).padStart(5)}  ${figures.says()}` +
        (bad > 0 ? `, ${bad} wrong` : ""),
    );
  for (const why of [...tally.why, ...loads.why]) console.log(`         ${why}`);
}

/** MB a process holds in memory. */
const memoryOf = (pid: number): number =>
  Math.round(Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 0) / 1024);

/** A session of 2,000 tracks that somebody started, and its file. */
interface Long {
  readonly session: string;
  readonly file: Buffer;
}
async function startLong(lead: Visitor): Promise<Long> {
  const made = await lead.ask("newTemplate", {}, { name: "Long", shelf: "Long", session: longSession() });
  const { id: template } = JSON.parse(made.text) as { id: string };
  await lead.ask("publishRelease", { template }, { revision: 0, note: "All of it" });
  const wish = { title: "Long", room: "pan-yard", template, release: 1, leaveOut: [] };
  const session = JSON.parse((await lead.ask("startSession", {}, wish)).text) as AnswerOf<"session">;
  return { session: session.id, file: Buffer.from(writeExchange(session.baseline, session.id)) };
}

/** Between two hand-ins of it, in milliseconds. */
const REST = 5000;
/** It is handed in again and again, and the impact of the draft is worked out, place by place, without a rest. */
async function heavy(lead: Visitor, { session, file }: Long, tally: Tally, until: number): Promise<void> {
  const handing = async (): Promise<void> => {
    for (; performance.now() < until; await pause(REST))
      await tally.take("hand-in of 2,000 tracks", () =>
        lead.ask("handIn", {}, file, `?session=${session}`),
      );
  };
  const reckoning = async (): Promise<void> => {
    for (let from = 0; performance.now() < until;) {
      const came = await tally.take("impact, 12 places of it", () => lead.ask("impact", { from }));
      from = Number(/"next":(\d+)/.exec(came?.text ?? "")?.[1] ?? 0);
    }
  };
  await Promise.all([handing(), reckoning()]);
}

const house = await largeHouse();
const [server, worker, bareServer] = await Promise.all([
  bundle("server/src/main.ts"),
  bundle("server/src/worker.ts"),
  bundle("server/src/testing/bare.ts"),
]);
const env = {
  ...house.settings,
  DATABASE_URL: house.url,
  WORKER_FILE: worker,
  METRICS_TOKEN: "lag-lag-lag-lag-lag-lag",
};
const servers: Serving[] = [];
for (let n = 0; n < PROCESSES; n++) servers.push(await serve(server, env));
const bare = await serve(bareServer, env);
const pool = connect(house.url);
const visitors = await crowd(
  pool,
  servers.map((s) => s.base),
);
const everybody = [...visitors.values()];
const lead = new Visitor(servers[0]?.base ?? "", "", await cookieOf(pool, "marram"));
const work = await openWork(pool);

let heard = 0;
let loads = new Tally();
await Promise.all(
  everybody.map((v) =>
    v.listen((news) => {
      heard++;
      // Whoever is in a room looks at what goes on there; all else is told by the news themselves.
      const card =
        "card" in news ? news.card : "of" in news && "session" in news.of ? news.of.session : null;
      if (card && "room" in card && card.room === v.room)
        void loads.take("one session", () => v.ask("session", { session: card.id }));
    }),
  ),
);
const kinds = await mixOf(work, visitors, 7);
console.log(
  `${visitors.size} lines, ${work.length} open sessions, ${PROCESSES} processes, ${RATE} requests a second`,
);
const long = await startLong(lead);
// What is read for the first time after a start is not judged.
await ask(kinds, new Tally(), performance.now() + 5000, 1);

for (const [n, what] of [
  "mixed work",
  "mixed work, 2,000 tracks handed in and an impact worked out",
].entries()) {
  const [tally, figures, large] = [new Tally(), new Figures(), new Tally()];
  loads = new Tally();
  heard = 0;
  const used = servers.map((s) => processorOf(s.child.pid ?? 0));
  const begun = performance.now();
  const until = begun + SECONDS * 1000;
  await Promise.all([
    ask(kinds, tally, until, n + 2),
    askBare(bare.base, figures, until),
    n === 1 ? heavy(lead, long, large, until) : null,
  ]);
  const took = (performance.now() - begun) / 1000;
  report(what, tally, figures, loads);
  const busy = servers.map((s, i) => ((processorOf(s.child.pid ?? 0) - (used[i] ?? 0)) / took) * 100);
  console.log(
    `         news heard ${(heard / took).toFixed(0)} a second; a core busy with each process: ` +
      busy.map((b) => `${b.toFixed(0)} %`).join(", ") +
      `; memory ${servers.map((s) => `${memoryOf(s.child.pid ?? 0)} MB`).join(", ")}`,
  );
  for (const [kind, { figures: f, wrong }] of large.kinds)
    console.log(`         ${kind}: ${f.many}, ${wrong} wrong; ${f.says()}`);
  for (const why of large.why) console.log(`         ${why}`);
}

for (const v of everybody) v.leave();
for (const { child } of [...servers, bare]) child.kill();
await pool.end();
await house.close();
process.exit(failed ? 1 : 0);
