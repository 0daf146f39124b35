import { z } from "zod";
import type { Importance, Session, Track } from "../session/document.ts";
import { grouped } from "../session/grouped.ts";
import { plural } from "../session/plural.ts";
import type { Device, Insert } from "../session/processor.ts";
import type { Column, Row, Solver } from "../solve/solver.ts";
import { deviceKey, inWords, lookUp } from "./installed.ts";
import type { Installed } from "./installed.ts";
import { deviceChoice } from "./missing.ts";
import type { Equipment } from "./missing.ts";
import { standsFor } from "./substitutes.ts";

/** What costs are told at, in hertz. */
const TOLD_AT = 48_000;

/** What a session costs in a room: percent of what its station can do, and megabytes. */
export const cost = z.object({ load: z.number(), memory: z.number() });
export type Cost = z.infer<typeof cost>;
/** The most a session may cost in a room; null: nobody said. */
export type Budget = { readonly [of in keyof Cost]: number | null };

/** What brings a session below the budget of its room, with what is lost by it. */
export const measure = z.object({
  choice: deviceChoice,
  says: z.string(),
  load: z.number(),
  memory: z.number(),
  /** How much is lost by it, beside other measures. */
  loss: z.number(),
});
export type Measure = z.infer<typeof measure>;

/** How a session stands to the budget of its room. */
export const loadReport = z.object({
  cost,
  budget: z.object({ load: z.number().nullable(), memory: z.number().nullable() }),
  /** Devices whose cost nobody knows. */
  unknown: z.int(),
  /** The least that brings it below its budget; none where it is below, null where nothing would. */
  measures: z.array(measure).nullable(),
});
export type LoadReport = z.infer<typeof loadReport>;

/** A device on its tracks. */
interface Group {
  readonly as: Installed;
  readonly places: readonly (readonly [Track, Insert])[];
}

/** What one of a device costs at a rate: load grows with it, memory does not. */
const costOf = ({ load, memory }: Installed, rate: number): Cost => ({
  load: ((load ?? 0) * rate) / TOLD_AT,
  memory: memory ?? 0,
});

function groupsOf(session: Session, installed: readonly Installed[]): Group[] {
  const find = lookUp(installed);
  const all = session.tracks.flatMap((t) =>
    t.inserts.flatMap((i) => {
      const found = i.device && find(i.device);
      return found?.how === "here" ? [{ as: found.as, at: [t, i] as const }] : [];
    }),
  );
  return [...grouped(all, ({ as }) => deviceKey(as)).values()].map((places) => ({
    as: places[0].as,
    places: places.map((p) => p.at),
  }));
}

/** How much is lost where something is not heard any more, by how much its track is wanted. */
const LOST: Readonly<Record<Importance, number>> = { must: 1000, should: 400, may: 100 };
/** What is lost where another device does the work, and by each value that it does not know. */
const [OTHERWISE, EACH_VALUE] = [30, 10];
/** Leaving out what is bypassed anyway is heard by nobody; it is still done no oftener than needed. */
const UNHEARD = 1;

/** What can be done about the devices of a session that would cost less: of each device one thing at most. */
export function measuresFor(
  session: Session,
  by: Equipment,
  importanceOf: (t: Track) => Importance,
): Measure[] {
  return groupsOf(session, by.installed ?? []).flatMap((g) =>
    measuresOf(g, by, session.sampleRate, importanceOf),
  );
}

