// npm run season -- --rooms 200 --weeks 12 --seed 7,11,21: what a season shows, held against what really happened.
import { writeFile } from "node:fs/promises";
import { openEmptyHouse } from "./doors/ground.ts";
import { loop } from "./loop/loop.ts";
import type { Count } from "./measure/count.ts";
import { season } from "./season.ts";
import { csvOf, loopRowsOf, markdownOf, rowsOf } from "./table.ts";
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
};

const wish = readWish();
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
  const house = await openEmptyHouse();
  try {
    const through = await loop(house.base, house.token, size);
    for (const [what, count] of Object.entries(through)) showCases(WORDS[what] ?? what, count, wish.cases);
    rows.push(...loopRowsOf(through));
  } finally {
    await house.close();
  }
  for (const r of rows) console.log(`${r.met ? "met   " : "MISSED"} ${r.question}: ${r.figure} of ${r.of}`);
  seeds.set(seed, rows);
  console.log("");
}
console.log(markdownOf(seeds));
if (wish.csv !== null) await writeFile(wish.csv, csvOf(seeds));
