import type { AnswerOf } from "@mossy/contract/routes";
import { describe, expect, it } from "vitest";
import { apiOf } from "./testing/api.ts";
import { publish } from "./testing/publish.ts";
import { atSheet } from "./testing/sheet.ts";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Tamsin Roe");
const { saved, choose, part } = atSheet(b);
const api = apiOf(b);

const { sessions } = await api<AnswerOf<"sessions">>("GET", "/sessions");
const session = sessions.find((s) => s.title === "Marram sessions 02");
const checkIn = session?.lastCheckIn?.id ?? "";
const YARD = "/library/steelpan-orchestra-full-yard";

describe("an engineer's proposal", () => {
  it("is ticked in the differences of a check-in, and sent with a reason", async () => {
    await b.go(`/check-ins/${checkIn}/sheet`);
    await choose("Iron_1");
    await b.type("//label[starts-with(normalize-space(.), 'Level')]//input", "-14\n");
    await saved();
    await b.go(`/check-ins/${checkIn}/differences`);
    await b.button("Propose some of it");
    await b.click(
      "//section[@aria-label='What to propose']//label[contains(., 'Iron_1')][contains(., '14')]//input",
    );
    await b.type("//form[@aria-label='Propose']//textarea", "Irons are louder than you think");
    await b.click("//form[@aria-label='Propose']//button[@type='submit'][not(@disabled)]");
    await b.seeText("Proposed. What becomes of it shows on Today.");
  });

  it("waits for the lead, who sees it on today's draft, checked, and takes it with a word", async () => {
    await b.signIn("Marram Vale");
    await b.go("/");
    await b.click("//a[contains(., 'Decide')][contains(@href, 'proposals')]");
    await b.go("/library/proposals");
    await b.click("//section[@aria-label='All proposals']//a[contains(., 'Iron')]");
    await b.seeText("Irons are louder than you think");
    await b.see("//section[@aria-label=\"What it does to today's draft\"]//p[contains(., 'Iron')]");
    await b.see("//h2[.='The result, checked']");
    await b.type("//form[@aria-label='Decide']//input", "Good ears");
    await b.click("//form[@aria-label='Decide']//button[@type='submit'][not(@disabled)]");
    await b.seeText("Taken. Tamsin Roe sees it on Today.");
    await b.seeText("It is in the draft, and comes out with the next release.");
  });

  it("comes out with the next release, which says whose it was", async () => {
    await b.go(YARD);
    await b.see("//div[@role='treegrid']");
    await publish(b);
    const { releases } = await api<AnswerOf<"template">>("GET", YARD);
    expect(releases[0]?.note).toMatch(/Proposed by Tamsin Roe\.$/);
    await b.go(`${YARD}/releases`);
    await b.click("//li[contains(., 'Release 7')]//summary[contains(., '1 proposal in it')]");
    await b.go(YARD);
    await choose("Iron_1");
    await part("Where it comes from");
    await b.see("//section[@aria-label='Where it comes from']//a[.='Proposed by Tamsin Roe']");
    await b.signIn("Tamsin Roe");
    await b.go("/");
    await b.see("//*[contains(., 'came out with release 7')]");
  });

  it("is declined with a word only, and two that touch the same stand together", async () => {
    await b.go(`/library/proposals/new?a=release:shanty-choir:4&b=release:shanty-choir:5`);
    await b.click("//section[@aria-label='What to propose']//button[.='All of it']");
    await b.type("//form[@aria-label='Propose']//textarea", "As it came out");
    await b.click("//form[@aria-label='Propose']//button[@type='submit'][not(@disabled)]");
    await b.see("//h1[.='Proposals']");
    await b.signIn("Marram Vale");
    await b.go("/library/proposals");
    await b.click(
      "//section[@aria-label='All proposals']//a[contains(., 'Tamsin Roe')][contains(., 'Shanty')]",
    );
    await b.see("//form[@aria-label='Decide']//button[.='Decline'][@disabled]");
    await b.type("//form[@aria-label='Decide']//input", "It is there already");
    await b.button("Decline");
    await b.see("//section[@aria-label='Who proposes it']//*[.='declined']");
  });
});
