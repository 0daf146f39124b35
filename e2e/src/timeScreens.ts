import type { Browser } from "./browser.ts";
import type { Screen } from "./openScreen.ts";

export const TIME = "//div[@aria-label='How it is shown']";

/** Goes to something along the time by what it is called. */
export async function chooseInList(b: Browser, name: string): Promise<void> {
  await b.button("As a list");
  await b.click(`//div[@aria-label='Along the time']//button[.='${name}']`);
  await b.see("//section[@aria-label='Chosen in time']");
}

/** What runs along the time of a session. */
export const TIME_SCREENS: readonly Screen[] = [
  {
    name: "time",
    path: "/library/steelpan-orchestra-full-yard/time",
    ready: TIME,
    act: async (b) => {
      await b.choose("Counted in", "bars and beats");
      await chooseInList(b, "Chorus");
      await b.button("Drawn");
    },
  },
  {
    name: "time-evening",
    path: "/library/story-evening/time",
    ready: TIME,
    act: async (b) => {
      await b.choose("Counted in", "minutes and seconds");
      await chooseInList(b, "Harbour bed");
      await b.button("Drawn");
      for (let n = 0; n < 3; n++) await b.press("+");
    },
  },
  {
    name: "time-picture",
    path: "/library/sound-walk/time",
    ready: TIME,
    act: async (b) => {
      await b.choose("Counted in", "timecode");
      await chooseInList(b, "Causeway at low water");
      await b.button("Drawn");
    },
  },
  {
    name: "time-list",
    path: "/library/steelpan-orchestra-full-yard/time",
    ready: TIME,
    act: async (b) => {
      await b.choose("Counted in", "bars and beats");
      await chooseInList(b, "02_Break_of_the_engine_room");
    },
  },
  {
    name: "time-bring",
    path: "/library/story-evening/time",
    ready: TIME,
    act: async (b) => {
      await b.choose("Counted in", "minutes and seconds");
      await b.button("Drawn");
      await b.upload(
        "File with markers and tempos",
        "quay.csv",
        "Name,From,To\nGull,5:00,\nTern,6:00,6:30\n",
      );
      await b.see("//section[@aria-label='What the file brings']");
    },
  },
  {
    name: "time-check-in",
    path: "/check-ins/{checkIn}/time",
    ready: TIME,
    act: async (b) => {
      await b.button("Drawn");
      await b.press("t");
      await b.see("//section[@aria-label='Chosen in time']");
    },
  },
];
