import { cpSync, mkdirSync, renameSync, rmSync } from "node:fs";
import { join } from "node:path";
import type { HouseDraft } from "@mossy/contract/house";
import type { Template } from "@mossy/contract/library";
import type { AnswerOf } from "@mossy/contract/routes";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import type { Track } from "@mossy/core/session/document";
import { Key } from "selenium-webdriver";
import { describe, expect, it } from "vitest";
import { PATIENCE } from "./browser.ts";
import { apiOf } from "./testing/api.ts";
import { publish } from "./testing/publish.ts";
import { visit } from "./testing/visit.ts";

const { house, b } = await visit("Marram Vale");
const api = apiOf(b);
const kept = <T>(what: () => Promise<T>) => expect.poll(what, { timeout: PATIENCE, interval: 100 });

let id = "";
const track = async (role: string): Promise<Track | undefined> =>
  (await api<Template>("GET", `/library/${id}`)).draft.session.tracks.find((t) => t.role === role);
const playing = async (role: string): Promise<string | undefined> => {
  const sounds = (await track(role))?.sounds;
  return sounds?.files[sounds.at];
};
const SECTION = "//details[summary[contains(., 'Folder of sounds')]]";
const openSection = async (): Promise<void> => {
  await b.see(SECTION);
  if ((await b.count(`${SECTION}[@open]`)) === 0) await b.click(`${SECTION}/summary`);
};
const row = (name: string): string => `//div[@role='row']//span[.='${name}']`;

