import type { GivenLayout } from "@mossy/contract/layouts";
import type { Params, RouteName } from "@mossy/contract/paths";
import { strFromU8, unzipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { Visitor } from "../testing/house.ts";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead, tamsin, wren],
} = await visit("marram", "tamsin", "wren");
const { token } = (await lead.ask("newStation", { room: "ferry-van" }, { name: "Van" })).data;
const stranger = new Visitor(house.base);
/** Asks as the station of the van. */
const station = {
  ask: <N extends RouteName>(name: N, params: Params<N>, body?: unknown) =>
    stranger.ask(name, params, body, "", { authorization: `Bearer ${token}` }),
};
const base64 = (text: string): string => Buffer.from(text).toString("base64");
const PNG = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 7]);
const given = (text: string, rest: Partial<GivenLayout> = {}): GivenLayout => ({
  file: { name: "wall.winset", bytes: base64(text) },
  notes: "",
  picture: null,
  ...rest,
});
const VAN = { of: "room", room: "ferry-van" } as const;
const keep = (by: Visitor, name: string, whose: unknown, first = given(name)) =>
  by.ask("newLayout", {}, { name, kind: "windows", whose, first });
const here = async () => (await station.ask("layoutsHere", {})).data.layouts;

describe("layouts and maps", () => {
  it("are kept in versions as they came, with picture and notes, and none of that changes", async () => {
    const { data: made } = await keep(
      tamsin,
      "Wall",
      VAN,
      given("one", { notes: "Meters large", picture: PNG.toString("base64") }),
    );
    const { data: two } = await tamsin.ask("nextLayout", { layout: made.id }, given("two"));
    expect(two.versions.map((v) => [v.version, v.by.name, v.notes, v.hasPicture])).toEqual([
      [2, "Tamsin Roe", "", true],
      [1, "Tamsin Roe", "Meters large", true],
    ]);
    const file = await wren.ask("layoutFile", { layout: made.id, version: 1 });
    expect(strFromU8(file.data)).toBe("one");
    expect(file.headers.get("content-disposition")).toContain("Wall_1.winset");
    const picture = await wren.ask("layoutPicture", { layout: made.id, version: 2 });
    expect([picture.headers.get("content-type"), Buffer.from(picture.data)]).toEqual(["image/png", PNG]);
    await expect(house.pool.query("update layout_versions set notes = 'x'")).rejects.toThrow();

    const { data: again } = await tamsin.ask(
      "nextLayout",
      { layout: made.id },
      { again: 1, notes: "as it was", picture: null },
    );
    expect(again.latest).toMatchObject({ version: 3, notes: "as it was", file: "wall.winset" });
    expect(strFromU8((await lead.ask("layoutFile", { layout: made.id, version: 3 })).data)).toBe("one");
    expect(
      (await tamsin.ask("nextLayout", { layout: made.id }, { again: 9, notes: "", picture: null })).status,
    ).toBe(404);
  });

  it("are refused where somebody has the name, nothing is in the file, or the picture is none", async () => {
    expect((await keep(tamsin, "wall", VAN)).problem).toMatch(
      /“wall” is there already: give it a next version/,
    );
    expect((await keep(tamsin, "Empty", VAN, given(""))).problem).toMatch(/the file is empty/);
    const svg = given("x", { picture: base64("<svg onload='x'/>") });
    expect((await keep(tamsin, "Drawn", VAN, svg)).problem).toMatch(/is a PNG or a JPEG/);
    expect((await keep(tamsin, "Drawn", { of: "room", room: "attic" })).status).not.toBe(200);
    expect((await lead.ask("layouts", {})).data.layouts.some((l) => l.name === "Drawn")).toBe(false);
    const large = given("x", { file: { name: "x", bytes: "A".repeat(6 * 2 ** 20) } });
    expect((await keep(tamsin, "Large", VAN, large)).problem).toMatch(/larger than 4 MB/);
  });

  it("are for those to keep whose they are", async () => {
    for (const whose of [
      { of: "house" },
      { of: "template", template: "sound-walk" },
      { of: "room", room: "loft" },
      { of: "person", person: "wren" },
    ])
      expect([whose, (await keep(tamsin, "Mine", whose)).status]).toEqual([whose, 403]);
    expect((await keep(wren, "Mine", VAN)).status).toBe(403);
    const { data: mine } = await keep(wren, "Mine", { of: "person", person: "wren" });
    expect((await tamsin.ask("editLayout", { layout: mine.id }, { name: "Hers" })).status).toBe(403);
    expect((await tamsin.ask("nextLayout", { layout: mine.id }, given("x"))).status).toBe(403);
    expect((await wren.ask("editLayout", { layout: mine.id }, { name: "My own" })).data.name).toBe(
      "My own",
    );
  });
});

