import { spoken } from "@mossy/core/fixtures/sounds";
import { writeWave } from "@mossy/core/sound/writeWave";
import type { Browser } from "./browser.ts";
import type { Screen } from "./openScreen.ts";

export const PIECES = "//section[@aria-label='Pieces']";
/** A line of the running order, by the name of its piece. */
export const pieceRow = (name: string): string => `${PIECES}//tr[.//button[contains(., '${name}')]]`;
export const choosePiece = async (b: Browser, name: string): Promise<void> => {
  await b.click(`${pieceRow(name)}//button`);
  await b.see("//section[@aria-label='Chosen piece']");
};

/** A file in which somebody speaks so long; the same for each seed. */
export const spokenFile = (seconds: number, seed: number): Buffer =>
  Buffer.from(writeWave([spoken(seconds, seed)], { rate: 48_000, bits: 16 }));

/** The running order of a programme. */
export const ORDER_SCREENS: readonly Screen[] = [
  {
    name: "order",
    path: "/library/story-evening/order",
    ready: PIECES,
    act: (b) => choosePiece(b, "Harbour bed"),
  },
  {
    name: "order-ways",
    path: "/library/story-evening/order",
    ready: "//section[@aria-label='Ways out']",
  },
  {
    name: "order-piece",
    path: "/library/story-evening/order",
    ready: PIECES,
    act: (b) => choosePiece(b, "Second tale"),
  },
  {
    name: "order-drop",
    path: "/library/story-evening/order",
    ready: PIECES,
    act: async (b) => {
      await b.button("Drop in this week's files");
      await b.upload("Files of this week", "First tale part 2.wav", spokenFile(9, 5));
      await b.upload("Files of this week", "REC_0041.wav", spokenFile(4, 7));
      await b.see("//ul[@aria-label='Files and their pieces']/li[2]");
    },
  },
  {
    name: "order-desk",
    path: "/library/story-evening/order",
    ready: PIECES,
    act: async (b) => {
      await b.button("Large view");
      await b.see("//*[@role='timer']");
    },
  },
  {
    name: "order-none",
    path: "/library/steelpan-orchestra-full-yard/order",
    ready: "//*[.='No running order yet']",
  },
];
