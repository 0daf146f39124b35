import { SESSION_FORMAT } from "./document.ts";
import { broughtUp, isStored, itemsOf } from "./newer.ts";
import type { StoredDocument } from "./newer.ts";

/**
 * A processor of form 1: some were written before they had values, places, widths and keys, with their
 * device as a word.
 */
function insertOf1(insert: StoredDocument): StoredDocument {
  const { device } = insert;
  return {
    values: [],
    before: false,
    width: null,
    key: null,
    chain: null,
    ...insert,
    ...(typeof device === "string"
      ? { device: { maker: "", name: device, format: "", identifier: "" } }
      : {}),
  };
}

/**
 * A track of form 1: what came with the workbench may be missing, and the microphone was called `pickup`.
 */
function trackOf1({ pickup = "", ...track }: StoredDocument): StoredDocument {
  return {
    stand: "",
    phantom: false,
    muted: false,
    listenOnly: false,
    ...track,
    microphone: pickup,
    inserts: itemsOf(track["inserts"], insertOf1),
  };
}

/** What a session of form 1 means that was written before the workbench was whole. */
const BESIDE_1 = {
  panLaw: "constant-power",
  frameRate: null,
  fixedEnd: null,
  fixed: [],
  checklist: [],
  links: [],
  views: [],
  interfaceInputs: null,
  inputSets: [],
  rulesOff: [],
};

const from1 = (session: StoredDocument): StoredDocument => ({
  ...BESIDE_1,
  ...session,
  tracks: itemsOf(session["tracks"], trackOf1),
});

/** Up to form 2, which program an instrument begins with could not be said. */
const from2 = (session: StoredDocument): StoredDocument => ({
  ...session,
  tracks: itemsOf(session["tracks"], (track) => ({ program: null, ...track })),
});

/** Up to form 3, a session had no variants. */
const from3 = (session: StoredDocument): StoredDocument => ({ variants: [], ...session });

/** Up to form 4, a session knew no blocks. */
const from4 = (session: StoredDocument): StoredDocument => ({ blocks: [], ends: [], ...session });

/** Up to form 5, a track stood from left to right only. */
const from5 = (session: StoredDocument): StoredDocument => ({
  ...session,
  tracks: itemsOf(session["tracks"], (track) => ({ around: null, ...track })),
});

/** Up to form 6, a template did not know which one it was begun from. */
const from6 = (session: StoredDocument): StoredDocument => ({ origin: null, ...session });

/** Up to form 7, how much a track is wanted and by which output a cue mix leaves could not be said. */
const from7 = (session: StoredDocument): StoredDocument => ({
  ...session,
  tracks: itemsOf(session["tracks"], (track) => ({ importance: null, output: null, ...track })),
});

/** Up to form 8, nothing lay on tracks. */
const from8 = (session: StoredDocument): StoredDocument => ({
  ...session,
  tracks: itemsOf(session["tracks"], (track) => ({ items: [], ...track })),
});

/** Up to form 9, a session had one tempo and one meter, and no markers. */
const from9 = (session: StoredDocument): StoredDocument => ({
  markers: [],
  tempos: [],
  meters: [],
  keys: [],
  sections: [],
  picture: null,
  lanes: ["markers", "tempo"],
  preRoll: 0,
  ...session,
});

/** Up to form 10, a session had no running order. */
const from10 = (session: StoredDocument): StoredDocument => ({
  order: [],
  programme: null,
  ...session,
  tracks: itemsOf(session["tracks"], (track) => ({
    ...track,
    items: itemsOf(track["items"], (item) => ({ piece: null, ...item })),
  })),
});

/** Up to form 11, a session had no ensemble of sampled instruments. */
const from11 = (session: StoredDocument): StoredDocument => ({
  players: [],
  pins: [],
  ensemble: { libraries: [], limits: null, aim: "tracks", buses: "none", sits: "session" },
  ...session,
  tracks: itemsOf(session["tracks"], (track) => ({ plays: null, ...track })),
});

/** What an item of form 12 holds: a pattern set nothing but its notes. */
const holds12 = (item: StoredDocument): StoredDocument => {
  const { holds } = item;
  return isStored(holds) && holds["kind"] === "pattern" ? { ...item, holds: { sets: [], ...holds } } : item;
};
/** What a track of form 12 plays: it knew no house keys, and how loud it is was for its fader. */
const plays12 = (plays: unknown): unknown =>
  isStored(plays)
    ? {
        moved: 0,
        dynamics: null,
        gain: 0,
        ...plays,
        ways: itemsOf(plays["ways"], (way) => ({ key: null, volume: null, ...way })),
      }
    : plays;
const from12 = (session: StoredDocument): StoredDocument => ({
  ...session,
  tracks: itemsOf(session["tracks"], (track) => ({
    ...track,
    items: itemsOf(track["items"], holds12),
    plays: plays12(track["plays"]),
  })),
});

/** What a track of form 13 plays: it knew no sample machines. */
const plays13 = (plays: unknown): unknown =>
  isStored(plays) ? { loading: "always", light: false, seat: null, ...plays } : plays;
const from13 = (session: StoredDocument): StoredDocument => ({
  ...session,
  tracks: itemsOf(session["tracks"], (track) => ({ ...track, plays: plays13(track["plays"]) })),
});

/** What a track of form 14 plays: of its patch it knew neither the keys nor where they sound. */
const plays14 = (plays: unknown): unknown =>
  isStored(plays) && isStored(plays["patch"])
    ? { ...plays, patch: { keys: null, sounds: null, ...plays["patch"] } }
    : plays;
const from14 = (session: StoredDocument): StoredDocument => ({
  ...session,
  tracks: itemsOf(session["tracks"], (track) => ({ ...track, plays: plays14(track["plays"]) })),
});

/** A track of form 15 had no folder of sounds behind it. */
const from15 = (session: StoredDocument): StoredDocument => ({
  ...session,
  tracks: itemsOf(session["tracks"], (track) => ({ sounds: null, ...track })),
});

/** What leads from each form of a session to the next. Kept for ever: what was written once can be read. */
const STEPS = [
  from1,
  from2,
  from3,
  from4,
  from5,
  from6,
  from7,
  from8,
  from9,
  from10,
  from11,
  from12,
  from13,
  from14,
  from15,
];

/**
 * A stored session in the form of today. Whether it holds together is for the schema to say.
 * @throws NewerDocument where it was written by a later version of the program
 */
export const sessionNow = (stored: StoredDocument): StoredDocument => broughtUp("session", stored, STEPS);

export const isSession = (value: unknown): value is StoredDocument =>
  isStored(value) && value["format"] === SESSION_FORMAT;
