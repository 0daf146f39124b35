import type { FoundPattern } from "@mossy/core/formats/midiPatterns";

/** Notes at these places, in quarter notes: of one key, that hard. */
const hits = (key: number, velocity: number, length: number, ...places: readonly number[]) =>
  places.map((at) => ({ at, length, key, velocity }));
const every = (step: number, until: number, from = 0): number[] =>
  Array.from({ length: Math.round((until - from) / step) }, (_, n) => from + n * step);

const FOUR = { beats: 4, unit: 4 } as const;
const SIX = { beats: 6, unit: 8 } as const;

/** What sessions of the house begin with: the file it came in, and what it plays. */
export const demoPatterns: readonly (readonly [file: string, by: string, days: number, FoundPattern])[] = [
  [
    "barrel_floor.mid",
    "ossian",
    33,
    {
      name: "Barrel on the floor",
      channel: 10,
      meter: FOUR,
      length: 4,
      left: 0,
      notes: hits(36, 104, 0.25, 0, 1, 2, 3),
    },
  ],
  [
    "deck_hat.mid",
    "ossian",
    33,
    {
      name: "Deck hat",
      channel: 10,
      meter: FOUR,
      length: 4,
      left: 0,
      notes: hits(42, 84, 0.25, ...every(1, 4, 0.5)),
    },
  ],
  [
    "engine_room.mid",
    "tamsin",
    20,
    {
      name: "Engine room, slow",
      channel: 10,
      meter: FOUR,
      length: 8,
      left: 0,
      notes: [
        ...hits(36, 110, 0.25, 0, 2.5, 4, 6.5, 7.5),
        ...hits(38, 96, 0.25, 1, 3, 5, 7),
        ...hits(42, 70, 0.25, ...every(0.5, 8)),
        ...hits(56, 88, 0.25, 0, 1.5, 3, 4, 5.5, 7),
      ].sort((a, b) => a.at - b.at),
    },
  ],
  [
    "capstan.mid",
    "tamsin",
    14,
    {
      name: "Capstan in six",
      channel: 1,
      meter: SIX,
      length: 6,
      left: 0,
      notes: [0, 1.5, 3, 4.5].flatMap((at, n) =>
        [45, 52, 57, 60].map((key) => ({ at, length: 1.25, key: key + (n === 2 ? 2 : 0), velocity: 80 })),
      ),
    },
  ],
];
