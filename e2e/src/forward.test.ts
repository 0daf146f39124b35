import type { AnswerOf } from "@mossy/contract/routes";
import { setField } from "@mossy/core/session/change";
import { describe, expect, it } from "vitest";
import { strFromU8 } from "fflate";
import { PATIENCE } from "./browser.ts";
import { apiOf } from "./testing/api.ts";
import { bothColour, sessionCalled } from "./testing/clash.ts";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Marram Vale");
const api = apiOf(b);

describe("a session on an older release", () => {
  let clash = { name: "", release: 0 };

  it("says that a newer one is out, and asks where both changed the same", async () => {
    clash = await bothColour(b, "Ferry landing");
    const { id, forwards } = await sessionCalled(b, "Ferry landing");
    expect(forwards).toEqual([]);
    await b.go(`/sessions/${id}`);
    await b.see(`//section[@aria-label='A newer release'][contains(., 'Release ${clash.release} is out')]`);
    await b.click("//a[contains(., 'Bring forward')]");
    await b.see(`//h1[.='Bring forward to release ${clash.release}']`);
    await b.see("//h1/following-sibling::*[.='1 to decide']");
    expect(await (await b.see("//button[.='Bring it forward']")).isEnabled()).toBe(false);
    await b.see("//section[@aria-label='What comes in']//*[contains(., 'Whistle')]");
    await b.click(`//div[@role='radiogroup']//label[contains(., 'Release ${clash.release}')]`);
    await b.see("//h1/following-sibling::*[.='nothing open']");
    await b.see(`//section[@aria-label='What comes in']//*[contains(., '${clash.name}')]`);
    await b.button("As a sheet");
    await b.see("//section[@aria-label='The session before and after']//*[@data-sort='added']");
  });

  it("then stands on it with its own work, which is in its history and can be taken back", async () => {
    const before = await sessionCalled(b, "Ferry landing");
    await b.button("Bring it forward");
    await b.see("//section[@aria-labelledby='forwards']//*[contains(., 'as release')]");
    const after = await sessionCalled(b, "Ferry landing");
    const colour = (s: typeof after): string | null | undefined =>
      s.now.tracks.find((t) => t.name === clash.name)?.colour;
    expect([colour(before), colour(after), after.release]).toEqual(["#445566", "#112233", clash.release]);
    const own = before.now.tracks.filter(
      (t) => !before.baseline.tracks.some((x) => x.id === t.id && x.name === t.name),
    );
    expect(own.length).toBeGreaterThan(0);
    for (const t of own) expect(after.now.tracks.some((x) => x.name === t.name)).toBe(true);
    await b.button("Take it back");
    await b.see("//section[@aria-labelledby='forwards']//*[contains(., 'taken back by Marram Vale')]");
    expect(await sessionCalled(b, "Ferry landing")).toMatchObject({ release: 3, now: before.now });
  });

  it("goes forward together with the others that are behind, once nothing is to decide", async () => {
    const { id, template, lastCheckIn } = await sessionCalled(b, "Ferry landing");
    await b.go(`/sessions/behind?template=${template}`);
    await b.see("//li[contains(., 'Ferry landing')]//*[.='1 to decide']");
    // The room gives its own colour up.
    const { now, baseline } = await api<AnswerOf<"checkIn">>("GET", `/check-ins/${lastCheckIn?.id ?? ""}`);
    const t = now.session.tracks.find((x) => x.name === clash.name);
    const was = baseline.tracks.find((x) => x.id === t?.id);
    if (!t || !was) throw new Error("the track is gone");
    const edit = { revision: now.revision, changes: [setField(t, "colour", was.colour)] };
    await api("POST", `/documents/${now.id}/changes`, edit);
    await b.go(`/sessions/behind?template=${template}`);
    await b.see("//li[contains(., 'Ferry landing')]//*[.='goes without a question']");
    await b.click("//button[starts-with(., 'Bring ') and contains(., 'forward')]");
    await b.see("//p[.='No session is behind']");
    expect((await api<AnswerOf<"session">>("GET", `/sessions/${id}`)).release).toBe(clash.release);
  });
});

