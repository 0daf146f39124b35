import { Origin } from "selenium-webdriver";
import { describe, it } from "vitest";
import { visit } from "./testing/visit.ts";

const YARD = "/rooms/ferry-van/fit/steelpan-orchestra-full-yard/6";
const { b } = await visit("Tamsin Roe");
const source = (id: string): string => `//li[@data-source='${id}']`;
const panel = "//section[starts-with(@aria-label, 'Source ')]";
const ways = "//ul[@aria-label='Ways out']/li";

const devices = "//section[@aria-label='Devices not installed here']";

// One story, in order.
describe("a template in a room with too few inputs", () => {
  it("says what cannot be placed and why, together, and what would help with its price", async () => {
    await b.go(YARD);
    await b.see(`${ways}[contains(., 'With the stage box at the quay: ')]`);
    await b.see(`${ways}[contains(., 'Without ')]`);
    await b.see("//p[.='Wants a microphone input with 48 V; all 4 of Ferry Van that would do are taken.']");
    await b.see("//li[contains(., 'CelPan_L')][contains(., 'It goes with CelPan_R or not at all.')]");
  });

  it("fits by the first of two decisions: the room wired another way", async () => {
    await b.click(`${ways}[contains(., 'With the stage box at the quay: all fits')]//button`);
    await b.see("//p[.='Every source has an input.']");
    await b.seeText("0 cannot be placed");
  });

  it("shows the tracks as they will stand there, before anything is made", async () => {
    await b.button("Track sheet");
    const sheet = "//section[@aria-label='Track sheet']";
    await b.see(`${sheet}//span[.='Iron_1']`);
    await b.click(`${sheet}//span[.='Kick']`);
    await b.see(`${panel}[contains(., 'Kick')]`);
    await b.driver.navigate().refresh();
    await b.see(`${sheet}//span[.='Iron_1']`);
    await b.button("Inputs");
  });

  it("tells of a source how much it is wanted, what it goes with and where it usually stands", async () => {
    await b.click(`${source("kick")}//button`);
    await b.see(`${panel}[contains(., 'must have one')][contains(., 'Usually on input 17 here.')]`);
    await b.see(`${panel}//p[contains(., 'Goes with') and contains(., 'Snare_Btm')]`);
  });

  it("puts a source on another input: by the list, and by dragging; who stood there takes its place", async () => {
    const option = "//option[contains(., 'Stage box, now Hat')]";
    const from = await b.text(`${panel}${option}`);
    await b.click(`${panel}${option}`);
    await b.see(`${panel}[contains(., 'On input ${Number.parseInt(from, 10)}; put it on')]`);
    await b.see(`${source("hat")}[contains(., 'input 17')]`);
    await b.button("Let the fit decide", panel);
    await b.gone(`${panel}//button[.='Let the fit decide']`);
    const hat = await b.see(source("iron-1"));
    const to = await b.see("//li[@data-input='32']");
    await b.driver.executeScript("arguments[0].scrollIntoView({ block: 'center' })", to);
    await b.driver
      .actions({ async: true })
      .move({ origin: hat })
      .press()
      .move({ origin: Origin.POINTER, x: 40, y: 6 })
      .move({ origin: to })
      .release()
      .perform();
    await b.see(`${source("iron-1")}[contains(., 'input 32')]`);
  });

  it("has a device that is not installed replaced on all its tracks by one decision, and asked again", async () => {
    await b.see(`${devices}[contains(., 'Reedbed EQ (CLAP)')][contains(., 'on 24 tracks')]`);
    await b.button("Replace by Field EQ", devices);
    await b.see(`${devices}//p[contains(., 'replaced by Field EQ')]`);
    await b.gone("//span[.='1 device not installed']");
    await b.button("Decide again: Reedbed EQ (CLAP)", devices);
    await b.seeText("1 device not installed");
    await b.button("Replace by Field EQ", devices);
    await b.see(`${devices}//p[contains(., 'replaced by Field EQ')]`);
  });

  it("says what is written otherwise for its software, and that it is read back", async () => {
    const adjusted = "//section[@aria-label='Adjusted for this room']";
    await b.see(`${adjusted}//summary[contains(., 'written as a bus')]`);
    await b.see(`${adjusted}[contains(., 'colours of the house shown by')]`);
    await b.click(`${adjusted}//summary[contains(., 'written otherwise in its software')]`);
    await b.see(`${adjusted}//li[contains(., 'SixBass_High')][contains(., '“')]`);
    await b.see(`${adjusted}//p[contains(., 'read under its house names')]`);
  });

  it("is made as it was decided; the next fit there begins with what was decided", async () => {
    await b.type("//input[@aria-label='Name of the session']", "Quay, whole yard");
    await b.button("Make the session package");
    await b.see("//h1[.='Quay, whole yard']");
    await b.go(YARD);
    await b.see("//p[contains(., 'As Tamsin Roe decided here on')]");
    await b.see("//p[.='Every source has an input.']");
    await b.see(`${devices}//p[contains(., 'replaced by Field EQ')]`);
    await b.see(`${source("iron-1")}[contains(., 'input 32')]`);
    await b.button("Decide anew");
    await b.see("//h2[.='Cannot be placed']/following::li[contains(., 'FourPan')]");
  });
});

describe("microphones that stand farther off", () => {
  const pair = "//section[@aria-label='On one pair']";
  it("go on one pair where inputs are few, at a price that is said, and apart again", async () => {
    await b.go("/rooms/ferry-van/fit/pan-row/1");
    const way = `${ways}[contains(., 'What stands far as one pair (saves 4)')]`;
    await b.see(way);
    await b.seeText("8 cannot be placed");
    await b.click(`${way}//button`);
    await b.see(`${pair}[contains(., 'TnrPan_Far_1, TnrPan_Far_2')]`);
    await b.see(`${source("tenor-pan-1-far")}[contains(., 'TnrPan_Far')][contains(., 'Mic × 2')]`);
    await b.seeText("4 cannot be placed");
    await b.button("Apart again", pair);
    await b.gone(pair);
    await b.seeText("8 cannot be placed");
  });
});
