/** What is asked of the programme on its command line. */
export interface Wish {
  readonly rooms: number;
  readonly weeks: number;
  readonly seeds: readonly number[];
  /** Where the table is put as CSV; null for nowhere. */
  readonly csv: string | null;
  /** How many of the commonest cases that went wrong are shown. */
  readonly cases: number;
  /** How many times as fast as people are at work the rooms are; null: as fast as it goes. */
  readonly pace: number | null;
}

const NUMBERS = { rooms: [1, 2000], weeks: [1, 104], cases: [0, 500], pace: [1, 100_000] } as const;

/**
 * Reads `--rooms 200 --weeks 12 --seed 7,11,21 --pace 1000 --csv FILE --cases 20`.
 * @throws Error saying what is wrong
 */
export function wishOf(words: readonly string[]): Wish {
  const wish = {
    rooms: 200,
    weeks: 12,
    seeds: [7],
    csv: null as string | null,
    cases: 10,
    pace: null as number | null,
  };
  for (let i = 0; i < words.length; i += 2) {
    const [name = "", value] = [words[i], words[i + 1]];
    if (value === undefined) throw new Error(`${name} needs a value behind it`);
    if (name === "--rooms" || name === "--weeks" || name === "--cases" || name === "--pace") {
      const what = name.slice(2) as keyof typeof NUMBERS;
      const [least, most] = NUMBERS[what];
      wish[what] = whole(name, value, least, most);
    } else if (name === "--seed") wish.seeds = value.split(",").map((s) => whole(name, s, 0, 2 ** 31 - 1));
    else if (name === "--csv") wish.csv = value;
    else throw new Error(`There is no ${name}: --rooms, --weeks, --seed, --pace, --csv and --cases are.`);
  }
  return wish;
}

function whole(name: string, text: string, least: number, most: number): number {
  const n = Number(text);
  if (!/^\d+$/.test(text) || n < least || n > most)
    throw new Error(`${name} is a whole number from ${least} to ${most}, not “${text}”`);
  return n;
}
