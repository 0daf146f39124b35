import type { House } from "@mossy/core/house/house";
import { makeStyle } from "@mossy/core/house/style";
import type { Processor } from "@mossy/core/session/processor";
import type { Work } from "@mossy/station/afternoon";
import { emptySession } from "@mossy/core/session/document";
import { withBlocks } from "./blocks.ts";
import { demoChains } from "./chains.ts";
import { demoDisk } from "./disk.ts";
import type { DemoFile } from "./disk.ts";
import { TAKEN_BACK } from "./library.ts";
import { demoPeople } from "./people.ts";
import type { DemoPerson } from "./people.ts";
import { demoRooms } from "./rooms.ts";
import { demoOrchestra } from "./orchestra.ts";
import { demoTemplates } from "./templates.ts";
import type { DemoTemplate } from "./templates.ts";
import { demoHouses } from "./houses.ts";
import { SESSIONS, STRANGE, workOf } from "./sessionPlans.ts";
import type { SessionPlan } from "./sessionPlans.ts";

export interface DemoEdition {
  readonly house: House;
  readonly note: string;
  readonly at: Date;
}
export interface DemoCheckIn {
  readonly at: Date;
  readonly by: string;
  readonly work: Work;
  /** Seed of the dice that chose which tracks. */
  readonly seed: number;
  /** Whether the lead put it right afterwards. */
  readonly putRight: boolean;
  /** Tracks of the job under names the house has no word for. */
  readonly strange: readonly string[];
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
  /** So many days before the day it was made for. */
  readonly ago: (days: number) => Date;
  readonly people: readonly DemoPerson[];
  readonly lead: string;
  readonly editions: readonly DemoEdition[];
  readonly draft: { readonly house: House; readonly at: Date };
  readonly rooms: typeof demoRooms;
  readonly templates: readonly (DemoTemplate & { readonly at: readonly Date[] })[];
  readonly sessions: readonly DemoSession[];
  /** Releases that were taken back after sessions were started from them. */
  readonly takenBack: readonly {
    readonly template: string;
    readonly release: number;
    readonly reason: string;
    readonly at: Date;
  }[];
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
/** Sessions that have their folder on the shared disk: one that runs, one that is closed and was never put away. */
const ON_DISK: readonly string[] = ["Engine overdubs", "Irons and hides"];
/** What rooms ticked off, how many days ago. */
const TICKS: readonly (readonly [room: string, item: string, days: number])[] = [
  ["pan-yard", "rate", 40],
  ["pan-yard", "record-buffer", 40],
  ["pan-yard", "autosave", 40],
  ["pan-yard", "count-in", 40],
  ["pan-yard", "key-arm", 12],
  ["loft", "rate", 60],
  ["loft", "autosave", 60],
  ["ferry-van", "rate", 33],
  ["ferry-van", "safety-limiter", 33],
];

/** The history of the demo house up to `now`. The same day gives the same history. */
export function demoHistory(now: Date): History {
  const noon = new Date(Date.UTC(now.getUTCFullYear(), now.getUTCMonth(), now.getUTCDate(), 12));
  const ago = (days: number): Date =>
    new Date(Math.min(noon.getTime() - days * DAY, now.getTime() - 60_000));
  const { first, second, draft } = demoHouses();
  const style = makeStyle(second);
  const templates = [...withBlocks(demoTemplates(style)), demoOrchestra(style)];
  const sessions = SESSIONS.map((p, index) => demoSession(p, index, ago));
  const lead = demoPeople.find((p) => p.right === "lead")?.id ?? "";
  return {
    ago,
    people: demoPeople,
    lead,
    editions: [
      { house: first, note: "The house writes its words down", at: ago(200) },
      { house: second, note: "“Tall drum” is a conga, says everybody in the yard", at: ago(90) },
    ],
    draft: { house: draft, at: ago(6) },
    rooms: demoRooms,
    ticks: TICKS.map(([room, item, days]) => ({
      room,
      item,
      by: room === "loft" ? "ossian" : "wren",
      at: ago(days),
    })),
    chains: demoChains.map((c) => ({
      name: c.name,
      versions: c.versions.map(({ days, ...v }) => ({ ...v, at: ago(days) })),
    })),
    disk: demoDisk(
      style,
      templates.find((t) => t.id === "steelpan-orchestra-full-yard")?.draft ?? emptySession("none"),
      sessions
        .filter((s) => ON_DISK.includes(s.title))
        .map(({ title, room, at }) => ({
          title,
          at,
          room: demoRooms.find((r) => r.id === room)?.room.name ?? room,
        })),
    ),
    templates: templates.map((t) => ({
      ...t,
      at: t.releases.map((_, i) => ago(180 - Math.round((150 / t.releases.length) * (i + 1)))),
    })),
    takenBack: TAKEN_BACK.map(({ days, ...b }) => ({ ...b, at: ago(days) })),
    sessions,
  };
}

type Ago = (days: number) => Date;

function demoSession(p: SessionPlan, index: number, ago: Ago): DemoSession {
  return {
    title: p.title,
    room: p.room,
    template: p.template,
    release: p.release,
    by: p.by,
    at: ago((p.weeks[0] ?? 0) * 7 + 3),
    closedAt: p.open ? null : ago((p.weeks.at(-1) ?? 0) * 7 - 1),
    checkIns: p.weeks.map((week, i): DemoCheckIn => ({
      at: ago(week * 7 + 1),
      by: p.room === "loft" ? "ossian" : "wren",
      work: workOf(p.drift(week)),
      seed: 100 * index + i + 1,
      putRight: !p.open || i < p.weeks.length - 1,
      strange: p.open && i === p.weeks.length - 1 ? (STRANGE[p.title] ?? []) : [],
    })),
  };
}
