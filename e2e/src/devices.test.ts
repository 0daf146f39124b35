import { Key } from "selenium-webdriver";
import { describe, it } from "vitest";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Marram Vale");
const list = "//section[@aria-label='Installed']";
const matrix = "//section[@aria-label='Rooms and devices']";
const stands = "//section[@aria-label='What may stand for what']";

describe("what is installed in a room", () => {
  it("is found, added, taken away, and taken back", async () => {
    await b.go("/rooms/story-tent");
    await b.see("//section[@aria-labelledby='devices'][contains(., '4 devices, told by Wren Addis')]");
    await b.click("//a[.='See what is installed']");
    await b.see(`${list}[contains(., '4 devices')]`);
    const form = "//form[@aria-label='Add a device']";
    await b.type(`${form}//input[@aria-label='Name']`, "Booth Gate");
    await b.type(`${form}//input[@aria-label='Kind']`, "Gate");
    await b.button("Add", form);
    await b.see(`${list}[contains(., '5 devices')]//li[contains(., 'Booth Gate')]`);
    await b.button("Take away: Booth EQ");
    await b.see(`${list}[contains(., '4 devices')]`);
    await b.button("Undo: Booth EQ taken away");
    await b.see(`${list}[contains(., '5 devices')]//li[contains(., 'Booth EQ')]`);
    await b.type("//input[@aria-label='Find a device']", "gate");
    await b.gone(`${list}//li[contains(., 'Booth EQ')]`);
    await b.see(`${list}//li[contains(., 'Booth Gate')]`);
  });

  it("is told anew by a file, or refused with the line where that says something wrong", async () => {
    await b.upload("List from a file", "booth.csv", "Plug-in,Vendor,CPU\nReedbed EQ,Reedbed,much\n");
    await b.see("//p[@role='alert'][contains(., 'booth.csv: Line 2: “much” is no number.')]");
    await b.upload(
      "List from a file",
      "booth.csv",
      "Plug-in,Vendor,Kind\nCockle Compressor,Cockle Row,Compressor\n",
    );
    await b.see(`${list}[contains(., '1 device')]`);
  });
});

describe("the devices of all rooms", () => {
  it("says what is missing where and what hangs on it, in an address to send on", async () => {
    await b.go("/rooms");
    await b.click("//a[.='Devices']");
    await b.see(`${matrix}//li[contains(., 'Reedbed EQ')][contains(., 'Story Tent: not installed')]`);
    await b.click("//button[.='nobody uses']");
    await b.see(`${matrix}//li[contains(., 'Wrack Sampler')]`);
    await b.go("/rooms/devices?show=older");
    await b.see(`${matrix}//li[contains(., 'Reedbed Hall')][contains(., '1.3')]`);
  });

  it("takes what may stand for a device, for a room, and lets it go", async () => {
    await b.go("/rooms/devices");
    await b.click(`${matrix}//li[contains(., 'Reedbed EQ')]//button`);
    await b.see("//section[@aria-label='Reedbed EQ (CLAP)'][contains(., 'not installed')]");
    await b.choose("may stand", "Field EQ, EQ");
    await b.choose("In", "Loft");
    await b.button("Add", stands);
    await b.see(`${stands}//li[contains(., 'Reedbed EQ (CLAP)')][contains(., 'in Loft')]`);
    await b.button("Drop Field EQ for Reedbed EQ (CLAP)");
    await b.gone(`${stands}//li[contains(., 'in Loft')]`);
  });
});

describe("what a session costs in a room", () => {
  it("is brought below the budget by what would be lost least, in one press, and taken back", async () => {
    await b.go("/rooms/ferry-van/edit");
    await b.type("//section[@aria-label='What it shows']//label[contains(., 'Load budget')]//input", "3");
    await b.button("Save");
    await b.see("//h1[.='Ferry Van']");
    await b.go("/rooms/ferry-van/fit/steelpan-orchestra-full-yard/6");
    await b.button("Replace by Field EQ");
    const load = "//section[@aria-label='Load']";
    await b.see(`${load}[contains(., 'over the budget of the room')]`);
    await b.see(`${load}//li[contains(., 'Field EQ left out where it is bypassed anyway')]`);
    await b.button("Do that", load);
    await b.see(`${load}//ul[@aria-label='Done to save load']/li`);
    await b.gone(`${load}//*[.='over the budget of the room']`);
    await b.button("Take back: Field EQ", load);
    await b.see(`${load}[contains(., 'over the budget of the room')]`);
  });
});

describe("a template that came from elsewhere", () => {
  const missing = "//section[@aria-label='Devices not installed here']";
  it("has each device a room has not decided once, in its draft, undone in one", async () => {
    const eq = `${missing}//li[contains(., 'Reedbed EQ')]`;
    await b.go("/library/steelpan-orchestra-full-yard/devices?room=ferry-van");
    await b.see(`${eq}[contains(., 'on 24 tracks')][contains(., 'bypassed')]`);
    await b.button("Decide again: Reedbed EQ (CLAP)");
    await b.click(`${eq}//button[starts-with(., 'Replace by')]`);
    await b.gone(eq);
    await b.chord(Key.CONTROL, "z");
    await b.see(`${eq}[contains(., 'on 24 tracks')]`);
    await b.button("Leave out Reedbed EQ (CLAP)");
    await b.seeText("It asks for no devices.");
    await b.chord(Key.CONTROL, "z");
    await b.see(eq);
    await b.choose("Room", "in Pan Yard");
    await b.gone(eq);
  });
});
