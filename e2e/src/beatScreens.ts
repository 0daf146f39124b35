import type { Browser } from "./browser.ts";
import type { Screen } from "./openScreen.ts";

/** A beat is begun, and its kick has a folder of sounds. */
async function beatSounds(b: Browser): Promise<void> {
  // Every visit begins one of its own.
  await b.type("//input[@aria-label='Name']", `Quay beat ${Date.now() % 10_000}`);
  await b.button("A starter");
  await b.click("//button[.//span[.='Beat']]");
  await b.button("Begin it");
  await b.click("//div[@role='row']//span[.='KickSmp']");
  const section = "//details[summary[contains(., 'Folder of sounds')]]";
  await b.see(section);
  if ((await b.count(`${section}[@open]`)) === 0) await b.click(`${section}/summary`);
  await b.click("//ol[@aria-label='Sounds in their order']/li[7]/button");
}

/** What a beat begins with, and the folder of sounds behind its kick. */
export const BEAT_SCREENS: readonly Screen[] = [
  {
    name: "new-template-beat",
    path: "/library/new",
    ready: "//h1[.='New template']",
    act: async (b) => {
      await b.button("A starter");
      await b.click("//button[starts-with(., 'Beat')]");
      await b.see("//section[@aria-label='What it begins with']");
    },
  },
  { name: "workbench-sounds", path: "/library/new", ready: "//h1[.='New template']", act: beatSounds },
];
