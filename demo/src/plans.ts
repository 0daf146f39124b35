import type { Work } from "@mossy/station/afternoon";

export interface Plan {
  title: string;
  room: string;
  template: string;
  release: number;
  by: string;
  weeks: readonly number[];
  open: boolean;
  off: (week: number) => number;
}

export const PLANS: readonly Plan[] = [
  {
    title: "Spring tide rehearsal",
    room: "pan-yard",
    template: "steelpan-orchestra-full-yard",
    release: 4,
    by: "Tamsin Roe",
    weeks: [11, 10],
    open: false,
    off: () => 1.1,
  },
  {
    title: "Spring tide live",
    room: "pan-yard",
    template: "steelpan-orchestra-full-yard",
    release: 5,
    by: "Tamsin Roe",
    weeks: [9, 8, 7],
    open: false,
    off: () => 0.8,
  },
  {
    title: "Irons and hides",
    room: "pan-yard",
    template: "engine-room-only",
    release: 2,
    by: "Tamsin Roe",
    weeks: [6, 5],
    open: false,
    off: () => 0.5,
  },
  {
    title: "Marram sessions 02",
    room: "pan-yard",
    template: "steelpan-orchestra-full-yard",
    release: 6,
    by: "Tamsin Roe",
    weeks: [4, 3, 2, 1],
    open: true,
    off: (w) => 0.2 + w / 10,
  },
  {
    title: "Engine overdubs",
    room: "pan-yard",
    template: "engine-room-only",
    release: 3,
    by: "Tamsin Roe",
    weeks: [0],
    open: true,
    off: () => 0.3,
  },
  {
    title: "Tellers of the flats",
    room: "story-tent",
    template: "story-evening",
    release: 2,
    by: "Wren Addis",
    weeks: [11, 9],
    open: false,
    off: () => 0.4,
  },
  {
    title: "Lantern tales",
    room: "story-tent",
    template: "story-evening",
    release: 3,
    by: "Wren Addis",
    weeks: [8, 7, 6],
    open: false,
    off: () => 0.5,
  },
  {
    title: "The eel and the moon",
    room: "story-tent",
    template: "story-evening",
    release: 4,
    by: "Wren Addis",
    weeks: [4, 3, 1],
    open: true,
    off: () => 0.55,
  },
  {
    title: "Groyne to groyne",
    room: "loft",
    template: "sound-walk",
    release: 1,
    by: "Ossian Peel",
    weeks: [11, 10],
    open: false,
    off: () => 0.6,
  },
  {
    title: "Harbour wall walk",
    room: "loft",
    template: "sound-walk",
    release: 2,
    by: "Ossian Peel",
    weeks: [8, 7],
    open: true,
    off: () => 0.8,
  },
  {
    title: "Album mix, Marram",
    room: "loft",
    template: "album-mix-marram",
    release: 1,
    by: "Ossian Peel",
    weeks: [6, 5, 4, 2, 1],
    open: true,
    off: (w) => 1.9 - w / 8,
  },
  {
    title: "Quay night",
    room: "ferry-van",
    template: "shanty-choir",
    release: 2,
    by: "Tamsin Roe",
    weeks: [11, 10],
    open: false,
    off: () => 0.5,
  },
  {
    title: "Capstan evening",
    room: "ferry-van",
    template: "shanty-choir",
    release: 3,
    by: "Tamsin Roe",
    weeks: [9, 7, 6],
    open: false,
    off: () => 0.4,
  },
  {
    title: "Ferry landing",
    room: "ferry-van",
    template: "shanty-choir",
    release: 3,
    by: "Tamsin Roe",
    weeks: [5, 3, 2],
    open: true,
    off: () => 0.35,
  },
  {
    title: "Regatta crew",
    room: "ferry-van",
    template: "shanty-choir",
    release: 5,
    by: "Tamsin Roe",
    weeks: [],
    open: true,
    off: () => 0,
  },
];

export const STRANGE: Readonly<Record<string, readonly string[]>> = {
  "Album mix, Marram": ["gonza lo", "gonza hi", "wobbler"],
  "Marram sessions 02": ["Gonza 2", "tide bells"],
  "The eel and the moon": ["tide bell near"],
};

/** How much a room drifts in a week, 0 most careful. The Loft gets worse, the Yard better. */
export const much = (off: number): Work => ({
  renamed: Math.round(off * 4),
  added: off > 1.2 ? 2 : off > 0.6 ? 1 : 0,
  recoloured: Math.round(off * 2),
  takenOut: off > 1.6 ? 1 : 0,
  swapped: off > 1 ? 1 : 0,
});
