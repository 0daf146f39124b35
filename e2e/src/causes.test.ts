import { describe, expect, it } from "vitest";
import { apiOf } from "./testing/api.ts";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Marram Vale", true);

const api = apiOf(b);

interface Card {
  id: string;
  title: string;
  lastCheckIn: { id: string; openNow: number; askedNow: number };
}
const album = async (): Promise<Card> =>
  (await api<{ sessions: Card[] }>("GET", "/sessions")).sessions.find(
    (s) => s.title === "Album mix, Marram",
  )!;
const share = async (): Promise<string | null> =>
  (
    await b.see("//span[@role='meter'][@aria-label='Share of tracks in Loft that follow the house']")
  ).getAttribute("aria-valuenow");

describe("an edition comes", () => {
  it(
    "and every page says one count, and whose it is: the room's share stays, what the " +
      "edition asks is its own list",
    async () => {
      await b.go("/");
      const before = await share();
      const {
        lastCheckIn: { openNow },
      } = await album();
      const { draft } = await api<{
        draft: { revision: number; house: { palette: { id: string; hex: string }[] } };
      }>("GET", "/house");
      const changes = draft.house.palette.slice(0, 4).map((c) => ({
        do: "set",
        at: ["palette", c.id, "hex"],
        from: c.hex,
        to: c.hex.replace(/..$/, "00"),
      }));
      const { revision } = await api<{ revision: number }>("POST", "/house/draft/changes", {
        revision: draft.revision,
        changes,
      });
      await api("POST", "/house/editions", { revision, note: "Four colours warmer" });
      await b.go("/");
      await b.see(
        "//section[@aria-label='Waiting for you']//li[contains(., 'Edition 3') and " +
          "contains(., 'It asks for')]",
      );
      expect(await share()).toBe(before);
      const now = await album();
      expect(now.lastCheckIn.openNow).toBe(openNow);
      expect(now.lastCheckIn.askedNow).toBeGreaterThan(0);
      await b.see(
        `//section[@aria-label='Waiting for you']//p[contains(., 'Album mix, Marram: ${openNow} findings')]`,
      );
      await b.go("/sessions");
      await b.see(`//li[.//a[.='Album mix, Marram']]//span[.='${openNow} to look at']`);
      await b.go(`/sessions/${now.id}`);
      await b.see(`//h1/following-sibling::*//span[.='${openNow} to look at']`);
      await b.go(`/check-ins/${now.lastCheckIn.id}`);
      await b.see(`//aside//span[.='${openNow} to look at']`);
      await b.see(`//aside//span[.='edition 3 asks ${now.lastCheckIn.askedNow}']`);
      await b.see(
        `//section[starts-with(@aria-label, 'Edition 3 asks for ${now.lastCheckIn.askedNow} things here')]`,
      );
    },
  );

  it("what it asks is put right by itself, and leaves what the room changed", async () => {
    const {
      lastCheckIn: { openNow },
    } = await album();
    await b.button("Put these right", "//section[starts-with(@aria-label, 'Edition 3 asks')]");
    await b.gone("//section[starts-with(@aria-label, 'Edition 3 asks')]");
    await b.see(`//aside//span[.='${openNow} to look at']`);
    await b.see("//span[@role='status'][starts-with(., 'Saved')]");
    expect((await album()).lastCheckIn).toMatchObject({ openNow, askedNow: 0 });
  });

  it("the templates it makes wrong are looked at, dressed and published from one page", async () => {
    await b.go("/library");
    await b.click("//a[.='Look, dress and publish']");
    await b.see("//h1[.='What edition 3 asks']");
    await b.click("//li[.//a[.='Album mix, Marram']]//summary");
    await b.see("//ul[@aria-label='Changes in Album mix, Marram']/li[contains(., 'colour')]");
    const note = await b.see("//input[@aria-label='Note of release 2 of Album mix, Marram']");
    expect(await note.getAttribute("value")).toMatch(/^Follows edition 3: \d+ colours/);
    // What holds other work too waits until somebody says so.
    await b.see("//li[.//a[.='Steelpan orchestra, full yard']]//input[@type='checkbox'][not(@checked)]");
    await b.button("Dress and publish");
    await b.gone("//li[.//a[.='Album mix, Marram']]");
    await b.go("/library");
    await b.see("//li[.//a[.='Album mix, Marram']]//span[.='Release 2']");
    expect(await b.count("//li[.//a[.='Album mix, Marram']]//span[starts-with(., 'edition asks')]")).toBe(
      0,
    );
  });
});

