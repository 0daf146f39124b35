import { blankTrack, emptySession } from "@mossy/core/session/document";
import type { Session } from "@mossy/core/session/document";
import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { storeTemplate } from "./smooth.ts";
import { alsoChoose, atSheet } from "./testing/sheet.ts";
import { visit } from "./testing/visit.ts";

const { b } = await visit();
const { saved } = atSheet(b);

describe("the signal map", () => {
  it(
    "lights the whole way, folds folders, takes a feed dragged to another path, refuses a " +
      "circle, and saves as SVG",
    async () => {
      await b.go("/library/steelpan-orchestra-full-yard/map");
      // A changed map is laid out anew beside the page: places are looked for when that is done.
      const place = async (name: string) => {
        await b.see("//section[@aria-label='Signal map'][@aria-busy='false']");
        return b.see(`//*[@data-place='${name}']`);
      };
      await b.button("Whole");
      await place("KIT");
      await (await place("Hat")).click();
      await b.see("//section[@aria-label='Selected track']//h2[.='Hat']");
      await b.driver.wait(
        async () =>
          (await (await place("MC")).getAttribute("opacity")) === "0.3" &&
          (await (await place("KIT")).getAttribute("opacity")) === "1",
        10_000,
        "its way is lit, the rest is dim",
      );
      const drag = async (from: string, to: string) => {
        const [a, z] = [await place(from), await place(to)];
        await b.driver
          .actions()
          .move({ origin: a })
          .press()
          .move({ origin: z, duration: 200 })
          .release()
          .perform();
      };
      await drag("Hat", "PANS");
      await b.see("//button[@aria-label='Undo: feed PANS']");
      await b.click("//button[@aria-label='Undo: feed PANS']");
      await drag("Main", "KIT");
      await b.seeText("That would go round in a circle: Main → KIT");
      await b.button("Fold all");
      await b.gone("//*[@data-place='Hat']");
      await place("PANS");
      await b.button("Save as SVG");
      const svg = await b.savedText("signal map.svg");
      expect(svg).toMatch(/^<svg[^>]*viewBox/);
      expect(svg).toContain("PANS");
      expect(svg).not.toContain("var(--");
      await saved();
    },
  );
});

