import type { Template } from "@mossy/contract/library";
import { setField } from "@mossy/core/session/change";
import type { Change } from "@mossy/core/session/change";
import type { Track } from "@mossy/core/session/document";
import { takeOut } from "@mossy/core/sheet/folders";
import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { PATIENCE } from "./browser.ts";
import { apiOf } from "./testing/api.ts";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Marram Vale");
const api = apiOf(b);
const HOME = "/library/festival-orchestra";
const draft = async () => (await api<Template>("GET", HOME)).draft;
const playing = async (): Promise<Track[]> =>
  (await draft()).session.tracks.filter((t) => t.plays?.player === "flute");
const edit = async (...changes: Change[]): Promise<void> => {
  const { id, revision } = await draft();
  await api("POST", `/documents/${id}/changes`, { revision, changes });
};
const cell = (says: string): string =>
  `//table[@aria-label='What players play on their tracks']//button[starts-with(@aria-label, '${says}')]`;
const chosen = "//section[@aria-label='Chosen']";

// One story, in order.
describe("what players play on the tracks there are", () => {
  it("shows which track and key gives each way of playing, and leads to sheet, map and input list", async () => {
    await b.go(`${HOME}/instruments`);
    await b.button("As it stands");
    await b.button("Woodwind");
    await b.click(cell("Flute, flutter tongue: “"));
    await b.see(`${chosen}//dd[contains(., '“Flz” of Marshlight Winds')]`);
    await b.see(`${chosen}//dd[contains(., 'of the house')]`);
    // From cell to cell by keys.
    await b.press(Key.ARROW_DOWN);
    const at = await b.driver.switchTo().activeElement().getAttribute("aria-label");
    expect(at).not.toContain("Flute, flutter");
    await b.click(cell("Flute, flutter tongue: “"));
    const name = (await b.text(`${chosen}//p[contains(@class, 'font-mono')]`)).trim();
    expect((await playing()).map((t) => t.name)).toContain(name);
    await b.button("Signal map", chosen);
    await b.see(`//section[@aria-label='Selected track']//h2[.='${name}']`);
    expect(await b.driver.getCurrentUrl()).toContain(`${HOME}/map`);
    await b.go(`${HOME}/instruments?show=given`);
    await b.button("Woodwind");
    await b.click(cell("Flute, flutter tongue: “"));
    await b.button("Track sheet", chosen);
    await b.see(`//section[@aria-label='Selected track']//h2[.='${name}']`);
  });

  it("shows what is there twice and what nobody gives, with who has it", async () => {
    const flutes = await playing();
    const flutter = flutes.find((t) => t.plays?.ways.some((w) => w.name === "Flz"))!;
    await edit(setField(flutter, "plays", { ...flutter.plays!, loading: "off" }));
    await b.go(`${HOME}/instruments?show=given`);
    await b.button("Woodwind");
    await b.click(cell("Flute, flutter tongue: "));
    await b.see(`${chosen}//p[.='All tracks that would give it are off.']`);
    await edit(...takeOut((await draft()).session, [flutter.id]));
    await b.go(`${HOME}/instruments?show=given`);
    await b.button("Woodwind");
    await b.click(cell("Flute, flutter tongue: no track gives it"));
    await b.click(`${chosen}//a[.='Who has it?']`);
    await b.see("//section[@aria-label='Found']//a");
  });

  it("finds two tracks on one channel, and gives one another", async () => {
    const [one, two] = (await draft()).session.tracks.filter((t) => t.plays !== null);
    await edit(setField(two!, "channel", one!.channel));
    await b.go(HOME);
    const found = `“${two!.name}” and “${one!.name}” both go out by port 1, channel ${one!.channel}.`;
    await b.click("//button[contains(., 'to look at')]");
    const line = `//p[contains(., '${found}')]/parent::div`;
    await b.see(line);
    await b.click(`${line}//button[starts-with(., 'Channel ')]`);
    await b.gone(line);
    const shared = async (): Promise<number> => {
      const now = (await draft()).session.tracks.filter((t) => t.plays?.port === 1);
      return now.length - new Set(now.map((t) => t.channel)).size;
    };
    await expect.poll(shared, { timeout: PATIENCE, interval: 100 }).toBe(0);
  });
});
