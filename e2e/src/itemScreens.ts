import { join } from "node:path";
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
      await b.click("//button[contains(., 'The story')]");
      await b.button("Add a point");
      await b.driver.executeScript("document.querySelector('fieldset legend')?.scrollIntoView()");
    }),
  },
  {
    name: "items-sounds",
    ...evening(async (b) => {
      await itemsOf(b, "Outro");
      await b.button("Put a sound");
      await b.see("//button[@aria-label='Take Ebb tide']");
    }),
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