describe("the signal map of very many folders", () => {
  const returns = [0, 1, 2, 3, 4, 5];
  const many: Session = {
    ...emptySession("Many"),
    tracks: [
      ...Array.from({ length: 80 }, (_, f) => [
        blankTrack(`f${f}`, `Group ${f}`, { kind: "folder", format: "stereo", feeds: "main" }),
        blankTrack(`t${f}`, `Mic ${f}`, {
          parent: `f${f}`,
          feeds: `f${f}`,
          sends: returns.map((n) => ({ id: `s${n}`, to: `fx${n}`, level: -12, beforeFader: false })),
        }),
      ]).flat(),
      ...returns.map((n) =>
        blankTrack(`fx${n}`, `Hall ${n}`, { kind: "return", format: "stereo", feeds: "main" }),
      ),
      blankTrack("main", "Main", { kind: "main", format: "stereo" }),
    ],
  };

  it("has its ways in bars that say where they lead, in the file above their bars", async () => {
    await b.go(`${await storeTemplate(b, "Very many", many)}/map`);
    await b.see("//section[@aria-label='Signal map'][@aria-busy='false']");
    await b.see("//*[@data-bar-name='Hall 3']", 30_000);
    expect(await b.count("//*[@data-bar]")).toBe(7);
    await b.button("Save as SVG");
    const svg = await b.savedText("Very many, signal map.svg");
    expect(svg.match(/data-bar-name="/g)).toHaveLength(7);
    const [, above, at] = /data-bar-name="Main" data-above="([^"]*)" transform="([^"]*)"/.exec(svg) ?? [];
    expect([at, at === above]).toEqual([expect.stringContaining("rotate(-90)"), true]);
  });
});

describe("the stereo picture", () => {
  it(
    "shows where sources are heard, moves one by dragging and by key, and squeezes a " +
      "folder with all it holds",
    async () => {
      await b.go("/library/steelpan-orchestra-full-yard/picture");
      const heard = async (name: string): Promise<string> =>
        (await (
          await b.see(`//*[@role='button'][starts-with(@aria-label, '${name}, heard at')]`)
        ).getAttribute("aria-label")) ?? "";
      const nearer = (said: string): number => Number(/\d+$/.exec(said)?.[0] ?? 0);
      const [was, stood] = [await heard("OH_HatSd"), await heard("Snare_Top")];
      const spot = await b.see(
        "//*[@role='button'][starts-with(@aria-label, 'Snare_Top, heard at')]/*[name()='rect']",
      );
      await b.driver
        .actions()
        .move({ origin: spot })
        .press()
        .move({ origin: spot, x: 40, y: 0 })
        .move({ origin: spot, x: 80, y: 0, duration: 200 })
        .release()
        .perform();
      await b.see("//button[@aria-label='Undo: place']");
      expect(await heard("Snare_Top")).not.toBe(stood);
      const dragged = await heard("Snare_Top");
      await b.driver.executeScript("document.activeElement.blur()");
      await b.press(Key.ARROW_RIGHT);
      await b.driver.wait(
        async () => (await heard("Snare_Top")) !== dragged,
        10_000,
        "the arrow moves it on",
      );
      const slider = await b.see("//input[@aria-label='Width of KIT']");
      await slider.sendKeys(Key.HOME);
      await b.driver.wait(
        async () => nearer(await heard("OH_HatSd")) < nearer(was),
        10_000,
        "a kit of no width stands nearer the middle; what the plate gets of it does not",
      );
      await saved();
    },
  );
});

describe("the plan of the loudspeakers", () => {
  const spot = (name: string) => `//*[@data-spot][starts-with(@aria-label, '${name}, heard')]`;

  it("places a source by dragging, by key and by typing, and undoes each", async () => {
    await b.go("/library/sound-walk/picture");
    const [narrator, sea] = [await b.see(spot("Narr")), await b.see(spot("Sea"))];
    await b.driver
      .actions()
      .move({ origin: narrator })
      .press()
      .move({ origin: sea, x: -60, y: -30, duration: 200 })
      .release()
      .perform();
    await b.see("//button[@aria-label='Undo: place']");
    expect(await (await b.see(spot("Narr"))).getAttribute("aria-label")).toMatch(/heard 1[4-7]\d° left$/);
    await b.see("//div[@role='region'][@aria-label='Folders and buses']//dt[.='Lrs']");
    await b.click("//button[@aria-label='Undo: place']");
    await b.see(`${spot("Narr")}[@aria-label='Narr, heard front']`);
    await b.driver.executeScript("document.activeElement.blur()");
    await b.driver.actions().sendKeys(Key.ARROW_RIGHT, Key.ARROW_UP).perform();
    await b.see("//section[@aria-label='Selected track']//input[@value='5° right, 5° up']");
    await b.see(`${spot("Narr")}[contains(@aria-label, '° right')][contains(@aria-label, '° up')]`);
    const place =
      "//section[@aria-label='Selected track']//label[starts-with(normalize-space(.), 'Place')]//input";
    await b.type(place, "R 110°\uE007");
    await b.see(`${spot("Narr")}[@aria-label='Narr, heard 110° right']`);
    await b.click("//button[.='From left to right']");
    await b.see("//*[@aria-label='Stereo picture']");
    await saved();
  });
});

describe("tracks that are linked", () => {
  const level = "//section[@aria-label='Selected track']//label[contains(., 'Level')]//input";
  const cell = (name: string, says: string) =>
    `//div[@role='row'][.//span[.='${name}']]//span[.='${says}']`;

  it("are offered what was done to one of them, and both are undone as one", async () => {
    await b.go("/library/engine-room-only");
    await b.click("//div[@role='row']//span[.='Snare_Top']");
    await alsoChoose(b, "Snare_Btm");
    await b.click("//summary[contains(., 'Link')]");
    await b.click("//label[normalize-space(.)='level']/input");
    await b.type("//input[@aria-label='Name of the link set']", "Snares\uE007");
    await saved();
    await b.click("//div[@role='row']//span[.='Snare_Top']");
    await b.type(level, "-11\uE007");
    await b.see(
      "//section[@aria-label='Linked tracks']//p[contains(., '3 dB down on Snare_Btm as well?')]",
    );
    await b.driver.executeScript("document.activeElement.blur()");
    await b.press("y");
    await b.see(cell("Snare_Btm", "−11.0"));
    await b.gone("//section[@aria-label='Linked tracks']");
    await b.click("//button[starts-with(@aria-label, 'Undo: ')]");
    await b.see(cell("Snare_Btm", "−8.0"));
    await b.see(cell("Snare_Top", "−8.0"));
    await b.type(level, "-9\uE007");
    await b.button("Only here");
    await b.gone("//section[@aria-label='Linked tracks']");
    await b.see(cell("Snare_Btm", "−8.0"));
    await saved();
  });
});
