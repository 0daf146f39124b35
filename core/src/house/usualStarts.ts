import { BEAT_STARTS } from "./beatStarts.ts";
import type { ChecklistItem, StartRule } from "./house.ts";
import { startOf } from "./startOf.ts";

/** What new tracks start with in the house that ships. Common practice, no source. */
export const USUAL_STARTS: readonly StartRule[] = [
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
  // Orchestration handbooks: what is written in one octave and heard in another.
  startOf(
    "octave-above",
    "celestas, xylophones and recorders sound an octave above where they are written",
    { roles: ["celesta", "xylophone", "recorder"], kinds: ["instrument", "midi"] },
    { transpose: 12 },
  ),
  startOf(
    "two-octaves-above",
    "a glockenspiel sounds two octaves above where it is written",
    { roles: ["glockenspiel"], kinds: ["instrument", "midi"] },
    { transpose: 24 },
  ),
  startOf(
    "octave-below",
    "guitars, basses, the contrabassoon and a tenor in the treble clef sound an octave below where they are written",
    {
      roles: [
        "electric-guitar",
        "acoustic-guitar",
        "nylon-guitar",
        "12-string-guitar",
        "bass-guitar",
        "upright-bass",
        "contrabassoon",
        "tenor",
      ],
      kinds: ["instrument", "midi"],
    },
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
  ...BEAT_STARTS,
];

/** What every room of the house that ships should have set. Common practice, no source. */
export const USUAL_CHECKLIST: readonly ChecklistItem[] = [
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
];
