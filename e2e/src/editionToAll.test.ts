import type { AnswerOf } from "@mossy/contract/routes";
import { plainDiff } from "@mossy/core/plain/diff";
import { handsOfWay, handsSeconds } from "@mossy/season/measure/hands";
import { describe, expect, it } from "vitest";
import { apiOf } from "./testing/api.ts";
import { bothColour } from "./testing/clash.ts";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Marram Vale");
const api = apiOf(b);

/** What the lead's hands did. */
const hands = { clicks: 0, keys: 0 };
async function click(xpath: string): Promise<void> {
  hands.clicks++;
  await b.click(xpath);
}
async function type(xpath: string, text: string): Promise<void> {
  // Into the field first.
  hands.clicks++;
  hands.keys += text.length;
  await b.type(xpath, text);
}
const STEPS = "//nav[@aria-label='The way of an edition through the house']";
const LONG = 60_000;
const open = async (which: string) =>
  (await api<AnswerOf<"sessions">>("GET", `/sessions?which=${which}`)).sessions;

describe("an edition", () => {
  it("goes from its publishing to every template and every open session by few clicks", async () => {
    await bothColour(b, "Ferry landing");
    const { draft } = await api<AnswerOf<"house">>("GET", "/house");
    const palette = draft.house.palette.map((c) => ({ ...c, hex: c.hex.replace(/^#./, "#1") }));
    const changes = plainDiff(draft.house, { ...draft.house, palette });
    await api("POST", "/house/draft/changes", { revision: draft.revision, changes });

    await b.go("/house/editions");
    await type("//label[contains(., 'In a few words, for everybody')]//textarea", "All a shade darker");
    await click("//button[starts-with(., 'Publish edition')][not(@disabled)]");
    await click("//a[.='Take it everywhere']");
    await click("//button[starts-with(., 'Dress and publish')][not(@disabled)]");
    // One whose draft holds other work goes out when somebody says so.
    const OWN_WORK = "//li[contains(., 'its draft holds other work too')]";
    await click(`${OWN_WORK}//button[starts-with(., 'Publish release')][not(@disabled)]`);
    await click(`${STEPS}//a[starts-with(., 'Bring sessions to the edition')]`);
    await click("//button[starts-with(., 'Bring ')][contains(., 'sessions to it')][not(@disabled)]");
    await click(`${STEPS}//a[starts-with(., 'Bring sessions to the new releases')]`);
    await click("//button[starts-with(., 'Bring ')][contains(., 'forward')][not(@disabled)]");
    // One in which both coloured the same track.
    await click("//li[contains(., 'Ferry landing')]//a[.='Decide']");
    await click("//div[@role='radiogroup']//label[contains(., 'Release ')]");
    await click("//button[.='Bring it forward'][not(@disabled)]");
    await click(`${STEPS}//a[starts-with(., 'Put right what rooms changed')]`);
    await click("//button[starts-with(., 'Put ')][contains(., 'sessions right')][not(@disabled)]");
    await click(`${STEPS}//a[starts-with(., 'Send what rooms have not got')]`);
    await click("(//input[starts-with(@aria-label, 'Choose ')])[1]");
    await click("//button[normalize-space(.)='Choose all of the list']");
    await click("//button[starts-with(normalize-space(.), 'Send to the stations')][not(@disabled)]");
    await b.see("//p[@role='status'][contains(., 'sent.')]", LONG);
    // The season reckons with these: what a lead does does not grow with the sessions.
    expect(hands).toEqual(handsOfWay({ ownWork: 1, left: 0, questions: [1] }));
    expect(handsSeconds(hands)).toBeLessThan(600);

    const { templates } = await api<AnswerOf<"library">>("GET", "/library");
    const here = templates.filter((t) => t.kind === "template" && !t.retired && t.latest !== null);
    expect(here.filter((t) => t.latest?.edition !== 3).map((t) => t.name)).toEqual([]);
    const sessions = await open("open");
    expect(sessions.length).toBeGreaterThan(5);
    for (const s of sessions)
      expect([s.title, s.edition, s.release, s.unsent]).toEqual([s.title, 3, s.latestRelease, false]);
    expect(await open("asked")).toEqual([]);
  });
});
