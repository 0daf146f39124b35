import type { Template } from "@mossy/contract/library";
import type { WholeRoomCard } from "@mossy/contract/rooms";
import type { AnswerOf } from "@mossy/contract/routes";
import type { Track } from "@mossy/core/session/document";
import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { PATIENCE } from "./browser.ts";
import { apiOf } from "./testing/api.ts";
import { driftedMachine } from "./testing/machine.ts";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Marram Vale");
const api = apiOf(b);
const kept = <T>(what: () => Promise<T>) => expect.poll(what, { timeout: PATIENCE, interval: 100 });

const VIEW = "/library/festival-orchestra/instruments";
const field = (machine: string, label: string): string =>
  `//li[@aria-label='${machine}']//label[starts-with(., '${label}')]//input`;
const playing = async (): Promise<Track[]> =>
  (await api<Template>("GET", "/library/festival-orchestra")).draft.session.tracks.filter(
    (t) => t.plays !== null,
  );
const seats = "//section[@aria-label='Seats']";
const room = (name: string): string =>
  `//section[@aria-label='Rooms']//button[starts-with(normalize-space(.), '${name}')]`;

// One story, in order.
describe("sample machines", () => {
  it("are said where a room is edited, and what cannot be is marked with what can", async () => {
    await b.go("/rooms/story-tent/edit");
    await b.button("Sample machines");
    await b.seeText("No sample machines");
    await b.button("Another machine");
    await b.type(field("Machine 1", "Machine"), `Bulrush${Key.ENTER}`);
    await b.type(field("Bulrush", "Memory, GB"), `lots${Key.ENTER}`);
    await b.see("//li[@aria-label='Bulrush'][contains(., 'More than 0, up to 10000')]");
    await b.type(field("Bulrush", "Memory, GB"), `8${Key.ENTER}`);
    await b.type(field("Bulrush", "Loads, MB/s"), `250${Key.ENTER}`);
    await b.button("Another machine");
    // No two of one name.
    await b.type(field("Machine 1", "Machine"), `bulrush${Key.ENTER}`);
    await b.see("//li[@aria-label='Machine 1'][contains(., 'A name of its own')]");
    await b.press(Key.ESCAPE);
    await b.click("//button[@aria-label='Take Machine 1 out']");
    await b.button("Undo");
    await b.see("//li[@aria-label='Machine 1']");
    await b.click("//button[@aria-label='Take Machine 1 out']");
    await b.button("Save");
    await b.see("//h2[.='Sample machines']/following-sibling::dl[contains(., '8000 MB at 250 MB/s')]");
    const { machines } = (await api<WholeRoomCard>("GET", "/rooms/story-tent")).room;
    expect(machines).toEqual([
      { name: "Bulrush", memory: 8000, speed: 250, instances: 8, ports: 4, outputs: 16 },
    ]);
  });

  it("are laid out room by room, and say what a room does not hold", async () => {
    await b.go(VIEW);
    await b.button("Machines");
    await b.see(
      `${room("Pan Yard")}[contains(., 'first note after 1 min 26 s')][contains(., 'all there')]`,
    );
    await b.click(`${room("Story Tent")}[contains(., 'not as asked')]`);
    await b.see(`${seats}//p[contains(., 'on 1 machine, first note after')]`);
    await b.see(`${seats}//p[contains(., 'Off, as no machine has the memory left:')]`);
    await b.click(room("Loft"));
    await b.see(`${seats}//p[contains(., '170 tracks on 2 machines')]`);
    await b.see("//section[@aria-label='Rooms']//ol/li[1][contains(., 'ready after')]");
    await b.button("CSV", seats);
    const csv = await b.savedText("Festival orchestra, Loft.csv");
    expect(csv.trim().split("\n").length).toBe(171);
    expect(csv).toMatch(/^.?"?Machine"?,/);
  });

  it("load what is asked always, on demand or not at all, one track or all that are found; undone again", async () => {
    const loading = async (): Promise<string[]> =>
      (await playing()).filter((t) => t.name.includes("Vln_TDL_1st")).map((t) => t.plays?.loading ?? "");
    const before = await loading();
    expect(before).toContain("on demand");
    await b.type("//input[@aria-label='Find a track']", "Vln_TDL_1st");
    await b.see(`${seats}//*[contains(., 'The ${before.length} tracks shown:')]`);
    await b.choose("When all that are shown are loaded", "off");
    await kept(loading).toEqual(before.map(() => "off"));
    await b.click("//button[starts-with(@aria-label, 'Undo')]");
    await kept(loading).toEqual(before);
    await b.choose("When Vln_TDL_1st_Sus is loaded", "on demand");
    await kept(async () => (await loading()).filter((l) => l === "on demand").length).toBe(
      before.filter((l) => l === "on demand").length + 1,
    );
    await b.click("//button[starts-with(@aria-label, 'Undo')]");
    await kept(loading).toEqual(before);
  });

  it("leave a light set to write with, chosen within a memory, and by hand", async () => {
    const light = async (): Promise<Track[]> => (await playing()).filter((t) => t.plays?.light);
    await b.type("//section[@aria-label='Light set']//label//input", `1200${Key.ENTER}`);
    await b.button("Choose it");
    await kept(async () => (await light()).length).toBeLessThan(17);
    const chosen = await light();
    expect(new Set(chosen.map((t) => t.plays?.player)).size).toBe(chosen.length);
    await b.see(
      `//section[@aria-label='Light set']//p[starts-with(., '${chosen.length} of 52 players, ')]`,
    );
    await b.type("//input[@aria-label='Find a track']", "Violins 1");
    await b.click("//input[@aria-label='Vln_TDL_1st_Sus in the light set']");
    await kept(async () => (await light()).map((t) => t.name)).toContain("Vln_TDL_1st_Sus");
  });

  it("have a seat for each track where a session is started, or only the light set where they are off", async () => {
    await b.go("/rooms/loft/fit/festival-orchestra/1");
    const card = "//section[h2[.='Sampled instruments']]";
    await b.see(`${card}//li[contains(., 'first note after')]`);
    await b.click(`${card}//label[contains(., 'machines are off')]/input`);
    await b.see(`${card}//li[contains(., 'off: 47 tracks of the light set inside the session')]`);
    await b.click(`${card}//label[contains(., 'machines are off')]/input`);
    await b.see(`${card}//li[starts-with(., 'Sedge: ')]`);
    await b.type("//input[@aria-label='Name of the session']", "Overture");
    await b.button("Make the session package");
    await b.see("//section[@aria-labelledby='fit']//li[starts-with(., 'first note after')]");
    const id = (await b.driver.getCurrentUrl()).split("/").at(-1) ?? "";
    const { baseline } = await api<AnswerOf<"session">>("GET", `/sessions/${id}`);
    const own = baseline.tracks.filter((t) => t.plays !== null);
    expect(own.length).toBe(170);
    expect(own.every((t) => ["Sedge", "Rush"].includes(t.plays?.seat?.machine ?? ""))).toBe(true);
  });

  it("say what they hold of a session, at once where somebody looks, and what is not as it was asked", async () => {
    const line = (machine: string): string =>
      `//section[@aria-labelledby='machines']//li[starts-with(normalize-space(.), '${machine}')]`;
    await b.see(`${line("Sedge")}[contains(., 'has not said')]`);
    await driftedMachine(b, "loft", "Sedge");
    await b.see(`${line("Sedge")}[contains(., '3 not as asked')][contains(., 'Sedge, samples')]`);
    await b.see(`${line("Sedge")}//li[contains(., 'not loaded')]`);
    await b.see(`${line("Rush")}[contains(., 'has not said')]`);
    await b.go("/rooms/loft");
    await b.see("//section[@aria-labelledby='stations']//li[contains(., 'sample machine Sedge')]");
    await b.choose("What it is", "Sample machine Rush");
    await b.button("Make a station");
    await b.see("//section[@aria-labelledby='stations']//li[starts-with(., 'Rushsample machine Rush')]");
  });

  it("miss what does not lie in a room: others play it as far as they can, the rest is off", async () => {
    await b.go(`${VIEW}?show=machines`);
    await b.click(`${room("Story Tent")}[contains(., '7 libraries not there')]`);
    await b.see(`${seats}//p[contains(., 'Not there: ')][contains(., 'Tideline Strings')]`);
    await b.go("/rooms/ferry-van/fit/festival-orchestra/1");
    const card = "//section[h2[.='Sampled instruments']]";
    await b.see(
      `${card}//li[starts-with(., 'Eelgrass Chamber Strings for Tideline Strings, which is not here: ')]`,
    );
    await b.see(`${card}//li[starts-with(., 'nobody here plays ')]`);
    await b.see(`${card}//li[starts-with(., 'off, routing kept: ')]`);
  });
});
