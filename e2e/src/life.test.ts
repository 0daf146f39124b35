import type { AnswerOf } from "@mossy/contract/routes";
import { describe, expect, it } from "vitest";
import { apiOf } from "./testing/api.ts";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Marram Vale");
const api = apiOf(b);
const library = (): Promise<AnswerOf<"library">> => api("GET", "/library");

describe("the library", () => {
  it("shows at a glance what stands on which shelf, and finds what a template holds", async () => {
    await b.go("/library");
    await b.see("//h2[contains(., 'Choirs')][contains(., 'Shanties')]");
    await b.see("//li[.//a[.='Shanty choir']]//div[@role='img'][contains(@aria-label, 'CHOIR')]");
    await b.type("//input[@aria-label='Find a template']", "whistle");
    await b.see("//li[.//a[.='Shanty choir']]//p[contains(., 'track Whistle')]");
    expect(await b.count("//a[.='Story evening']")).toBe(0);
    await b.type("//input[@aria-label='Find a template']", "nothing like it");
    await b.see("//p[.='Nothing in the library is called that']");
  });

  it("has its shelves named, ordered and put together", async () => {
    await b.go("/library/shelves");
    await b.click("//button[contains(., 'Field')][contains(., 'template')]");
    await b.type("//label[contains(., 'What it is for')]//input", "Out of doors.");
    await b.click("//button[@aria-label='Move up']");
    await b.click("//button[contains(., 'Mixing')][contains(., 'template')]");
    await b.choose("Put together with", "Field");
    await b.see("//*[contains(., 'What stands on “Mixing” goes to “Field”')]");
    await b.button("Put the shelves up like this");
    await b.see("//h2[contains(., 'Field')][contains(., 'Out of doors.')]");
    const { shelves, templates } = await library();
    expect(shelves.map((s) => s.name)).toEqual([
      "Steelpan",
      "Choirs",
      "Orchestra",
      "Field",
      "Spoken word",
      "Blocks",
    ]);
    expect(templates.find((t) => t.id === "album-mix-marram")?.shelf).toBe("Field");
  });
});

describe("a template", () => {
  it("is renamed, described and moved, duplicated, retired and brought back", async () => {
    await b.go("/library/engine-room-only/about");
    await b.type("//label[contains(., 'Name')]//input", "Engine room, dry");
    await b.type("//label[contains(., 'What it is for')]//textarea", "Rhythm only.");
    await b.button("Save");
    await b.see("//h1[.='Engine room, dry']");
    await b.type("//input[@aria-label='Name of the other template']", "Engine room, wet");
    await b.button("Duplicate");
    await b.see("//h1[.='Engine room, wet']");
    await b.go("/library/engine-room-only/about");
    await b.button("Retire it");
    await b.see("//button[.='Bring it back']");
    await b.go("/rooms/pan-yard");
    await b.see("//h2[contains(., 'Start a session')]");
    expect(await b.count("//span[.='Engine room, dry']")).toBe(0);
    await b.go("/library");
    await b.click("//button[starts-with(., 'Show 2 retired')]");
    await b.see("//li[.//a[.='Engine room, dry']]//span[.='retired']");
    await b.go("/library/engine-room-only/about");
    await b.button("Bring it back");
    await b.see("//button[.='Retire it']");
  });

  it("has a release taken back with a reason, which its sessions say, and given out again", async () => {
    await b.go("/library/shanty-choir/releases");
    await b.click("//button[@aria-label='Take it back: release 5']");
    await b.type("//input[@aria-label='Why it is taken back']", "The third bass is too loud.");
    await b.button("Take release 5 back");
    await b.see("//li[contains(., 'Release 5')]//*[contains(., 'Taken back by Marram Vale')]");
    await b.go("/");
    await b.see(
      "//section[@aria-label='Waiting for you']//li[contains(., 'which was taken back: The third bass')]",
    );
    await b.go("/rooms/ferry-van");
    await b.see("//a[@aria-label='Fit it: Shanty choir, release 4']");
    await b.go("/library/shanty-choir/releases");
    await b.button("Give it out again");
    await b.see("//button[@aria-label='Take it back: release 5']");
  });

  it("takes an earlier release up as its draft, undone like any edit, and proposes the next note", async () => {
    await b.click("//button[@aria-label='Take up release 4 as the draft']");
    await b.see("//h1/following-sibling::*[contains(., 'Draft after release 5')]");
    await b.button("Publish release 6");
    const note = "//section[@aria-label='Publish release 6']//textarea";
    expect(await (await b.see(note)).getAttribute("value")).toBe("ShBass_3 taken out");
    await b.button("Cancel");
    await b.button("Undo");
    await b.see("//h1/following-sibling::*[.='Release 5']");
  });

  it("says since which release its settings stand, and what the draft changed", async () => {
    await b.go("/library/shanty-choir/session");
    await b.see(
      "//section[@aria-label='Since when']//dd[contains(., 'notes')]/..//dt[.='since release 1']",
    );
    await b.type("//textarea[@id='notes']", "Doors shut.");
    await b.click("//h2[.='Link sets']");
    await b.see(
      "//section[@aria-label='Since when']//dd[contains(., 'notes')]/..//dt[.='since the draft']",
    );
  });
});
