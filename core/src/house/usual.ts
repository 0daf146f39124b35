import { usualWords } from "../words/usual/index.ts";
import { pieceOf } from "../names/pattern.ts";
import type { NamePattern, Piece } from "../names/pattern.ts";
import { diskFolderOf } from "./diskPlan.ts";
import type { DiskPlan } from "./diskPlan.ts";
import { folderOf, HOUSE_VERSION } from "./house.ts";
import type { House, StartRule, StartValues } from "./house.ts";

/** Told apart by every kind of eye (ΔE 8 and more, `colour/settle.ts`), each carries dark or light ink at 4 : 1 and more. */
const PALETTE: readonly (readonly [id: string, name: string, hex: string])[] = [
  ["brass", "Brass", "#e1a520"],
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

/** The house style the product starts with: usual words, names joined by underscores, folders by family. */
export function usualHouse(name: string): House {
  const pattern = (...pieces: Piece[]): NamePattern => ({ pieces, budget: null });
  const p = pieceOf;
  return {
    format: "mossy-lantern/house",
    version: HOUSE_VERSION,
    name,
    // Common practice, no source: tiles side by side; 3 : 1 is what WCAG 2.2 (1.4.11) asks of graphics.
    thresholds: { apart: 8, contrast: 3 },
    palette: PALETTE.map(([id, label, hex]) => ({ id, name: label, hex })),
    words: usualWords(),
    names: {
      track: pattern(p("owner"), p("role"), p("positions"), p("number")),
      folder: pattern(p("role", { letters: "upper" }), p("number", { letters: "upper" })),
      bus: pattern(p("owner"), p("role"), p("positions"), p("number")),
      return: pattern(p("role"), p("owner"), p("positions"), p("number")),
      input: pattern(
        p("owner", { form: "four" }),
        p("role", { form: "eight" }),
        p("positions"),
        p("number"),
      ),
      cue: pattern(
        p("text", { written: "Cue", optional: false }),
        p("number", { optional: false }),
        p("title", { join: "", length: 16 }),
      ),
      marker: pattern(
        p("number", { pad: 2, optional: false }),
        p("title", { optional: false, length: 40 }),
      ),
      session: pattern(
        p("title", { join: "-", optional: false, length: 60 }),
        p("version", { written: "v", pad: 2 }),
      ),
      "session-folder": pattern(
        p("date", { optional: false }),
        p("title", { join: "-", optional: false, length: 48 }),
        p("room", { join: "", length: 16 }),
      ),
      "recorded-file": pattern(
        p("owner"),
        p("role"),
        p("positions"),
        p("number"),
        p("take", { written: "T", pad: 2, optional: false }),
      ),
      stem: pattern(
        p("owner"),
        p("role"),
        p("positions"),
        p("version", { written: "v", pad: 2 }),
        p("sampleRate"),
      ),
    },
    view: "player",
    icons: [],
    folders: [
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
    ],
    folderFrom: 2,
    starts: [
      startOf(
        "snare-bottom",
        "a snare's bottom mic is inverted against the top one",
        { roles: ["snare"], positions: ["bottom"] },
        { polarity: "inverted" },
      ),
      startOf(
        "kit-sides",
        "what hangs on a side of the kit starts 45 out to that side",
        { positions: ["hat-side", "ride-side"] },
        { aside: 45 },
      ),
      startOf(
        "sides",
        "what lies on a side starts 60 out to that side",
        { positions: ["left", "right", "treble-side", "bass-side"] },
        { aside: 60 },
      ),
      startOf(
        "sampled-level",
        "sampled instruments start from volume 90, modulation at rest",
        { kinds: ["instrument", "midi"] },
        {
          controllers: [
            { controller: 121, value: 0 },
            { controller: 7, value: 90 },
          ],
        },
      ),
      startOf(
        "piccolo",
        "a piccolo sounds an octave above where it is written",
        { roles: ["piccolo"], kinds: ["instrument", "midi"] },
        { transpose: 12 },
      ),
      startOf(
        "double-bass",
        "double basses sound an octave below where they are written",
        { roles: ["double-bass"], kinds: ["instrument", "midi"] },
        { transpose: -12 },
      ),
      startOf(
        "headroom",
        "sources start 8 dB down, for headroom",
        {
          families: [
            "pans",
            "engine",
            "percussion",
            "kit",
            "bass",
            "guitars",
            "folk",
            "keys",
            "synths",
            "strings",
            "woodwind",
            "brass",
            "orchestra",
            "voices",
            "choir",
          ],
        },
        { level: -8 },
      ),
    ],
    // Common practice, no source: 48 kHz and 24 bit, two bars before the music.
    formats: ["mono", "stereo", "lcr", "5.1", "7.1", "7.1.4"],
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
    },
    checklist: [
      {
        id: "rate",
        sort: "setting",
        says: "New sessions open at the house rate and depth",
        value: "48 kHz, 24 bit",
      },
      {
        id: "record-buffer",
        sort: "setting",
        says: "Buffer while recording",
        value: "128 samples or fewer",
      },
      {
        id: "autosave",
        sort: "setting",
        says: "Saves by itself, copies kept",
        value: "every 5 minutes, 20 copies",
      },
      { id: "count-in", sort: "setting", says: "Count-in before recording", value: "2 bars" },
      { id: "safety-limiter", sort: "setting", says: "Safety limiter on the way in", value: "−1 dB" },
      { id: "key-arm", sort: "key", says: "Arm what is selected", value: "F9" },
      { id: "key-marker", sort: "key", says: "Marker at the playhead", value: "F10" },
      { id: "key-talk", sort: "key", says: "Talkback while held", value: "F12" },
    ],
    exceptions: [],
    disk: usualDisk(),
  };
}

