import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { visit } from "./testing/visit.ts";

const { b } = await visit();

const undo = (): Promise<void> => b.button("Undo");
const texts = async (xpath: string): Promise<string[]> =>
  Promise.all((await b.driver.findElements({ xpath })).map((e) => e.getText()));

describe("names", () => {
  it(
    "are built of pieces, moved by keyboard, shown on real tracks, and said to be read two " +
      "ways where they can be",
    async () => {
      await b.go("/house/names");
      await b.see("//span[.='one way']", 30_000);
      const order = (): Promise<string[]> => texts("//ol[@aria-label='Pieces']//button[@aria-pressed]");
      expect(await order()).toEqual(["whose it is", "short form", "position", "number"]);
      const handle = await b.see("//button[@aria-label='Move number']");
      await b.driver.executeScript("arguments[0].focus()", handle);
      // Each step is said to who cannot see it: then it is done.
      const spoken = async (): Promise<string> =>
        (await texts("//*[starts-with(@id, 'DndLiveRegion')]")).join("");
      for (const key of [Key.SPACE, Key.ARROW_LEFT, Key.SPACE]) {
        const before = await spoken();
        await b.press(key);
        await b.driver.wait(async () => (await spoken()) !== before, 10_000, "the step is said");
      }
      await b.see("//section[@aria-label='On real examples']//td[.='Iron_1']");
      expect(await order()).toEqual(["whose it is", "short form", "number", "position"]);
      await undo();
      await b.button("position");
      await b.choose("Parted by", "nothing");
      await b.see("//section[@aria-label='On real examples']//td[.='TnrPanNear']");
      await b.see("//section[@aria-label='What would change']//strong[.='TnrPanNear']");
      await b.see("//span[.='two ways']", 30_000);
      await b.seeText("could be");
      await undo();
      await b.see("//span[.='one way']", 30_000);
      await b.type("//section[@aria-label='Read back']//input", "10");
      await b.press(Key.ENTER);
      await b.seeText("over budget");
      await b.see(
        "//section[@aria-label='On real examples']//tr[contains(., 'TnrPan_Near')]//span[.='too long']",
      );
      await undo();
      // A pattern of a track without the role could not be read back: it is refused.
      await b.button("short form");
      await b.button("Take piece out");
      await b.seeText("names of a track cannot do without the role");
      await b.button("6");
      const displays = await texts("//ul[@aria-label='Display names']/li");
      expect(Math.max(...displays.map((d) => d.length))).toBeLessThanOrEqual(6);
      expect(new Set(displays.map((d) => d.toLowerCase())).size).toBe(displays.length);
    },
  );
});

describe("what stands beside roles", () => {
  it("turns sides into pan by who looks, and takes new words that are read at once", async () => {
    await b.go("/house/beside?group=side&line=hat-side");
    await b.see("//tr[.//button[.='hat side']]//span[.='left']");
    await b.button("audience");
    await b.see("//tr[.//button[.='hat side']]//span[.='right']");
    await b.see("//section[@aria-label='What would change']//strong[contains(., 'R 45')]");
    await undo();
    await b.click("//nav[@aria-label='Lists']//button[contains(., 'Articulations')]");
    await b.type(
      "//form[@aria-label='Add to the list']//label[contains(., 'One more')]//input",
      "Tide swell",
    );
    await b.button("Add");
    await b.see("//section[@aria-label='Tide swell']");
    await b.go("/house/strings");
    await b.type("//input[@id='try-name']", "violin tide swell");
    await b.see("//output//span[.='sure']");
  });
});

describe("order and folders", () => {
  it("shows on a real template what a folder's colour and place would do", async () => {
    await b.go("/house/folders?line=drum-kit");
    await b.button("its colour");
    await b.button("steps of it");
    await b.see("//section[@aria-label='What would change']//strong[starts-with(., '#')]");
    await undo();
    await undo();
    await b.button("Out of its folder");
    await b.see(
      "//section[@aria-label='On a real template']//button[starts-with(., " +
        "'Moves')][not(contains(., '· 0'))]",
    );
    await b.button("Moves");
    await b.see("//section[@aria-label='On a real template']//span[.='KIT']");
    await undo();
    await b.press(Key.ESCAPE);
    await b.see(
      "//section[@aria-label='Folder Drum kit']//button[@aria-label='Out of its folder'][not(@disabled)]",
    );
    await b.chord(Key.CONTROL, Key.ARROW_LEFT);
    await b.see(
      "//section[@aria-label='Folder Drum kit']//button[@aria-label='Out of its folder'][@disabled]",
    );
    await undo();
  });
});

describe("starting values and the checklist", () => {
  it("say what they would do to real tracks; a wrong number is said; rooms tick the checklist off", async () => {
    await b.go("/house/starts?line=headroom");
    await b.see("//tr[.//button[contains(., 'for headroom')]]//td[contains(., '24 tracks')]");
    const level = "//section[@aria-label='Line']//label[contains(., 'Level')]//input";
    await b.type(level, "-999");
    await b.press(Key.ENTER);
    await b.see("//section[@aria-label='Line']//span[@role='alert'][.='−144 to 24']");
    await b.type(level, "-10");
    await b.press(Key.ENTER);
    await b.see("//section[@aria-label='What would change']//strong[contains(., '−10.0 dB')]");
    await undo();
    await b.go("/rooms/story-tent");
    await b.click("//li[contains(., 'Buffer while recording')]//input");
    await b.see("//li[contains(., 'Buffer while recording')]//span[starts-with(., 'Marram Vale')]");
    await b.driver.navigate().refresh();
    await b.see("//li[contains(., 'Buffer while recording')]//span[starts-with(., 'Marram Vale')]");
  });
});

describe("exceptions", () => {
  it("that can never apply are said with the one that takes their cases; in another order they do", async () => {
    await b.go("/house/exceptions?line=rough-guides");
    await b.seeText("It can never apply: “what is only a guide is grey” takes all its cases before.");
    await b.see("//li[contains(., 'what is put aside')]//span[contains(., 'No track in the library')]");
    await b.button("Ask earlier");
    await b.button("Ask earlier");
    await b.gone("//span[.='never applies']");
    await undo();
    await undo();
    await b.button("Add an exception");
    await b.type(
      "//section[@aria-label='Exception']//input[@aria-label='Add to any of these words in the name']",
      "far",
    );
    await b.press(Key.ENTER);
    await b.choose("Colour", "Plum");
    await b.see("//section[@aria-label='What would change']//strong[.='#5e468e']");
    await b.see("//li[contains(., 'new exception')]//span[contains(., ' tracks')]", 30_000);
  });
});
