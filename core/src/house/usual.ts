import { HOUSE_FORMAT, folderOf, HOUSE_VERSION } from "./house.ts";
import type { FolderPlan, House, ProgrammeStart } from "./house.ts";
import { USUAL_INSTRUMENTS } from "./instruments.ts";
import { USUAL_DISK } from "./usualDisk.ts";
import { USUAL_LIMITS } from "../session/ensemble.ts";
import { USUAL_PROGRAMME } from "../session/pieces.ts";
import { USUAL_NAMES } from "./usualNames.ts";
import { USUAL_CHECKLIST, USUAL_STARTS } from "./usualStarts.ts";
import { usualWords } from "../words/usual/index.ts";

/**
 * Told apart by every kind of eye (ΔE 8 and more, `colour/settle.ts`), each carries dark or light ink at 4
 * : 1 and more.
 */
const PALETTE: readonly (readonly [id: string, name: string, hex: string])[] = [
  ["saffron", "Saffron", "#e1a520"],
  ["amber", "Amber", "#cc7c2e"],
  ["russet", "Russet", "#7b320d"],
  ["umber", "Umber", "#654034"],
  ["harbour", "Harbour", "#3e6d8e"],
  ["tidewater", "Tidewater", "#50a8d3"],
  ["slate", "Slate", "#5f7d8c"],
  ["mist", "Mist", "#84a9b8"],
  ["heather", "Heather", "#b94b6f"],
  ["rose", "Rose", "#ef8199"],
  ["olive", "Olive", "#7b814c"],
  ["moss", "Moss", "#4a714c"],
  ["plum", "Plum", "#5e468e"],
  ["violet", "Violet", "#7e66be"],
  ["iris", "Iris", "#8d7bb0"],
  ["rosewood", "Rosewood", "#9b4431"],
  ["reed", "Reed", "#5d9a86"],
  ["straw", "Straw", "#cbb469"],
  ["stone", "Stone", "#686d6a"],
  ["ink", "Ink", "#2e3731"],
];

/** The order of folders in the house that ships: by family. */
const FOLDERS: FolderPlan[] = [
  folderOf("pans", ["pans"]),
  folderOf("engine-room", ["engine", "percussion"], [folderOf("drum-kit", ["kit"], [], { width: 90 })]),
  folderOf("bass-section", ["bass"]),
  folderOf("guitars", ["guitars"]),
  folderOf("folk", ["folk"]),
  folderOf("keys", ["keys"]),
  folderOf("synths", ["synths"]),
  folderOf("strings", ["strings"]),
  folderOf("woodwind", ["woodwind"]),
  folderOf("brass", ["brass"]),
  folderOf("orchestra", ["orchestra"]),
  folderOf("voices", ["voices"]),
  folderOf("choir", ["choir"]),
  folderOf("speech", ["speech"]),
  folderOf("film-sound", ["film"]),
  folderOf("yard", ["ambience"]),
  folderOf("talk-and-cue", ["talk"]),
];

/** Programmes for broadcast; what is only listened to through a browser or a telephone is louder. */
const USUAL_PROGRAMMES: readonly ProgrammeStart[] = [
  // Common practice, no source.
  { shelf: "Podcasts", programme: { ...USUAL_PROGRAMME, target: -16 } },
  { shelf: "", programme: USUAL_PROGRAMME },
];

/** The house style the product starts with: usual words, names joined by underscores, folders by family. */
export function usualHouse(name: string): House {
  return {
    format: HOUSE_FORMAT,
    version: HOUSE_VERSION,
    name,
    // Common practice, no source: tiles side by side; 3 : 1 is what WCAG 2.2 (1.4.11) asks of graphics.
    thresholds: { apart: 8, contrast: 3 },
    palette: PALETTE.map(([id, label, hex]) => ({ id, name: label, hex })),
    words: usualWords(),
    names: structuredClone(USUAL_NAMES),
    view: "player",
    icons: [],
    folders: structuredClone(FOLDERS),
    folderFrom: 2,
    starts: structuredClone([...USUAL_STARTS]),
    // Common practice, no source: 48 kHz and 24 bit, two bars before the music.
    formats: ["mono", "stereo", "lcr", "5.1", "7.1", "7.1.4"],
    programmes: structuredClone([...USUAL_PROGRAMMES]),
    sampled: structuredClone(USUAL_LIMITS),
    instruments: structuredClone(USUAL_INSTRUMENTS),
    session: {
      sampleRate: 48000,
      bitDepth: 24,
      fileType: "broadcast-wav",
      tempo: 120,
      meter: { beats: 4, unit: 4 },
      mainFormat: "stereo",
      panLaw: "constant-power",
      frameRate: null,
      leadIn: 2,
      musicBar: 3,
      preRoll: 1,
      lanes: ["sections", "markers", "tempo", "meter"],
    },
    checklist: structuredClone([...USUAL_CHECKLIST]),
    exceptions: [],
    disk: structuredClone(USUAL_DISK),
  };
}
