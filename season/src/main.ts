// npm run season -- --rooms 200 --weeks 12 --seed 7,11,21: what a season shows, held against what really happened.
import { writeFile } from "node:fs/promises";
import { dice } from "@mossy/core/chance/dice";
import { afterTheHouse } from "./doors/afterTheHouse.ts";
import { openEmptyHouse } from "./doors/ground.ts";
import { Kills } from "./doors/kills.ts";
import type { Times } from "./doors/road.ts";
import { loop } from "./loop/loop.ts";
import type { Count } from "./measure/count.ts";
import { season } from "./season.ts";
import type { Size } from "./size.ts";
import { answersRow, csvOf, loopRowsOf, markdownOf, quantile, rowsOf, toAllRows } from "./table.ts";
import type { Row } from "./table.ts";
import { wishOf } from "./wish.ts";
import type { Wish } from "./wish.ts";

function readWish(): Wish {
  try {
    return wishOf(process.argv.slice(2));
  } catch (e) {
    console.error(e instanceof Error ? e.message : String(e));
    process.exit(1);
  }
}
const wish = readWish();

function showCases(title: string, count: Count<string>, most: number): void {
  const cases = [...count.cases].sort(([a, m], [b, n]) => n - m || (a < b ? -1 : 1)).slice(0, most);
  if (cases.length === 0) return;
  console.log(`\n${title}:`);
  for (const [words, many] of cases) console.log(`${String(many).padStart(4)} × ${words}`);
}

const WORDS: Readonly<Record<string, string>> = {
  sides: "Drift told as another's",
  brought: "Sessions brought forward wrongly",
  questions: "What was asked",
  own: "Own work lost",
  corrected: "In corrected files not as it came",
  found: "Conventions not found",
  alarms: "False alarms",
  fits: "Fits that could keep more",
  ledger: "What was acknowledged and is lost",
  servers: "What two servers answer otherwise",
};

/** In so many weeks of a season, the last ones, things fail. How long the house takes is looked at before. */
const FAILING = 0.25;
/** A week of people at work, in seconds. */
const WORKING_WEEK = 40 * 3600;

async function throughTheDoors(size: Size): Promise<Row[]> {
  const house = await openEmptyHouse();
  afterTheHouse();
  const kills = new Kills(house, dice(size.seed));
  const calm = size.weeks - Math.ceil(FAILING * size.weeks);
  const began = performance.now();
  let times: Times = new Map();
  let pace = 0;
  try {
    const { figures, toAll } = await loop(house, size, {
      weekTakes: wish.pace === null ? null : WORKING_WEEK / wish.pace,
      beforeWeek: async (week, things) => {
        if (week === calm) {
          times = await house.times();
          pace = (1000 * calm * WORKING_WEEK) / (performance.now() - began);
        }
        if (week >= calm) kills.week(things);
      },
      before: (n) => kills.before(n),
      settled: () => kills.settled(),
    });
    for (const [what, count] of Object.entries(figures)) showCases(WORDS[what] ?? what, count, wish.cases);
    console.log(
      `${Math.round(pace)} times the pace of people at work; servers were killed ${kills.done.servers} times, the ` +
        `database ${kills.done.databases} times. In the end an edition went to ${toAll.templates} templates and ` +
        `${toAll.sessions} open sessions.`,
    );
    showTimes(times);
    return [...loopRowsOf(figures), ...toAllRows(toAll), answersRow(times)];
  } finally {
    await house.close();
  }
}

/** What took longest, in milliseconds: half of its answers, 95 of a hundred, all. */
function showTimes(times: Times): void {
  const slow = [...times].map(([name, ms]) => ({ name, ms, p95: quantile(ms, 0.95) }));
  for (const { name, ms, p95 } of slow.toSorted((a, b) => b.p95 - a.p95).slice(0, wish.cases)) {
    const shown = [quantile(ms, 0.5), p95, quantile(ms, 1)].map((t) => t.toFixed(0).padStart(6));
    console.log(`${String(ms.length).padStart(7)} × ${name.padEnd(20)} ${shown.join(" ")} ms`);
  }
}

const seeds = new Map<number, Row[]>();
for (const seed of wish.seeds) {
  const size = { rooms: wish.rooms, weeks: wish.weeks, seed };
  const figures = await season(size);
  const { all, withoutIds } = figures.files;
  console.log(
    `Seed ${seed}: ${wish.rooms} rooms, ${wish.weeks} weeks, ${all} files handed in, ${withoutIds} of them ` +
      `without our ids; ${figures.names.all} typed names, ${figures.pairs.all} tracks to be known again.`,
  );
  showCases("Names not read right", figures.names, wish.cases);
  showCases("Tracks not recognised right", figures.pairs, wish.cases);
  const rows = rowsOf(figures);
  rows.push(...(await throughTheDoors(size)));
  for (const r of rows) console.log(`${r.met ? "met   " : "MISSED"} ${r.question}: ${r.figure} of ${r.of}`);
  seeds.set(seed, rows);
  console.log("");
}
console.log(markdownOf(seeds));
if (wish.csv !== null) await writeFile(wish.csv, csvOf(seeds));
