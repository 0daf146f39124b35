import { randomUUID } from "node:crypto";
import { readFileSync } from "node:fs";
import { pathOf, paths } from "@mossy/contract/paths";
import type { RouteName } from "@mossy/contract/paths";
import type { Right } from "@mossy/contract/people";
import { routes } from "@mossy/contract/routes";
import type { Route } from "@mossy/contract/routes";
import { describe, expect, it } from "vitest";
import { hashPassword } from "./people/passwords.ts";
import { addPerson } from "./people/store.ts";
import { makeStation } from "./rooms/stations.ts";
import { Visitor } from "./testing/house.ts";
import { visit } from "./testing/visit.ts";

const { house } = await visit();
const OWN = "ferry-van";
const OTHER = "loft";
const RIGHTS = ["lead", "engineer", "assistant", "station"] as const;
const PASSWORD = "barge kelp vesper tin";

/** The table as it is written down: what each right may with each route, and of a closed session. */
function written(): Map<string, { cells: string[]; closed: string }> {
  const text = readFileSync(new URL("../../docs/rights.md", import.meta.url), "utf8");
  const rows = text
    .split("\n")
    .filter((l) => l.startsWith("| ") && !l.startsWith("| route") && !l.startsWith("| ---"))
    .map((l) => l.split("|").map((c) => c.trim()));
  return new Map(
    rows.map(([, name = "", , ...rest]) => [name, { cells: rest.slice(0, 4), closed: rest[4] ?? "" }]),
  );
}
const table = written();

/** Somebody of each right who works in one room, and what they ask with. */
async function everybody(): Promise<Record<Right, Record<string, string>>> {
  const passwordHash = await hashPassword(PASSWORD);
  const as = async (right: "lead" | "engineer" | "assistant"): Promise<Record<string, string>> => {
    await addPerson(house.pool, { name: right, right, rooms: [OWN], signIn: `of-${right}`, passwordHash });
    const { headers } = await new Visitor(house.base).ask(
      "signIn",
      {},
      { name: `of-${right}`, password: PASSWORD },
    );
    return { cookie: headers.get("set-cookie")?.split(";")[0] ?? "" };
  };
  const lead = await as("lead");
  const { token } = await makeStation(house.pool, OWN, { name: "Van", machine: null }, "marram");
  return {
    lead,
    engineer: await as("engineer"),
    assistant: await as("assistant"),
    station: { authorization: `Bearer ${token}` },
  };
}
const who = await everybody();

interface There {
  session: string;
  checkIn: string;
  document: string;
}
/** A session of a room with a check-in. */
async function sessionIn(room: string): Promise<There> {
  const { rows } = await house.pool.query<There>(
    `select s.id as session, c.id as "checkIn", c.document from sessions s join last_check_ins c on c.session = s.id
     where s.room = $1 order by s.made_at limit 1`,
    [room],
  );
  return rows[0]!;
}
const { rows: kept } = await house.pool.query<{ id: string; room: unknown }>("select id, room from rooms");
const roomAs = new Map(kept.map((r) => [r.id, r.room]));
const places: Record<string, There> = { [OWN]: await sessionIn(OWN), [OTHER]: await sessionIn(OTHER) };