function startOf(id: string, says: string, when: Partial<StartRule["when"]>, then: StartValues): StartRule {
  return { id, says, when: { roles: [], families: [], positions: [], kinds: [], ...when }, then };
}

const AUDIO = ["wav", "aif", "aiff", "flac", "bwf"];

/** Folders of a project and of the shared disk. Common practice, no source. */
function usualDisk(): DiskPlan {
  const project = [
    diskFolderOf("Audio", "what was recorded", { kinds: AUDIO, files: "recorded-file" }),
    diskFolderOf("Session", "the session file of the workstation", {
      kinds: ["dawproject", "xml", "json", "mid"],
      files: "session",
      inside: [
        diskFolderOf("Backups", "copies the workstation makes by itself", {
          kinds: ["dawproject", "xml", "json", "bak"],
        }),
      ],
    }),
    diskFolderOf("Mixes", "mixes that left the room", { kinds: AUDIO, files: "session" }),
    diskFolderOf("Stems", "stems that left the room", { kinds: AUDIO, files: "stem", must: false }),
    diskFolderOf("Notes", "recall sheets, input lists, letters", { kinds: ["txt", "pdf", "csv", "md"] }),
    diskFolderOf("Pictures", "of the set-up, for recall", { kinds: ["jpg", "jpeg", "png", "heic"] }),
  ];
  return {
    root: "/House",
    longest: 260,
    project,
    shared: [
      diskFolderOf("Projects", "one folder a job", {
        inside: [
          {
            name: null,
            named: "session-folder",
            says: "one job, named by its date",
            kinds: [],
            files: null,
            must: false,
            inside: [],
          },
        ],
      }),
      diskFolderOf("Library", "templates, blocks and chains of the house", {
        inside: [
          diskFolderOf("Templates", "released templates", { kinds: ["dawproject", "zip"] }),
          diskFolderOf("Samples", "instruments of the house", { kinds: [...AUDIO, "sfz"] }),
          diskFolderOf("Impulses", "rooms and plates, for convolution", { kinds: AUDIO }),
        ],
      }),
      diskFolderOf("Archive", "closed jobs", {
        must: false,
        inside: [
          {
            name: null,
            named: "session-folder",
            says: "one closed job",
            kinds: [],
            files: null,
            must: false,
            inside: [],
          },
        ],
      }),
      diskFolderOf("Inbox", "what came in and waits to be sorted", {
        kinds: [...AUDIO, "zip", "txt", "pdf"],
        must: false,
      }),
    ],
  };
}
