import { join } from "node:path";
import type { WholeSampleLibrary } from "@mossy/contract/instruments";
import type { Template } from "@mossy/contract/library";
import type { AnswerOf } from "@mossy/contract/routes";
import { csvOf } from "@mossy/core/formats/table";
import { makeStyle } from "@mossy/core/house/style";
import type { Style } from "@mossy/core/house/style";
import { libraryTable } from "@mossy/core/instruments/table";
import type { Articulation, SampleLibrary } from "@mossy/core/instruments/library";
import type { Session, Track } from "@mossy/core/session/document";
import toneMidi from "@tonejs/midi";
import { unzipSync } from "fflate";
import { Key } from "selenium-webdriver";
import { describe, expect, inject, it } from "vitest";
import { PATIENCE } from "./browser.ts";
import { fewestByTrying } from "./testing/fewest.ts";
import { apiOf } from "./testing/api.ts";
import { publish } from "./testing/publish.ts";
import { visit } from "./testing/visit.ts";

const { b } = await visit("Marram Vale");
const api = apiOf(b);
const kept = <T>(what: () => Promise<T>) => expect.poll(what, { timeout: PATIENCE, interval: 100 });

const HOME = "/library/sound-walk";
const DISK = inject("ground").disk;
/** What the demo's notes were made from, and how the library is called that is measured from them. */
const SECTIONS = [
  { of: "Tideline Strings", name: "Sandbar Strings", code: "TDL, Tideline Strings" },
  { of: "Eelgrass Chamber Strings", name: "Dune Strings", code: "EGC, Eelgrass Chamber Strings" },
] as const;
const ids = new Map<string, string>();

const style = async (): Promise<Style> =>
  makeStyle((await api<AnswerOf<"house">>("GET", "/house")).draft.house);
async function libraryNamed(name: string): Promise<SampleLibrary> {
  const { libraries } = await api<AnswerOf<"sampleLibraries">>("GET", "/instruments");
  const id = libraries.find((l) => l.name === name)?.id;
  return (await api<WholeSampleLibrary>("GET", `/instruments/${id}`)).library;
}
const measured = async (name: string): Promise<SampleLibrary> =>
  (await api<WholeSampleLibrary>("GET", `/instruments/${ids.get(name)}`)).library;
const played = ({ patches }: SampleLibrary): Articulation[] => patches.flatMap((p) => p.articulations);
const view = (tab: string): Promise<void> =>
  b.click(`//nav[@aria-label='Views of this library']//a[.='${tab}']`);
const draft = async (): Promise<Session> => (await api<Template>("GET", HOME)).draft.session;
const playing = ({ tracks }: Session): Track[] => tracks.filter((t) => t.plays !== null);

/** Waits until each articulation has a lag, then holds all against what the notes were made from. */
async function heldAgainst(name: string, truth: SampleLibrary): Promise<void> {
  await kept(async () => played(await measured(name)).filter((a) => a.lag === null).length).toBe(0);
  const were = played(truth);
  const found = played(await measured(name));
  expect(found.length).toBe(were.length);
  for (const [n, a] of found.entries()) {
    const was = were[n]!;
    expect(Math.abs(a.lag! - was.lag!), `${a.name}, lag`).toBeLessThan(1);
    expect(Math.abs(a.loudness! - was.loudness!), `${a.name}, loudness`).toBeLessThan(0.2);
  }
}

