import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { smallSession } from "@mossy/core/fixtures/sessions";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { apply } from "@mossy/core/session/apply";
import { blankTrack } from "@mossy/core/session/document";
import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { visit } from "./testing/visit.ts";
import { longSession, storeTemplate } from "./smooth.ts";

const { b } = await visit();

const saved = (): Promise<unknown> => b.see("//span[@role='status'][starts-with(., 'Saved')]");
const row = (name: string): string => `//div[@role='row'][.//span[.='${name}']]`;
const cell = async (name: string, column: number): Promise<string> => {
  await show(name);
  return b.text(`(${row(name)}//span[@role='gridcell'])[${column}]`);
};
const pick = (label: string, option: string): Promise<void> =>
  b.click(`//select[@aria-label='${label}']//option[starts-with(., '${option}')]`);
/** Opens a part of the panel that may be shut. */
const part = async (title: string): Promise<void> => {
  if ((await b.count(`//details[not(@open)]/summary[starts-with(normalize-space(.), '${title}')]`)) > 0)
    await b.click(`//summary[starts-with(normalize-space(.), '${title}')]`);
};
/** Brings a row of the sheet into sight: only those that show are drawn. */
const show = async (name: string): Promise<void> => {
  await b.see("//div[@role='treegrid']");
  for (let top = 0; top < 4000 && (await b.count(row(name))) === 0; top += 350) {
    await b.driver.executeScript(`document.querySelector('[role=treegrid]').scrollTop = ${top}`);
    await b.driver.sleep(60);
  }
};
const choose = async (name: string): Promise<void> => {
  await show(name);
  await b.click(`//div[@role='row']//span[.='${name}']`);
};
/** Chooses rows by keyboard: from one, so many further down. */
const range = async (from: string, further: number): Promise<void> => {
  await choose(from);
  await b.driver
    .actions()
    .keyDown(Key.SHIFT)
    .sendKeys(...Array.from({ length: further }, () => Key.ARROW_DOWN))
    .keyUp(Key.SHIFT)
    .perform();
  await b.seeText(`${further + 1} tracks chosen`);
};
const YARD = [
  "Tenor pan near | 1",
  "Tenor pan far | 2",
  "Double second near | 3",
  "Double second far | 4",
  "Four pan | 5",
  "Cello pan left | 6",
  "Cello pan right | 7",
  "Guitar pan | 8",
  "Six bass low | 9",
  "Six bass high | 10",
  "Nine bass | 11",
  "Iron 1 | 12",
  "Iron 2 | 13",
  "Conga low | 14",
  "Conga high | 15",
  "Scratcher | 16",
  "Kick | 17",
  "Snare top | 18",
  "Snare bottom | 19",
  "Hat | 20",
  "Rack tom | 21",
  "Floor tom | 22",
  "OH hat side | 23",
  "OH ride side | 24",
  "Ambience wide | 25",
  "Audience left | 27",
  "Audience right | 28",
  "MC | 31 | in front of the yard",
  "Talkback | 32",
  "Plate",
  "Hall reverb",
  "Room reverb",
  "Slap",
  "Main",
];

