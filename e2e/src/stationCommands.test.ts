import { execFile } from "node:child_process";
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { promisify } from "node:util";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { afterAll, expect, inject, it } from "vitest";
import { top } from "../../scripts/bundle.mjs";
import { openHouse } from "./house.ts";
import { Writer } from "./testing/writer.ts";

const house = await openHouse(inject("ground"));
const folder = mkdtempSync(join(tmpdir(), "mossy-station-"));
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await house.close();
});

/** A command of the station, run as a person in a room types it. */
async function station(...args: string[]): Promise<{ code: number; said: string }> {
  const run = [join(top, "scripts", "run.mjs"), "station/src/main.ts", ...args];
  return promisify(execFile)(process.execPath, run, { env: { ...process.env, INIT_CWD: folder } }).then(
    ({ stdout, stderr }) => ({ code: 0, said: stdout + stderr }),
    (e: { code: number; stdout: string; stderr: string }) => ({ code: e.code, said: e.stdout + e.stderr }),
  );
}

it("a sample machine of a room loads what a session asks of it, and says what it does not have", async () => {
  const lead = new Writer(() => house.base);
  await lead.signIn("marram", "tide-table");
  const { answer: made } = await lead.ask(
    "newStation",
    { room: "loft" },
    { name: "Sedge itself", machine: "Sedge" },
  );
  writeFileSync(join(folder, "sedge"), made!.token);
  const begun = { room: "loft", template: "festival-orchestra", release: 1, leaveOut: [] };
  const { answer: loft } = await lead.ask("startSession", {}, { title: "Overture", ...begun });
  const own = ["--house", house.base, "--token-file", join(folder, "sedge"), "--session", loft!.id];
  const load = (...args: string[]) => station(...own, "--pace", "50", ...args);
  const standing = async () =>
    (await lead.ask("session", { session: loft!.id })).answer!.machines.find((m) => m.machine === "Sedge")!;

  expect(await load()).toEqual({
    code: 0,
    said: expect.stringMatching(/Sedge loaded \d+ of \d+ tracks of “Overture” in \d+ s/) as string,
  });
  expect(await standing()).toMatchObject({
    astray: [],
    told: { by: { name: "Sedge itself" }, this: true },
  });
  await load("--wrong", "2");
  expect((await standing()).astray).toHaveLength(2);
  await load("--memory", "1000");
  const full = await standing();
  expect(full.astray.map((a) => a.says)).toEqual(Array(full.always - full.loaded).fill("not loaded"));
  expect(full.always - full.loaded).toBeGreaterThan(0);
  expect(await load("--speed", "fast")).toEqual({
    code: 1,
    said: expect.stringContaining("--speed takes a number from 0 on, not “fast”") as string,
  });
}, 120_000);

it("a station hands a file in without its recordings, and carries the house's list of edits out on its own", async () => {
  const lead = new Writer(() => house.base);
  await lead.signIn("marram", "tide-table");
  const { answer: open } = await lead.ask("sessions", {}, undefined, "?which=open");
  const session = open!.sessions[0]!;
  const { answer: made } = await lead.ask("newStation", { room: session.room }, { name: "By hand" });
  writeFileSync(join(folder, "token"), made!.token);
  const take = strToU8("as if this were a recording ".repeat(9000));
  const { now } = (await lead.ask("session", { session: session.id })).answer!;
  const files = unzipSync(writeExchange(now, session.id));
  const project = strFromU8(files["project.xml"]!);
  const bytes = zipSync({ ...files, "audio/kick take.wav": [take, { level: 0 }] });
  writeFileSync(join(folder, "Harbour.dawproject"), bytes);
  const own = ["--house", house.base, "--token-file", join(folder, "token")];

  const sent = await station(
    "hand-in",
    "Harbour.dawproject",
    ...own,
    "--session",
    session.id,
    "--without-audio",
  );
  expect(sent).toEqual({
    code: 0,
    said: expect.stringMatching(/handed in “Harbour.dawproject”, check-in \d+/) as string,
  });
  const { answer: whole } = await lead.ask("session", { session: session.id });
  const checkIn = whole!.lastCheckIn!.id;
  const { answer: came } = await lead.ask("checkIn", { checkIn });
  const track = came!.now.session.tracks.find((t) => project.split(`name="${t.name}"`).length === 2)!;
  const changes = [{ do: "set", id: track.id, field: "name", from: track.name, to: "Put_Right" }];
  await lead.ask("editDocument", { document: came!.now.id }, { revision: came!.now.revision, changes });
  const { answer: list } = await lead.ask("correction", { checkIn });
  writeFileSync(join(folder, "right.json"), JSON.stringify(list!.correction));

  const applied = await station("apply", "right.json", "Harbour.dawproject");
  expect(applied).toEqual({ code: 0, said: expect.stringContaining("wrote") as string });
  const [, lies = ""] = /wrote (.+)/.exec(applied.said) ?? [];
  const right = unzipSync(readFileSync(lies));
  expect(strFromU8(right["project.xml"]!)).toBe(
    project.replace(`name="${track.name}"`, 'name="Put_Right"'),
  );
  expect(right["audio/kick take.wav"]).toEqual(take);
  expect(new Uint8Array(readFileSync(join(folder, "Harbour.dawproject")))).toEqual(bytes);

  // Saved again since, it is another file: nothing is written.
  const before = readdirSync(folder);
  writeFileSync(join(folder, "Harbour.dawproject"), zipSync({ "project.xml": strToU8(`${project} `) }));
  const refused = await station("apply", "right.json", "Harbour.dawproject");
  expect(refused).toEqual({ code: 1, said: expect.stringContaining("station: ") as string });
  expect(readdirSync(folder)).toEqual(before);
  for (const [args, says] of [
    [["apply", "right.json"], "a file is missing"],
    [["sing"], "nobody here knows “sing”"],
    [["hand-in", "Harbour.dawproject", ...own], "--session says which session"],
    [["hand-in", "gone.dawproject", ...own, "--session", session.id], "gone.dawproject"],
  ] as const)
    expect(await station(...args)).toEqual({ code: 1, said: expect.stringContaining(says) as string });
}, 120_000);
