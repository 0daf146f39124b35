import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { unzipSync, strFromU8 } from "fflate";
import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { visit } from "./testing/visit.ts";

const { b, another } = await visit();

const file = async (label: string, name: string, text: string): Promise<void> => {
  const path = join(b.downloads, name);
  writeFileSync(path, text);
  await (await b.driver.findElement({ xpath: `//input[@aria-label='${label}']` })).sendKeys(path);
};
/** Chooses in a list by what it says. */
const choose = async (label: string, option: string): Promise<void> =>
  b.click(
    `//select[@aria-label='${label}' or ancestor::label[contains(., '${label}')]]/option[.='${option}']`,
  );
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
      for (const key of [Key.SPACE, Key.ARROW_LEFT, Key.SPACE]) {
        await b.press(key);
        await b.driver.sleep(350);
      }
      await b.see("//section[@aria-label='On real examples']//td[.='Iron_1']");
      expect(await order()).toEqual(["whose it is", "short form", "number", "position"]);
      await undo();
      await b.button("position");
      await choose("Parted by", "nothing");
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
    await choose("Colour", "Plum");
    await b.see("//section[@aria-label='What would change']//strong[.='#5e468e']");
    await b.see("//li[contains(., 'new exception')]//span[contains(., ' tracks')]", 30_000);
  });
});

describe("icons", () => {
  it(
    "are found by what they are for; SVG files come in clean or are refused by line; " +
      "all go out as a ZIP",
    async () => {
      await b.go("/house/icons");
      await b.see("//h2[contains(., '244 icons')]");
      await b.type("//input[@aria-label='Find an icon by name or use']", "orchestra");
      await b.see("//h2[not(contains(., '244'))][contains(., 'icons')]");
      await b.see("//button[contains(@title, 'timpani')]");
      await file(
        "SVG files",
        "evil.svg",
        '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ' +
          '9 9">\n<path d="M0 ' +
          '0h9v9z"/>\n<script>alert(1)</script></svg>',
      );
      await b.seeText("“evil.svg” holds a script (line 3), which no icon may.");
      await b.see("//h2[contains(., 'Icons of the house')]/span[.='0']");
      await file(
        "SVG files",
        "tide_bell.svg",
        '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100"><path d="M10 90h80L50 10z"/></svg>',
      );
      await b.see("//section[@aria-label='Icon house-tide-bell']");
      await choose("Give it to a family", "Pans");
      await b.seeText("Carried by Pans.");
      await b.button("Tinted, as ZIP");
      const files = unzipSync(await b.saved("house_icons_tinted.zip"));
      const name = Object.keys(files).find((f) => f.endsWith("/DblSec.svg"))!;
      expect(name).toBe("Pans/DblSec.svg");
      expect(strFromU8(files[name]!)).toContain('d="M2.4 21.6H21.6L12 2.4Z"');
      await undo();
      await undo();
    },
  );
});

describe("the disk", () => {
  it(
    "is looked through, put right by a plan that is shown first, and everything is " +
      "undone from the log",
    async () => {
      await b.go("/house/disk");
      await b.button("The shared disk");
      await b.see("//li[@data-sort]", 60_000);
      await b.click("//div[@aria-label='Kinds of findings']//button[contains(., 'Misnamed')]");
      await b.see("//li[@data-sort='misnamed']//strong[.='2026-08-14_Shanty-night']");
      await b.button("Dry run");
      await b.see(
        "//ol[@aria-label='Dry run']/li[contains(., 'Shanty night 14.08.2026 → " +
          "Projects/2026-08-14_Shanty-night')]",
      );
      await b.click("//section[@aria-label='Findings']//button[.='CSV']");
      expect(await b.savedText("moves.csv")).toContain("Projects/2026-08-14_Shanty-night");
      const before = await b.text("//section[@aria-label='Findings']//h2/following-sibling::span");
      await b.button("Carry it out");
      await b.seeText("steps are done.", 60_000);
      await b.driver.wait(
        async () =>
          (await b
            .text("//section[@aria-label='Findings']//h2/following-sibling::span")
            .catch(() => before)) !== before,
        30_000,
        "fewer findings",
      );
      await b.go("/house/disk?show=log");
      await b.button("Undo it");
      await b.see("//section[@aria-label='What was moved']//span[.='undone']", 30_000);
      await b.go("/house/disk");
      await b.button("The shared disk");
      await b.see("//li[@data-sort]", 60_000);
      await b.click("//div[@aria-label='Kinds of findings']//button[contains(., 'Misnamed')]");
      await b.see("//li[@data-sort='misnamed']//s[.='Shanty night 14.08.2026']");
    },
  );

  it("takes a listing as well; noise is refused by its line and changes nothing", async () => {
    await b.go("/house/disk");
    await b.button("A listing…");
    await b.type("//form[@aria-label='A listing']//textarea", "./Audio\nnoise all over\n");
    await b.button("Look through it");
    await b.seeText("Line 2: “noise all over” is no path like those before it.");
    await choose("What another tree is", "one project");
    await file("Listing file", "listing.txt", "./Audio\n./Audio/Snare top take 3.wav\n./Notes/aux.txt\n");
    await b.see("//li[@data-sort='misnamed']//strong[.='Snare_Top_T03.wav']", 30_000);
    await b.see("//li[@data-sort='unsafe']//strong[.='aux_.txt']");
    await b.see("//li[@data-sort='missing'][contains(., 'Mixes')]");
    await b.go("/house/disk?show=blueprint");
    await b.button("As a ZIP");
    expect(
      Object.keys(unzipSync(await b.saved("New-project_PanYard.zip"))).some((f) =>
        f.endsWith("/Session/Backups/"),
      ),
    ).toBe(true);
  });
});

