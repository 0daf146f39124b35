import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { atSheet } from "./testing/sheet.ts";
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
