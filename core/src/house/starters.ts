import { pieceOf } from "../names/pattern.ts";
import type { NamePattern, Piece } from "../names/pattern.ts";
import { folderOf } from "./house.ts";
import type { House } from "./house.ts";
import { usualHouse } from "./usual.ts";

/** A house style to begin from. */
export interface Starter {
  readonly id: string;
  readonly name: string;
  readonly says: string;
  readonly make: (name: string) => House;
}

const pattern = (...pieces: Piece[]): NamePattern => ({ pieces, budget: null });

/** Bands and songs: kit first, voices last, places and talk behind. */
function generalStudio(name: string): House {
  return {
    ...usualHouse(name),
    folders: [
      folderOf("drum-kit", ["kit"], [], { width: 90 }),
      folderOf("percussion", ["percussion", "engine", "pans"]),
      folderOf("bass-section", ["bass"]),
      folderOf("guitars", ["guitars"]),
      folderOf("keys", ["keys"]),
      folderOf("synths", ["synths"]),
      folderOf("folk", ["folk"]),
      folderOf("strings", ["strings"]),
      folderOf("brass", ["brass", "woodwind"]),
      folderOf("orchestra", ["orchestra"]),
      folderOf("voices", ["voices"]),
      folderOf("choir", ["choir"]),
      folderOf("speech", ["speech"]),
      folderOf("film-sound", ["film"]),
      folderOf("ambience", ["ambience"]),
      folderOf("talk-and-cue", ["talk"]),
    ],
  };
}

/**
 * Scores and sampled orchestras: score order, articulations and library codes in the names, sides as the
 * audience sees them.
 */
function orchestral(name: string): House {
  const usual = usualHouse(name);
  const p = pieceOf;
  const instrument = pattern(
    p("maker"),
    p("owner"),
    p("role"),
    p("positions"),
    p("articulation"),
    p("number"),
    p("flag"),
  );
  return {
    ...usual,
    view: "audience",
    names: {
      ...usual.names,
      track: instrument,
      input: pattern(p("role", { form: "eight" }), p("positions"), p("number")),
    },
    folders: [
      folderOf("woodwind", ["woodwind"], [], { passes: "steps" }),
      folderOf("brass", ["brass"], [], { passes: "steps" }),
      folderOf("orchestra", ["orchestra", "percussion", "kit", "engine", "pans"], [], { passes: "steps" }),
      folderOf("keys", ["keys", "synths"]),
      folderOf("choir", ["choir", "voices"]),
      folderOf("strings", ["strings"], [], { passes: "steps" }),
      folderOf("guitars", ["guitars", "bass", "folk"]),
      folderOf("film-sound", ["film", "speech"]),
      folderOf("ambience", ["ambience"]),
      folderOf("talk-and-cue", ["talk"]),
    ],
    session: { ...usual.session, bitDepth: 24, leadIn: 2, musicBar: 3 },
    checklist: [
      ...usual.checklist,
      {
        id: "picture",
        sort: "setting",
        says: "Frame rate as the picture has it",
        value: "asked before the first cue",
      },
    ],
  };
}

/**
 * Programmes, audiobooks and stories: speech first, music and places behind it, nothing pulled down, files
 * dated.
 */
function spokenWord(name: string): House {
  const usual = usualHouse(name);
  const p = pieceOf;
  return {
    ...usual,
    names: {
      ...usual.names,
      track: pattern(p("role", { form: "name", join: "_" }), p("positions"), p("number")),
      session: pattern(
        p("date", { date: "basic", optional: false }),
        p("title", { join: "-", optional: false, length: 60 }),
        p("version", { written: "v", pad: 2 }),
      ),
      "recorded-file": pattern(
        p("role"),
        p("positions"),
        p("number"),
        p("take", { written: "T", pad: 2, optional: false }),
      ),
    },
    folders: [
      folderOf("speech", ["speech"], [], { from: 1 }),
      folderOf("voices", ["voices", "choir"]),
      folderOf("film-sound", ["film"]),
      folderOf("ambience", ["ambience"]),
      folderOf("percussion", [
        "kit",
        "percussion",
        "engine",
        "pans",
        "bass",
        "guitars",
        "folk",
        "keys",
        "synths",
        "strings",
        "woodwind",
        "brass",
        "orchestra",
      ]),
      folderOf("talk-and-cue", ["talk"]),
    ],
    starts: usual.starts.filter((s) => s.id !== "headroom"),
    session: { ...usual.session, leadIn: 0, musicBar: 1, preRoll: 0 },
    checklist: [
      ...usual.checklist,
      {
        id: "length",
        sort: "setting",
        says: "Fixed length of the programme is set before recording",
        value: "its end is a fixed point",
      },
    ],
  };
}

/** What a house can begin from, besides its own. */
export const STARTERS: readonly Starter[] = [
  {
    id: "usual",
    name: "The usual house",
    says: "Every family of instruments, folders by family, names joined by underscores.",
    make: usualHouse,
  },
  {
    id: "general",
    name: "General studio",
    says: "Bands and songs: kit first, voices last.",
    make: generalStudio,
  },
  {
    id: "orchestral",
    name: "Orchestral",
    says: "Score order, articulations and library codes in names, sides as the audience sees them.",
    make: orchestral,
  },
  {
    id: "spoken",
    name: "Spoken word",
    says: "Speech first, files dated, nothing pulled down.",
    make: spokenWord,
  },
];
