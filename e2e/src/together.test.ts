import { describe, expect, it } from "vitest";
import type { Browser } from "./browser.ts";
import { alsoChoose } from "./testing/sheet.ts";
import { visit } from "./testing/visit.ts";

const { b: one, another } = await visit();
const two = await another();
await two.signIn("Marram Vale");

const SHEET = "/library/engine-room-only";
const select = (b: Browser, name: string) => b.click(`//div[@role='row']//span[.='${name}']`);
const LEVEL = "//section[@aria-label='Selected track']//label[contains(., 'Level')]//input";

describe("two windows on one draft", () => {
  it("see each other's changes, and lose none", async () => {
    await Promise.all([one.go(SHEET), two.go(SHEET)]);
    await Promise.all([one.see("//div[@role='treegrid']"), two.see("//div[@role='treegrid']")]);
    await select(one, "Kick");
    await one.type(LEVEL, "-3\uE007");
    await two.see("//div[@role='row'][.//span[.='Kick']]//span[.='−3.0']");
    await select(two, "Hat");
    await two.type(LEVEL, "-5\uE007");
    await one.see("//div[@role='row'][.//span[.='Hat']]//span[.='−5.0']");
    for (const b of [one, two])
      expect(await b.count("//div[@role='row'][.//span[.='Kick']]//span[@role='gridcell'][.='−3.0']")).toBe(
        1,
      );
  });

  it("hear of a release the other published", async () => {
    await two.go("/library");
    await two.see("//h2[starts-with(., 'Steelpan')]");
    await one.press("\uE00C");
    await one.driver.executeScript("document.activeElement.blur()");
    await one.press("p");
    await one.type("//section[@aria-label='Publish release 4']//textarea", "Levels");
    await one.see("//span[@role='status'][starts-with(., 'Saved')]");
    await one.button("Publish release 4", "//form");
    await two.see("//a[.='Engine room only']/ancestor::li//span[contains(., 'Release 4')]");
  });

  it("keep an edit while the house does not answer, and send it when it does", async () => {
    await one.go(SHEET);
    await select(one, "Kick");
    // The line breaks: every request fails as if the cable were out.
    await one.driver.executeScript(
      "window.__fetch = window.fetch; window.fetch = () => Promise.reject(new TypeError('no line'))",
    );
    await one.type(LEVEL, "-9\uE007");
    await one.seeText("Waiting for the house; nothing is lost");
    await one.see("//div[@role='row'][.//span[.='Kick']]//span[.='−9.0']");
    await one.driver.executeScript("window.fetch = window.__fetch");
    await one.see("//span[@role='status'][starts-with(., 'Saved')]");
    await two.go(SHEET);
    await two.see("//div[@role='row'][.//span[.='Kick']]//span[.='−9.0']");
  });
});

describe("two people at one value", () => {
  it("are asked: neither edit is lost, and what was chosen stands for both", async () => {
    await Promise.all([one.go(SHEET), two.go(SHEET)]);
    await Promise.all([one.see("//div[@role='treegrid']"), two.see("//div[@role='treegrid']")]);
    await select(one, "Hat");
    await one.driver.executeScript(
      "window.__fetch = window.fetch; window.fetch = () => Promise.reject(new TypeError('no line'))",
    );
    await one.type(LEVEL, "-14\uE007");
    await one.seeText("Waiting for the house; nothing is lost");
    await select(two, "Hat");
    await two.type(LEVEL, "-17\uE007");
    await two.see("//span[@role='status'][starts-with(., 'Saved')]");
    await one.driver.executeScript("window.fetch = window.__fetch");
    await one.see(
      "//section[@aria-label='Clashes'][contains(., 'Hat') and contains(., '−17.0 dB') and " +
        "contains(., '−14.0 dB')]",
    );
    await one.see("//div[@role='row'][.//span[.='Hat']]//span[.='−17.0']");
    await one.button("Take mine");
    await one.gone("//section[@aria-label='Clashes']");
    for (const b of [one, two]) await b.see("//div[@role='row'][.//span[.='Hat']]//span[.='−14.0']");
  });
});

