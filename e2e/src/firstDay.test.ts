import { mkdirSync, writeFileSync } from "node:fs";
import { afterAll, afterEach, describe, expect, inject, it } from "vitest";
import { Browser } from "./browser.ts";
import type { Theme } from "./browser.ts";
import { openEmptyHouse } from "./house.ts";
import { axeFinds } from "./testing/axe.ts";

const house = await openEmptyHouse(inject("ground"));
const b = await Browser.open(house.base);
const second = await Browser.open(house.base);
afterEach(async ({ task }) => {
  if (task.result?.state !== "fail") return;
  mkdirSync(".shots", { recursive: true });
  writeFileSync(".shots/first-day.png", await b.picture());
  writeFileSync(".shots/first-day-2.png", await second.picture());
});
afterAll(async () => {
  await Promise.all([b.close(), second.close()]);
  await house.close();
});
const field = (label: string): string =>
  `//label[contains(., '${label}')]//input[not(@type='checkbox') and not(@type='radio')]`;
const valueOf = async (xpath: string): Promise<string> =>
  (await (await b.see(xpath)).getAttribute("value")) ?? "";
const PASSWORD = "barge kelp vesper tin";

/** axe in both lights, on what shows. */
async function looksRight(who: Browser): Promise<void> {
  await who.still();
  expect(await axeFinds(who)).toEqual([]);
  for (const theme of ["lamplight", "daylight"] as Theme[]) {
    await who.driver.executeScript("document.documentElement.dataset.theme = arguments[0]", theme);
    await who.still();
    expect(await axeFinds(who, ["color-contrast"])).toEqual([]);
  }
  expect(
    await who.driver.executeScript("return document.documentElement.scrollWidth - window.innerWidth"),
  ).toBeLessThanOrEqual(0);
}

// One story, in order: each step stands on the one before.
describe("the first day of an empty house", () => {
  it("begins at its door, which says that nobody lives there, and at the address the start printed", async () => {
    await b.go("/");
    await b.seeText("Nobody lives in this house yet");
    await looksRight(b);
    await b.go(house.setUp);
    await b.see("//ol[@aria-label='Steps']//li[@aria-current='step'][contains(., 'House and lead')]");
    await looksRight(b);
  });

  it("asks for the house's name and its first lead, with a password that would not be guessed", async () => {
    await b.type(field("What the house is called"), "Gannet Quay");
    await b.type(field("Your name"), "Ottoline Quern");
    await b.type(field("Sign-in name"), "otti");
    await b.type("//input[@type='password']", "gannet quay 1");
    await b.click(field("Sign-in name"));
    await b.seeText("It is made of your name or the house's.");
    await b.type("//input[@type='password']", PASSWORD);
    await b.seeText("That will do.");
    await b.button("Next");
  });

  it("begins with a starter house style, and the house is open", async () => {
    await b.see("//ul[@aria-label='House styles to begin from']");
    await looksRight(b);
    await b.click("//button[starts-with(normalize-space(.), 'General studio')]");
    await b.button("Begin with it");
    await b.see("//li[@aria-current='step'][contains(., 'First room')]");
  });

  it("makes the first room with its inputs", async () => {
    await b.type(field("What the room is called"), "Boat Shed");
    await b.type("//input[@aria-label='How many']", "16");
    await b.button("Add from 1");
    await b.type("//input[@aria-label='How many']", "2");
    await b.type("//input[@aria-label='What they are called']", "Line");
    await b.button("Add from 17");
    await b.see("//ul[@aria-label='Its inputs']//li[contains(., '17–18')][contains(., 'Line')]");
    await looksRight(b);
    await b.button("Make the room");
    await b.see("//li[@aria-current='step'][contains(., 'First template')]");
  });

  it("begins the first template and publishes it", async () => {
    await b.click("//button[starts-with(normalize-space(.), 'Kit of twelve')]");
    await looksRight(b);
    await b.button("Begin it");
    await b.see("//h1[.='Boat Shed']");
    await b.see("//a[starts-with(@aria-label, 'Fit it: Kit of twelve microphones')]");
  });

  it("says on Today what is next, and the address works no more", async () => {
    await b.go("/");
    await b.see(
      "//section[@aria-label='The first day']//li[@aria-current='step'][contains(., 'Start the first session')]",
    );
    expect(await b.count("//section[@aria-label='The first day']//*[@aria-label='done']")).toBe(4);
    await looksRight(b);
    await second.go(house.setUp);
    await second.seeText("That address is no longer good");
  });

  it("gives the room's computer a token, and the room sees that it is there", async () => {
    await b.click("//nav[@aria-label='Places']//a[contains(., 'Rooms')]");
    await b.click("//a[.='Boat Shed']");
    await b.seeText("None yet: packages are downloaded");
    await b.type(field("Name of a new station"), "Shed rack");
    await b.button("Make a station");
    const token = await valueOf("//input[@aria-label='Token of Shed rack']");
    expect(token).toMatch(/^[\w-]{43}$/);
    await looksRight(b);
    house.station(token);
    await b.see(
      "//section[@aria-labelledby='stations']//li[contains(., 'Shed rack')][contains(., 'there')]",
    );
    await b.seeText("waits for packages");
    // Shown once: whoever comes back finds the station, not its token.
    await b.driver.navigate().refresh();
    await b.see("//section[@aria-labelledby='stations']//li[contains(., 'Shed rack')]");
    expect(await b.count(`//input[@value='${token}']`)).toBe(0);
  });

  it("puts a first package in the hands of the station, which hands the session in", async () => {
    await b.click("//a[starts-with(@aria-label, 'Fit it: Kit of twelve')]");
    await b.type("//input[@aria-label='Name of the session']", "Maiden voyage");
    await b.button("Make the session package");
    await b.see("//h1[.='Maiden voyage']");
    await b.button("Send to the station");
    await b.see("//a[.='Check-in 1']", 30_000);
    await b.see("//li[contains(., 'Check-in 1')]//span[contains(., 'Shed rack')]");
  });

  it("is over then: Today is as it will be", async () => {
    await b.go("/");
    await b.see("//section[@aria-label='Waiting for you']//a[contains(., 'Look and put right')]");
    expect(await b.count("//section[@aria-label='The first day']")).toBe(0);
  });
});

