import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Marram Vale");
const rows = "//section[@aria-label='By rule']//tbody/tr";
const colours = `${rows}[contains(., "Colour not the house's")]`;
const runs = "//section[@aria-label='Put right lately']";

// One story, in order.
describe("drift, understood and put right in many sessions", () => {
  it("is led to from Today, and is gone into by rule, room and template; the address says where one is", async () => {
    await b.go("/");
    await b.click("//a[.='What drifts']");
    await b.see(`${colours}//td`);
    await b.click(`${colours}//button`);
    await b.see("//section[@aria-label='By room']//th[contains(., 'Pan Yard')]");
    expect(await b.address()).toContain("rule=colour-off");
    await b.choose("Room", "Ferry Van");
    await b.see("//section[@aria-label='By room']//tbody[count(tr) = 1]");
    await b.go(await b.address());
    await b.see("//section[@aria-label='By room']//tbody[count(tr) = 1][contains(., 'Ferry Van')]");
    await b.button("Colour not the house's: look at everything");
    await b.choose("Weeks", "4 weeks");
    await b.see("//section[@aria-label='By room']//th[contains(., 'Ferry Van')]");
    await b.click("//button[.='CSV']");
    expect(await b.savedText(".csv")).toContain("Room,Came in,Sessions,Of,Put right");
  });

  it("leads to putting it right: what changes where is seen, done, and said", async () => {
    await b.go("/sessions/drift");
    await b.click(`${colours}//a[.='Put right']`);
    await b.see("//h1[.='Put right']");
    await b.see("//li[contains(., 'Ferry landing')]//li[contains(., 'ShBass_1: colour')]");
    // Names that are off as well are not of this rule.
    await b.gone("//li[contains(., 'Ferry landing')]//li[contains(., 'TB!: name')]");
    await b.click("//button[starts-with(., 'Put ')][contains(., 'right')][contains(., 'sessions')]");
    await b.seeText("put right and sent. It can be undone below.");
    await b.see(
      "//p[.='Nothing to put right']|//h2[.='Nothing to put right']|//*[.='Nothing to put right']",
    );
    await b.see(`${runs}//li[contains(., "Colour not the house's")][contains(., 'corrected files sent')]`);
  });

  it("is undone in one", async () => {
    await b.click(`${runs}//li[1]//button[contains(., 'Undo')]`);
    await b.see(`${runs}//li[1]//span[.='undone']`);
    await b.see("//li[contains(., 'Ferry landing')]//li[contains(., 'ShBass_1: colour')]");
  });
});

describe("the list of sessions", () => {
  it("has its filters in the address, and does one thing to many, to be taken back", async () => {
    await b.go("/sessions?which=closed&room=pan-yard");
    await b.see("//a[.='Spring tide live']");
    await b.gone("//a[.='Lantern tales']");
    await b.type("//input[@aria-label='Find a session']", "spring");
    await b.gone("//a[.='Irons and hides']");
    await b.go(await b.address());
    await b.see("//a[.='Spring tide live']");
    await b.gone("//a[.='Irons and hides']");
    await b.click("//input[@aria-label='Choose Spring tide live']");
    await b.button("Choose all of the list");
    await b.see("//span[.='2 chosen']");
    await b.button("Open again (2)");
    await b.see("//p[starts-with(., '2 sessions open again.')]");
    await b.gone("//a[.='Spring tide live']");
    await b.button("Close them");
    await b.see("//a[.='Spring tide live']");
    await b.see("//a[.='Spring tide rehearsal']");
  });

  it("brings forward what asks nothing, and says what is left", async () => {
    await b.go("/sessions?which=behind");
    await b.see("//a[.='Ferry landing']");
    await b.click("//input[@aria-label='Choose Ferry landing']");
    await b.button("Choose all of the list");
    await b.click("//button[contains(., 'Bring forward (')]");
    await b.see(
      "//p[contains(., 'brought forward.')]|//*[contains(., 'stays as it is: it leaves')]",
      30_000,
    );
  });
});

// One story, in order.
describe("a running session", () => {
  it("has two sources swapped, by choice and back by key, and the list printed anew", async () => {
    await b.go("/sessions");
    await b.click("//a[.='Engine overdubs']");
    await b.click("//a[.='Move inputs']");
    const [first, second] = [await name(1), await name(2)];
    await b.click("(//li[@data-source]/button)[1]");
    await b.choose(`Input for ${first}`, `2  Mic preamp (${second})`);
    await b.see("//span[.='2 sources moved']");
    await b.chord(Key.CONTROL, "z");
    await b.gone("//span[.='2 sources moved']");
    await b.choose(`Input for ${first}`, `2  Mic preamp (${second})`);
    await b.button("Plug it like this");
    await b.see("//h1[.='Engine overdubs']");
    await b.see(`//section[@aria-labelledby='inputs']//tr[td[.='1']][td[.='${second}']]`);
    await b.see("//li[contains(., 'Inputs: 2 sources moved')]");
    expect(new TextDecoder().decode((await b.saved(".pdf")).slice(0, 5))).toBe("%PDF-");
  });

  it("is called otherwise, and its folder on the disk follows by a plan", async () => {
    await b.button("Rename");
    await b.type("//input[@aria-label='Another name for the session']", "Undertow");
    await b.button("Call it that");
    await b.see("//h1[.='Undertow']");
    await b.button("Look at its folder");
    await b.see("//section[@aria-label='On the shared disk']//p[contains(., 'It belongs in')]");
    await b.see("//ul[@aria-label='Off in its folder']//span[.='Audio/Kick take 1.wav']");
    await b.button("Put it in order");
    await b.see(
      "//section[@aria-label='On the shared disk']//p[contains(., 'named by the pattern')]",
      30_000,
    );
    await b.see("//section[@aria-label='On the shared disk']//span[contains(., '_Undertow_')]");
  });

  it("is closed with how it went, and put away into the archive", async () => {
    await b.button("Close the session");
    await b.see("//section[@aria-label='How it went']//dt[.='Followed the house']");
    await b.button("Close it");
    await b.see("//h2[.='How it went']");
    await b.button("Put it away");
    await b.see("//section[@aria-label='On the shared disk']//span[starts-with(., 'Archive/')]", 30_000);
  });

  it("is set up again for another song", async () => {
    await b.button("For another song");
    await b.type('//input[@aria-label="Name of the other song\'s session"]', "Overflow");
    await b.button("Start it");
    await b.see("//h1[.='Overflow']");
    await b.see("//section[@aria-labelledby='came'][contains(., 'Nothing has come back yet')]");
  });
});

const name = (n: number): Promise<string> =>
  b.text(`(//li[@data-source])[${n}]//span[contains(@class, 'font-mono')]`);
