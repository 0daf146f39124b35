import { USUAL_PROGRAMME } from "../session/pieces.ts";
import { broughtUp, isStored, itemsOf } from "../session/newer.ts";
import type { StoredDocument } from "../session/newer.ts";
import { HOUSE_FORMAT } from "./house.ts";

/** The settings of pieces of names that were not there from the beginning. */
const PIECE_1 = {
  join: "_",
  letters: "as-written",
  form: "full",
  pad: 1,
  length: null,
  optional: true,
  written: "",
  date: "extended",
};
const patternOf1 = (pattern: StoredDocument): StoredDocument => ({
  budget: null,
  ...pattern,
  pieces: itemsOf(pattern["pieces"], (p) => ({ ...PIECE_1, ...p })),
});
const valuesOf = (record: unknown, change: (value: StoredDocument) => StoredDocument): unknown =>
  isStored(record)
    ? Object.fromEntries(Object.entries(record).map(([k, v]) => [k, isStored(v) ? change(v) : v]))
    : record;

/** House styles of form 1 may miss what came later: what it meant then is written in. */
const from1 = (house: StoredDocument): StoredDocument => {
  const { words, session } = house;
  return {
    formats: ["mono", "stereo", "lcr", "5.1", "7.1", "7.1.4"],
    ...house,
    names: valuesOf(house["names"], patternOf1),
    words: isStored(words)
      ? {
          ...words,
          roles: itemsOf(words["roles"], (r) => ({ positions: [], sections: [], ...r })),
          positions: itemsOf(words["positions"], (p) => ({ lies: null, says: "", ...p })),
        }
      : words,
    session: isStored(session) ? { panLaw: "constant-power", frameRate: null, ...session } : session,
  };
};

/** Up to form 2, names on disk were of the portable set. */
const from2 = (house: StoredDocument): StoredDocument => ({
  ...house,
  disk: isStored(house["disk"]) ? { script: "portable", ...house["disk"] } : house["disk"],
});

/** What a session could least do without when roles did not say so yet, by the words that ship. */
const MUST_3: ReadonlySet<unknown> = new Set([
  "kick",
  "snare",
  "vocal",
  "lead-vocal",
  "solo-instrument",
  "shanty-lead",
  "narrator",
  "voice-over",
  "host",
  "mc",
  "dialogue",
  "main-pair",
]);
/** Up to form 3, roles did not say how much they are wanted where there are too few inputs. */
const from3 = (house: StoredDocument): StoredDocument => {
  const { words } = house;
  if (!isStored(words)) return house;
  const roles = itemsOf(words["roles"], (r) => ({
    importance: MUST_3.has(r["id"]) ? "must" : r["sort"] === "place" ? "may" : "should",
    ...r,
  }));
  return { ...house, words: { ...words, roles } };
};

/** Up to form 4, a house did not say which lanes a session opens with. */
const from4 = (house: StoredDocument): StoredDocument => ({
  ...house,
  session: isStored(house["session"])
    ? { lanes: ["markers", "tempo"], preRoll: 0, ...house["session"] }
    : house["session"],
});

/** Up to form 5, a house did not say how loud its programmes are. */
const from5 = (house: StoredDocument): StoredDocument => ({
  programmes: [{ shelf: "", programme: USUAL_PROGRAMME }],
  ...house,
});

/** Up to form 6, a house asked nothing of sampled instruments. */
const from6 = (house: StoredDocument): StoredDocument => ({
  sampled: {
    error: 10,
    most: 10,
    alone: [],
    memory: null,
    load: null,
    voices: null,
    section: null,
  },
  ...house,
});

/** Up to form 7, a house did not say how sampled instruments are called up and how loud they are. */
const from7 = (house: StoredDocument): StoredDocument => ({
  instruments: {
    ways: [],
    among: { low: 0, high: 127 },
    switch: 20,
    dynamics: 1,
    loudness: null,
    balance: "volume",
    headroom: 3,
  },
  ...house,
});

/** Up to form 8, what starts with a chain, sends, a pattern or a folder of sounds was not said. */
const from8 = (house: StoredDocument): StoredDocument => house;

/**
 * What leads from each form of a house style to the next. Kept for ever: what was published once can be
 * read.
 */
const STEPS = [from1, from2, from3, from4, from5, from6, from7, from8];

/**
 * A stored house style in the form of today. Whether it holds together is for the schema to say.
 * @throws NewerDocument where it was written by a later version of the program
 */
export const houseNow = (stored: StoredDocument): StoredDocument => broughtUp("house style", stored, STEPS);

export const isHouse = (value: unknown): value is StoredDocument =>
  isStored(value) && value["format"] === HOUSE_FORMAT;
