import { house as houseSchema } from "@mossy/core/house/house";
import { STARTERS } from "@mossy/core/house/starters";
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
    await b.seeText("The draft begins from another.json.");
    await b.see("//ul[@aria-label='What changes']//li");
    expect(await b.count("//ul[@aria-label='What changes'][contains(., 'Another house')]")).toBe(0);
    await b.button("Undo");
    await b.see("//ul[@aria-label='What changes'][contains(., 'rough guides are slate')]");
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
