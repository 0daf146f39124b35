import { spawn } from "node:child_process";
import { connect } from "@mossy/server/database";
import { beginSignIn } from "@mossy/server/people/signIns";
import { bundle } from "../../scripts/bundle.mjs";
import { Visitor } from "./testing/crowd.ts";
import { Figures } from "./testing/figures.ts";
import { largeHouse } from "./testing/largeHouse.ts";
const house = await largeHouse();
const [server, worker] = [await bundle("server/src/main.ts"), await bundle("server/src/worker.ts")];
const child = spawn(process.execPath, [...(process.env["PROF"]?.split(" ") ?? []), server], {
  env: {
    ...process.env,
    NODE_ENV: "production",
    PORT: "0",
    ENDS_WITH_PARENT: "yes",
    ...house.settings,
    DATABASE_URL: house.url,
    WORKER_FILE: worker,
  },
  stdio: ["pipe", "pipe", "inherit"],
});
const base = await new Promise<string>((f) =>
  child.stdout.on("data", (d: Buffer) => {
    const m = /serving (\S+)/.exec(d.toString());
    if (m) f(m[1]!);
  }),
);
const pool = connect(house.url);
const v = new Visitor(base, "", `mossy=${await beginSignIn(pool, "marram", { address: "", browser: "" })}`);
for (const name of ["today", "library", "rooms", "sessions", "me", "unreadNames", "houseUses"] as const) {
  const f = new Figures();
  let size = 0,
    packed = 0;
  for (let n = 0; n < (name.length > 8 ? 5 : 30); n++) {
    const c = await v.ask(name, {});
    if (n > 2) f.add(c.took);
    size = c.text.length;
    packed = (c as unknown as { bytes: Buffer }).bytes.length;
  }
  console.log(name.padEnd(12), f.says(), size, packed);
}
const sql: [string, string][] = [
  [
    "open",
    `explain analyze select s.id, r.room->>'name' as room_name, t.latest, (select jsonb_build_object('id', p.id, 'name', p.name) from people p where p.id = s.made_by), s.tracks, (select jsonb_build_object('id', p.id, 'name', p.name) from people p where p.id = c.handed_in_by), (select 1 from set_asides a where a.check_in = c.id) from sessions s join rooms r on r.id = s.room join templates t on t.id = s.template left join check_ins c on c.id = s.last_check_in left join check_in_stands n on n.check_in = c.id where s.closed_at is null order by s.made_at desc, s.id desc`,
  ],
  [
    "rooms",
    "explain analyze select id, room->>'name' as name, room->>'says' as says, jsonb_array_length(room->'inputs') from rooms where retired_at is null order by place, id",
  ],
];
for (const [n, q] of sql)
  console.log(
    n,
    (await pool.query<{ "QUERY PLAN": string }>(q)).rows.map((r) => r["QUERY PLAN"]).join("\n"),
  );
child.kill();
await new Promise((r) => child.once("exit", r));
await pool.end();
await house.close();
process.exit(0);
