import { smallSession } from "@mossy/core/fixtures/sessions";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { apply } from "@mossy/core/session/apply";
import { blankTrack } from "@mossy/core/session/document";
import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { longSession, storeTemplate } from "./smooth.ts";
import { atSheet, row } from "./testing/sheet.ts";
import { visit } from "./testing/visit.ts";

const { b } = await visit();
const { saved, pick } = atSheet(b);

describe("the input list", () => {
  it("goes to paper on one page, keeps sets, and reads a CSV back; a bad line changes nothing", async () => {
    await b.go("/library/steelpan-orchestra-full-yard/inputs");
    await b.click("//a[contains(., 'PDF')]");
    const pdf = new TextDecoder("latin1").decode(await b.saved(".pdf"));
    expect(pdf.startsWith("%PDF-")).toBe(true);
    expect(pdf.match(/\/Type \/Page\b/g)).toHaveLength(1);
    const inputOfKick = async () =>
      (await b.see("//input[@aria-label='Input of Kick']")).getAttribute("value");
    const was = await inputOfKick();
    await b.type("//input[@aria-label='Keep these inputs as']", "Yard");
    await b.press(Key.ENTER);
    await b.see("//select[@aria-label='Input set']/option[.='Yard']");
    await b.upload("Input list file", "list.csv", "Track,Input,Stand\nKick,3,low boom\nNobody,4,x\n");
    await b.seeText(
      "Line 3: there is no source “Nobody” in this session. Name it as the track sheet does, " +
        "or take the line out. Nothing was changed.",
    );
    await b.upload("Input list file", "list.csv", "Track,Input,Stand\nKick,40,low boom\n");
    await b.see("//button[@aria-label='Undo: input list from a file']");
    await b.driver.wait(
      async () =>
        (await (await b.see("//input[@aria-label='Stand of Kick']")).getAttribute("value")) === "low boom",
      10_000,
      "the stand is there",
    );
    expect(await inputOfKick()).toBe("40");
    await pick("Input set", "Yard");
    await b.driver.wait(async () => (await inputOfKick()) === was, 10_000, "the set numbers it again");
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
      const whole = writeExchange(s, "a session of another house");
      await b.go("/library/new");
      await b.button("A file");
      await b.upload("File to start from", "torn.dawproject", whole.subarray(0, 200));
      await b.see("//*[@role='alert'][contains(., 'damaged or incomplete')]");
      await b.upload("File to start from", "evening.dawproject", whole);
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
