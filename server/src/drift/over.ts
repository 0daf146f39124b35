import type { DriftOverTime } from "@mossy/contract/drift";
import type { QueryOf } from "@mossy/contract/routes";
import { driftAll, driftOver } from "@mossy/core/drift/overTime";
import type { DriftBy, DriftGroup, DriftLine } from "@mossy/core/drift/overTime";
import { PART_SAYS, PARTS, partOf, ruleTitle } from "@mossy/core/drift/parts";
import { diskName } from "@mossy/core/names/onDisk";
import type { FileAnswer } from "../answer.ts";
import type { Bench } from "../house/bench.ts";
import { driftPdf } from "../print/driftPdf.ts";
import type { DriftTable } from "../print/driftPdf.ts";
import { findAnew, linesOf, namesOf } from "./store.ts";

type Query = QueryOf<"driftOver">;
const WEEK = 7 * 24 * 3_600_000;

/** Check-ins with nothing but what is asked for in them. */
function only(lines: readonly DriftLine[], { rule, part }: Query): readonly DriftLine[] {
  if (rule === undefined && part === undefined) return lines;
  const asked = (r: string): boolean =>
    (rule === undefined || r === rule) && (part === undefined || partOf(r) === part);
  return lines.map((l) => ({ ...l, rules: new Map([...l.rules].filter(([r]) => asked(r))) }));
}

const nameOf = (by: DriftBy, key: string, places: ReadonlyMap<string, string>): string => {
  if (by === "rule") return ruleTitle(key);
  if (by === "part") return PART_SAYS[PARTS.find((p) => p === key) ?? "names"];
  return places.get(key) ?? key;
};

/** What is looked at: from the database, once. */
async function lookedAt(bench: Bench, query: Query) {
  await findAnew(bench);
  const { room = null, template = null } = query;
  const lines = only(await linesOf(bench.pool, { room, template }), query);
  const [places, now] = [await namesOf(bench.pool), Date.now()];
  const by = (what: DriftBy): DriftOverTime["groups"] =>
    driftOver(lines, { by: what, weeks: query.weeks, now }).map((g) => ({
      ...g,
      name: nameOf(what, g.key, places),
    }));
  const { key: _, ...all } = driftAll(lines, { by: query.by, weeks: query.weeks, now });
  return { by, all, places, now };
}

export async function driftOverTime(bench: Bench, query: Query): Promise<DriftOverTime> {
  const { by, all, now } = await lookedAt(bench, query);
  const { edition } = await bench.styles.current(bench.pool);
  const weeks = all.weeks.map((_, i) => new Date(now - (all.weeks.length - i) * WEEK).toISOString());
  return { edition, weeks, all, groups: by(query.by) };
}

/** What drifts by rule, part, room and template, on paper. */
export async function driftPaper(bench: Bench, query: Query): Promise<FileAnswer> {
  const { by, all, places, now } = await lookedAt(bench, query);
  const { house } = (await bench.styles.current(bench.pool)).style;
  const table = (title: string, groups: readonly (DriftGroup & { name: string })[]): DriftTable => ({
    title,
    rows: groups,
  });
  const of = [
    query.room === undefined ? null : (places.get(query.room) ?? query.room),
    query.template === undefined ? null : (places.get(query.template) ?? query.template),
    query.part === undefined ? null : PART_SAYS[query.part],
    query.rule === undefined ? null : ruleTitle(query.rule),
  ].filter((s) => s !== null);
  const made = new Date(now);
  return {
    bytes: await driftPdf({
      house: house.name,
      of,
      weeks: query.weeks,
      made,
      all,
      tables: [
        table("By rule", by("rule")),
        table("By part", by("part")),
        table("By room", by("room")),
        table("By template", by("template")),
      ],
    }),
    name: `${diskName(`Drift ${made.toISOString().slice(0, 10)}`, house.disk.script)}.pdf`,
    type: "application/pdf",
  };
}
