import type { HouseDraft } from "@mossy/contract/house";
import type { Template } from "@mossy/contract/library";
import type { Session, Track } from "@mossy/core/session/document";
import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { PATIENCE } from "./browser.ts";
import { apiOf } from "./testing/api.ts";
import { visit } from "./testing/visit.ts";

const { b, another } = await visit("Marram Vale");
const api = apiOf(b);
const kept = <T>(what: () => Promise<T>) => expect.poll(what, { timeout: PATIENCE, interval: 100 });

const VIEW = "/library/engine-room-only/instruments";
const draft = async (): Promise<Session> =>
  (await api<Template>("GET", "/library/engine-room-only")).draft.session;
const playing = async (): Promise<Track[]> => (await draft()).tracks.filter((t) => t.plays !== null);
/** A cell of the table, by what it says first. */
const cell = (says: string): string =>
  `//table[@aria-label='Players and what they play']//button[starts-with(@aria-label, '${says}')]`;
const PLAN = "//button[starts-with(., 'Plan ') and contains(., 'track')]";
const violins = async (): Promise<(readonly [string, string[], number | undefined])[]> =>
  (await playing())
    .filter((t) => t.plays?.player === "violin-first-section")
    .map((t) => [t.name, t.plays?.ways.map((w) => w.name) ?? [], t.plays?.offset] as const);

