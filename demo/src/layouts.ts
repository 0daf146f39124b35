import type { LayoutKind, LayoutOf } from "@mossy/core/devices/layouts";
import type { Db } from "@mossy/server/database";
import { addLayout, addVersion } from "@mossy/server/rooms/layoutStore";
import type { History } from "./history.ts";
import { pngOf } from "./picture.ts";
import type { Box } from "./picture.ts";

const [PAPER, SHEET, LINE, MOSS, GLOW, TIDE] = [
  "#f1efe5",
  "#fbfaf4",
  "#c8c3b0",
  "#3b5b3b",
  "#f3b54a",
  "#2a6480",
];
const WIDTH = 480;
const HEIGHT = 280;

/** Windows: what is large in the middle, what stands beside and below it. */
const windows = (side: number, below: number): readonly Box[] => {
  const [wide, high] = [WIDTH - side - 30, HEIGHT - below - 30];
  const lanes = Array.from({ length: Math.floor((high - 20) / 16) }, (_, n): Box => [
    30 + ((n * 37) % 60),
    30 + n * 16,
    wide - 70 - ((n * 53) % 90),
    9,
    n % 4 === 0 ? GLOW : n % 3 === 0 ? TIDE : MOSS,
  ]);
  const strips = Array.from({ length: 14 }, (_, n): Box => [
    24 + n * 31,
    HEIGHT - below,
    24,
    below - 20,
    n % 5 === 0 ? GLOW : LINE,
  ]);
  return [
    [0, 0, WIDTH, HEIGHT, PAPER],
    [15, 15, wide, high, SHEET],
    [wide + 25, 15, side - 5, high, SHEET],
    ...lanes,
    ...strips,
  ];
};
/** Keys, those that do something in colour. */
const keys = (of: readonly number[]): readonly Box[] => [
  [0, 0, WIDTH, HEIGHT, PAPER],
  ...Array.from({ length: 44 }, (_, n): Box => [
    18 + (n % 11) * 41 + Math.floor(n / 11) * 5,
    50 + Math.floor(n / 11) * 46,
    34,
    38,
    of.includes(n) ? (n % 2 === 0 ? MOSS : TIDE) : SHEET,
  ]),
];
/** Faders and knobs in a row. */
const faders = (many: number): readonly Box[] => [
  [0, 0, WIDTH, HEIGHT, PAPER],
  ...Array.from({ length: many }, (_, n): readonly Box[] => {
    const x = 30 + n * Math.floor((WIDTH - 60) / many);
    return [
      [x, 30, 22, 22, TIDE],
      [x + 9, 75, 4, 170, LINE],
      [x, 90 + ((n * 47) % 120), 22, 34, n === many - 1 ? GLOW : MOSS],
    ];
  }).flat(),
];

interface Given {
  readonly file: string;
  readonly says: string;
  readonly holds: Readonly<Record<string, unknown>>;
  readonly by: string;
  readonly days: number;
  readonly boxes: readonly Box[] | null;
}
interface DemoLayout {
  readonly name: string;
  readonly kind: LayoutKind;
  readonly whose: LayoutOf;
  /** Its versions, the first first. */
  readonly versions: readonly [Given, ...Given[]];
}

const LAYOUTS: readonly DemoLayout[] = [
  {
    name: "House keys",
    kind: "keys",
    whose: { of: "house" },
    versions: [
      {
        file: "house-keys.json",
        says: "The same twelve keys in every room.",
        holds: { F1: "talkback", F2: "dim", F5: "next marker" },
        by: "marram",
        days: 70,
        boxes: keys([0, 1, 2, 5, 12]),
      },
      {
        file: "house-keys.json",
        says: "The same keys in every room. New: F6 writes a marker with the time of day, for the stories.",
        holds: { F1: "talkback", F2: "dim", F5: "next marker", F6: "marker with the time" },
        by: "marram",
        days: 24,
        boxes: keys([0, 1, 2, 5, 6, 12, 24]),
      },
    ],
  },
  {
    name: "Nine faders",
    kind: "controller",
    whose: { of: "house" },
    versions: [
      {
        file: "nine-faders.xml",
        says: "Eight faders for what is chosen, the ninth for the main path. Knobs: send to the room.",
        holds: { faders: 9, knobs: "send 1" },
        by: "marram",
        days: 66,
        boxes: faders(9),
      },
    ],
  },
  {
    name: "Quay at night",
    kind: "windows",
    whose: { of: "room", room: "ferry-van" },
    versions: [
      {
        file: "quay-night.json",
        says: "Meters large, everything else out of the way: the van's screen is small.",
        holds: { meters: "large", mixer: "hidden" },
        by: "tamsin",
        days: 40,
        boxes: windows(90, 60),
      },
      {
        file: "quay-night.json",
        says: "Meters large; the list of markers is back, it was missed on the quay.",
        holds: { meters: "large", mixer: "hidden", markers: "beside" },
        by: "tamsin",
        days: 9,
        boxes: windows(140, 60),
      },
    ],
  },
  {
    name: "Pan wall",
    kind: "windows",
    whose: { of: "template", template: "steelpan-orchestra-full-yard" },
    versions: [
      {
        file: "pan-wall.json",
        says: "All pans in one mixer, two rows; near and far beside each other.",
        holds: { mixer: "two rows", order: "near beside far" },
        by: "marram",
        days: 31,
        boxes: windows(60, 130),
      },
    ],
  },
  {
    name: "Mixing by hand",
    kind: "keys",
    whose: { of: "person", person: "ossian" },
    versions: [
      {
        file: "ossian.json",
        says: "",
        holds: { "1": "solo", "2": "mute", "3": "write" },
        by: "ossian",
        days: 18,
        boxes: null,
      },
    ],
  },
];

/** Keeps them, as far as a house has those rooms, templates and people. */
export async function storeLayouts(db: Db, { rooms, templates, people, ago }: History): Promise<void> {
  const there = new Set([...rooms, ...templates, ...people].map((x) => x.id));
  for (const { versions, ...l } of LAYOUTS) {
    const { whose } = l;
    const [at] = Object.entries(whose).flatMap(([key, value]) => (key === "of" ? [] : [value]));
    if (at !== undefined && !there.has(at)) continue;
    const [first, ...later] = versions.map((v) => ({ ...v, given: given(v) }));
    if (!first) continue;
    const id = await addLayout(db, { ...l, first: first.given }, first.by, ago(first.days));
    for (const v of later) await addVersion(db, id, v.given, v.by, ago(v.days));
  }
}

const given = ({ file, holds, says, boxes }: Given) => ({
  file: { name: file, bytes: Buffer.from(`${JSON.stringify(holds, null, 2)}\n`).toString("base64") },
  notes: says,
  picture: boxes && Buffer.from(pngOf(WIDTH, HEIGHT, boxes)).toString("base64"),
});