// One story, in order.
describe("a string section from two libraries", () => {
  it("is taken in from lists that say who plays what, and nothing of when and how loud", async () => {
    for (const { of, name, code } of SECTIONS) {
      const known = await libraryNamed(of);
      const patches = known.patches.map((p) => ({
        ...p,
        articulations: p.articulations.map((a) => ({
          ...a,
          lag: null,
          lagBy: [],
          loudness: null,
          tail: null,
        })),
      }));
      await b.go("/library/instruments");
      await b.button("New sample library");
      await b.type("//label[starts-with(., 'What it is called')]//input", name);
      const list = csvOf(libraryTable((await style()).reader, name, patches));
      await b.upload("List of its patches", `${name}.csv`, list);
      await b.see(`//h1[.='${name}']`);
      ids.set(name, (await b.address()).split("/").pop() ?? "");
      expect(played(await measured(name)).every((a) => a.lag === null && a.loudness === null)).toBe(true);
      await view("About it");
      await b.choose("Code in names", code);
      for (const room of name === "Dune Strings" ? ["Loft", "Ferry Van"] : ["Loft"])
        await b.click(`//section[@aria-label='Where it lies']//label[contains(., '${room}')]/input`);
      await kept(async () => (await measured(name)).places.length).toBe(name === "Dune Strings" ? 2 : 1);
    }
  });

  it("is measured from a folder of notes, each in its file", async () => {
    const { of, name } = SECTIONS[0];
    await b.go(`/library/instruments/${ids.get(name)}`);
    await view("Measure");
    await b.uploadFrom("Folder of rendered notes", join(DISK, `Library/Samples/${of}, notes`));
    await b.button("Take over 50 articulations");
    await heldAgainst(name, await libraryNamed(of));
  });

  it("is measured from one reel a player with the list of what it plays, tails too", async () => {
    const { of, name } = SECTIONS[1];
    const truth = await libraryNamed(of);
    await b.go(`/library/instruments/${ids.get(name)}`);
    await view("Measure");
    for (const [n, patch] of truth.patches.entries()) {
      const reel = join(DISK, `Inbox/${of}, reels/${patch.name}`);
      await b.uploadFrom("Rendered notes", `${reel}.wav\n${reel}.txt`);
      await b.see(`//div[@aria-label='What was measured']//li[contains(., '${patch.name}')]`);
      await b.button("Take over 8 articulations");
      await kept(async () => played(await measured(name)).filter((a) => a.lag !== null).length).toBe(
        8 * (n + 1),
      );
    }
    await heldAgainst(name, truth);
    for (const [n, a] of played(await measured(name)).entries())
      expect(Math.abs(a.tail! - played(truth)[n]!.tail!), a.name).toBeLessThan(0.1);
  });

  it("is planned within 10 ms to the fewest tracks there can be", async () => {
    await b.go(`${HOME}/instruments`);
    for (const { name } of SECTIONS) await b.click(`//label[contains(., '${name}')]/input`);
    await b.button("Begin with 2 libraries");
    await b.click("//button[starts-with(., 'Plan ') and contains(., 'track')]");
    await b.see("//button[.='Planned'][@disabled]");
    const both = await Promise.all(SECTIONS.map((s) => measured(s.name)));
    const fewest = both[0]!.patches.map((p) =>
      fewestByTrying(
        p.articulations.map((a) => ({
          // The house lets harmonics stand alone; nothing can follow a swell before it is over.
          alone: a.words.includes("harmonics") || a.soundsOut,
          lags: both.map((l) => {
            const own = l.patches.find((x) => x.name === p.name)?.articulations;
            return own?.find((x) => x.name === a.name)?.lag ?? null;
          }),
        })),
        10,
      ),
    );
    await kept(async () => playing(await draft()).length).toBe(fewest.reduce((sum, n) => sum + n, 0));
    const session = await draft();
    expect([session.players.length, ...session.players.map((p) => p.needs.length)]).toEqual([
      5, 10, 10, 10, 10, 10,
    ]);
    for (const t of playing(session))
      for (const w of t.plays?.ways ?? [])
        expect(
          Math.abs((w.lag?.least ?? 0) - (t.plays?.offset ?? 0)),
          `${t.name}, ${w.name}`,
        ).toBeLessThanOrEqual(10);
  });

  it("has one key for one way of playing, one loudness, and is reset before the music", async () => {
    await b.button("Keys and levels");
    const many = playing(await draft()).length;
    for (const what of [
      "On the grid",
      "House keys",
      "As loud as the house wants",
      "Reset before the music",
    ])
      await b.see(
        `//section[@aria-label='Keys and levels']//li[contains(., '${what}')]//*[.='${many} of ${many}']`,
      );
    const { house } = await style();
    const keyOf = new Map(
      house.instruments.ways.map((w) => [`${[...w.words].sort().join()} ${w.seconds}`, w.key]),
    );
    for (const t of playing(await draft()))
      for (const w of t.plays?.ways ?? [])
        expect(w.key, `${t.name}, ${w.name}`).toBe(
          keyOf.get(`${[...w.words].sort().join()} ${w.seconds}`) ?? null,
        );
  });

  it("is released with its template, and fitted into a room with one of its libraries only", async () => {
    await b.press(Key.ESCAPE);
    await publish(b);
    const { releases } = await api<Template>("GET", HOME);
    await b.go(`/rooms/ferry-van/fit/sound-walk/${Math.max(...releases.map((r) => r.number))}`);
    const card = "//section[h2[.='Sampled instruments']]";
    await b.see(`${card}//li[starts-with(., 'Dune Strings for Sandbar Strings, which is not here: ')]`);
    await b.type("//input[@aria-label='Name of the session']", "Strings aboard");
    await b.button("Make the session package");
    await b.see("//h1[.='Strings aboard']");
  });

  it("says all of it in the MIDI file of its package, read back by another program", async () => {
    const id = (await b.address()).split("/").at(-1) ?? "";
    const { now } = await api<AnswerOf<"session">>("GET", `/sessions/${id}`);
    const sounding = playing(now).filter((t) => t.plays?.loading !== "off");
    expect(new Set(sounding.map((t) => t.plays?.library.name))).toEqual(new Set(["Dune Strings"]));
    await b.click("//a[contains(., 'Download the package')]");
    const files = unzipSync(await b.saved("Strings-aboard_FerryVan.zip"));
    const path = Object.keys(files).find((f) => f.endsWith("/Session/Strings-aboard.mid")) ?? "";
    const midi = new toneMidi.Midi(files[path]!);
    expect(midi.header.name).toBe("Strings aboard");
    for (const t of sounding) {
      // This one parts a track by its programs; what follows without a name is of the same.
      const at = midi.tracks.findIndex((x) => x.name === t.name);
      const next = midi.tracks.findIndex((x, i) => i > at && x.name !== "");
      const there = midi.tracks.slice(at, next < 0 ? undefined : next);
      const heard = there.flatMap((x) =>
        Object.values(x.controlChanges).flatMap((all) =>
          all.map((c) => [c.number, Math.round(c.value * 127)]),
        ),
      );
      expect(heard, t.name).toEqual(
        expect.arrayContaining(t.controllers.map((c) => [c.controller, c.value])),
      );
      expect(
        there.flatMap((x) => x.pitchBends.map((p) => p.value)),
        t.name,
      ).toEqual([0]);
      const key = t.plays?.ways[0]?.key ?? null;
      expect(
        there.flatMap((x) => x.notes.map((n) => n.midi)),
        t.name,
      ).toEqual(key === null ? [] : [key]);
    }
  });
});
