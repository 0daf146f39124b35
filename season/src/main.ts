// npm run season -- --rooms 200 --weeks 12 --seed 7,11,21: what a season shows, held against what really happened.
import { writeFile } from "node:fs/promises";
import type { Count } from "./measure/count.ts";
import { season } from "./season.ts";
import { csvOf, markdownOf, rowsOf } from "./table.ts";
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

const wish = readWish();
const seeds = new Map<number, Row[]>();
for (const seed of wish.seeds) {
  const figures = await season({ rooms: wish.rooms, weeks: wish.weeks, seed });
  seeds.set(seed, rowsOf(figures));
  const { all, withoutIds } = figures.files;
  console.log(
    `Seed ${seed}: ${wish.rooms} rooms, ${wish.weeks} weeks, ${all} files handed in, ${withoutIds} of them ` +
      `without our ids; ${figures.names.all} typed names, ${figures.pairs.all} tracks to be known again.`,
  );
  showCases("Names not read right", figures.names, wish.cases);
  showCases("Tracks not recognised right", figures.pairs, wish.cases);
  console.log("");
}
console.log(markdownOf(seeds));
if (wish.csv !== null) await writeFile(wish.csv, csvOf(seeds));
