import type { House } from "@mossy/core/house/house";
import { makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import type { Processor } from "@mossy/core/session/processor";
import type { Work } from "@mossy/station/afternoon";
import { emptySession } from "@mossy/core/session/document";
import { demoChains } from "./chains.ts";
import { demoDisk } from "./disk.ts";
import type { DemoFile } from "./disk.ts";
import { demoPeople } from "./people.ts";
import type { DemoPerson } from "./people.ts";
import { demoRooms } from "./rooms.ts";
import { demoTemplates } from "./templates.ts";
import type { DemoTemplate } from "./templates.ts";

export interface DemoEdition {
  readonly house: House;
  readonly note: string;
  readonly at: Date;
}
export interface DemoCheckIn {
  readonly at: Date;
  readonly by: string;
  readonly work: Work;
  readonly seed: number;
  /** Whether the lead put it right afterwards. */ readonly putRight: boolean;
  /** Tracks of the job under names the house has no word for. */ readonly strange: readonly string[];
}
export interface DemoSession {
  readonly title: string;
  readonly room: string;
  readonly template: string;
  readonly release: number;
  readonly by: string;
  readonly at: Date;
  readonly closedAt: Date | null;
  readonly checkIns: readonly DemoCheckIn[];
}

/** Twelve weeks of Saltmarsh Sound House as plain data. */
export interface History {
  readonly people: readonly DemoPerson[];
  readonly lead: string;
  readonly editions: readonly DemoEdition[];
  readonly draft: { readonly house: House; readonly at: Date };
  readonly rooms: typeof demoRooms;
  readonly templates: readonly (DemoTemplate & { readonly at: readonly Date[] })[];
  readonly sessions: readonly DemoSession[];
  /** What rooms have ticked off of the checklist. */
  readonly ticks: readonly {
    readonly room: string;
    readonly item: string;
    readonly by: string;
    readonly at: Date;
  }[];
  readonly chains: readonly {
    readonly name: string;
    readonly versions: readonly {
      readonly processors: readonly Processor[];
      readonly note: string;
      readonly by: string;
      readonly at: Date;
    }[];
  }[];
  readonly disk: readonly DemoFile[];
}

const DAY = 86_400_000;
const withRole = (house: House, id: string, fields: Partial<House["words"]["roles"][number]>): House => ({
  ...house,
  words: { ...house.words, roles: house.words.roles.map((r) => (r.id === id ? { ...r, ...fields } : r)) },
});

/** The usual house with what Saltmarsh has of its own: makers of its sampled instruments, two exceptions, where its disk stands. */
function saltmarsh(): House {
  const usual = usualHouse("Saltmarsh Sound House");
  const maker = (
    id: string,
    name: string,
    short: string,
    heard: string,
  ): House["words"]["positions"][number] => ({
    id,
    name,
    short,
    group: "maker",
    heard: [{ text: heard, within: null, doubtful: false }],
    lies: null,
    says: "",
  });
  const anything = {
    words: [],
    roles: [],
    families: [],
    kinds: [],
    formats: [],
    inside: [],
    hasNote: null,
  };
  return {
    ...usual,
    words: {
      ...usual.words,
      positions: [
        maker("tideline", "Tideline Strings", "TDL", "tideline"),
        maker("marshlight", "Marshlight Winds", "MLW", "marshlight"),
        ...usual.words.positions,
      ],
    },
    exceptions: [
      {
        id: "guides",
        says: "what is only a guide is grey",
        when: { ...anything, words: ["scratch", "rough", "demo"] },
        then: { colour: "stone", icon: null, folder: null, start: null, alone: false },
      },
      {
        id: "put-aside",
        says: "what is put aside is left alone",
        when: { ...anything, words: ["unused", "old"] },
        then: { colour: null, icon: null, folder: null, start: null, alone: true },
      },
    ],
    disk: { ...usual.disk, root: "/Saltmarsh" },
  };
}

/** How much a room drifts in a week, 0 most careful. The Loft gets worse, the Yard better. */
const much = (off: number): Work => ({
  renamed: Math.round(off * 4),
  added: off > 1.2 ? 2 : off > 0.6 ? 1 : 0,
  recoloured: Math.round(off * 2),
  takenOut: off > 1.6 ? 1 : 0,
  swapped: off > 1 ? 1 : 0,
});

interface Plan {
  title: string;
  room: string;
  template: string;
  release: number;
  by: string;
  weeks: readonly number[];
  open: boolean;
  off: (week: number) => number;
}
const PLANS: readonly Plan[] = [
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

const STRANGE: Readonly<Record<string, readonly string[]>> = {
  "Album mix, Marram": ["gonza lo", "gonza hi", "wobbler"],
  "Marram sessions 02": ["Gonza 2", "tide bells"],
  "The eel and the moon": ["tide bell near"],
};

/** The history of the demo house up to `now`. The same day gives the same history. */
export function demoHistory(now: Date): History {
  const noon = new Date(Date.UTC(now.getUTCFullYear(), now.getUTCMonth(), now.getUTCDate(), 12));
  const ago = (days: number): Date =>
    new Date(Math.min(noon.getTime() - days * DAY, now.getTime() - 60_000));
  const first = saltmarsh();
  const second = withRole(first, "conga", {
    heard: [
      ...(first.words.roles.find((r) => r.id === "conga")?.heard ?? []),
      { text: "tall drum", within: "engine", doubtful: false },
    ],
  });
  const hub = withRole(second, "iron", {
    heard: [
      ...(second.words.roles.find((r) => r.id === "iron")?.heard ?? []),
      { text: "hub", within: "engine", doubtful: false },
    ],
  });
  const draft: House = {
    ...hub,
    exceptions: [
      ...hub.exceptions,
      {
        id: "rough-guides",
        says: "rough guides are slate",
        when: {
          words: ["scratch", "rough"],
          roles: [],
          families: [],
          kinds: ["audio"],
          formats: [],
          inside: [],
          hasNote: null,
        },
        then: { colour: "slate", icon: null, folder: null, start: null, alone: false },
      },
    ],
  };
  const style = makeStyle(second);
  const templates = demoTemplates(style);
  const lead = demoPeople.find((p) => p.right === "lead")?.name ?? "";
  return {
    people: demoPeople,
    lead,
    editions: [
      { house: first, note: "The house writes its words down", at: ago(200) },
      { house: second, note: "“Tall drum” is a conga, says everybody in the yard", at: ago(90) },
    ],
    draft: { house: draft, at: ago(6) },
    rooms: demoRooms,
    ticks: [
      ["pan-yard", "rate", 40],
      ["pan-yard", "record-buffer", 40],
      ["pan-yard", "autosave", 40],
      ["pan-yard", "count-in", 40],
      ["pan-yard", "key-arm", 12],
      ["loft", "rate", 60],
      ["loft", "autosave", 60],
      ["ferry-van", "rate", 33],
      ["ferry-van", "safety-limiter", 33],
    ].map(([room, item, days]) => ({
      room: String(room),
      item: String(item),
      by: room === "loft" ? "Ossian Peel" : "Wren Addis",
      at: ago(Number(days)),
    })),
    chains: demoChains.map((c) => ({
      name: c.name,
      versions: c.versions.map(({ days, ...v }) => ({ ...v, at: ago(days) })),
    })),
    disk: demoDisk(
      style,
      templates.find((t) => t.id === "steelpan-orchestra-full-yard")?.draft ?? emptySession("none"),
    ),
    templates: templates.map((t) => ({
      ...t,
      at: t.releases.map((_, i) => ago(180 - Math.round((150 / t.releases.length) * (i + 1)))),
    })),
    sessions: PLANS.map((p, index): DemoSession => ({
      title: p.title,
      room: p.room,
      template: p.template,
      release: p.release,
      by: p.by,
      at: ago((p.weeks[0] ?? 0) * 7 + 3),
      closedAt: p.open ? null : ago((p.weeks.at(-1) ?? 0) * 7 - 1),
      checkIns: p.weeks.map((week, i): DemoCheckIn => ({
        at: ago(week * 7 + 1),
        by: p.room === "loft" ? "Ossian Peel" : "Wren Addis",
        work: much(p.off(week)),
        seed: 100 * index + i + 1,
        putRight: !p.open || i < p.weeks.length - 1,
        strange: p.open && i === p.weeks.length - 1 ? (STRANGE[p.title] ?? []) : [],
      })),
    })),
  };
}