// One story, in order.
describe("a beat template", () => {
  it("begins with patterns, chains, folders of sounds and the main path recorded; nothing is off", async () => {
    await b.go("/library/new");
    await b.type("//input[@aria-label='Name']", "Quay beat");
    await b.button("A starter");
    await b.click("//button[.//span[.='Beat']]");
    await b.see("//span[@role='status'][contains(., 'nothing off')]");
    await b.button("Begin it");
    await b.see("//h1[.='Quay beat']");
    id = (await b.address()).split("/").pop() ?? "";
    const kick = await track("kick-sample");
    expect(kick?.items.map((i) => i.name)).toEqual(["Four to the bar"]);
    expect(await playing("kick-sample")).toBe("Kick_01.wav");
    const bass = await track("sub-bass");
    expect(bass?.inserts.map((i) => [i.kind, i.bypassed, i.key])).toEqual([
      ["EQ", true, null],
      ["Compressor", true, kick?.id],
      ["Gain", false, null],
    ]);
    expect((await track("main"))?.sends[0]?.to).toBe((await track("record-bus"))?.id);
    expect((await track("control-room-monitor"))?.inserts[0]?.width).toBe("mono");
  });

  it("plays the next sound of a folder by one key, in an order one changes, undone like any edit", async () => {
    await b.click(row("KickSmp"));
    await openSection();
    await b.see(`${SECTION}//*[contains(., '1 of 40')]`);
    await b.press("s");
    await b.press("s");
    await kept(() => playing("kick-sample")).toBe("Kick_03.wav");
    await b.chord(Key.SHIFT, "s");
    await kept(() => playing("kick-sample")).toBe("Kick_02.wav");
    await b.button("Earlier in the order");
    await kept(async () => (await track("kick-sample"))?.sounds?.files.slice(0, 2)).toEqual([
      "Kick_02.wav",
      "Kick_01.wav",
    ]);
    expect(await playing("kick-sample")).toBe("Kick_02.wav");
    await b.chord(Key.CONTROL, "z");
    await kept(async () => (await track("kick-sample"))?.sounds?.files[0]).toBe("Kick_01.wav");
  });

  it("takes over what the folder holds now, and another folder for another part", async () => {
    const kicks = join(house.disk, "Library/Samples/Kicks");
    renameSync(join(kicks, "Kick_02.wav"), join(kicks, "Kick_99.wav"));
    await b.button("Look again");
    await b.seeText("1 sound new, 1 gone");
    await kept(async () => (await track("kick-sample"))?.sounds?.files.at(-1)).toBe("Kick_99.wav");
    expect(await playing("kick-sample")).toBe("Kick_03.wav");
    const gone = join(house.disk, "Library/Samples/Gone soon");
    mkdirSync(gone);
    cpSync(join(kicks, "Kick_01.wav"), join(gone, "Kick_01.wav"));
    await b.click(row("Clap"));
    await openSection();
    await b.button("Choose a folder of sounds");
    await b.see("//section[@aria-label='Folders of sounds']//button[contains(., 'Gone soon')]");
    rmSync(join(gone, "Kick_01.wav"));
    await b.click("//section[@aria-label='Folders of sounds']//button[contains(., 'Gone soon')]");
    await b.seeText("“Library/Samples/Gone soon” holds no sounds any more. Choose another.");
    await b.gone("//section[@aria-label='Folders of sounds']//button[contains(., 'Gone soon')]");
    await b.type("//section[@aria-label='Folders of sounds']//input", `snares${Key.ENTER}`);
    await kept(() => playing("clap")).toBe("Snare_01.wav");
  });

  it("begins otherwise once the house says so: a chain as it is said, a pattern of the shelf, a folder", async () => {
    const start = async (line: string) =>
      (await api<{ draft: HouseDraft }>("GET", "/house")).draft.house.starts.find((s) => s.id === line)
        ?.then;
    await b.go("/house/starts?line=makes-way");
    const chain = "//section[@aria-label='Line']//label[starts-with(., 'Chain')]//textarea";
    await b.type(chain, `EQ (loud)${Key.ENTER}`);
    await b.see("//section[@aria-label='Line']//*[@role='alert'][contains(., 'As in')]");
    await b.type(chain, `EQ (bypassed), Compressor (Ratio = 6:1, keyed by Kick)${Key.ENTER}`);
    await kept(async () => (await start("makes-way"))?.chain).toMatchObject([
      { kind: "EQ", bypassed: true },
      { kind: "Compressor", bypassed: false, keyedBy: "kick", values: [{ name: "Ratio", value: "6:1" }] },
    ]);
    await b.go("/house/starts?line=clap-pattern");
    await b.choose("Add a value", "Folder of sounds");
    await b.click(
      "//section[@aria-label='Folders of sounds']//button[contains(., 'Library/Samples/Hats')]",
    );
    await kept(async () => (await start("clap-pattern"))?.sounds?.files.length).toBe(16);
    await b.button("Choose another", "//div[span[.='Pattern']]");
    await b.click("//section[@aria-label='Patterns of the shelf']//button[contains(., 'Deck hat')]");
    await kept(async () => (await start("clap-pattern"))?.pattern?.name).toBe("Deck hat");
    await b.see(
      "//section[@aria-label='Line']//p[contains(., 'Hat_01.wav, 1 of 16 in Library/Samples/Hats')]",
    );
  });

  it("goes into a room with its folder, and the other sound that was chosen there is said of it", async () => {
    await b.go(`/library/${id}`);
    await b.see(row("KickSmp"));
    await publish(b, "Four to the bar");
    await b.go(`/rooms/loft/fit/${id}/1`);
    await b.type("//input[@aria-label='Name of the session']", "Quay beat 1");
    await b.button("Make the session package");
    await b.see("//h1[.='Quay beat 1']");
    const session = (await b.address()).split("/").at(-1) ?? "";
    const { now } = await api<AnswerOf<"session">>("GET", `/sessions/${session}`);
    const kick = now.tracks.find((t) => t.role === "kick-sample");
    expect(kick?.sounds).toMatchObject({ folder: "Library/Samples/Kicks", at: 1 });
    // In the room they took the seventh.
    const there = {
      ...now,
      tracks: now.tracks.map((t) =>
        t === kick && t.sounds ? { ...t, sounds: { ...t.sounds, at: 6 } } : t,
      ),
    };
    await b.upload("Session file", "Quay_beat_1.dawproject", writeExchange(there, session));
    await b.see("//h1[.='Check-in 1 from Loft']");
    // Which sound is taken is the room's own: nothing is off, and it stands among the differences.
    await b.seeText("Nothing is off");
    await b.click("//a[.='All differences']");
    await b.see("//*[contains(., 'Kick_08.wav, 7 of 40')]");
    await b.click("//a[.='Track sheet']");
    await b.click(row("KickSmp"));
    await b.see(`${SECTION}//*[contains(., '7 of 40')]`);
    await b.press("s");
    await b.see(`${SECTION}//*[contains(., '8 of 40')]`);
  });
});
