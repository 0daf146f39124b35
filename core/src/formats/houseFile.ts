import { house as houseSchema } from "../house/house.ts";
import type { House } from "../house/house.ts";
import { houseNow, isHouse } from "../house/houseVersions.ts";
import { FileProblem } from "./fileProblem.ts";

const LARGEST = 8_000_000;

/** A house style as a file: its document as JSON (docs/formats.md). */
export const writeHouseFile = (house: House): string => `${JSON.stringify(house, null, 1)}\n`;

/**
 * Reads a house style from a file, also one that an earlier form of the program wrote.
 * @throws FileProblem where it is none, or does not hold together
 * @throws NewerDocument where a later version of the program wrote it
 */
export function readHouseFile(text: string): House {
  if (text.length > LARGEST)
    throw new FileProblem("The file is larger than any house style. Check that it is the right one.");
  const doc = parsed(text.replace(/^\ufeff/, ""));
  if (!isHouse(doc))
    throw new FileProblem(
      "This file holds no house style. One is saved from the page Editions of a house, as a file.",
    );
  const read = houseSchema.safeParse(houseNow(doc));
  if (read.success) return read.data;
  const [issue] = read.error.issues;
  const where = issue?.path.join(".") ?? "";
  const at = where === "" ? "" : `, at ${where}`;
  const why = issue?.message ?? "something is missing";
  throw new FileProblem(`The house style in this file does not hold together${at}: ${why}.`, where || null);
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new FileProblem("This file is not JSON, so it holds no house style. Check that it is whole.");
  }
}
