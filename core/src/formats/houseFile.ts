import { house as houseSchema } from "../house/house.ts";
import type { House } from "../house/house.ts";
import { houseNow, isHouse } from "../house/houseVersions.ts";
import { readJsonFile } from "./jsonFile.ts";

/** A house style as a file: its document as JSON (docs/formats.md). */
export const writeHouseFile = (house: House): string => `${JSON.stringify(house, null, 1)}\n`;

/**
 * Reads a house style from a file, also one that an earlier form of the program wrote.
 * @throws FileProblem where it is none, or does not hold together
 * @throws NewerDocument where a later version of the program wrote it
 */
export const readHouseFile = (text: string): House =>
  readJsonFile(text, {
    what: "house style",
    largest: 8_000_000,
    comesFrom: "One is saved from the page Editions of a house, as a file.",
    is: isHouse,
    now: houseNow,
    schema: houseSchema,
  });
