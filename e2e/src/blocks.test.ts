import type { AnswerOf } from "@mossy/contract/routes";
import { describe, expect, it } from "vitest";
import { apiOf } from "./testing/api.ts";
import { publish } from "./testing/publish.ts";
import { atSheet, row } from "./testing/sheet.ts";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Marram Vale");
const { saved, choose, cell, show } = atSheet(b);
const api = apiOf(b);

const CHOIR = "/library/shanty-choir";
const BAND = "/library/album-mix-marram";

describe("a kit as a block", () => {
  it("is made of what is chosen, and known there as a block", async () => {
    await b.go(BAND);
    await choose("KIT");
    await b.press("K");
    await b.type("//form[@aria-label='Make a block']//label[starts-with(., 'Name')]//input", "Small kit");
    await b.button("Make the block");
    await b.see("//a[contains(., '1 block')]");
    await saved();
    await b.see("//span[starts-with(@title, 'Small kit, release 1')]");
    const { kind } = await api<AnswerOf<"template">>("GET", "/library/small-kit");
    expect(kind).toBe("block");
  });

  it("is put into another template by key, its ends joined, numbers counted on", async () => {
    await b.go(CHOIR);
    await b.see("//div[@role='treegrid']");
    await b.press("k");
    await b.click("//section[@aria-label='Put in a block']//option[starts-with(., 'Small kit')]");
    await b.see("//ul[@aria-label='What comes']//span[.='Kick']");
    await b.click("//button[starts-with(normalize-space(.), 'Put in ')]");
    await saved();
    await show("Kick");
    await b.see("//span[starts-with(@title, 'Small kit, release 1')]");
    expect(await cell("KIT", 4)).toBe("Main");
  });

  it("started in a room, it stands in the session, and the room changes what it likes", async () => {
    await b.go(CHOIR);
    await b.see("//div[@role='treegrid']");
    await publish(b);
    await b.go("/rooms/pan-yard/fit/shanty-choir/6");
    await b.type("//input[@aria-label='Name of the session']", "Kit tide");
    await b.button("Make the session package");
    await b.see("//h1[.='Kit tide']");
  });

  it("gets a third overhead, and every place behind shows it", async () => {
    await b.go("/library/small-kit");
    await choose("OH_R");
    await b.click("//button[.='Copy']");
    await publish(b);
    // The choir has its snare down; that is the choir's own.
    await b.go(CHOIR);
    await choose("Snare_Top");
    await b.type("//label[starts-with(normalize-space(.), 'Level')]//input", "-12\n");
    await saved();
    await b.see("//a[contains(., '1 behind')]");
    await b.see(`${row("Snare_Top")}//span[@aria-label='changed here']`);
  });

  it("is brought forward in two templates and the session in one go; what was changed stays", async () => {
    await b.go("/library/small-kit/places");
    await b.see("//h1[.='Where it stands']");
    await b.see("//li[contains(., 'Shanty choir')][contains(., '1 change of its own')]");
    await b.click("//button[.='Bring 3 places to release 2']");
    await b.see("//button[.='Take back 3 places']");
    await b.see("(//span[.='on the latest'])[3]");
    await b.go(CHOIR);
    await show("Snare_Top");
    expect(await cell("Snare_Top", 5)).toMatch(/12\.0/);
    await b.go("/sessions");
    await b.click("//a[.='Kit tide']");
    await b.seeText("Small kit, release 1 to 2");
  });

  it("made anew under its name, it gets its next release and no other block", async () => {
    await b.go("/library/engine-room-only");
    await choose("KIT");
    await b.press("K");
    await b.type("//form[@aria-label='Make a block']//label[starts-with(., 'Name')]//input", "small KIT");
    await b.see("//form[@aria-label='Make a block']//p[contains(., 'This becomes its release 3')]");
    await b.button("Publish as release 3");
    await saved();
    await b.see("//span[starts-with(@title, 'Small kit, release 3')]");
    expect(await b.count("//span[@aria-label='changed here']")).toBe(0);
    const { releases } = await api<AnswerOf<"template">>("GET", "/library/small-kit");
    expect(releases.map((r) => r.number)).toEqual([3, 2, 1]);
    const { templates } = await api<AnswerOf<"library">>("GET", "/library");
    expect(templates.filter((t) => t.name.toLowerCase() === "small kit")).toHaveLength(1);
  });

  it("is let go: just tracks from now on, and undone again", async () => {
    await b.go(`${CHOIR}/blocks`);
    await b.click("//section[@aria-label='Blocks']//button[contains(., 'Small kit')]");
    await b.button("Let it go");
    await saved();
    expect(await b.count("//section[@aria-label='Blocks']//button[contains(., 'Small kit')]")).toBe(0);
    await b.button("Undo");
    await b.see("//section[@aria-label='Blocks']//button[contains(., 'Small kit')]");
  });
});
