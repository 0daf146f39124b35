import type { Session } from "../../session/document.ts";
import { curvesOf } from "./sets.ts";

/** What a project may hold of the job: the element, and what it is called, one and many. */
const OF_THE_JOB = {
  clips: ["Clip", "clip", "clips"],
  markers: ["Marker", "marker", "markers"],
  curves: ["Points", "automation curve", "automation curves"],
  scenes: ["Scene", "scene", "scenes"],
  tempos: ["TempoAutomation", "tempo curve", "tempo curves"],
  meters: ["TimeSignatureAutomation", "list of meters", "lists of meters"],
} as const;

const PARTS = Object.keys(OF_THE_JOB) as (keyof typeof OF_THE_JOB)[];

/** How much of what belongs to the job a file holds. */
export type Contents = Readonly<Record<keyof typeof OF_THE_JOB, number>>;

/** @param many how many elements of each name a project has */
export const contentsOf = (many: ReadonlyMap<string, number>): Contents =>
  Object.fromEntries(PARTS.map((part) => [part, many.get(OF_THE_JOB[part][0]) ?? 0])) as Contents;

/** How much there is besides what the house wrote itself: clips and curves of what lies on tracks, markers, tempos. */
export function besides(
  contents: Contents,
  { tracks, markers, tempos, meters }: Pick<Session, "tracks" | "markers" | "tempos" | "meters">,
): Contents {
  const items = tracks.flatMap((t) => t.items);
  const left = (all: number, ours: readonly unknown[]): number => Math.max(0, all - ours.length);
  const curves = items.reduce((sum, i) => sum + curvesOf(i), 0);
  return {
    ...contents,
    markers: left(contents.markers, markers),
    tempos: left(contents.tempos, tempos.slice(0, 1)),
    meters: left(contents.meters, meters.slice(0, 1)),
    clips: left(contents.clips, items),
    curves: Math.max(0, contents.curves - curves),
  };
}

/** What a file holds of the job, each with how many and what it is called. */
const saidOf = (contents: Contents): { many: number; one: string; what: string }[] =>
  PARTS.flatMap((part) => {
    const [, one, what] = OF_THE_JOB[part];
    return contents[part] === 0 ? [] : [{ many: contents[part], one, what }];
  });

export const noticesOn = (contents: Contents): string[] =>
  saidOf(contents).map(({ many, one, what }) =>
    many === 1
      ? `1 ${one} in the file was left alone: it belongs to the job.`
      : `${many} ${what} in the file were left alone: they belong to the job.`,
  );

const MOST_NOTICES = 50;
/** A file with thousands of the same thing to say is told of with the first of them. */
export function shortened(notices: readonly string[]): string[] {
  if (notices.length <= MOST_NOTICES) return [...notices];
  return [
    ...notices.slice(0, MOST_NOTICES),
    `And ${notices.length - MOST_NOTICES} more notices of this kind.`,
  ];
}