describe("two releases side by side", () => {
  it("have what is other marked, the rest folded, and go from one difference to the next by key", async () => {
    await b.go(
      "/compare?a=release:steelpan-orchestra-full-yard:3&b=release:steelpan-orchestra-full-yard:6",
    );
    await b.see("//aside//button[.='Cue_2 added, with 24 sends']");
    await b.see("//aside//button[.='CelPan_R added in PANS']");
    await b.press("n");
    const first = await b.text("//aside//section[starts-with(@aria-label, 'Track')]//h2");
    await b.press("n");
    await b.see(`//aside//section[starts-with(@aria-label, 'Track')]//h2[not(.='${first}')]`);
    await b.click("//aside//button[.='CelPan_R added in PANS']");
    await b.see("//div[@role='row'][contains(., 'rows alike')]");
    expect(await b.count("//div[@data-sort='added']")).toBe(1);
  });

  it("go out as a list and as a file, and come from a file of one's own", async () => {
    await b.button("CSV");
    expect(await b.savedText(".csv")).toContain("CelPan_R,added,new track in PANS");
    await b.button("JSON");
    expect(JSON.parse(await b.savedText(".json"))).toMatchObject({
      format: "mossy-lantern/comparison",
      version: 1,
    });
    await b.button("PDF");
    expect(strFromU8((await b.saved(".pdf")).slice(0, 5))).toBe("%PDF-");
    // With a list of one's own, whose tracks are known by likeness alone, and paired by hand where that is wrong.
    await b.go("/compare?a=release:sound-walk:2&b=file");
    await b.see("//p[contains(., 'choose it here again')]");
    await b.upload("To: a file", "sheet.csv", "Name\nSea\nWnd\nWobble tree\n");
    await b.see("//*[contains(., 'were known by likeness')]");
    const wobble = "//div[@role='row'][contains(., 'Wobble tree')]";
    await b.click(wobble);
    if ((await b.count("//button[.='This is not the same track']")) > 0)
      await b.button("This is not the same track");
    await b.see(`${wobble}[@data-sort='added']`);
    await b.click(wobble);
    await b.choose("Wobble tree is the same as", "Forest");
    await b.see(`${wobble}[contains(., 'Forest')]`);
    expect(await b.driver.getCurrentUrl()).toMatch(/&pair=[^&]+forest/i);
  });

  it("on the signal map: what is gone, new and other; on the picture: from where to where", async () => {
    await b.go("/compare?a=release:steelpan-orchestra-full-yard:3&b=draft:engine-room-only&look=map");
    await b.see("//section[@aria-label='Both on the signal map']//ul/li");
    await b.button("Open all");
    const place = (name: string) =>
      `//ul[@aria-label='Places of the map']//button[starts-with(., '${name}')]`;
    // The list is for the keyboard and for who hears it: it is there, and not to be seen.
    await b.driver.wait(
      async () => (await b.count(place("CelPan_L"))) > 0 && (await b.count(place("Cowbell"))) > 0,
      PATIENCE,
      "places of both stand on the map",
    );
    await b.driver.executeScript(
      "[...document.querySelectorAll('[aria-label=\"Places of the map\"] button')]" +
        ".find((e) => e.textContent.startsWith('Cowbell')).focus()",
    );
    await b.see("//aside//section[@aria-label='Track Cowbell']");
    await b.click("//button[.='Picture']");
    await b.see("//*[@aria-label='Iron_1, L 55 to C']");
    await b.see("//*[@aria-label='CelPan_L, gone; was L 60']");
    await b.click("//*[@aria-label='Iron_1, L 55 to C']");
    await b.see("//aside//section[@aria-label='Track Iron_1']");
  });
});
