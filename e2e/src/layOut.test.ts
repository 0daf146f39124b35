import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { atSheet, row } from "./testing/sheet.ts";
import { visit } from "./testing/visit.ts";

const { b } = await visit();
const { saved, cell, pick, part, choose, range } = atSheet(b);
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
      await b.see("//h2[starts-with(., 'Steelpan')]");
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