/** A request that would be carried out, or fail for what it says, but not for who asks. */
function asked(name: RouteName, room: string): { path: string; body?: unknown } {
  const { session, checkIn, document } = places[room]!;
  const params = { room, session, checkIn, document, item: "rate", template: "sound-walk", release: 1 };
  const rest = {
    edition: 1,
    from: 0,
    run: randomUUID(),
    person: "nobody",
    station: "nobody",
    held: "none",
    proposal: "none",
    production: "NONE",
    remark: "none",
    software: "none",
    track: "none",
    layout: "none",
    sound: "none",
    pattern: "none",
    library: "none",
    issue: "none",
    coming: "none",
    at: 0,
    version: 1,
  };
  const bodies: Partial<Record<RouteName, unknown>> = {
    startSession: { title: "x", room, template: "sound-walk", release: 99, leaveOut: [] },
    tellInstalled: { devices: [], revision: 2 ** 31 - 2 },
    editRoom: { revision: 2 ** 31 - 2, room: roomAs.get(room) },
    editDocument: {
      revision: 2 ** 31 - 2,
      changes: [{ do: "set", id: "t", field: "level", from: 0, to: 1 }],
    },
    tick: { done: false },
    tickLine: { line: "none", done: false },
    setAside: { reason: null },
    handOver: { room, revision: null },
    bringForward: { release: 99, revision: null, choices: [] },
    followInSession: { edition: 99, revision: null },
    putRight: { run: randomUUID(), rule: null, revision: 2 ** 31 - 2, send: false },
    replug: { moves: [{ track: "t", input: 1 }], revision: 2 ** 31 - 2 },
    renameSession: { title: "x", revision: 2 ** 31 - 2 },
    copySession: { title: "Another" },
    setStartUp: { list: [], revision: 2 ** 31 - 2 },
    reportStartUp: { has: [] },
    reportLayouts: { has: [] },
    bringBlock: { release: 99, revision: null, choices: [] },
  };
  const [method] = paths[name];
  const query = name === "handIn" ? `?session=${session}` : "";
  return {
    path: `/api${pathOf(name, { ...params, ...rest } as never)}${query}`,
    ...(method === "get" ? {} : { body: bodies[name] ?? {} }),
  };
}

const setClosed = (closed: boolean) =>
  house.pool.query("update sessions set closed_at = case when $2 then now() end where id = any($1)", [
    Object.values(places).map((p) => p.session),
    closed,
  ]);

/** Whether it was refused for who asks, or for the session being closed. */
async function answered(name: RouteName, right: Right, room: string): Promise<"may" | "no" | "closed"> {
  const { path, body } = asked(name, room);
  const res = await fetch(house.base + path, {
    method: paths[name][0].toUpperCase(),
    headers: { ...who[right], ...(body === undefined ? {} : { "content-type": "application/json" }) },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  const text = await res.text();
  expect([name, right, res.status === 500 ? text : ""]).toEqual([name, right, ""]);
  if (res.status === 409 && text.includes("That session is closed")) return "closed";
  return res.status === 401 || res.status === 403 ? "no" : "may";
}

const names = (Object.keys(routes) as RouteName[]).filter((n) => (routes[n] as Route).who !== "anyone");

describe("the table of rights", () => {
  it("has every route once, and none that is not there", () =>
    expect([...table.keys()].sort()).toEqual(Object.keys(routes).sort()));

  it("says of what is for anyone that it is", () => {
    for (const [name, { cells }] of table)
      expect([name, cells.every((c) => c === "anyone")]).toEqual([
        name,
        (routes as Record<string, Route>)[name]?.who === "anyone",
      ]);
  });

  it.each(names)("holds for %s: every right, in its own room and in another", async (name) => {
    const { cells } = table.get(name)!;
    for (const [i, right] of RIGHTS.entries())
      for (const room of [OWN, OTHER]) {
        await setClosed(name === "openSession");
        const may = cells[i] === "yes" || (cells[i] === "own rooms" && room === OWN);
        expect([name, right, room, await answered(name, right, room)]).toEqual([
          name,
          right,
          room,
          may ? "may" : "no",
        ]);
      }
  });

  it.each(names)("holds for %s of a closed session", async (name) => {
    const { cells, closed } = table.get(name)!;
    for (const [i, right] of RIGHTS.entries()) {
      if (cells[i] === "no") continue;
      await setClosed(true);
      const expected = closed === "refused" ? "closed" : "may";
      expect([name, right, await answered(name, right, OWN)]).toEqual([name, right, expected]);
    }
  });
});
