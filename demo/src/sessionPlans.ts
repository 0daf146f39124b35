import type { Work } from "@mossy/station/afternoon";

/** A session of the demo: from which release it was started, where, and what came back of it. */
export interface SessionPlan {
  readonly title: string;
  /** Ids of the room and the template. */
  readonly room: string;
  readonly template: string;
  readonly release: number;
  /** Who started it. */
  readonly by: string;
  /** One check-in for each, oldest first: so many weeks ago. It was started four days before the first. */
  readonly weeks: readonly number[];
  /** Whether it still goes on; one that is over was put right to the last check-in. */
  readonly open: boolean;
  /** How far it drifted by a check-in so many weeks ago; see `workOf`. */
  readonly drift: (week: number) => number;
}

/** By room; in each, oldest first. */
export const SESSIONS: readonly SessionPlan[] = [
  {
    title: "Spring tide rehearsal",
    room: "pan-yard",
    template: "steelpan-orchestra-full-yard",
    release: 4,
    by: "tamsin",
    weeks: [11, 10],
    open: false,
    drift: () => 1.1,
  },
  {
    title: "Spring tide live",
    room: "pan-yard",
    template: "steelpan-orchestra-full-yard",
    release: 5,
    by: "tamsin",
    weeks: [9, 8, 7],
    open: false,
    drift: () => 0.8,
  },
  {
    title: "Irons and hides",
    room: "pan-yard",
    template: "engine-room-only",
    release: 2,
    by: "tamsin",
    weeks: [6, 5],
    open: false,
    drift: () => 0.5,
  },
  {
    title: "Marram sessions 02",
    room: "pan-yard",
    template: "steelpan-orchestra-full-yard",
    release: 6,
    by: "tamsin",
    weeks: [4, 3, 2, 1],
    open: true,
    drift: (w) => 0.2 + w / 10,
  },
  {
    title: "Engine overdubs",
    room: "pan-yard",
    template: "engine-room-only",
    release: 3,
    by: "tamsin",
    weeks: [0],
    open: true,
    drift: () => 0.3,
  },
  {
    title: "Tellers of the flats",
    room: "story-tent",
    template: "story-evening",
    release: 2,
    by: "wren",
    weeks: [11, 9],
    open: false,
    drift: () => 0.4,
  },
  {
    title: "Lantern tales",
    room: "story-tent",
    template: "story-evening",
    release: 3,
    by: "wren",
    weeks: [8, 7, 6],
    open: false,
    drift: () => 0.5,
  },
  {
    title: "The eel and the moon",
    room: "story-tent",
    template: "story-evening",
    release: 4,
    by: "wren",
    weeks: [4, 3, 1],
    open: true,
    drift: () => 0.55,
  },
  {
    title: "Groyne to groyne",
    room: "loft",
    template: "sound-walk",
    release: 1,
    by: "ossian",
    weeks: [11, 10],
    open: false,
    drift: () => 0.6,
  },
  {
    title: "Harbour wall walk",
    room: "loft",
    template: "sound-walk",
    release: 1,
    by: "ossian",
    weeks: [8, 7],
    open: true,
    drift: () => 0.8,
  },
  {
    title: "Album mix, Marram",
    room: "loft",
    template: "album-mix-marram",
    release: 1,
    by: "ossian",
    weeks: [6, 5, 4, 2, 1],
    open: true,
    drift: (w) => 1.9 - w / 8,
  },
  {
    title: "Quay night",
    room: "ferry-van",
    template: "shanty-choir",
    release: 2,
    by: "tamsin",
    weeks: [11, 10],
    open: false,
    drift: () => 0.5,
  },
  {
    title: "Capstan evening",
    room: "ferry-van",
    template: "shanty-choir",
    release: 3,
    by: "tamsin",
    weeks: [9, 7, 6],
    open: false,
    drift: () => 0.4,
  },
  {
    title: "Ferry landing",
    room: "ferry-van",
    template: "shanty-choir",
    release: 3,
    by: "tamsin",
    weeks: [5, 3, 2],
    open: true,
    drift: () => 0.35,
  },
  {
    title: "Regatta crew",
    room: "ferry-van",
    template: "shanty-choir",
    release: 5,
    by: "tamsin",
    weeks: [],
    open: true,
    drift: () => 0,
  },
];

/** What engineers called tracks of a job in the last check-in of a session: words the house does not know. */
export const STRANGE: Readonly<Record<string, readonly string[]>> = {
  "Album mix, Marram": ["gonza lo", "gonza hi", "wobbler"],
  "Marram sessions 02": ["Gonza 2", "tide bells"],
  "The eel and the moon": ["tide bell near"],
};

/**
 * What was done to a session in a week of some drift: 0 is the most careful room, 1 an ordinary one, 2 the
 * Loft at its worst. Names go first, then colours; tracks of the job's own, swapped inputs and tracks taken
 * out come with carelessness.
 */
export const workOf = (drift: number): Work => ({
  renamed: Math.round(drift * 4),
  added: drift > 1.2 ? 2 : drift > 0.6 ? 1 : 0,
  recoloured: Math.round(drift * 2),
  takenOut: drift > 1.6 ? 1 : 0,
  swapped: drift > 1 ? 1 : 0,
});