describe("two people at one deed of several things", () => {
  it("decide each part by itself", async () => {
    await Promise.all([one.go(SHEET), two.go(SHEET)]);
    await Promise.all([one.see("//div[@role='treegrid']"), two.see("//div[@role='treegrid']")]);
    const both = async (b: Browser, db: string): Promise<void> => {
      await select(b, "Snare_Top");
      await alsoChoose(b, "Snare_Btm");
      await b.type("//form[@aria-label='Say what to do']//input", `${db} dB\uE007`);
    };
    const cut =
      "window.__fetch = window.fetch; window.fetch = () => Promise.reject(new TypeError('no line'))";
    await one.driver.executeScript(cut);
    await both(one, "-21");
    await one.seeText("Waiting for the house; nothing is lost");
    await both(two, "-23");
    await two.see("//span[@role='status'][starts-with(., 'Saved')]");
    await one.driver.executeScript("window.fetch = window.__fetch");
    await one.button("One by one", "//section[@aria-label='Clashes']");
    await one.click(
      "//section[@aria-label='Clashes']//ul//ul/li[contains(., 'Snare_Btm')]//button[.='Take mine']",
    );
    await one.see("//div[@role='row'][.//span[.='Snare_Btm']]//span[.='−21.0']");
    await one.see("//section[@aria-label='Clashes']//li[contains(., 'Snare_Top')]");
    await one.button("Keep theirs", "//section[@aria-label='Clashes']");
    await one.gone("//section[@aria-label='Clashes']");
    await two.see("//div[@role='row'][.//span[.='Snare_Btm']]//span[.='−21.0']");
    await two.see("//div[@role='row'][.//span[.='Snare_Top']]//span[.='−23.0']");
  });
});

describe("an assistant", () => {
  it("sees the library without what only the lead may do, and signs out", async () => {
    await two.signIn("Wren Addis");
    await two.go(SHEET);
    await two.see("//div[@role='treegrid']");
    expect(
      await two.count(
        "//button[contains(., 'Publish') or contains(., 'Add tracks') or contains(., 'Dress all')]",
      ),
    ).toBe(0);
    await select(two, "Kick");
    await two.seeText("Why the house wants it so");
    expect(await two.count("//section[@aria-label='Selected track']//input")).toBe(0);
    await two.go("/house/pans/double-second");
    await two.see("//section[@aria-label='Role Double second']");
    expect(await two.count("//button[contains(., 'Add a role') or contains(., 'Publish')]")).toBe(0);
    await two.click("//nav[@aria-label='Places']//button[contains(., 'Wren Addis')]");
    await two.click("//div[@role='menuitem'][contains(., 'Sign out')]");
    await two.see("//h1[.='Mossy Lantern']");
    await two.go("/sessions");
    await two.see("//section[@aria-label='People of the demo']");
  });
});

describe("the light", () => {
  it("is chosen from the menu and stays chosen", async () => {
    await one.go("/");
    await one.click("//nav[@aria-label='Places']//button[contains(., 'Marram Vale')]");
    await one.click("//div[@role='menuitemradio'][contains(., 'Lamplight')]");
    expect(await one.driver.executeScript("return document.documentElement.dataset.theme")).toBe(
      "lamplight",
    );
    await one.driver.navigate().refresh();
    await one.see("//h1[contains(., 'one house style')]");
    expect(await one.driver.executeScript("return document.documentElement.dataset.theme")).toBe(
      "lamplight",
    );
  });

  it("shows a page for an address that leads nowhere, and for a thing that is not there", async () => {
    await one.go("/no/such/place");
    await one.seeText("There is no page here");
    await one.go("/library/nothing-like-it");
    await one.seeText("There is no template “nothing-like-it” in the library.");
    await one.go("/check-ins/00000000-0000-4000-8000-000000000000");
    await one.seeText("There is no check-in with this id.");
  });
});
