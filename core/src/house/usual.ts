import { usualWords } from "../words/usual/index.ts";
import type { FolderPlan, House } from "./house.ts";

/** The palette's colours are chosen to be told apart at a glance and to carry dark or light ink at 4.5 : 1. */
const PALETTE: readonly (readonly [id: string, name: string, hex: string])[] = [
  ["brass", "Brass", "#e0a526"], ["amber", "Amber", "#c97f3a"], ["russet", "Russet", "#9c583b"], ["umber", "Umber", "#6b4234"],
  ["harbour", "Harbour", "#3e6d8e"], ["tidewater", "Tidewater", "#4b89a8"], ["slate", "Slate", "#5f7d8c"], ["mist", "Mist", "#7fa6b5"],
  ["heather", "Heather", "#b54d6e"], ["rose", "Rose", "#d0708a"], ["olive", "Olive", "#7b814c"], ["moss", "Moss", "#4f7f52"],
  ["plum", "Plum", "#6d5a94"], ["violet", "Violet", "#8a6fc0"], ["iris", "Iris", "#8d7bb0"], ["rosewood", "Rosewood", "#8e3f36"],
  ["reed", "Reed", "#5d9a86"], ["straw", "Straw", "#cbb469"], ["stone", "Stone", "#6a6f69"], ["ink", "Ink", "#38423b"],
];

const folder = (role: string, families: string[], inside: FolderPlan[] = []): FolderPlan => ({ role, families, inside });

/** The house style the product starts with: usual words, names joined by underscores, folders by family. */
export function usualHouse(name: string): House {
  const pieces = (...list: ("role" | "owner" | "positions" | "number")[]) => list.map((piece) => ({ piece, before: "_" }));
  return {
    format: "mossy-lantern/house", version: 1, name,
    // Common practice, no source: tiles side by side; 3 : 1 is what WCAG 2.2 (1.4.11) asks of graphics.
    thresholds: { apart: 8, contrast: 3 },
    palette: PALETTE.map(([id, label, hex]) => ({ id, name: label, hex })),
    words: usualWords(),
    names: {
      track: { pieces: pieces("owner", "role", "positions", "number"), letters: "as-written" },
      folder: { pieces: pieces("role", "number"), letters: "upper" },
      bus: { pieces: pieces("owner", "role", "positions", "number"), letters: "as-written" },
      return: { pieces: pieces("role", "owner", "positions", "number"), letters: "as-written" },
    },
    folders: [
      folder("pans", ["pans"]),
      folder("engine-room", ["engine", "percussion"], [folder("drum-kit", ["kit"])]),
      folder("bass-section", ["bass"]), folder("guitars", ["guitars"]), folder("folk", ["folk"]), folder("keys", ["keys"]), folder("synths", ["synths"]),
      folder("strings", ["strings"]), folder("woodwind", ["woodwind"]), folder("brass", ["brass"]), folder("orchestra", ["orchestra"]),
      folder("voices", ["voices"]), folder("choir", ["choir"]), folder("speech", ["speech"]), folder("film-sound", ["film"]),
      folder("yard", ["ambience"]), folder("talk-and-cue", ["talk"]),
    ],
    folderFrom: 2,
    starts: [
      { id: "snare-bottom", says: "a snare's bottom mic is inverted against the top one", when: { roles: ["snare"], families: [], positions: ["bottom"] }, then: { polarity: "inverted" } },
      { id: "left", says: "what is named left starts left", when: { roles: [], families: [], positions: ["left"] }, then: { pan: -60 } },
      { id: "right", says: "what is named right starts right", when: { roles: [], families: [], positions: ["right"] }, then: { pan: 60 } },
      { id: "hat-side", says: "seen by the player, the hat hangs on the left", when: { roles: [], families: [], positions: ["hat-side"] }, then: { pan: -45 } },
      { id: "ride-side", says: "seen by the player, the ride hangs on the right", when: { roles: [], families: [], positions: ["ride-side"] }, then: { pan: 45 } },
      { id: "kit-width", says: "the kit's folder leaves the edges to others", when: { roles: ["drum-kit"], families: [], positions: [] }, then: { width: 90 } },
      { id: "headroom", says: "sources start 8 dB down, for headroom", when: { roles: [], families: ["pans", "engine", "percussion", "kit", "bass", "guitars", "folk", "keys", "synths", "strings", "woodwind", "brass", "orchestra", "voices", "choir"], positions: [] }, then: { level: -8 } },
    ],
    disk: ["Audio", "Session", "Session/Backups", "Mixes", "Notes", "Pictures"],
  };
}