function measuresOf(
  { as, places }: Group,
  by: Equipment,
  rate: number,
  importanceOf: (t: Track) => Importance,
): Measure[] {
  const of = plainly(as);
  const one = costOf(as, rate);
  const heard = places.filter(([, i]) => !i.bypassed);
  const idle = places.length - heard.length;
  const tracks = (list: Group["places"]): string => plural(new Set(list.map(([t]) => t.id)).size, "track");
  const saved = (many: number, less: Cost = { load: 0, memory: 0 }): Cost => ({
    load: (one.load - less.load) * many,
    memory: (one.memory - less.memory) * many,
  });
  const idleOut: Measure = {
    choice: { of, do: "leave-out-bypassed", by: null },
    says: `${inWords(as)} left out where it is bypassed anyway: ${tracks(places.filter(([, i]) => i.bypassed))}`,
    loss: UNHEARD * idle,
    ...saved(idle),
  };
  const out: Measure = {
    choice: { of, do: "leave-out", by: null },
    says: `${inWords(as)} left out on ${tracks(places)}: it is not heard any more`,
    loss: UNHEARD * idle + heard.reduce((sum, [t]) => sum + LOST[importanceOf(t)], 0),
    ...saved(places.length),
  };
  const set = places.map(([, i]) => i);
  const others = standsFor(of, set, by.installed ?? [], by.substitutes, by.room).map(
    ({ device: d, loses }): Measure => {
      const does = loses.length === 0 ? "" : `; it does not know ${loses.join(", ")}`;
      return {
        choice: { of, do: "replace", by: plainly(d) },
        says: `${inWords(as)} replaced by ${inWords(d)} on ${tracks(places)}${does}`,
        loss: (OTHERWISE + EACH_VALUE * loses.length) * places.length,
        ...saved(places.length, costOf(d, rate)),
      };
    },
  );
  return [...(idle > 0 ? [idleOut] : []), ...(heard.length > 0 ? [out] : []), ...others].filter(
    (m) => m.load > 0 || m.memory > 0,
  );
}

const plainly = ({ maker, name, format, identifier }: Device): Device => ({
  maker,
  name,
  format,
  identifier,
});

/**
 * How a session stands to the budget of its room, and the measures that bring it below at the least loss: an exact
 * knapsack of two budgets, of each device one measure at most.
 */
export function loadOf(
  session: Session,
  by: Equipment,
  budget: Budget,
  solver: Solver,
  importanceOf: (t: Track) => Importance,
): LoadReport {
  const { installed } = by;
  const groups = installed ? groupsOf(session, installed) : [];
  const rate = session.sampleRate;
  const sum = (of: keyof Cost): number =>
    groups.reduce((all, g) => all + costOf(g.as, rate)[of] * g.places.length, 0);
  const spent = { load: sum("load"), memory: sum("memory") };
  // How much has to be saved; below zero there is room left, which a measure may not use up.
  const over = {
    load: budget.load === null ? null : spent.load - budget.load,
    memory: budget.memory === null ? null : spent.memory - budget.memory,
  };
  const unknown = groups.filter((g) => g.as.load === null && g.as.memory === null).length;
  const report = { cost: spent, budget: { ...budget }, unknown };
  if ((over.load ?? 0) <= 0 && (over.memory ?? 0) <= 0) return { ...report, measures: [] };
  return { ...report, measures: leastLoss(measuresFor(session, by, importanceOf), over, solver) };
}

/** Those that save enough at the least loss, of each device one at most; null where all together do not. */
function leastLoss(measures: readonly Measure[], over: Budget, solver: Solver): Measure[] | null {
  const one = (m: Measure): string => `one ${deviceKey(m.choice.of)}`;
  const columns = measures.map((m, n): Column => ({
    name: String(n),
    whole: true,
    to: 1,
    in: [
      ["loss", m.loss],
      ["load", m.load],
      ["memory", m.memory],
      [one(m), 1],
    ],
  }));
  const rows: Row[] = [
    ...(over.load === null ? [] : [{ name: "load", least: over.load }]),
    ...(over.memory === null ? [] : [{ name: "memory", least: over.memory }]),
    ...[...new Set(measures.map(one))].map((name) => ({ name, most: 1 })),
  ];
  // A budget that no measure touches has no row in the programme.
  const unhelped = (of: keyof Cost): boolean => (over[of] ?? 0) > 0 && !measures.some((m) => m[of] > 0);
  if (unhelped("load") || unhelped("memory")) return null;
  const solved = solver({ aim: "least", worth: { loss: 1 }, columns, rows });
  return solved && measures.filter((_, n) => (solved.get(String(n)) ?? 0) > 0.5);
}
