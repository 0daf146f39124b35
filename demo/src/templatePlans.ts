import type { LayOut } from "./layOut.ts";

/** A template: how its newest release is laid out, and what earlier ones did not have yet. */
export interface TemplatePlan extends LayOut {
  readonly id: string;
  readonly shelf: string;
  /** Id of the room whose inputs it is laid out for. */
  readonly home: string;
  /** Oldest first; each without these tracks, by the ids their names give. */
  readonly releases: readonly { readonly note: string; readonly without: readonly string[] }[];
}

/** The templates of the house, shelf by shelf. */
export const TEMPLATES: readonly TemplatePlan[] = [
  {
    id: "steelpan-orchestra-full-yard",
    shelf: "Steelpan",
    home: "pan-yard",
    title: "Steelpan orchestra, full yard",
    tempo: 116,
    notes:
      "Near mics at drum height, far mics a metre behind. Irons are loud: start them lower " +
      "than you think.\nThe six-bass stands behind the kit; keep its low drums in the middle.",
    checklist: [
      "Talkback heard in both headphone mixes",
      "Irons played at their loudest, no input near the top",
      "Six-bass between the rows, behind the kit",
      "A minute of the empty yard recorded",
    ],
    lines: [
      "pans: Tenor pan near, Tenor pan far, Double second near, Double second far, Four pan, " +
        "Cello pan left, Cello pan right, Guitar pan, Six bass low, Six bass high, Nine bass",
      "engine: Iron 1, Iron 2, Conga low, Conga high, Scratcher",
      "kit: Kick, Snare top, Snare bottom, Hat, Rack tom, Floor tom, OH hat side, OH ride side",
      "ambience: Ambience wide, Audience left, Audience right",
      "speech: MC",
      "talk: Talkback",
      "returns: Plate, Hall reverb, Room reverb, Slap, Long delay, Headphone reverb",
      "paths: Cue mix 1, Cue mix 2, Main",
    ],
    sends: [
      "pans > hall-reverb -14, cue-mix-1 -8 before, cue-mix-2 -14 before",
      "engine > room-reverb -16, slap -20, cue-mix-1 -12 before, cue-mix-2 -6 before",
      "kit > plate -18, cue-mix-2 -10 before",
      "ambience > long-delay -30",
      "speech > headphone-reverb -24, cue-mix-1 -6 before",
      "talk > cue-mix-1 0 before, cue-mix-2 0 before",
    ],
    microphones: [
      "pans: small condenser, tall boom, phantom",
      "engine: dynamic, short boom",
      "kit: dynamic, short boom",
      "overhead: small condenser, tall boom, phantom",
      "ambience: large condenser, tall stand, phantom",
      "six-bass: boundary, floor, phantom",
      "kick: dynamic, low boom",
    ],
    places: [
      "tenor-pan-near -33",
      "tenor-pan-far -26",
      "double-second-near 33",
      "double-second-far 26",
      "four-pan -50",
      "guitar-pan 50",
      "six-bass-low -6",
      "six-bass-high 6",
      "iron-1 -55",
      "iron-2 55",
      "conga-low 14",
      "conga-high 22",
      "scratcher -46",
      "hat -24",
      "rack-tom -14",
      "floor-tom 20",
    ],
    inserts: ["pans: = pan-row", "engine: EQ", "kit: = kit-close"],
    releases: [
      {
        note: "The first yard everybody works from",
        without: [
          "tenor-pan-far",
          "double-second-far",
          "cello-pan-right",
          "six-bass-high",
          "iron-2",
          "slap",
          "long-delay",
          "cue-mix-2",
          "headphone-reverb",
        ],
      },
      {
        note: "Far mics for tenors and seconds",
        without: ["cello-pan-right", "six-bass-high", "iron-2", "slap", "long-delay", "cue-mix-2"],
      },
      {
        note: "Second iron, six-bass in two",
        without: ["cello-pan-right", "slap", "long-delay", "cue-mix-2"],
      },
      { note: "Cellos left and right", without: ["slap", "long-delay", "cue-mix-2"] },
      { note: "Second headphone mix for the captain", without: ["slap"] },
      { note: "Slap for the irons; notes on where the bass stands", without: [] },
    ],
  },
  {
    id: "engine-room-only",
    shelf: "Steelpan",
    home: "pan-yard",
    title: "Engine room only",
    tempo: 120,
    notes: "For overdubs of rhythm without the yard.",
    lines: [
      "engine: Iron 1, Iron 2, Conga low, Conga high, Scratcher, Cowbell, Tambourine",
      "kit: Kick, Snare top, Snare bottom, Hat, Floor tom, OH hat side, OH ride side",
      "talk: Talkback",
      "returns: Plate, Room reverb",
      "paths: Cue mix 1, Main",
    ],
    sends: [
      "engine > room-reverb -16, cue-mix-1 -8 before",
      "percussion > room-reverb -16, cue-mix-1 -8 before",
      "kit > plate -18, cue-mix-1 -6 before",
      "talk > cue-mix-1 0 before",
    ],
    microphones: [
      "kit: dynamic, short boom",
      "overhead: small condenser, tall boom, phantom",
      "kick: dynamic, low boom",
    ],
    places: ["hat -24", "floor-tom 20"],
    inserts: ["engine: EQ", "kit: = kit-close"],
    releases: [
      { note: "Taken out of the full yard", without: ["conga-high", "cowbell", "floor-tom"] },
      { note: "Congas low and high", without: ["cowbell"] },
      { note: "Cowbell on a track of its own", without: [] },
    ],
  },
  {
    id: "pan-row",
    shelf: "Steelpan",
    home: "pan-yard",
    title: "Pan row, near and far",
    tempo: 112,
    notes: "Near mics carry the line, far mics the wall behind it.",
    lines: [
      "pans: Tenor pan 1 near, Tenor pan 1 far, Tenor pan 2 near, Tenor pan 2 far, Double second 1 near, " +
        "Double second 1 far, Double second 2 near, Double second 2 far, Guitar pan near, Guitar pan far, " +
        "Cello pan near, Cello pan far",
      "engine: Iron 1, Iron 2, Scratcher",
      "kit: Kick, Snare top, OH left, OH right",
      "talk: Talkback",
      "returns: Hall reverb",
      "paths: Cue mix 1, Main",
    ],
    sends: ["pans > hall-reverb -14, cue-mix-1 -8 before", "talk > cue-mix-1 0 before"],
    microphones: ["pans: small condenser, tall boom", "kit: dynamic, short boom"],
    releases: [{ note: "The row as it plays in the street", without: [] }],
  },
  {
    id: "shanty-choir",
    shelf: "Choirs",
    home: "ferry-van",
    title: "Shanty choir",
    tempo: 96,
    notes: "The caller stands in front, the crew in a half circle behind. Nobody wears headphones.",
    lines: [
      "choir: Shanty lead, Shanty tenor 1, Shanty tenor 2, Shanty tenor 3, Shanty tenor 4, " +
        "Shanty bass 1, Shanty bass 2, Shanty bass 3, Shanty crew left, Shanty crew right",
      "folk: Fiddle, Accordion, Whistle",
      "ambience: Audience left, Audience right",
      "speech: MC",
      "talk: Talkback",
      "returns: Hall reverb, Plate",
      "paths: Main",
    ],
    sends: ["choir > hall-reverb -12", "folk > plate -16"],
    inserts: ["choir: EQ"],
    releases: [
      {
        note: "Caller, tenors and basses",
        without: [
          "shanty-tenor-3",
          "shanty-tenor-4",
          "shanty-bass-3",
          "fiddle",
          "accordion",
          "whistle",
          "plate",
        ],
      },
      { note: "Four tenors", without: ["shanty-bass-3", "fiddle", "accordion", "whistle", "plate"] },
      { note: "Fiddle and accordion", without: ["shanty-bass-3", "whistle"] },
      { note: "Whistle", without: ["shanty-bass-3"] },
      { note: "Third bass", without: [] },
    ],
  },
  {
    id: "story-evening",
    shelf: "Spoken word",
    home: "story-tent",
    title: "Story evening",
    notes: "One teller, a guest, sometimes a fiddle. Programme length 58 minutes exactly.",
    checklist: [
      "Radio mic with a fresh battery",
      "A spare microphone at the teller's chair",
      "Clock started with the first word",
    ],
    lines: [
      "speech: Storyteller, Host, Guest 1, MC",
      "film: Music bed, Intro music, Outro music",
      "ambience: Audience left, Audience right",
      "talk: Talkback",
      "returns: Room reverb",
      "paths: Main",
    ],
    sends: ["speech > room-reverb -26"],
    inserts: ["speech: = teller"],
    releases: [
      { note: "Teller and audience", without: ["host", "guest-1", "intro-music", "outro-music"] },
      { note: "Host and guest", without: ["intro-music", "outro-music"] },
      { note: "Intro and outro on tracks of their own", without: ["mc"] },
      { note: "MC on the radio mic", without: ["talkback"] },
      { note: "Talkback from the desk", without: [] },
    ],
  },
  {
    id: "sound-walk",
    shelf: "Field",
    home: "loft",
    title: "Sound walk",
    mainFormat: "7.1.4",
    notes: "Everything is laid in; nothing is recorded here but the narrator.",
    lines: [
      "ambience: Field recording 1, Field recording 2, Sea, Wind, Forest",
      "speech: Narrator",
      "film: Footsteps, Music bed",
      "returns: Hall reverb, Convolution reverb",
      "paths: Low-frequency effects, Main",
    ],
    directions: [
      "field-recording-1 -100 0",
      "field-recording-2 100 0",
      "sea 180 0",
      "wind -45 35",
      "forest 45 35",
      "footsteps -20 0",
    ],
    sends: ["ambience > convolution-reverb -18", "speech > hall-reverb -24"],
    releases: [
      { note: "Five beds and a narrator", without: ["convolution-reverb"] },
      { note: "Convolution for the harbour wall", without: [] },
    ],
  },
  {
    id: "album-mix-marram",
    shelf: "Mixing",
    home: "loft",
    title: "Album mix, Marram",
    tempo: 104,
    notes: "Mix set-up of the Marram record. Stems come in as they are; print at 48 kHz.",
    lines: [
      "pans: Tenor pan, Double second, Cello pan, Six bass",
      "kit: Kick, Snare top, OH left, OH right",
      "bass: Bass guitar",
      "guitars: Electric guitar left, Electric guitar right, Acoustic guitar",
      "keys: Piano, Organ",
      "voices: Lead vocal, Backing vocal 1, Backing vocal 2",
      "returns: Plate, Hall reverb, Slap, Parallel compression",
      "paths: Main",
    ],
    sends: [
      "pans > hall-reverb -14",
      "kit > plate -18, parallel-compression -12",
      "voices > plate -14, slap -22",
    ],
    inserts: ["pans: EQ", "voices: EQ, Compressor, De-esser"],
    releases: [{ note: "As the record began", without: [] }],
  },
];
