import { describe, expect, it } from "vitest";
import { visit } from "./testing/visit.ts";

const { b, another } = await visit("Tamsin Roe");
const line = (name: string): string => `//ul[@aria-label='Layouts and maps']/li[contains(., '${name}')]`;
const form = "//form[@aria-label='A new layout or map']";
const PNG = Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a);

// One story, in order.
describe("layouts and maps", () => {
  it("are led to from a room, with what its stations are to have", async () => {
    await b.go("/rooms/ferry-van");
    await b.click("//a[.='See the layouts and maps here']");
    await b.see(line("Quay at night"));
    await b.gone(line("Mixing by hand"));
    expect(await b.address()).toContain("room=ferry-van");
  });

  it("are kept with file and notes; what cannot be is said, and what was typed stays", async () => {
    await b.button("Keep one");
    await b.type(`${form}//label[contains(., 'Name')]//input`, "Van keys");
    await b.upload("A picture of it", "keys.gif", "GIF89a");
    await b.see(`${form}//p[@role='alert'][contains(., '“keys.gif” is no PNG or JPEG')]`);
    await b.upload("The file of the layout or map", "keys.json", "");
    await b.see(`${form}//p[@role='alert'][contains(., '“keys.json” is empty')]`);
    await b.upload("The file of the layout or map", "keys.json", '{"F1":"talk"}');
    await b.upload("A picture of it", "keys.png", PNG);
    await b.type(`${form}//textarea`, "F1 talks.");
    await b.button("Keep it");
    await b.see("//h1[.='Van keys']");
    await b.seeText("F1 talks.");
    await b.see("//h2[.='On stations']");
  });

  it("get a next version, an earlier one again, and are saved as they came", async () => {
    await b.button("Next version");
    await b.upload("The file of the layout or map", "keys.json", '{"F1":"dim"}');
    await b.button("Give it out");
    const versions = "//section[@aria-labelledby='versions']//li";
    await b.see(`${versions}[1][contains(., 'Version 2')]`);
    await b.button("Give it out again: version 1");
    await b.see(`${versions}[1][contains(., 'Version 3')]`);
    await b.button("Save the file of version 3");
    expect(new TextDecoder().decode(await b.saved("Van_keys_3.json"))).toBe('{"F1":"talk"}');
  });

  it("are put away and brought back, and only looked at by others", async () => {
    const address = await b.address();
    await b.button("Put it away");
    await b.see("//span[.='put away']");
    await b.button("Bring it back");
    await b.see("//button[contains(., 'Put it away')]");
    const wren = await another();
    await wren.signIn("Wren Addis");
    await wren.go(address);
    await wren.see("//button[contains(., 'Save the file')]");
    await wren.gone("//button[contains(., 'Put it away') or contains(., 'Next version')]");
  });
});
