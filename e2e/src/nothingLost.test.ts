import { describe, expect, it } from "vitest";
import { PATIENCE } from "./browser.ts";
import { visit } from "./testing/visit.ts";

const { house, b } = await visit();

const SHEET = "/library/engine-room-only";
const ROW = (name: string) => `//div[@role='row'][.//span[.='${name}']]`;
const LEVEL = "//section[@aria-label='Selected track']//label[contains(., 'Level')]//input";
const select = (name: string) => b.click(`${ROW(name)}//span[.='${name}']`);
const level = (name: string, says: string) => b.see(`${ROW(name)}//span[@role='gridcell'][.='${says}']`);
const saved = () => b.see("//span[@role='status'][starts-with(., 'Saved')]");
const place = (name: string) => b.click(`//nav[@aria-label='Places']//a[starts-with(., '${name}')]`);
const openTemplate = async () => {
  await b.click("//h2/following::a[.='Engine room only']");
  await b.see("//div[@role='treegrid']");
};

describe("what was last typed into a template shows", () => {
  it("after leaving by a link and coming back by one", async () => {
    await b.go(SHEET);
    await select("Kick");
    await b.type(LEVEL, "-7.5\uE007");
    await saved();
    await place("Library");
    await openTemplate();
    await level("Kick", "−7.5");
    await select("Kick");
    await b.type(LEVEL, "-6.5\uE007");
    await saved();
    await level("Kick", "−6.5");
    expect(await b.count("//*[@role='alert']")).toBe(0);
  });

  it("after leaving at once, and by the back button", async () => {
    await b.type(LEVEL, "-5.5\uE007");
    await b.driver.navigate().back();
    await b.see("//h2[starts-with(., 'Steelpan')]");
    await b.driver.navigate().forward();
    await level("Kick", "−5.5");
  });

  it("typed in a field that was not left, when the page is left by the back button or loaded anew", async () => {
    await select("Kick");
    await b.type(LEVEL, "-4.5");
    await b.driver.executeScript("history.back()");
    await b.see("//h2[starts-with(., 'Steelpan')]");
    await openTemplate();
    await level("Kick", "−4.5");
    await select("Kick");
    await b.type(LEVEL, "-3.5");
    await b.driver.executeScript("location.reload()");
    await level("Kick", "−3.5");
    await saved();
  });

  it("in a second window, and here what was typed there", async () => {
    const here = await b.driver.getWindowHandle();
    await b.driver.switchTo().newWindow("tab");
    await b.go(SHEET);
    await level("Kick", "−3.5");
    await select("Hat");
    await b.type(LEVEL, "-11\uE007");
    await saved();
    await b.driver.close();
    await b.driver.switchTo().window(here);
    await level("Hat", "−11.0");
    await place("Rooms");
    await place("Library");
    await openTemplate();
    await level("Hat", "−11.0");
  });

  it("after the house was switched off meanwhile: on this page, on another, and loaded anew", async () => {
    await house.stop();
    await select("Kick");
    await b.type(LEVEL, "-9\uE007");
    await b.seeText("Waiting for the house; nothing is lost");
    await place("Rooms");
    await b.driver.navigate().back();
    await level("Kick", "−9.0");
    await house.start();
    await saved();
    await b.driver.executeScript("window.fetch = () => Promise.reject(new TypeError('no line'))");
    await select("Hat");
    await b.type(LEVEL, "-13");
    // Loaded anew while the edit waits: the browser asks, the person goes all the same.
    await b.driver.executeScript(
      "window.addEventListener('beforeunload', (e) => { e.stopImmediatePropagation(); }, true)",
    );
    await b.driver.executeScript("document.activeElement.blur(); location.href = '/library'");
    await b.see("//h2[starts-with(., 'Steelpan')]");
    await b.driver.wait(
      async () =>
        (await b.driver.executeScript<number>(
          "return Object.keys(sessionStorage).filter((k) => k.startsWith('mossy-unsent')).length",
        )) === 0,
      PATIENCE,
    );
    await openTemplate();
    await level("Hat", "−13.0");
    await level("Kick", "−9.0");
  });
});

