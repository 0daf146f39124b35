import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { atSheet } from "./testing/sheet.ts";
import { visit } from "./testing/visit.ts";

const { b, another } = await visit("Marram Vale");
const two = await another();
await two.signIn("Tamsin Roe");
const { choose, saved } = atSheet(b);
const SHEET = "/library/engine-room-only";
const row = (name: string) => `//div[@role='row'][.//span[.='${name}']]`;

describe("two people on one template", () => {
  it("see who else is there and what they have chosen, until they go", async () => {
    await b.go(SHEET);
    await b.see("//div[@role='treegrid']");
    await two.go(SHEET);
    await b.see("//ul[@aria-label='Who else is here']//span[.='Tamsin Roe']");
    await two.see("//ul[@aria-label='Who else is here']//span[.='Marram Vale']");
    await two.click("//div[@role='row']//span[.='Kick']");
    await b.see(`${row("Kick")}//span[.=', chosen by Tamsin Roe']`);
    expect(await b.count("//*[@data-ring]")).toBe(1);
    await choose("Hat");
    await two.see(`${row("Hat")}//span[.=', chosen by Marram Vale']`);
    await two.go("/library");
    await b.gone("//ul[@aria-label='Who else is here']");
    await b.gone("//*[@data-ring]");
  });
});

describe("a remark", () => {
  it("is made on what is chosen by key, for somebody by name, and marked in the sheet", async () => {
    await b.go(SHEET);
    await choose("Kick");
    await b.press("m");
    await b.type("//form[@aria-label='A remark']//textarea", "Which head is on it?");
    await b.choose("For whom", "for Tamsin Roe");
    await b.click("//form[@aria-label='A remark']//button[@type='submit'][not(@disabled)]");
    await b.see(`${row("Kick")}//span[@aria-label='1 open remark']`);
    await b.see("//a[.='1 remark']");
  });

  it("waits on Today for whom it is, who answers; and holds on to its track through a rename", async () => {
    await choose("Kick");
    await b.driver.actions().sendKeys(Key.ENTER).perform();
    await b.type("//input[@aria-label='Name of Kick']", "Kick 24\uE007");
    await saved();
    await two.go("/");
    await two.seeText("Marram Vale to you: Which head is on it?");
    await two.click("//li[contains(., 'Which head is on it?')]//a[contains(., 'Answer')]");
    await two.see("//button[.='“Kick 24” (was “Kick”)']");
    await two.button("Answer", "//article");
    await two.type("//article//input[@aria-label='Answer']", "The coated one");
    await two.click("//article//form//button[@type='submit'][not(@disabled)]");
    await two.see("//article//p[.='The coated one']");
    await b.see("//section[@aria-label='Remarks on this track']//p[.='The coated one']");
  });

  it("is done when it is done: gone from Today and the sheet, and found again with the release", async () => {
    await b.button("Done", "//section[@aria-label='Remarks on this track']");
    await b.gone("//span[@aria-label='1 open remark']");
    await two.go("/");
    await two.see("//h1");
    await two.gone("//*[contains(text(), 'Which head is on it?')]");
    await b.press("p");
    await b.type("//section[starts-with(@aria-label, 'Publish release')]//textarea", "Heads");
    await b.click(
      "//section[starts-with(@aria-label, 'Publish release')]//button[@type='submit'][not(@disabled)]",
    );
    await b.gone("//section[starts-with(@aria-label, 'Publish release')]");
    await b.go(`${SHEET}/releases`);
    await b.click("//li[contains(., 'Release 4')]//summary[.='1 remark']");
    await b.see("//li[contains(., 'Release 4')]//p[.='Which head is on it?']");
  });

  it("stands on a finding of a check-in, and on a release", async () => {
    await two.go("/sessions");
    await two.click("//a[contains(., 'Marram sessions 02')]");
    await two.click("//a[contains(@href, '/check-ins/')]");
    await two.click("(//button[starts-with(., 'Remark on this finding')])[1]");
    await two.type("//form[@aria-label='A remark']//textarea", "The room wants it so");
    await two.click("//form[@aria-label='A remark']//button[@type='submit'][not(@disabled)]");
    await two.see("//article[contains(., 'finding:')]//p[.='The room wants it so']");
    await two.see("//a[.='Remarks · 1']");
    await two.go(`${SHEET}/releases/3`);
    await two.button("Remark", "//section[@aria-label='Remarks on this release']");
    await two.type("//form[@aria-label='A remark']//textarea", "Good one");
    await two.click("//form[@aria-label='A remark']//button[@type='submit'][not(@disabled)]");
    await two.see("//section[@aria-label='Remarks on this release']//p[.='Good one']");
  });
});