describe("sampled instruments of a template", () => {
  it("begin with everybody the chosen libraries have", async () => {
    await b.go(VIEW);
    await b.see("//form[@aria-label='Begin an ensemble']");
    await b.click("//label[contains(., 'Tideline Strings')]/input");
    await b.click("//label[contains(., 'Eelgrass Chamber Strings')]/input");
    await b.button("Begin with 2 libraries");
    await b.see(cell("Violin, first section, tremolo: 60 ms, Tideline Strings"));
    // An open Violin 2 or a viola of either is one player.
    expect(await b.count("//table[@aria-label='Players and what they play']//tbody/tr")).toBe(5);
    await kept(async () => (await draft()).players.length).toBe(5);
    expect((await draft()).ensemble.libraries.length).toBe(2);
  });

  it("are planned to tracks one offset each serves, in the house's folder and names", async () => {
    await b.click(PLAN);
    await b.see("//*[contains(., 'Planned: 31 tracks more')]");
    await kept(async () => (await playing()).length).toBe(30);
    expect(await violins()).toEqual([
      ["Vln_TDL_1st_Stac", ["Short", "Very short", "Plucked"], 20],
      ["Vln_TDL_1st_Leg", ["Legato"], 141],
      ["Vln_TDL_1st_Sus", ["Long", "Tremolo", "Trill"], 60],
      ["Vln_TDL_1st_Hmx", ["Harmonics"], 140],
      ["Vln_TDL_1st_Swl_1", ["Swell 1 s"], 66],
      ["Vln_TDL_1st_Swl_2", ["Swell 2 s"], 70],
    ]);
    const { tracks } = await draft();
    const folder = tracks.find((t) => t.kind === "folder" && t.role === "strings");
    expect((await playing()).every((t) => t.parent === folder?.id)).toBe(true);
    await b.see("//button[.='Planned'][@disabled]");
    await b.click("//section[@aria-label='Chosen player']//button[.='Vln_TDL_1st_Sus']");
    await b.see(
      "//section[@aria-label='Selected track']//p[starts-with(., 'plays Tideline Strings, Violins 1')]",
    );
    expect(await b.text("//section[@aria-label='Selected track']//p[starts-with(., 'plays ')]")).toBe(
      "plays Tideline Strings, Violins 1: Long, Tremolo, Trill, 60 ms earlier",
    );
    await b.go(VIEW);
  });

  it("lead to a machine over ports and channels in order, where the instruments sit there", async () => {
    await b.button("How it is planned");
    await b.choose("Instruments sit", "on a machine, over MIDI");
    await b.see("//section[@aria-label='Chosen player']//li[contains(., 'port 1, channel 1')]");
    await kept(async () => (await draft()).ensemble.sits).toBe("machine");
    await b.choose("Instruments sit", "inside the session");
    await b.gone("//section[@aria-label='Chosen player']//li[contains(., 'port 1')]");
    await b.button("Close how it is planned");
  });

  it("are held by hand, and the rest is planned around them", async () => {
    await b.click(cell("Violin, first section, tremolo"));
    await b.see("//div[@aria-label='Chosen part'][contains(., 'Called up by D0')]");
    await b.button("On its own track");
    await b.see(
      cell("Violin, first section, tremolo: 60 ms, Tideline Strings, track 3 of 7, held as it is"),
    );
    await b.click("//button[.='Plan 31 tracks']");
    await kept(async () => (await violins()).map(([, ways]) => ways)).toContainEqual(["Tremolo"]);
    // Let go again, its track goes, and that is asked first.
    await b.click("//button[starts-with(@aria-label, 'Let it be planned')]");
    await b.click("//button[.='Plan 30 tracks']");
    await b.see("//div[@role='alert'][contains(., '1 track is not needed any more and goes')]");
    await b.button("Plan them so");
    await kept(async () => (await playing()).length).toBe(30);
  });

  it("come to fewer tracks where more may be off, chosen along the curve", async () => {
    await b.see("//section[@aria-label='What one gets for it']//*[.='30 tracks, ±6 ms']");
    await b.choose("Take another choice", "25 tracks, ±20 ms, 264 s");
    await b.see("//button[.='Plan 25 tracks']");
    await b.see("//section[@aria-label='What one gets for it']//*[.='25 tracks, ±20 ms']");
    await kept(async () => (await draft()).ensemble.limits?.error).toBe(20);
    await b.click("//button[starts-with(@aria-label, 'Undo')]");
    await b.see("//section[@aria-label='What one gets for it']//*[.='30 tracks, ±6 ms']");
  });

  it("are walked and changed by keys: what is not needed goes, and comes again", async () => {
    await b.click(cell("Viola, pizzicato"));
    await b.press(Key.DELETE);
    await b.see(cell("Viola, pizzicato: not needed"));
    await kept(async () => (await draft()).players[2]?.needs.length).toBe(9);
    await b.click(cell("Viola, spiccato"));
    await b.press(Key.ARROW_RIGHT, Key.ENTER);
    await b.see(cell("Viola, pizzicato: 19 ms"));
    await kept(async () => (await draft()).players[2]?.needs.length).toBe(10);
  });

  it("say what no library plays, and who is unknown to the house", async () => {
    await b.type("//input[@aria-label='Another player']", `Zither of glass${Key.ENTER}`);
    await b.see("//span[@role='alert'][contains(., 'no player called')]");
    await b.type("//input[@aria-label='Another player']", `Harp${Key.ENTER}`);
    await b.see(cell("Harp, tremolo: no library that is taken plays it"));
    await b.see("//p[contains(., 'no library plays')]");
    await b.click("//th//button[contains(., 'Harp')]");
    await b.button("Take out");
    await b.gone("//th//button[contains(., 'Harp')]");
  });

  it("are planned within what the house says, and named without its catalogue where it lacks a library", async () => {
    await b.go("/house/starts?show=sampled");
    await b.type("//label[starts-with(., 'Off at most, ms')]//input", `soon${Key.ENTER}`);
    await b.see("//*[contains(., '0 to 500')]");
    await b.type("//label[starts-with(., 'Off at most, ms')]//input", `1${Key.ENTER}`);
    const asked = async (): Promise<number> =>
      (await api<{ draft: HouseDraft }>("GET", "/house")).draft.house.sampled.error;
    await kept(asked).toBe(1);
    const elsewhere = "00000000-0000-4000-8000-000000000000";
    const { id } = await api<Template>("GET", "/library/sound-walk").then((t) => t.draft);
    const { revision, session } = (await api<Template>("GET", "/library/sound-walk")).draft;
    const from = session.ensemble;
    await api("POST", `/documents/${id}/changes`, {
      revision,
      changes: [
        { do: "set-session", field: "players", from: [], to: (await draft()).players.slice(0, 1) },
        { do: "set-session", field: "ensemble", from, to: { ...from, libraries: [elsewhere] } },
      ],
    });
    await b.go("/library/sound-walk/instruments");
    await b.see('//p[contains(., "1 library is not in this house\'s catalogue")]');
    await b.see(cell("Violin, first section, tremolo: no library that is taken plays it"));
  });

  it("have the same keys over all libraries: worked out, taken, said otherwise, none twice", async () => {
    const ways = async () =>
      (await api<{ draft: HouseDraft }>("GET", "/house")).draft.house.instruments.ways;
    const keyOf = async (word: string) => (await ways()).find((w) => w.words.join() === word)?.key;
    const tremolo = "//input[@aria-label='Key of tremolo']";
    await b.go("/house/starts?show=keys");
    await b.see("//button[.='Keys taken'][@disabled]");
    await kept(() => keyOf("tremolo")).toBe(1);
    await b.type(tremolo, `C9${Key.ENTER}`);
    await kept(() => keyOf("tremolo")).toBe(120);
    // What another way has is not taken, and said at the field.
    await b.type(tremolo, `F#0${Key.ENTER}`);
    await b.see(`${tremolo}[@aria-invalid='true'][contains(@title, 'a key nothing else has')]`);
    await b.press(Key.ESCAPE);
    await b.type(tremolo, `${Key.chord(Key.CONTROL, "a")}${Key.DELETE}${Key.ENTER}`);
    await kept(() => keyOf("tremolo")).toBeNull();
    await b.see("//p[contains(., 'Worked out: 1 new, 0 moved')]");
    await b.button("Take 1 key");
    await kept(() => keyOf("tremolo")).toBe(1);
    await b.type("//label[starts-with(., 'As loud as, LUFS')]//input", `-24${Key.ENTER}`);
    await b.see("//section[@aria-label='The same everywhere']//p[contains(., 'At −26 LUFS half of all')]");
    await b.button("Take it");
    await b.gone("//section[@aria-label='The same everywhere']//p[contains(., 'half of all')]");
  });

  it("say in what they are the same everywhere, and give chart, key maps and resets out", async () => {
    await b.go("/library/festival-orchestra/instruments");
    await b.button("Keys and levels");
    const card = "//section[@aria-label='Keys and levels']";
    await b.see(`${card}//li[contains(., 'Reset before the music')]//*[.='170 of 170']`);
    await b.see(`${card}//li[contains(., 'On the grid')]//*[.='165 of 170']`);
    await b.see(`${card}//dl//dt[.='C♯−1']/following-sibling::dd[contains(., 'tremolo')]`);
    await b.click(`${card}//a[contains(., 'Chart, PDF')]`);
    expect(new TextDecoder().decode((await b.saved(".pdf")).slice(0, 5))).toBe("%PDF-");
    await b.choose("Key map for a MIDI processor", "by channels");
    const map = JSON.parse(new TextDecoder().decode(await b.saved(".json"))) as {
      by: string;
      tracks: { track: string; articulations: { called: { channel: number } }[] }[];
    };
    expect([map.by, map.tracks.length]).toEqual(["channel", 170]);
    expect(map.tracks[0]?.articulations[0]?.called.channel).toBeGreaterThan(0);
    // Seventeen ways of playing, sixteen channels.
    await b.see("//*[contains(., 'In the key map nothing calls up ')]");
    await b.click("//button[starts-with(@aria-label, 'Cello, tremolo')]");
    await b.see(
      "//div[@aria-label='Chosen part']//p[contains(., 'House key C♯−1. Controller 7 at 95, −5.0 dB. " +
        "Its track plays 72 ms, 3456 samples earlier; it is on the grid.')]",
    );
  });

  it("are only looked at by who may not change the template", async () => {
    const other = await another();
    await other.signIn("Wren Addis");
    await other.go(VIEW);
    await other.see(cell("Violin, first section, tremolo: 60 ms"));
    expect(await other.count(PLAN)).toBe(0);
    expect(await other.count("//button[contains(@aria-label, 'Hold it as it is')]")).toBe(0);
  });
});