describe("stations", () => {
  it("are to have the house's, their room's, what is open there, and of who works there by name", async () => {
    expect((await here()).map((l) => [l.name, l.version])).toEqual([
      ["House keys", 2],
      ["Nine faders", 1],
      ["Quay at night", 2],
      ["Wall", 3],
    ]);
    await keep(tamsin, "Tamsin's", { of: "person", person: "tamsin" });
    await keep(lead, "Choir", { of: "template", template: "shanty-choir" });
    await keep(lead, "Loft", { of: "room", room: "loft" });
    const names = (await here()).map((l) => l.name);
    expect(names).toContain("Tamsin's");
    expect(names).toContain("Choir");
    expect(names).not.toContain("Loft");
    // Whoever is switched off works nowhere.
    const off = (at: string) => house.pool.query(`update people set off_at = ${at} where id = 'tamsin'`);
    await off("now()");
    expect((await here()).map((l) => l.name)).not.toContain("Tamsin's");
    await off("null");
    expect((await here()).map((l) => l.name)).toContain("Tamsin's");
    expect(names).not.toContain("Mixing by hand");
  });

  it("say what they have, and it is seen who has an earlier one or none", async () => {
    const wall = (await here()).find((l) => l.name === "Wall")!;
    const at = async () =>
      (await lead.ask("layout", { layout: wall.layout })).data.stations.find((s) => s.name === "Van");
    expect(await at()).toMatchObject({ wants: true, has: null, told: false });
    const nobodys = { layout: "00000000-0000-4000-8000-000000000000", version: 1 };
    await station.ask("reportLayouts", {}, { has: [{ layout: wall.layout, version: 2 }, nobodys] });
    expect(await at()).toMatchObject({ wants: true, has: 2, told: true, roomName: "Ferry Van" });
    const put = (gone: boolean) => lead.ask("editLayout", { layout: wall.layout }, { gone });
    await put(true);
    expect(await at()).toMatchObject({ wants: false, has: 2 });
    expect((await here()).some((l) => l.name === "Wall")).toBe(false);
    // Its name is free meanwhile; it comes back under it only where nobody took it.
    const { data: other } = await keep(tamsin, "Wall", VAN);
    expect((await put(false)).problem).toMatch(/“Wall” is there already/);
    await lead.ask("editLayout", { layout: other.id }, { name: "Other wall" });
    expect((await put(false)).data.gone).toBe(false);
  });

  it("get them with packages too: beside the session's folder, said in its notes", async () => {
    const started = await tamsin.ask(
      "startSession",
      {},
      { title: "Quay choir", room: "ferry-van", template: "shanty-choir", release: 5, leaveOut: [] },
    );
    const bytes = (await station.ask("package", { session: started.data.id })).data;
    const files = unzipSync(bytes);
    const beside = `${started.data.folder}_Layouts_and_maps`;
    const lay = Object.keys(files).filter((n) => n.startsWith(`${beside}/`));
    expect(lay).toContain(`${beside}/Wall_3.winset`);
    expect(lay).toContain(`${beside}/Choir_1.winset`);
    // Of whoever started it.
    expect(lay).toContain(`${beside}/Tamsin_s_1.winset`);
    expect(lay.join()).not.toMatch(/Loft|Mixing/);
    expect(strFromU8(files[`${beside}/Wall_3.winset`]!)).toBe("one");
    const notes = Object.keys(files).find((n) => n.endsWith("/Notes.txt"))!;
    expect(strFromU8(files[notes]!)).toContain(
      "Quay at night, window layout, version 2 (Quay_at_night_2.json)",
    );
  });
});