describe("what stands half typed survives a reload", () => {
  it("names to add, and the note of a release", async () => {
    await b.go(SHEET);
    await b.see("//div[@role='treegrid']");
    await b.button("Add tracks");
    await b.type("//textarea[@aria-label='Names, one a line']", "lead pan near\n8 of shanty tenor");
    await b.driver.navigate().refresh();
    const names = await b.see("//textarea[@aria-label='Names, one a line']");
    expect(await names.getAttribute("value")).toBe("lead pan near\n8 of shanty tenor");
    await b.see("//button[.='Add 9 tracks'][not(@disabled)]");
    await b.button("Cancel", "//section[@aria-label='Add tracks']");
    await b.button("Publish release 4");
    await b.type("//section[@aria-label='Publish release 4']//textarea", "Tighter kick");
    await b.driver.navigate().refresh();
    expect(
      await (await b.see("//section[@aria-label='Publish release 4']//textarea")).getAttribute("value"),
    ).toBe("Tighter kick");
    await b.button("Cancel", "//section[@aria-label='Publish release 4']");
  });

  it("a new template, and a fit with who is left out", async () => {
    await b.go("/library/new");
    await b.type("//input[@aria-label='Name']", "Winter yard");
    await b.button("A starter");
    await b.click("//button[contains(., 'Kit of twelve')]");
    await b.see("//section[@aria-label='What it begins with']");
    await b.driver.navigate().refresh();
    expect(await (await b.see("//input[@aria-label='Name']")).getAttribute("value")).toBe("Winter yard");
    await b.see("//section[@aria-label='What it begins with']");
    await b.see("//button[.='Begin it'][not(@disabled)]");
    await b.go("/rooms/story-tent/fit/engine-room-only/3");
    await b.type("//input[@aria-label='Name of the session']", "Night run");
    await b.click("(//button[starts-with(@aria-label, 'Leave out ')])[1]");
    await b.seeText("Left out on purpose");
    await b.driver.navigate().refresh();
    await b.seeText("Left out on purpose");
    expect(await (await b.see("//input[@aria-label='Name of the session']")).getAttribute("value")).toBe(
      "Night run",
    );
  });
});

describe("the draft of the house style", () => {
  it("is undone after a reload, and shows what was typed without leaving the field", async () => {
    await b.go("/house/pans/double-second");
    await b.type(
      "(//section[@aria-label='Role Double second']//label[starts-with(., 'In names')]//input)[1]",
      "DblScd",
    );
    await place("Rooms");
    await b.see("//h1[.='Rooms']");
    await b.go("/house/editions");
    await b.see("//ul[@aria-label='What changes']/li[contains(., 'DblScd')]");
    await b.driver.navigate().refresh();
    await b.see("//ul[@aria-label='What changes']/li[contains(., 'DblScd')]");
    await b.button("Undo");
    await b.gone("//ul[@aria-label='What changes']/li[contains(., 'DblScd')]");
    await b.button("Redo");
    await b.see("//ul[@aria-label='What changes']/li[contains(., 'DblScd')]");
  });

  it("has one change taken back from the list, and keeps the others", async () => {
    await b.go("/house/editions");
    const before = "//ul[@aria-label='What changes']/li";
    await b.see(`${before}[contains(., 'DblScd')]`);
    const many = await b.count(before);
    await b.click(`${before}[contains(., 'DblScd')]//button[starts-with(@aria-label, 'Take back')]`);
    await b.gone(`${before}[contains(., 'DblScd')]`);
    expect(await b.count(before)).toBe(many - 1);
    await saved();
    await b.driver.navigate().refresh();
    await b.see(before);
    expect(await b.count(before)).toBe(many - 1);
  });
});
