import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { demoStations } from "@mossy/demo/stations";
import { HouseClient } from "@mossy/station/house";
import { keepLayouts } from "@mossy/station/layouts";
import { afterAll, describe, expect, it } from "vitest";
import { visit } from "../testing/visit.ts";

const { house, visitors } = await visit("marram");
const [lead] = visitors;
const folder = mkdtempSync(join(tmpdir(), "mossy-stations-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const tokens = (files: readonly string[]): string[] => files.map((f) => readFileSync(f, "utf8").trim());
const stationsOf = async (room: string) => (await lead.ask("room", { room })).data.stations;
const many = async (): Promise<number> => {
  const { rooms } = (await lead.ask("rooms", {})).data;
  return (await Promise.all(rooms.map((r) => stationsOf(r.id)))).flat().length;
};

// One story, in order.
describe("the stations of the demo", () => {
  let files: string[] = [];
  it("are accounts like any other, one a room and a sample machine, their tokens in files of their own", async () => {
    files = await demoStations(house.pool, folder);
    expect([files.length, await many()]).toEqual([7, 7]);
    for (const file of files) expect(statSync(file).mode & 0o777).toBe(0o600);
    const says = await Promise.all(tokens(files).map((t) => new HouseClient(house.base, t).report("here")));
    expect(says.map((s) => [s.roomName, s.machine])).toEqual([
      ["Pan Yard", null],
      ["Pan Yard", "Reed"],
      ["Story Tent", null],
      ["Loft", null],
      ["Loft", "Sedge"],
      ["Loft", "Rush"],
      ["Ferry Van", null],
    ]);
  });

  it("are left as they are at the next start", async () => {
    const before = tokens(files);
    expect(tokens(await demoStations(house.pool, folder))).toEqual(before);
    expect(await many()).toBe(7);
  });

  it("get a new token where theirs was withdrawn, lost or is none", async () => {
    const before = tokens(files);
    const [yards] = await stationsOf("pan-yard");
    await lead.ask("withdrawStation", { room: "pan-yard", station: yards!.id });
    rmSync(files[1]!);
    writeFileSync(files[2]!, "nonsense");
    const after = tokens(await demoStations(house.pool, folder));
    expect(after.map((t, i) => t === before[i])).toEqual([false, false, false, true, true, true, true]);
    expect((await new HouseClient(house.base, after[0]!).report("again")).room).toBe("pan-yard");
    await expect(new HouseClient(house.base, before[0]!).report("still")).rejects.toThrow("withdrawn");
  });

  it("fetch the layouts and maps they are for, once a version, and let go of what is put away", async () => {
    const yard = new HouseClient(house.base, tokens(await demoStations(house.pool, folder))[0]!);
    const [has, said] = [new Map<string, number>(), [] as string[]];
    const keep = () => keepLayouts(yard, has, (line) => said.push(line));
    await keep();
    expect(said.map((l) => /“(.*)”, version (\d)/.exec(l)?.slice(1))).toEqual([
      ["House keys", "2"],
      ["Nine faders", "1"],
      ["Pan wall", "1"],
    ]);
    const wall = async () =>
      (await lead.ask("layouts", {})).data.layouts.find((l) => l.name === "Pan wall")!;
    const at = (await wall()).stations.filter((s) => s.room === "pan-yard" && s.told);
    expect(at.map((s) => [s.wants, s.has])).toEqual([[true, 1]]);
    await keep();
    expect(said).toHaveLength(3);
    await lead.ask("nextLayout", { layout: (await wall()).id }, { again: 1, notes: "", picture: null });
    await keep();
    expect(said[3]).toContain("“Pan wall”, version 2");
    await lead.ask("editLayout", { layout: (await wall()).id }, { gone: true });
    await keep();
    expect([...has.values()]).toEqual([2, 1]);
    expect((await wall()).stations.filter((s) => s.has !== null)).toEqual([]);
  });
});
