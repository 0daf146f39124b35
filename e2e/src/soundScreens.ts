import type { Browser } from "./browser.ts";
import type { Screen } from "./openScreen.ts";

const open = (name: string, more: (b: Browser) => Promise<void> = () => Promise.resolve()) => ({
  path: "/library/sounds",
  ready: "//a[.='Tide bell']",
  act: async (b: Browser) => {
    await b.click(`//a[.='${name}']`);
    await b.see("//h2[.='Where it is used']");
    await more(b);
  },
});

/** The sounds of the library. */
export const SOUND_SCREENS: readonly Screen[] = [
  { name: "sounds", path: "/library/sounds", ready: "//a[.='Tide bell']" },
  {
    name: "sounds-bring",
    path: "/library/sounds?tag=stories",
    ready: "//a[.='Tide bell']",
    act: async (b) => {
      await b.upload("Sound files to bring", "Gulls.wav", "not yet");
      await b.see("//form[@aria-label='Bring sounds']");
    },
  },
  { name: "sounds-kept", path: "/library/sounds/kept", ready: "//section[@aria-label='By room']" },
  { name: "sound", ...open("Tide bell") },
  { name: "sound-off", ...open("Low quay") },
  {
    name: "sound-channels",
    ...open("Tellers on the quay", async (b) => {
      for (let n = 0; n < 2; n++) await b.button("Closer");
    }),
  },
  { name: "sound-carried", ...open("Buoy, far out") },
];
