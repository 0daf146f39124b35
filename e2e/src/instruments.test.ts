import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { WholeSampleLibrary } from "@mossy/contract/instruments";
import { soundFontOf } from "@mossy/core/fixtures/soundFont";
import type { Articulation } from "@mossy/core/instruments/library";
import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { PATIENCE } from "./browser.ts";
import { renderedNotes } from "./renderedNotes.ts";
import { apiOf } from "./testing/api.ts";
import { visit } from "./testing/visit.ts";

const { b, another } = await visit("Marram Vale");
const api = apiOf(b);
const kept = <T>(what: () => Promise<T>) => expect.poll(what, { timeout: PATIENCE, interval: 100 });

const GRID = "//div[@role='treegrid']";
const cell = (row: string, column: number): string =>
  `${GRID}//div[@role='row'][span[1]//span[.='${row}']]/span[${column}]`;
const PANEL = "//aside[@aria-label='Selected']";
const input = (label: string): string => `${PANEL}//label[span[.='${label}']]//input`;

/** What the list of a maker says who has middle C an octave lower. */
const LIST = [
  "Instrument,Technique,Keyswitch,Lag ms",
  "Violins 1,Long con sordino,C-1,61",
  "Violins 1,Spiccato,C#-1,",
  "Flutes,Flutter tongue,,48",
].join("\n");

let id = "";
const library = async (): Promise<WholeSampleLibrary["library"]> =>
  (await api<WholeSampleLibrary>("GET", `/instruments/${id}`)).library;
const played = async (): Promise<Articulation[]> =>
  (await library()).patches.flatMap((p) => p.articulations);