describe("what goes out to a room", () => {
  it("is the session as it stands: put right, it goes as the corrected file, and the page says so", async () => {
    const { id, lastCheckIn } = await album();
    await b.go(`/check-ins/${lastCheckIn.id}`);
    await b.button("Put all right");
    await b.see("//span[@role='status'][starts-with(., 'Saved')]");
    await b.go(`/sessions/${id}`);
    await b.seeText("with what was put right in it");
    await b.button("Send the corrected file");
    await b.see("//p[contains(., 'corrected file sent')]");
    const checkIns = await b.count("//a[starts-with(., 'Check-in')]");
    // Nobody works in a corrected file unasked. That nothing comes back cannot be waited for: a station of this
    // pace would have answered three times by now.
    await b.driver.sleep(1000);
    expect(await b.count("//a[starts-with(., 'Check-in')]")).toBe(checkIns);
  });

  it("has an input list with microphone, stand and phantom power that goes to paper", async () => {
    const { sessions } = await api<{ sessions: Card[] }>("GET", "/sessions");
    await b.go(`/sessions/${sessions.find((s) => s.title === "Marram sessions 02")!.id}`);
    await b.see("//section[.//h2[.='Input list']]//th[.='Microphone, stand']");
    await b.see("//section[.//h2[.='Input list']]//td[contains(., 'boom')]");
    await b.click("//a[contains(., 'On paper (PDF)')]");
    expect(new TextDecoder().decode((await b.saved(".pdf")).slice(0, 5))).toBe("%PDF-");
  });
});

describe("a check-in's sheet", () => {
  it("is chosen from, inspected, typed into and copied like any other", async () => {
    const { lastCheckIn } = await album();
    await b.go(`/check-ins/${lastCheckIn.id}/sheet`);
    await b.click("//div[@role='row']//span[.='TnrPan']");
    await b.see("//aside[@aria-label='Selected']//h2[.='TnrPan']");
    await b.type("//section[@aria-label='Selected track']//label[contains(., 'Level')]//input", "-7\uE007");
    await b.see("//div[@role='row'][.//span[.='TnrPan']]//span[.='−7.0']");
    await b.click("//div[@role='row']//span[.='TnrPan']");
    await b.chord("\uE009", "c");
    await b.seeText("copied with their routing");
  });
});

describe("by key", () => {
  const SHEET = "/library/engine-room-only";
  it("lists act on Enter or a choice, not at the first arrow, and no shortcut fires in them", async () => {
    await b.go(SHEET);
    await b.click("//div[@role='row']//span[.='Kick']");
    const polarity = "//section[@aria-label='Selected track']//label[contains(., 'Polarity')]//select";
    const field = await b.see(polarity);
    await b.driver.executeScript("arguments[0].focus()", field);
    await field.sendKeys("\uE015");
    await b.still();
    expect(await b.count("//button[@aria-label='Undo: polarity']")).toBe(0);
    await field.sendKeys("\uE007");
    await b.see("//button[@aria-label='Undo: polarity']");
    await b.button("Undo: polarity");
    // "its kind" typed into a list that chooses: nothing is dressed, nothing chosen before Enter.
    await b.click("//summary[contains(., 'Choose more')]");
    const alike = await b.see("//select[@aria-label='Choose all of']");
    await b.driver.executeScript("arguments[0].focus()", alike);
    await alike.sendKeys("its kind");
    await b.still();
    expect(await b.count("//section[@aria-label='Dress all']")).toBe(0);
    expect(await b.count("//h2[contains(., 'tracks chosen')]")).toBe(0);
    await alike.sendKeys("\uE007");
    await b.see("//h2[contains(., 'tracks chosen')]");
  });

  it(
    "dressing shows what it would do, Ctrl+Enter does it, and the current cell is " +
      "named to a screen reader",
    async () => {
      await b.go("/library/steelpan-orchestra-full-yard");
      await b.click("//div[@role='row']//span[.='Dbl sec far']");
      await b.driver.executeScript("document.querySelector('[role=treegrid]').focus()");
      await b.press("\uE014");
      const cell = await b.driver.executeScript<string>(
        "const g = document.querySelector('[role=treegrid]'); const c = " +
          "document.getElementById(g.getAttribute('aria-activedescendant')); return " +
          "c.getAttribute('role') + ' ' + c.textContent",
      );
      expect(cell).toBe("gridcell Double second · far");
      await b.press("d");
      await b.see("//section[@aria-label='Dress all']//li[contains(., 'DblSec_Far')]");
      expect(await b.count("//div[@role='row']//span[.='Dbl sec far']")).toBe(1);
      await b.chord("\uE009", "\uE007");
      await b.see("//div[@role='row']//span[.='DblSec_Far']");
      await b.button("Undo: dress all");
      await b.see("//div[@role='row']//span[.='Dbl sec far']");
      await b.press("?");
      for (const says of [
        "Type into the cell",
        "Choose a range; Shift+click as well",
        "Do the main thing of a panel or form",
        "Walk the cells; open and close a folder",
      ])
        await b.see(`//div[@role='dialog']//li[contains(., '${says}')]`);
    },
  );
});
