import type { AnswerOf } from "@mossy/contract/routes";
import { describe, expect, it } from "vitest";
import { apiOf } from "./testing/api.ts";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Marram Vale");
const api = apiOf(b);
const YARD = "steelpan-orchestra-full-yard";

describe("a variant of a template", () => {
  it("is made by rule, says at once what is in it, and is compared with the whole", async () => {
    await b.go(`/library/${YARD}/variants`);
    await b.see(
      "//section[@aria-label='Variants']//button[contains(., 'Drums only')][contains(., 'return')]",
    );
    await b.button("New");
    await b.see("//fieldset[@aria-label='Rule of New variant']");
    await b.click("//label[contains(., 'only what is recorded')]//input");
    await b.choose("Not in it: add", "Kick");
    await b.see("//section[@aria-label='In New variant']//li[contains(., 'Snare_Top')]");
    expect(await b.count("//section[@aria-label='In New variant']//li[.='Kick']")).toBe(0);
    await b.button("Undo");
    await b.see("//section[@aria-label='In New variant']//li[.='Kick']");
    await b.button("Take the variant out");
    await b.click("//section[@aria-label='Variants']//button[contains(., 'Drums only')]");
    await b.click("//a[.='Compare with the whole']");
    await b.see("//aside//button[contains(., 'PANS')][contains(., 'taken out')]");
    await b.see("//span[@role='columnheader'][contains(., 'draft, Drums only')]");
  });

  it("is started in a small room, and the session knows it and goes forward by it", async () => {
    await b.go(`/rooms/ferry-van/fit/${YARD}/6`);
    await b.see("//h2[.='Cannot be placed']");
    await b.choose("Which part of it", "Drums only");
    await b.see("//p[.='Every source has an input.']");
    await b.type("//input[@aria-label='Name of the session']", "Drum day");
    await b.button("Make the session package");
    await b.see("//h1[.='Drum day']");
    await b.see("//p[contains(., 'release 6') and contains(., 'Drums only')]");
    const { sessions } = await api<AnswerOf<"sessions">>("GET", "/sessions");
    const card = sessions.find((s) => s.title === "Drum day");
    const s = await api<AnswerOf<"session">>("GET", `/sessions/${card?.id ?? ""}`);
    expect([s.variant, s.unplaced]).toEqual(["Drums only", 0]);
    expect(s.now.tracks.some((t) => t.name === "TnrPan_Near")).toBe(false);
    expect(s.now.tracks.some((t) => t.name === "Kick")).toBe(true);
    // A release with one more pan brings nothing to it; that is said, and it goes without a question.
    const { draft } = await api<AnswerOf<"template">>("GET", `/library/${YARD}`);
    await api("POST", `/library/${YARD}/releases`, {
      revision: draft.revision,
      note: "One name put right",
    });
    await b.go(`/sessions/${s.id}/forward/7`);
    await b.see("//h1/following-sibling::*[.='nothing open']");
    await b.see("//section[@aria-label='What comes in']//*[contains(., 'has all of it already')]");
  });
});