describe("a lead", () => {
  it(
    "builds the largest template of the house from an empty draft by keyboard, ending " +
      "with nothing to look at",
    async () => {
      await b.go("/library");
      await b.see("//h2[.='Steelpan']");
      await b.press("n");
      await b.see("//input[@aria-label='Name']");
      await b.press("Yard by hand");
      await b.press(Key.TAB, "Steelpan", Key.ENTER);
      await b.seeText("No tracks yet");
      await b.press("a");
      await b.see("//section[@aria-label='Add tracks']//textarea");
      await b.press(YARD.join("\n"));
      await b.see(`//button[normalize-space(.)='Add ${YARD.length} tracks' and not(@disabled)]`);
      await b.chord(Key.CONTROL, Key.ENTER);
      await b.see("//span[@role='gridcell']//span[.='PANS']");
      await b.seeText(`${YARD.length + 4} tracks, ${YARD.length} chosen`);

      // Sends to the returns, two headphone mixes.
      await range("TnrPan_Near", 10);
      await part("Buses, returns, headphones");
      await pick("Which return", "Hall reverb");
      await b.button("A return for these");
      await range("TnrPan_Near", 10);
      await b.button("A headphone mix from these");
      await b.see("//section[@aria-label='Selected track']//h2[starts-with(., 'Cue')]");
      await range("Iron_1", 4);
      await pick("Which return", "Room reverb");
      await b.button("A return for these");
      await range("Iron_1", 4);
      await pick("Which return", "Slap");
      await b.button("A return for these");
      await range("Kick", 7);
      await pick("Which return", "Plate");
      await b.button("A return for these");

      // Said in a line; typed into cells.
      await range("Kick", 7);
      await b.driver.executeScript("document.querySelector('[role=treegrid]').focus()");
      await b.press("e");
      await b.press("alternate 30");
      await b.seeText("left and right 30 in turn: 8 of 8 change. Enter does it.");
      await b.press(Key.ENTER);
      await b.see("//button[@aria-label='Undo: left and right 30 in turn']");
      await b.driver.executeScript("document.querySelector('[role=treegrid]').focus()");
      await b.chord(Key.CONTROL, "z");
      await range("TnrPan_Near", 10);
      await b.driver.executeScript("document.querySelector('[role=treegrid]').focus()");
      await b.press("e");
      await b.press("phantom on", Key.ENTER);
      await b.see("//button[@aria-label='Undo: phantom on']");
      await choose("Kick");
      for (let n = 0; n < 6; n++) await b.press(Key.ARROW_RIGHT);
      await b.press(Key.ENTER);
      await b.see("//input[@aria-label='inserts of Kick']");
      await b.press("EQ, Gate", Key.ENTER);
      expect(await cell("Kick", 7)).toBe("EQ Gate");
      await b.seeText("Nothing to look at");
      await saved();
      await b.driver.navigate().refresh();
      await b.seeText("Nothing to look at");
      expect(await cell("Kick", 3)).toBe("17");
    },
  );

  it(
    "types into cells for all that are chosen; what cannot be is said where it is typed, " +
      "and Escape leaves it",
    async () => {
      await b.go("/library/yard-by-hand");
      await range("Iron_1", 1);
      await b.click(`(${row("Iron_2")}//span[@role='gridcell'])[5]`);
      await range("Iron_1", 1);
      for (let n = 0; n < 4; n++) await b.press(Key.ARROW_RIGHT);
      await b.press(Key.ENTER);
      await b.press("loud", Key.ENTER);
      await b.see("//*[@role='alert'][contains(., 'A level is a number of dB, −144 to 24.')]");
      await b.type("//input[contains(@aria-label, 'level of')]", "-11");
      await b.press(Key.ENTER);
      await b.gone("//input[contains(@aria-label, 'level of')]");
      expect([await cell("Iron_1", 5), await cell("Iron_2", 5)]).toEqual(["−11.0", "−11.0"]);
      await b.click("//button[@aria-label='Undo: level of 2']");
      expect(await cell("Iron_1", 5)).not.toBe("−11.0");
      await choose("Iron_1");
      await b.press(Key.ENTER, "Nonsense", Key.ESCAPE);
      await b.see(row("Iron_1"));
      await saved();
    },
  );

  it(
    "wraps tracks in a folder, drags them out and in, dissolves it, arranges by the house " +
      "with the moves shown first",
    async () => {
      await b.go("/library/yard-by-hand");
      await range("Iron_1", 1);
      await b.driver.executeScript("document.querySelector('[role=treegrid]').focus()");
      await b.press("g");
      await b.see("//section[@aria-label='Selected track']//h2[.='IRON']");
      expect(await cell("Iron_1", 4)).toBe("IRON");
      // Dragged by the mouse onto the edge of another row: out of the folder, its feed with it.
      const from = await b.see(`${row("Iron_2")}//span[.='Iron_2']`),
        to = await b.see(`${row("Scrchr")}//span[.='Scrchr']`);
      await b.driver
        .actions()
        .move({ origin: from })
        .press()
        .move({ origin: from, x: 0, y: 12 })
        .move({ origin: to, x: 0, y: 12, duration: 200 })
        .release()
        .perform();
      await b.driver.wait(
        async () => (await cell("Iron_2", 4)) === "ENGINE",
        10_000,
        "the dragged track feeds what is around it",
      );
      await choose("IRON");
      await b.press("u");
      await b.gone(`//div[@role='row']//span[.='IRON']`);
      expect(await cell("Iron_1", 4)).toBe("ENGINE");
      await b.press("r");
      await b.see("//section[@aria-label='Arrange by the house']//span[.='Iron_2']");
      await b.click("//section[@aria-label='Arrange by the house']//button[starts-with(., 'Do th')]");
      await b.seeText("Nothing to look at");
      await saved();
    },
  );

  it("copies tracks with their routing from one template into another", async () => {
    await b.go("/library/yard-by-hand");
    await choose("KIT");
    await b.driver.executeScript("document.querySelector('[role=treegrid]').focus()");
    await b.chord(Key.CONTROL, "c");
    await b.seeText("copied with their routing");
    await b.go("/library/sound-walk");
    await b.see("//div[@role='treegrid']");
    await choose("Narr");
    await b.chord(Key.CONTROL, "v");
    await b.see("//button[@aria-label='Undo: paste 9 tracks']");
    expect(await cell("Kick", 4)).toBe("KIT");
    await b.click("//button[@aria-label='Undo: paste 9 tracks']");
    await b.gone(`//div[@role='row']//span[.='Kick']`);
    await saved();
  });

  it("puts a folder of another template in, with what it sends to", async () => {
    await b.go("/library/story-evening");
    await b.see(row("TB"));
    await b.press("l");
    await b.click("//section[@aria-label='From the library']//option[.='Steelpan: Engine room only']");
    await b.click("//section[@aria-label='From the library']//option[contains(., 'only ENGINE › KIT')]");
    await b.see("//ul[@aria-label='What comes']//span[.='Plate']");
    await b.seeText("Used as they stand here: Main.");
    await b.button("Put in", "//section[@aria-label='From the library']");
    await b.see(row("Kick"));
    expect(await cell("Kick", 4)).toBe("KIT");
    await b.click("//button[starts-with(@aria-label, 'Undo: put in')]");
    await b.gone(row("Kick"));
    await saved();
  });

  it("keeps views that hide and change nothing", async () => {
    await b.go("/library/yard-by-hand");
    await b.see("//div[@role='treegrid']");
    await pick("What shows", "Folders and paths");
    await b.gone(`//div[@role='row']//span[.='Kick']`);
    await b.see(row("KIT"));
    expect(await b.count("//span[@role='columnheader'][.='Role']")).toBe(0);
    await pick("What shows", "All tracks");
    await choose("KIT");
    await b.button("New view");
    await b.type("//form[@aria-label='View']//label[contains(., 'Name')]//input", "The kit alone");
    await b.button("Keep it");
    await b.gone(`//div[@role='row']//span[.='Iron_1']`);
    await b.see(row("Kick"));
    await saved();
    await b.driver.navigate().refresh();
    await b.see("//select[@aria-label='What shows']//option[.='The kit alone']");
    await b.see(row("Iron_1"));
  });

  it("saves a chain to the shelf, puts it on many at once, and takes up its next version", async () => {
    await b.go("/library/yard-by-hand");
    await choose("Kick");
    await part("Processors");
    await b.type("//input[@aria-label='Name of the chain']", "Low drum");
    await b.button("Save to shelf");
    await b.seeText("“Low drum” is on the shelf as version 1.");
    await choose("FlrTom");
    await pick("Put a chain of the shelf on", "Low drum");
    await b.driver.wait(async () => (await cell("FlrTom", 7)) === "EQ Gate", 10_000, "the chain is on");
    await choose("Kick");
    await pick("Add a processor", "Compressor");
    await b.type("//input[@aria-label='Name of the chain']", "low drum");
    await b.button("Next version");
    await b.seeText("“Low drum” is on the shelf as version 2.");
    await choose("FlrTom");
    await b.seeText(
      "Low drum is version 1 here, the shelf has 2: EQ, Gate, Compressor instead of EQ, Gate.",
    );
    await b.button("Take it up");
    await b.driver.wait(
      async () => (await cell("FlrTom", 7)) === "EQ Gate Comp",
      10_000,
      "the later version is on",
    );
    await saved();
    await b.go("/library/chains");
    await b.see(
      "//section[@aria-label='Low drum']//li[contains(., 'Yard by hand') and contains(., 'version 2')]",
    );
    // A chain many tracks stand on is taken up for all of them in one go.
    await b.go("/library/steelpan-orchestra-full-yard");
    await choose("TnrPan_Near");
    await b.seeText("Pan row is version 1 here, the shelf has 2");
    await b.button("On all 11");
    await b.gone("//p[contains(., 'Pan row is version 1 here')]");
    await choose("NinBass");
    expect(await b.count("//p[contains(., 'Pan row is version 1 here')]")).toBe(0);
    await b.click("//button[starts-with(@aria-label, 'Undo: take up Pan row')]");
    await b.seeText("Pan row is version 1 here, the shelf has 2");
    await saved();
  });

  it("links tracks, says what the template fixes, writes what is gone through before recording", async () => {
    await b.go("/library/yard-by-hand");
    await range("Kick", 7);
    await part("Link them");
    await b.type("//input[@aria-label='Name of the link set']", "The kit");
    await b.button("Link");
    await b.see(`${row("Kick")}//*[@aria-label='linked in The kit']`);
    await b.go("/library/yard-by-hand/session");
    await b.see("//section[@aria-label='Link sets']//span[.='The kit']");
    await b.click("//label[normalize-space(.)='tempo']/input");
    await b.type("//input[@aria-label='One more point']", "Irons heard by nobody else", false);
    await b.press(Key.ENTER);
    await b.type("//label[contains(., 'Fixed end')]//input", "soon");
    await b.press(Key.ENTER);
    await b.seeText("“soon” is no time. Write it 58:00 or 1:02:30.");
    await b.type("//label[contains(., 'Fixed end')]//input", "58:00");
    await b.press(Key.ENTER);
    await b.see("//button[@aria-label='Undo: fixed end']");
    await saved();
  });
});

