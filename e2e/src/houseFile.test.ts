import { house as houseSchema } from "@mossy/core/house/house";
import { STARTERS } from "@mossy/core/house/starters";
import { usualHouse } from "@mossy/core/house/usual";
import { describe, expect, it } from "vitest";
import { visit } from "./testing/visit.ts";

const { b } = await visit();

describe("a house style as a file", () => {
  it("is saved from the page Editions, whole", async () => {
    await b.go("/house/editions");
    await b.see("//h2[.='Editions so far']");
    await b.button("Save the draft as a file");
    const saved = houseSchema.parse(
      JSON.parse(await b.savedText("House style Saltmarsh Sound House.json")),
    );
    expect(saved.exceptions.some((e) => e.id === "rough-guides")).toBe(true);
  });

  it("is taken up as the draft after one saw what it changes, under the house's own name; undo brings back", async () => {
    const spoken = STARTERS.find((s) => s.id === "spoken")!.make("Another house");
    await b.upload("House style file", "another.json", JSON.stringify(spoken));
    await b.seeText("Against the draft, another.json changes");
    await b.button("Take it as the draft");
    await b.seeText("taken into the draft. Undo brings back what it was.");
    await b.see("//ul[@aria-label='What changes']//li");
    expect(await b.count("//ul[@aria-label='What changes'][contains(., 'Another house')]")).toBe(0);
    await b.button("Undo");
    await b.see("//ul[@aria-label='What changes'][contains(., 'rough guides are slate')]");
  });

  it("gives single parts of itself, with what they ask of a template and what they speak of", async () => {
    const own = usualHouse("Another house");
    const sea = { id: "deep-water", name: "Deep water", hex: "#003355" };
    const roles = own.words.roles.map((r) => (r.id === "kick" ? { ...r, colour: sea.id } : r));
    const other = { ...own, palette: [...own.palette, sea], words: { ...own.words, roles }, folderFrom: 7 };
    await b.upload("House style file", "other.json", JSON.stringify(other));
    const things = "//div[@aria-label='What other.json would change']";
    await b.see(things);
    for (const part of ["All of colours", "All of folders"])
      await b.click(`${things}//input[@aria-label='${part}']`);
    await b.seeText("1 thing you left out comes along");
    await b.see(`${things}//label[contains(., 'Deep water')][contains(., 'comes along')]`);
    await b.seeText("would be asked for something else");
    await b.click("//button[starts-with(., 'Take over')]");
    await b.see("//ul[@aria-label='What changes']//li[contains(., 'Deep water')]");
    expect(await b.count("//ul[@aria-label='What changes']//li[contains(., '7 members')]")).toBe(0);
    await b.button("Undo");
    await b.gone("//ul[@aria-label='What changes']//li[contains(., 'Deep water')]");
  });

  it("that is none is said so, with where, and changes nothing", async () => {
    const before = await b.text("//ul[@aria-label='What changes']");
    for (const [content, says] of [
      ["{", "This file is not JSON"],
      ['{"format":"song"}', "This file holds no house style"],
      [JSON.stringify({ ...STARTERS[0]!.make("x"), palette: [] }), "does not hold together, at palette"],
    ] as const) {
      await b.upload("House style file", "bad.json", content);
      await b.seeText(says);
    }
    expect(await b.text("//ul[@aria-label='What changes']")).toBe(before);
  });
});