describe("a sample library", () => {
  it("is taken in from a list, with players and ways of playing read from its names", async () => {
    await b.go("/library/instruments");
    await b.button("New sample library");
    await b.type("//label[starts-with(., 'What it is called')]//input", "Saltglass");
    await b.choose("Middle C in the list", "C3");
    await b.upload("List of its patches", "saltglass.csv", LIST);
    await b.see(`//h1[.='Saltglass']`);
    await b.see(cell("Violins 1", 2));
    expect(await b.text(cell("Violins 1", 2))).toBe("Violin, first section");
    expect(await b.text(cell("Long con sordino", 2))).toBe("sustain, muted");
    expect(await b.text(cell("Long con sordino", 3))).toBe("C0");
    id = (await b.address()).split("/").pop() ?? "";
    expect((await played()).map((a) => a.lag)).toEqual([61, null, 48]);
  });

  it("is typed into: one cell, all that are chosen, keys that count on; undone also after a reload", async () => {
    await b.click(cell("Spiccato", 5));
    await b.press(Key.ENTER);
    await b.type("//input[@aria-label='Lag in ms of Spiccato']", `soon${Key.ENTER}`);
    await b.see("//span[@role='alert'][contains(., 'number of ms')]");
    await b.type("//input[@aria-label='Lag in ms of Spiccato']", `23, 40 at 20${Key.ENTER}`);
    await kept(async () => (await played())[1]?.lagBy).toEqual([{ velocity: 20, ms: 40 }]);
    expect(await b.text(cell("Spiccato", 5))).toBe("23–40");

    await b.click(cell("Long con sordino", 3));
    await b.driver.actions().keyDown(Key.SHIFT).sendKeys(Key.ARROW_DOWN).keyUp(Key.SHIFT).perform();
    await b.see(`${PANEL}//p[contains(., 'and 1 more chosen')]`);
    await b.type(input("Called up by"), `E0…${Key.ENTER}`);
    await kept(async () =>
      (await played()).map((a) => a.called.map((c) => (c.by === "key" ? c.low : 0))),
    ).toEqual([[16], [17], []]);
    await b.click("//button[@aria-label='Undo: called of 2']");
    await kept(async () => (await played())[0]?.called).toMatchObject([{ low: 12 }]);
    await b.driver.navigate().refresh();
    await b.see(cell("Long con sordino", 3));
    await b.click("//button[@aria-label='Redo: called of 2']");
    await kept(async () => (await played())[0]?.called).toMatchObject([{ low: 16 }]);
  });

  it("is filled down, doubled, taken out and copied into another place by keys", async () => {
    await b.click(cell("Spiccato", 5));
    await b.driver
      .actions()
      .keyDown(Key.SHIFT)
      .sendKeys(Key.ARROW_DOWN, Key.ARROW_DOWN)
      .keyUp(Key.SHIFT)
      .perform();
    await b.driver.actions().keyDown(Key.CONTROL).sendKeys("d").keyUp(Key.CONTROL).perform();
    await kept(async () => (await played()).map((a) => a.lag)).toEqual([61, 23, 23]);
    await b.button("Double", PANEL);
    await kept(async () => (await library()).patches.map((p) => p.name)).toEqual([
      "Violins 1",
      "Flutes",
      "Flutes (2)",
    ]);
    await b.click(cell("Flutes (2)", 1));
    await b.press(Key.DELETE);
    await kept(async () => (await library()).patches.length).toBe(2);
    // Copied rows come back as what they say, under another name as new ones.
    await b.click(cell("Flutes", 1));
    await b.driver.actions().keyDown(Key.CONTROL).sendKeys("c").keyUp(Key.CONTROL).perform();
    await b.type(input("Name"), `Piccolos${Key.ENTER}`);
    await b.click(cell("Piccolos", 1));
    await b.driver.actions().keyDown(Key.CONTROL).sendKeys("v").keyUp(Key.CONTROL).perform();
    await kept(async () => (await library()).patches.map((p) => p.name)).toEqual([
      "Violins 1",
      "Piccolos",
      "Flutes",
    ]);
  });

  it("is measured from rendered notes: what each says is shown beside its wave and taken over by line", async () => {
    await b.click("//nav[@aria-label='Views of this library']//a[.='Measure']");
    await b.see("//*[.='Nothing is measured yet']");
    const folder = renderedNotes({
      "Violins 1_Long con sordino_C4_v100": [58.4, -18],
      "Violins 1_Long con sordino_G4_v100": [61.2, -18],
      "Violins 1_Spiccato_C4_v100": [9.5, -12],
      "Violins 1_Backwards_C4_v100": [9.5, -12],
    });
    await b.uploadFrom("Folder of rendered notes", folder);
    const LINE = "//div[@aria-label='What was measured']//li";
    await b.see(`${LINE}[contains(., 'Long con sordino')]//strong[.='59.8']`);
    expect(await b.text(`${LINE}[contains(., 'Long con sordino')]`)).toMatch(
      /61[\s\S]*58\.4 to 61\.2[\s\S]*−18/,
    );
    await b.see("//summary[contains(., '1 file could not be measured')]");
    // Note by note, beside the wave of each.
    await b.click("//aside[@aria-label='Notes of Long con sordino']//button[contains(., 'G4')]");
    await b.see("//*[@role='img'][contains(@aria-label, 'heard 61.2 ms after the note')]");
    await b.click("//input[@aria-label='Take over Spiccato of Violins 1']");
    await b.button("Take over 1 articulation");
    await kept(async () => (await played()).slice(0, 2).map((a) => [a.lag, a.loudness])).toEqual([
      [59.8, -18],
      [23, null],
    ]);
    // It stays while one looks elsewhere; what cannot be measured is said.
    await b.click("//nav[@aria-label='Views of this library']//a[.='Sheet']");
    expect(await b.text(cell("Long con sordino", 5))).toBe("59.8");
    await b.click("//button[@aria-label='Undo: measures of 1 articulation']");
    await kept(async () => (await played())[0]?.lag).toBe(61);
    await b.click("//nav[@aria-label='Views of this library']//a[.='Measure']");
    await b.see("//button[contains(., 'Take over 2 articulations')]");
    await b.upload("Rendered notes", "torn.wav", new Uint8Array(300));
    await b.see("//li[contains(., 'torn.wav') and contains(., 'names no patch')]");
    await b.upload("Rendered notes", "Violins 1_Spiccato.wav", new Uint8Array(300));
    await b.see("//li[contains(., 'Spiccato.wav') and contains(., 'WAVE')]");
    await b.click("//nav[@aria-label='Views of this library']//a[.='Sheet']");
  });

  it("goes out as a list that says what it says", async () => {
    await b.button("Save as CSV");
    const csv = await b.savedText("Saltglass.csv");
    expect(csv).toContain("Violins 1");
    expect(csv).toContain("23, 40 at 20");
  });

  it("takes the next issue in line by line, and shows what the one before said", async () => {
    await b.click("//nav[@aria-label='Views of this library']//a[.='About it']");
    await b.type("//label[span[.='Issue, as its maker counts']]//input", `1.0${Key.ENTER}`);
    await kept(async () => (await library()).issue).toBe("1.0");
    await b.click("//nav[@aria-label='Views of this library']//a[.='Issues']");
    await b.upload(
      "List of its patches",
      "next.csv",
      "Patch,Articulation,Lag ms\nViolins 1,Spiccato,19\nOboes,Long,50\n",
    );
    const LINES = "//div[@role='region'][contains(@aria-label, 'next')]//label";
    await b.see(`${LINES}[contains(., 'Spiccato')]//strong[.='19']`);
    await b.type("//label[span[.='Issue it is now']]//input", "1.1");
    await b.button("Take over 2 lines");
    await kept(async () => (await library()).issue).toBe("1.1");
    const patches = (await library()).patches;
    expect(patches.map((p) => p.name)).toContain("Oboes");
    // What the list says nothing of was not ticked, and stays.
    expect(patches.map((p) => p.name)).toContain("Piccolos");
    expect((await played())[1]?.lag).toBe(19);
    await b.click("//section[@aria-label='Earlier issues']//button[starts-with(., '1.0')]");
    await b.see(
      "//section[@aria-label='Earlier issues']//label[contains(., 'Spiccato')]//s[.='23, 40 at 20']",
    );
  });

  it("is read from a folder of SFZ files, and from a bank; what cannot be read is said", async () => {
    const begin = async (): Promise<void> => {
      await b.go("/library/instruments");
      await b.button("New sample library");
    };
    const folder = mkdtempSync(join(tmpdir(), "Reedcut-"));
    mkdirSync(join(folder, "parts"));
    writeFileSync(join(folder, "Oboe.sfz"), '#define $FIRST 24\n#include "parts/keys.txt"\n');
    const regions = "<group> sw_last=$FIRST sw_label=Long\n<region> sample=a.wav lokey=58 hikey=91\n";
    writeFileSync(
      join(folder, "parts", "keys.txt"),
      `${regions}<group> sw_last=25 sw_label=Trill\n<region> sample=a.wav`,
    );
    writeFileSync(join(folder, "a.wav"), new Uint8Array(2_000_000));
    await begin();
    await b.uploadFrom("Folder with SFZ files", folder);
    await b.see(cell("Long", 3));
    expect(await b.text(cell("Long", 3))).toBe("C1");
    expect(await b.text(cell("Oboe", 2))).toBe("Oboe");
    const patch = async () =>
      (await api<WholeSampleLibrary>("GET", `/instruments/${(await b.address()).split("/").pop()}`)).library
        .patches[0];
    expect(await patch()).toMatchObject({
      memory: 2,
      articulations: [{ low: 58, high: 91 }, { words: ["trill"] }],
    });
    rmSync(folder, { recursive: true });

    const frames = new Float32Array(4410).fill(0.2);
    const zones = [{ frames, rate: 44_100, key: 60, keys: [40, 80] as const }];
    await begin();
    await b.upload(
      "List of its patches",
      "Kiln.sf2",
      soundFontOf("Kiln", [{ name: "Trumpet", bank: 0, program: 56, zones }]),
    );
    await b.see("//h1[.='Kiln']");
    expect(await b.text(cell("Trumpet", 4))).toBe("E2–G♯5");

    await begin();
    await b.upload("List of its patches", "torn.sf2", new Uint8Array(400));
    await b.see("//*[@role='alert'][contains(., 'torn.sf2') and contains(., 'no SoundFont 2 bank')]");
  });

  it("is found by who plays and how, in the house's words, by everybody", async () => {
    const wren = await another();
    await wren.signIn("Wren Addis");
    await wren.go("/library/instruments");
    expect(await wren.count("//button[.='New sample library']")).toBe(0);
    await wren.type("//input[@type='search']", "who has a flutter tongue");
    await wren.see("//section[@aria-label='Found']//a[contains(., 'Saltglass')]");
    await wren.click(
      "//section[@aria-label='Found']//a[contains(., 'Marshlight Winds') and contains(., 'Piccolo')]",
    );
    await wren.see("//aside//h2[.='Flz']");
    // An assistant looks, and types nothing.
    expect(await wren.count("//aside//input[not(@readonly)]")).toBe(0);
    expect(await wren.count("//button[.='New patch']")).toBe(0);
  });

  it("is put away, found no more, and brought back", async () => {
    await b.go(`/library/instruments/${id}/about`);
    await b.button("Put it away");
    await b.see("//button[.='Bring it back']");
    expect(await b.count("//label[span[.='Maker']]//input[not(@readonly)]")).toBe(0);
    await b.go("/library/instruments?find=saltglass");
    await b.see("//section[@aria-label='Found']//*[.='Nobody plays that']");
    await b.go("/library/instruments");
    await b.see("//a[.='Tideline Strings']");
    expect(await b.count("//a[.='Saltglass']")).toBe(0);
    await b.button("Show 1 put away");
    await b.click("//a[.='Saltglass']");
    await b.click("//nav[@aria-label='Views of this library']//a[.='About it']");
    await b.button("Bring it back");
    await b.see("//button[.='Put it away']");
  });
});