describe("the signal map", () => {
  it(
    "lights the whole way, folds folders, takes a feed dragged to another path, refuses a " +
      "circle, and saves as SVG",
    async () => {
      await b.go("/library/yard-by-hand/map");
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
      await b.go("/library/yard-by-hand/picture");
      const heard = async (name: string): Promise<string> =>
        (await (
          await b.see(`//*[@role='button'][starts-with(@aria-label, '${name}, heard at')]`)
        ).getAttribute("aria-label")) ?? "";
      const nearer = (said: string): number => Number(/\d+$/.exec(said)?.[0] ?? 0);
      const was = await heard("OH_HatSd");
      const spot = await b.see(
        "//*[@role='button'][starts-with(@aria-label, 'Iron_1, heard at')]/*[name()='rect']",
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
      expect(await heard("Iron_1")).not.toBe("Iron_1, heard at C");
      const dragged = await heard("Iron_1");
      await b.driver.executeScript("document.activeElement.blur()");
      await b.press(Key.ARROW_RIGHT);
      await b.driver.wait(async () => (await heard("Iron_1")) !== dragged, 10_000, "the arrow moves it on");
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

describe("the input list", () => {
  it("goes to paper on one page, keeps sets, and reads a CSV back; a bad line changes nothing", async () => {
    await b.go("/library/yard-by-hand/inputs");
    await b.click("//a[contains(., 'PDF')]");
    const pdf = new TextDecoder("latin1").decode(await b.saved(".pdf"));
    expect(pdf.startsWith("%PDF-")).toBe(true);
    expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(1);
    await b.type("//input[@aria-label='Keep these inputs as']", "Yard");
    await b.press(Key.ENTER);
    await b.see("//select[@aria-label='Input set']/option[.='Yard']");
    const file = join(b.downloads, "list.csv");
    writeFileSync(file, "Track,Input,Stand\nKick,3,low boom\nNobody,4,x\n");
    await (await b.driver.findElement({ css: "input[aria-label='Input list as CSV']" })).sendKeys(file);
    await b.seeText(
      "Line 3: there is no source “Nobody” in this session. Name it as the track sheet does, " +
        "or take the line out. Nothing was changed.",
    );
    writeFileSync(file, "Track,Input,Stand\nKick,40,low boom\n");
    await (await b.driver.findElement({ css: "input[aria-label='Input list as CSV']" })).sendKeys(file);
    await b.see("//button[@aria-label='Undo: input list from a file']");
    await b.driver.wait(
      async () =>
        (await (await b.see("//input[@aria-label='Stand of Kick']")).getAttribute("value")) === "low boom",
      10_000,
      "the stand is there",
    );
    await pick("Input set", "Yard");
    await b.driver.wait(
      async () =>
        (await (await b.see("//input[@aria-label='Input of Kick']")).getAttribute("value")) === "17",
      10_000,
      "the set numbers it again",
    );
    await saved();
  });
});

describe("a template from a file", () => {
  it(
    "shows what the file carries, leaves the job behind, and begins dressed; a bad " +
      "file changes nothing",
    async () => {
      const s = apply(smallSession(), [
        { do: "add", track: blankTrack("job", "gonza lo tk 7", { feeds: "main" }), after: "gtr" },
        {
          do: "add",
          track: blankTrack("hall", "Slap", { kind: "return", format: "stereo", feeds: "main" }),
          after: "rev",
        },
      ]);
      const [good, bad] = [join(b.downloads, "evening.dawproject"), join(b.downloads, "torn.dawproject")];
      writeFileSync(good, writeExchange(s));
      writeFileSync(bad, writeExchange(s).subarray(0, 200));
      await b.go("/library/new");
      await b.button("A file");
      const field = await b.driver.findElement({ css: "input[aria-label='File to start from']" });
      await field.sendKeys(bad);
      await b.see("//*[@role='alert'][contains(., 'damaged or incomplete')]");
      await (await b.driver.findElement({ css: "input[aria-label='File to start from']" })).sendKeys(good);
      await b.see("//section[@aria-label='Names of the job']//span[.='gonza lo tk 7']");
      await b.see("//section[@aria-label='Nobody feeds them']//span[.='Slap']");
      await b.seeText("7 tracks to start with");
      await b.click("//section[@aria-label='Names of the job']//input");
      await b.seeText("8 tracks to start with");
      await b.click("//section[@aria-label='Names of the job']//input");
      await b.type("//input[@aria-label='Name']", "From the evening");
      await b.press(Key.ENTER);
      await b.see(row("Kick"));
      expect(await b.count("//span[.='gonza lo tk 7']")).toBe(0);
    },
  );
});

describe("two thousand tracks", () => {
  it("are found in, edited and undone, with findings looked for beside the page", async () => {
    const address = await storeTemplate(b, "Two thousand", longSession());
    await b.go(address);
    await b.see("//div[@role='treegrid']", 60_000);
    await b.see("//footer//button[contains(., 'to look at')]", 60_000);
    await b.driver.wait(
      async () => (await b.count("//footer//*[@role='status']")) === 0,
      60_000,
      "all has been looked at",
    );
    await b.type("//input[@aria-label='Find a track']", "1919");
    await b.see("//div[@role='row'][contains(., '1919')]");
    await b.click("//div[@role='row'][contains(., '1919')]//span[@role='gridcell'][5]");
    await b.press(Key.ENTER);
    await b.press("-21", Key.ENTER);
    await b.see("//div[@role='row'][contains(., '1919')]//span[.='−21.0']");
    await b.click("//button[@aria-label='Undo: level']");
    await b.see("//div[@role='row'][contains(., '1919')]//span[.='0.0']");
    await saved();
    // The other lists draw only what is in sight.
    await b.go(`${address}/inputs`);
    await b.see("//input[@aria-label='Input of Tenor pan near 1']");
    expect(await b.count("//tbody/tr")).toBeLessThan(90);
    await b.driver.executeScript(
      "const box = document.querySelector('[aria-label=\"Input list\"]'); box.scrollTop = box.scrollHeight",
    );
    await b.see("//input[@data-column='input'][@value='1024']");
    await b.go(`${address}/levels`);
    await b.see("//button[.='Group 1']");
    expect(await b.count("//tbody/tr")).toBeLessThan(200);
  });
});
