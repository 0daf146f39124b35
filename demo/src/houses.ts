import { exceptionOf } from "@mossy/core/house/exceptions";
import type { House } from "@mossy/core/house/house";
import { makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import { houseKeys } from "@mossy/core/instruments/same/houseKeys";
import { waysUsed } from "@mossy/core/instruments/same/waysUsed";
import { withBeatSounds } from "./beats.ts";
import { demoLibraries } from "./instruments.ts";

const withRole = (house: House, id: string, fields: Partial<House["words"]["roles"][number]>): House => ({
  ...house,
  words: { ...house.words, roles: house.words.roles.map((r) => (r.id === id ? { ...r, ...fields } : r)) },
});

/**
 * The usual house with what Saltmarsh has of its own: makers of its sampled instruments, two exceptions,
 * where its disk stands.
 */
function saltmarsh(): House {
  const usual = usualHouse("Saltmarsh Sound House");
  const maker = (
    id: string,
    name: string,
    short: string,
    heard: string,
  ): House["words"]["positions"][number] => ({
    id,
    name,
    short,
    group: "maker",
    heard: [{ text: heard, within: null, doubtful: false }],
    lies: null,
    says: "",
  });
  const house: House = {
    ...usual,
    words: {
      ...usual.words,
      positions: [
        maker("tideline", "Tideline Strings", "TDL", "tideline"),
        maker("marshlight", "Marshlight Winds", "MLW", "marshlight"),
        maker("eelgrass", "Eelgrass Chamber Strings", "EGC", "eelgrass"),
        maker("fogbell", "Fogbell Brass", "FGB", "fogbell"),
        maker("shingle", "Shingle Percussion", "SHP", "shingle"),
        maker("reedmace", "Reedmace Muted Strings", "RMS", "reedmace"),
        maker("curlew", "Curlew Voices", "CLV", "curlew"),
        maker("driftglass", "Driftglass Keys and Harps", "DGK", "driftglass"),
        ...usual.words.positions,
      ],
    },
    exceptions: [
      exceptionOf(
        "guides",
        "what is only a guide is grey",
        { words: ["scratch", "rough", "demo"] },
        { colour: "stone" },
      ),
      exceptionOf(
        "put-aside",
        "what is put aside is left alone",
        { words: ["unused", "old"] },
        { alone: true },
      ),
    ],
    disk: { ...usual.disk, root: "/Saltmarsh" },
  };
  return withBeatSounds({ ...house, instruments: houseInstruments(house) });
}

/** How much louder than others something is played, in dB, by a word for it. */
const BESIDE: Readonly<Record<string, number>> = { harmonics: -6, muted: -4, sforzando: 3 };

/** Keys for all that the libraries of Saltmarsh play, and how loud that is. */
function houseInstruments(house: House): House["instruments"] {
  const catalogue = demoLibraries.map(({ id, library }) => ({ id, library }));
  const { ways } = houseKeys(waysUsed(makeStyle(house), catalogue), house.instruments);
  const beside = (words: readonly string[]): number =>
    words.reduce((sum, word) => sum + (BESIDE[word] ?? 0), 0);
  return {
    ...house.instruments,
    ways: ways.map((w) => ({ ...w, beside: beside(w.words) })),
    loudness: -26,
  };
}

/** The words of a role with one more it is heard as. */
const alsoHeard = (house: House, id: string, text: string): House =>
  withRole(house, id, {
    heard: [
      ...(house.words.roles.find((r) => r.id === id)?.heard ?? []),
      { text, within: "engine", doubtful: false },
    ],
  });

/** The house as it was first written down, its second edition, and the draft of the third. */
export function demoHouses(): { first: House; second: House; draft: House } {
  const first = saltmarsh();
  const second = alsoHeard(first, "conga", "tall drum");
  const hub = alsoHeard(second, "iron", "hub");
  const draft: House = {
    ...hub,
    exceptions: [
      ...hub.exceptions,
      exceptionOf(
        "rough-guides",
        "rough guides are slate",
        { words: ["scratch", "rough"], kinds: ["audio"] },
        { colour: "slate" },
      ),
    ],
  };
  return { first, second, draft };
}