describe("editions", () => {
  it(
    "an old one is taken up again, a starter is looked at before it is taken, and undo " +
      "brings the draft back",
    async () => {
      await b.go("/house/editions");
      await b.see("//ul[@aria-label='What changes']/li");
      await b.click("//li[contains(., 'Edition 1')]//button");
      await b.see("//ul[@aria-label='What changes']/li[contains(., 'no longer heard as “tall drum”')]");
      await undo();
      await b.gone("//ul[@aria-label='What changes']/li[contains(., 'tall drum')]");
      await b.click("//li[contains(., 'Orchestral')]//button");
      await b.see(
        "//ul[@aria-label='What the starter changes']/li[contains(., 'Sides are seen by the audience.')]",
      );
      await b.button("Take it as the draft");
      await b.see("//ul[@aria-label='What changes']/li[contains(., 'Sides are seen by the audience.')]");
      await b.see(
        "//section[@aria-label='Impact'][@aria-busy='false']//h3[contains(., 'Would touch')]",
        60_000,
      );
      await undo();
      await b.gone("//ul[@aria-label='What changes']/li[contains(., 'Sides are seen by the audience.')]");
    },
  );
});

describe("why", () => {
  it("leads from a value of a track to the deciding line on its page", async () => {
    await b.go("/library/steelpan-orchestra-full-yard");
    await b.click("//span[.='OH_HatSd']");
    await b.click(
      "//section[@aria-label='Why it looks like this']//div[dt[.='Start']]//a[contains(., " +
        "'side of the kit')]",
    );
    await b.see("//section[@aria-label='Line']//textarea[contains(., 'side of the kit')]");
    await b.driver.navigate().back();
    await b.click("//span[.='OH_HatSd']");
    await b.click("//section[@aria-label='Why it looks like this']//div[dt[.='Place']]//a");
    await b.see("//section[@aria-label='Folder Drum kit']");
    await b.driver.navigate().back();
    await b.click("//span[.='OH_HatSd']");
    await b.click("//section[@aria-label='Why it looks like this']//div[dt[.='Name']]//a");
    await b.see("//section[@aria-label='Pattern of a track']");
  });
});

describe("who may only look", () => {
  it("sees every page of the house style and what it does, and no way to change it", async () => {
    const other = await another();
    await other.signIn("Wren Addis");
    for (const [place, ready] of [
      ["beside?line=hat-side", "//section[@aria-label='hat side']"],
      ["names", "//section[@aria-label='Pattern of a track']"],
      ["icons", "//ul[@aria-label='All icons']/li"],
      ["folders", "//ul[@aria-label='Folder tree']/li"],
      ["disk?show=blueprint", "//section[@aria-label='Folder']"],
      ["starts", "//section[@aria-label='Line']"],
      ["exceptions", "//section[@aria-label='Exceptions']"],
      ["editions", "//h2[contains(., 'would change')]"],
    ] as const) {
      await other.go(`/house/${place}`);
      await other.see(ready);
      const changing = [
        "Take out",
        "Add",
        "Add inside",
        "Take it up as the draft",
        "Carry it out",
        "Make on the shared disk",
        "Bring SVG files in…",
        "Publish edition 3",
      ]
        .map((t) => `normalize-space(.)='${t}'`)
        .join(" or ");
      expect([place, await other.count(`//main//button[${changing}]`)]).toEqual([place, 0]);
      expect([
        place,
        await other.count(
          "//main//fieldset//input[not(ancestor::fieldset[@disabled])] | " +
            "//main//aside//input[@type='text' and not(@readonly)]",
        ),
      ]).toEqual([place, 0]);
    }
  });
});
