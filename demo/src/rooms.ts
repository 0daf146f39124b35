import { blankInput, blankRoom } from "@mossy/core/fit/room";
import type { Room, SampleMachine, RoomInput, RoomOutput, SetUp, Standing } from "@mossy/core/fit/room";
import { NO_LIMITS } from "@mossy/core/fit/limits";
import type { Software } from "@mossy/core/fit/limits";
import type { Source } from "@mossy/core/session/document";

const run = (from: number, to: number, label: string, takes: Source[], phantom: boolean): RoomInput[] =>
  Array.from({ length: to - from + 1 }, (_, i) => blankInput(from + i, { label, takes, phantom }));
const outs = (from: number, to: number, label: string, serves: RoomOutput["serves"]): RoomOutput[] =>
  Array.from({ length: to - from + 1 }, (_, i) => ({ number: from + i, label, serves }));
const stands = (input: number, role: string, ...positions: string[]): Standing => ({
  input,
  role,
  positions,
  number: null,
});

/** What the software of the rooms can do; the Pan Yard and the Loft have one that can do everything. */
export const demoSoftware: readonly ({ readonly id: string } & Software)[] = [
  {
    id: "booth-recorder",
    name: "Booth recorder",
    limits: {
      ...NO_LIMITS,
      palette: ["#d94f3d", "#e8a13c", "#e6d35a", "#5aa05a", "#4a90c2", "#7a5fb0", "#c46a9a", "#8a8a86"],
      icons: false,
      tracks: 64,
      sends: 4,
      links: false,
    },
  },
  {
    id: "field-recorder",
    name: "Field recorder",
    limits: {
      ...NO_LIMITS,
      nesting: 1,
      foldersCarry: false,
      longestName: 10,
      characters: "plain",
      palette: [
        "#b8433a",
        "#d9773c",
        "#e5b13f",
        "#cfc15a",
        "#8fae4e",
        "#4d8f58",
        "#3f8f86",
        "#4a9fb8",
        "#3f6fa6",
        "#5a5fa8",
        "#8660ae",
        "#b05a9c",
        "#c0607a",
        "#7a5646",
        "#6f756c",
        "#3c4440",
      ],
      icons: false,
      sends: 6,
      inserts: 8,
      rates: [48000, 96000],
      depths: [24],
      fileTypes: ["wav", "broadcast-wav"],
      before: false,
      widths: false,
      links: false,
    },
  },
];

const VAN = [
  ...run(1, 4, "Mic preamp", ["mic"], true),
  ...run(5, 10, "Mic preamp", ["mic", "di"], false),
  ...run(11, 12, "Mic or line", ["mic", "di", "line"], false),
  ...run(13, 14, "Line", ["line"], false),
  ...run(15, 16, "Wireless receiver", ["wireless"], false),
];
/** The van at the quay: the stage box on deck, twenty microphones more, all with 48 V. */
const QUAY: SetUp = {
  id: "at-the-quay",
  name: "the stage box at the quay",
  says: "stage box on deck, cable through the roof",
  inputs: [...VAN, ...run(17, 36, "Stage box", ["mic", "di"], true)],
  outputs: [...outs(1, 2, "Van monitors", "monitors"), ...outs(3, 10, "Headphone amp", "headphones")],
  standing: [stands(17, "kick"), stands(15, "mc")],
};

/** A computer that holds samples. @param memory MB @param speed MB a second */
const machine = (name: string, memory: number, speed: number): SampleMachine => ({
  name,
  memory,
  speed,
  instances: 6,
  ports: 4,
  outputs: 16,
});

/** The rooms of Saltmarsh Sound House. */
export const demoRooms: readonly { readonly id: string; readonly room: Room }[] = [
  {
    id: "pan-yard",
    room: blankRoom("Pan Yard", {
      load: 70,
      memory: 16_000,
      machines: [machine("Reed", 64_000, 380)],
      says: "large live room",
      outputs: [...outs(1, 2, "Yard monitors", "monitors"), ...outs(3, 10, "Headphone box", "headphones")],
      standing: [
        stands(17, "kick"),
        stands(18, "snare", "top"),
        stands(19, "snare", "bottom"),
        stands(31, "mc"),
      ],
      sampleRates: [44100, 48000, 88200, 96000],
      widest: "stereo",
      inputs: [
        ...run(1, 26, "Mic preamp", ["mic", "di"], true),
        ...run(27, 30, "Mic or line", ["mic", "di", "line"], true),
        ...run(31, 32, "Wireless receiver", ["wireless"], false),
      ],
    }),
  },
  {
    id: "story-tent",
    room: blankRoom("Story Tent", {
      software: "booth-recorder",
      says: "booth",
      outputs: [...outs(1, 2, "Desk monitors", "monitors"), ...outs(3, 6, "Headphones", "headphones")],
      sampleRates: [44100, 48000],
      widest: "stereo",
      inputs: [
        ...run(1, 4, "Mic preamp", ["mic", "di"], true),
        ...run(5, 6, "Line", ["line"], false),
        ...run(7, 8, "Wireless receiver", ["wireless"], false),
      ],
    }),
  },
  {
    id: "loft",
    room: blankRoom("Loft", {
      says: "mix room, 7.1.4",
      memory: 24_000,
      machines: [machine("Sedge", 96_000, 900), machine("Rush", 64_000, 420)],
      outputs: [...outs(1, 12, "7.1.4 monitors", "monitors"), ...outs(13, 14, "Headphones", "headphones")],
      sampleRates: [44100, 48000, 96000],
      widest: "7.1.4",
      inputs: [...run(1, 4, "Mic preamp", ["mic", "di"], true), ...run(5, 8, "Line", ["line"], false)],
    }),
  },
  {
    id: "ferry-van",
    room: blankRoom("Ferry Van", {
      software: "field-recorder",
      load: 40,
      memory: 2000,
      says: "mobile",
      engineersEdit: true,
      outputs: [...outs(1, 2, "Van monitors", "monitors"), ...outs(3, 6, "Headphone amp", "headphones")],
      standing: [stands(5, "kick"), stands(6, "snare", "top"), stands(15, "mc")],
      setUps: [QUAY],
      sampleRates: [48000, 96000],
      widest: "stereo",
      inputs: VAN,
    }),
  },
];
