import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Marram Vale");
const name = "//form//label[contains(., 'Name of the session')]//input";

const meter = async (): Promise<string | null> =>
  (
    await b.see("//section[@aria-label='Settings at the start']//label[contains(., 'Meter')]//select")
  ).getAttribute("value");

// One story, in order.
describe("starting a session in three steps", () => {
  it("begins at a template's card, asks for the room, and shows how it would fit", async () => {
    await b.go("/library");
    await b.click("//a[@aria-label='Start a session: Shanty choir']");
    await b.see("//section[@aria-label='From which template'][contains(., 'Shanty choir')]");
    await b.choose("Room", "Ferry Van");
    await b.see("//section[@aria-label='How, and under which name']//a[.='See and change how it fits']");
    await b.choose("Meter", "6/8");
  });

  it("takes blocks beside what the template has, and lets them go again", async () => {
    const blocks = "//section[@aria-label='Blocks to put in']";
    await b.choose("A block to put in", "Drum kit");
    await b.see(`${blocks}//li[contains(., 'Drum kit')][contains(., 'release 2')]`);
    await b.choose("A block to put in", "Talkback to the room");
    await b.button("Leave it: Talkback to the room");
    await b.gone(`${blocks}//li[contains(., 'Talkback to the room')]`);
  });

  it("says its folder while the name is typed, and goes straight to the station", async () => {
    await b.type(name, "Two rivers");
    await b.see("//form//p[@role='status']//span[contains(., '_Two-rivers_FerryVan')]");
    await b.button("Start it, send it to the station");
    await b.see("//h1[.='Two rivers']");
    await b.see("//span[.='at the room']");
    await b.seeText("The station of Ferry Van has it.");
  });

  it("is done again like last time by one key, under a name that is told apart", async () => {
    await b.go("/start?room=ferry-van");
    await b.see("//button[contains(., 'Again like last time')][contains(., 'Shanty choir')]");
    await b.press("a");
    await b.see("//select[@aria-label='Room']/option[.='Ferry Van']");
    await expect.poll(meter).toBe("6/8");
    await b.see("//section[@aria-label='Blocks to put in']//li[contains(., 'Drum kit')]");
    await b.type(name, "Two rivers");
    await b.see("//form//p[contains(., 'this one is called “Two rivers 2”')]");
    await b.button("Start it, download the package");
    await b.see("//h1[.='Two rivers 2']");
    await b.saved(".zip");
  });
});

describe("a fit, and Today", () => {
  it("takes the fit along on paper", async () => {
    await b.go("/start?room=ferry-van&template=steelpan-orchestra-full-yard");
    await b.click("//a[.='See and change how it fits']");
    await b.see("//section[@aria-label='Cannot be placed']//li");
    await b.button("PDF on paper");
    expect(new TextDecoder().decode((await b.saved(".pdf")).slice(0, 5))).toBe("%PDF-");
  });

  it("leads from Today, by one key, to the last one of the room once more", async () => {
    await b.go("/");
    await b.see("//a[.='Again like last time']");
    await b.press("a");
    await b.see("//h1[.='Start a session']");
    await b.see("//section[@aria-label='From which template']//button[.='Another template']");
    await b.see("//section[@aria-label='How, and under which name']//a[.='See and change how it fits']");
  });
});

describe("what stations open with", () => {
  const yard = "//li[contains(@class, 'card')][.//h2[contains(., 'Pan Yard')]]";

  it("is said on one page for all rooms, by purpose and in order, and taken back by key", async () => {
    await b.go("/rooms/start-up");
    await b.see(`${yard}//ol/li[1][contains(., 'Steelpan orchestra')][contains(., 'begins with it')]`);
    await b.choose("Add a template for Pan Yard", "Shanty choir");
    await b.see(`${yard}//ol/li[3][contains(., 'Shanty choir')]`);
    await b.button("Begin with it: Shanty choir, Pan Yard");
    await b.see(`${yard}//ol/li[1][contains(., 'Shanty choir')][contains(., 'begins with it')]`);
    await b.click("//h1");
    await b.chord(Key.CONTROL, "z");
    await b.see(`${yard}//ol/li[1][contains(., 'Steelpan orchestra')]`);
    await b.chord(Key.CONTROL, "z");
    await b.gone(`${yard}//ol/li[3]`);
  });
});
