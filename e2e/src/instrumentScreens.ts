import type { Browser } from "./browser.ts";
import type { Screen } from "./openScreen.ts";
import { TIDELINE_NOTES, renderedNotes } from "./renderedNotes.ts";

const CATALOGUE = "/library/instruments";
const open = (name: string, more: (b: Browser) => Promise<void> = () => Promise.resolve()) => ({
  path: CATALOGUE,
  ready: `//a[.='${name}']`,
  act: async (b: Browser) => {
    await b.click(`//a[.='${name}']`);
    await b.see("//div[@role='treegrid']");
    await more(b);
  },
});
const view = (
  name: string,
  tab: string,
  ready: string,
  more: (b: Browser) => Promise<void> = () => Promise.resolve(),
) =>
  open(name, async (b) => {
    await b.click(`//nav[@aria-label='Views of this library']//a[.='${tab}']`);
    await b.see(ready);
    await more(b);
  });
/** What a new issue of the strings says: another lag, one more way of playing, one section alone. */
export const NEXT_LIST = [
  "Patch,Articulation,Called by,Lag ms,Loudness LUFS",
  "Violins 1,Long,D0,58,-20",
  "Violins 1,Col legno,A#0,22,-24",
  "Violins 1,Short,F0,28,-18",
].join("\n");

/** The festival's orchestra, planned. */
const plan = (
  more: (b: Browser) => Promise<void> = () => Promise.resolve(),
  path = "/library/festival-orchestra/instruments",
) => ({
  path,
  ready: "//table[@aria-label='Players and what they play']",
  act: async (b: Browser) => {
    await b.see("//section[@aria-label='What one gets for it']//*[contains(@class, 'recharts-line')]");
    await more(b);
  },
});

/** Sample libraries: the catalogue, one of them, its issues; what is planned from them. */
export const INSTRUMENT_SCREENS: readonly Screen[] = [
  { name: "instruments", path: CATALOGUE, ready: "//a[.='Tideline Strings']" },
  {
    name: "instruments-found",
    path: `${CATALOGUE}?find=who%20has%20a%20flutter%20tongue`,
    ready: "//section[@aria-label='Found']//a",
  },
  {
    name: "instruments-nobody",
    path: `${CATALOGUE}?find=kazoo`,
    ready: "//section[@aria-label='Found']//*[.='Nobody plays that']",
  },
  {
    name: "instruments-new",
    path: CATALOGUE,
    ready: "//a[.='Tideline Strings']",
    act: async (b) => {
      await b.button("New sample library");
      await b.see("//form[@aria-label='New sample library']");
    },
  },
  { name: "sample-library", ...open("Tideline Strings") },
  {
    name: "sample-library-chosen",
    ...open("Tideline Strings", async (b) => {
      await b.click("//div[@role='row']//span[@title='Tremolo']");
      await b.see("//aside//h2[.='Tremolo']");
    }),
  },
  {
    name: "sample-library-wide",
    ...open("Tideline Strings", async (b) => {
      await b.click("//label[contains(., 'all columns')]/input");
      await b.see("//span[@role='columnheader'][.='Voices']");
    }),
  },
  {
    name: "sample-library-measure",
    ...view("Tideline Strings", "Measure", "//section[@aria-label='Measured']"),
  },
  {
    name: "sample-library-measured",
    ...view("Tideline Strings", "Measure", "//section[@aria-label='Measured']", async (b) => {
      await b.uploadFrom("Folder of rendered notes", renderedNotes(TIDELINE_NOTES, 30));
      await b.see("//button[contains(., 'Take over 4')]");
      await b.click("//div[@aria-label='What was measured']//button[contains(., 'Swell 2 s')]");
    }),
  },
  {
    name: "sample-library-about",
    ...view("Eelgrass Chamber Strings", "About it", "//section[@aria-label='Where it lies']//label"),
  },
  {
    name: "sample-library-issues",
    ...view(
      "Eelgrass Chamber Strings",
      "Issues",
      "//section[@aria-label='Earlier issues']//button",
      async (b) => {
        await b.click("//section[@aria-label='Earlier issues']//button");
        await b.see("//section[@aria-label='Earlier issues']//label");
      },
    ),
  },
  {
    name: "sample-library-list",
    ...view("Tideline Strings", "Issues", "//section[@aria-label='Take in']", async (b) => {
      await b.upload("List of its patches", "strings-22.csv", NEXT_LIST);
      await b.see("//button[contains(., 'Take over')]");
    }),
  },
  { name: "plan", ...plan() },
  {
    name: "plan-part",
    ...plan(async (b) => {
      await b.click("//button[starts-with(@aria-label, 'Cello, tremolo')]");
      await b.click("//div[@aria-label='Chosen part']/p");
    }),
  },
  {
    name: "plan-how",
    ...plan(async (b) => {
      await b.button("How it is planned");
      await b.see("//section[@aria-label='How it is planned']");
    }),
  },
  {
    name: "plan-same",
    ...plan(async (b) => {
      await b.button("Keys and levels");
      await b.see("//section[@aria-label='Keys and levels']");
    }),
  },
  {
    name: "plan-given",
    path: "/library/festival-orchestra/instruments?show=given",
    ready: "//table[@aria-label='What players play on their tracks']",
    act: async (b) => {
      await b.button("Strings");
      await b.click("//button[starts-with(@aria-label, 'Violin, first section, legato')]");
      await b.see("//section[@aria-label='Chosen']//dl");
    },
  },
  {
    name: "plan-machines",
    path: "/library/festival-orchestra/instruments?show=machines",
    ready: "//section[@aria-label='Seats']//ul//button",
  },
  {
    name: "plan-begin",
    path: "/library/story-evening/instruments",
    ready: "//form[@aria-label='Begin an ensemble']//input",
  },
  {
    name: "house-sampled",
    path: "/house/starts?show=sampled",
    ready: "//section[@aria-label='Sampled instruments']//input",
  },
  {
    name: "house-keys",
    path: "/house/starts?show=keys",
    ready: "//input[@aria-label='Key of tremolo']",
  },
];
