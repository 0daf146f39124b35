import { randomUUID } from "node:crypto";
import { join } from "node:path";
import { writeMidiTracks } from "@mossy/core/formats/midiOut";
import { blankTrack, emptySession } from "@mossy/core/session/document";
import type { Browser } from "./browser.ts";
import type { Screen } from "./openScreen.ts";
import { writeJobFile } from "./testing/jobFile.ts";

/** Opens what lies on a track of the story evening. */
export async function itemsOf(b: Browser, track: string): Promise<void> {
  await b.click(`//div[@role='treegrid']//span[.='${track}']`);
  const shut = "//details[not(@open)]/summary[contains(., 'What lies on it')]";
  await b.see("//summary[contains(., 'What lies on it')]");
  if ((await b.count(shut)) > 0) await b.click(shut);
}

const evening = (act: (b: Browser) => Promise<void>): Omit<Screen, "name"> => ({
  path: "/library/story-evening",
  ready: "//div[@role='treegrid']",
  act,
});

/** What lies on tracks, and what is cleaned of it. */
export const ITEM_SCREENS: readonly Screen[] = [
  {
    name: "items",
    ...evening(async (b) => {
      await itemsOf(b, "MusBed");
      await b.click("//button[contains(., 'Harbour bed')]");
      await b.see("//label[contains(., 'Fade in goes')]");
    }),
  },
  {
    name: "items-end",
    ...evening(async (b) => {
      await itemsOf(b, "Narr");
      await b.click("//button[contains(., 'First tale')]");
      await b.button("Add a point");
      await b.driver.executeScript("document.querySelector('fieldset legend')?.scrollIntoView()");
    }),
  },
  {
    name: "items-sounds",
    ...evening(async (b) => {
      await itemsOf(b, "Outro");
      await b.button("Put a sound");
      await b.see("//button[starts-with(., 'Take Ebb tide')]");
    }),
  },
  {
    name: "items-patterns",
    path: "/library/new",
    ready: "//h1[.='New template']",
    act: async (b) => {
      await b.button("A file");
      const tracks = ["Kick", "Snare"].map((name, n) =>
        blankTrack(`t${n}`, name, { kind: "midi", format: null, channel: n === 0 ? 10 : 1 }),
      );
      const file = writeMidiTracks({ ...emptySession("Capstan songs"), tracks });
      await b.upload("File to start from", "Capstan songs.mid", file);
      await b.see("//section[@aria-label='Tracks of the file']");
      // Each light is looked at in the same house: two templates of one name cannot be.
      await b.type("//input[@aria-label='Name']", `Capstan songs ${randomUUID().slice(0, 4)}`);
      await b.button("Begin it");
      await b.see("//div[@role='treegrid']");
      await itemsOf(b, "Kick");
      await b.button("Put a pattern");
      await b.see("//button[starts-with(., 'Take Deck hat')]");
    },
  },
  {
    name: "patterns",
    path: "/library/sounds/patterns",
    ready: "//h1[.='Patterns']",
    act: (b) => b.click("//button[contains(., 'Engine room, slow')]"),
  },
  {
    name: "template-of-file",
    path: "/library/new",
    ready: "//h1[.='New template']",
    act: async (b) => {
      await b.button("A file");
      const path = join(b.downloads, "Evening at the quay.dawproject");
      await writeJobFile(path, 4, 3_000_000);
      await b.uploadFrom("File to start from", path);
      await b.see("//section[@aria-label='What lies on its tracks']");
    },
  },
];