describe("a second person", () => {
  it("is invited into one room by a link that is shown once", async () => {
    await b.go("/rooms/new");
    await b.type(field("Name"), "Chart Room");
    await b.button("Make the room");
    await b.see("//h1[.='Chart Room']");
    await b.go("/people");
    await b.button("Invite somebody");
    await b.type("//form[@aria-label='Invite somebody']//label[contains(., 'Name')]//input", "Sorrel Fenn");
    await b.button("Some", "//form[@aria-label='Invite somebody']");
    await b.click("//form[@aria-label='Invite somebody']//label[contains(., 'Boat Shed')]//input");
    await b.button("Make the link");
    const link = await valueOf("//input[@aria-label='Link for Sorrel Fenn']");
    await b.see("//tr[contains(., 'Sorrel Fenn')][contains(., 'invited')][contains(., 'Boat Shed')]");
    await looksRight(b);
    await second.driver.get(link);
    await second.seeText("You are invited as engineer");
    await looksRight(second);
    await second.type("//input[@type='password']", PASSWORD);
    await second.button("Join the house");
    await second.see("//nav[@aria-label='Places']");
    await b.see("//tr[contains(., 'Sorrel Fenn')][contains(., 'sorrel')]");
  });

  it("works in the one, and is refused in the other", async () => {
    await second.go("/rooms/boat-shed");
    await second.click("//a[starts-with(@aria-label, 'Fit it: Kit of twelve')]");
    await second.type("//input[@aria-label='Name of the session']", "Slack water");
    await second.button("Make the session package");
    await second.see("//h1[.='Slack water']");
    await second.go("/rooms/chart-room");
    await second.seeText("You do not work in this room");
    expect(await second.count("//a[contains(., 'Edit the room')]")).toBe(0);
    const status = await second.driver.executeAsyncScript<number>(
      "const done = arguments[1]; fetch('/api/sessions', { method: 'POST', body: arguments[0], headers: " +
        "{ 'Content-Type': 'application/json' } }).then((r) => done(r.status))",
      JSON.stringify({
        title: "x",
        room: "chart-room",
        template: "kit-of-twelve-microphones",
        release: 1,
        leaveOut: [],
      }),
    );
    expect(status).toBe(403);
  });

  it("reads what goes on in the other, with why nothing can be done there", async () => {
    await b.go("/rooms/chart-room");
    await b.click("//a[starts-with(@aria-label, 'Fit it: Kit of twelve')]");
    await b.type("//input[@aria-label='Name of the session']", "Chart night");
    await b.button("Make the session package");
    await b.see("//h1[.='Chart night']");
    await second.go("/sessions");
    await second.click("//a[.='Chart night']");
    await second.seeText("You do not work in Chart Room: look at everything");
    expect(await second.count("//button[contains(., 'Send') or contains(., 'Close')]")).toBe(0);
  });

  it("sees no page of the leads", async () => {
    for (const path of ["/people", "/record", "/rooms/new"]) {
      await second.go(path);
      await second.see("//p[starts-with(., 'The leads ')]");
    }
    expect(await second.count("//nav[@aria-label='Places']//a[contains(., 'People')]")).toBe(0);
  });

  it("is signed out everywhere the moment a lead switches them off", async () => {
    await second.go("/");
    await second.see("//nav[@aria-label='Places']");
    await b.go("/people");
    await b.button("Sorrel Fenn");
    await b.button("Switch Sorrel Fenn off");
    await b.see("//tr[contains(., 'Sorrel Fenn')][contains(., 'switched off')]");
    await second.see("//input[@name='password']", 30_000);
    await b.click("//a[contains(., 'The record')]");
    await b.see("//tr[contains(., 'Ottoline Quern')][contains(., 'switched Sorrel Fenn off')]");
    await b.type("//input[@aria-label='Find in the record']", "station");
    await b.gone("//tr[contains(., 'switched Sorrel Fenn off')]");
    await b.see("//tr[contains(., 'made the station “Shed rack”')]");
  });
});
