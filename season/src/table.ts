import type { Count } from "./measure/count.ts";
import type { Figures } from "./season.ts";

/** One question the season answers, what is aimed at, and how it stands. */
export interface Row {
  readonly question: string;
  readonly aim: string;
  readonly figure: string;
  readonly met: boolean;
  /** How many were looked at. */
  readonly of: number;
}

const percent = (share: number): string => `${(100 * share).toFixed(2)} %`;

function shareRow<O extends string>(
  question: string,
  count: Count<O>,
  outcome: O,
  aim: { readonly least: number } | { readonly most: number },
): Row {
  const share = count.share(outcome);
  const isLeast = "least" in aim;
  const bound = isLeast ? aim.least : aim.most;
  return {
    question,
    aim: `${isLeast ? "≥" : "≤"} ${Number((100 * bound).toFixed(2))} %`,
    figure: percent(share),
    met: count.all > 0 && (isLeast ? share >= bound : share <= bound),
    of: count.all,
  };
}

/** The questions of a season with their answers. */
export const rowsOf = ({ names, pairs }: Figures): Row[] => [
  shareRow("Names read right: what, where, which of several", names, "right", { least: 0.97 }),
  shareRow("Names read wrong and called sure", names, "wrongAndSure", { most: 0.005 }),
  shareRow("Tracks recognised without ids", pairs, "right", { least: 0.99 }),
  shareRow("Wrong pairs", pairs, "wrong", { most: 0.002 }),
];

/** The answers for several seeds side by side, as a table of Markdown; the worst of each is set in bold. */
export function markdownOf(seeds: ReadonlyMap<number, readonly Row[]>): string {
  const [first = []] = seeds.values();
  const line = (cells: readonly string[]): string => `| ${cells.join(" | ")} |`;
  const head = ["Question", "Aim", ...[...seeds.keys()].map((s) => `Seed ${s}`)];
  return [
    line(head),
    line(head.map(() => "---")),
    ...first.map(({ question, aim }, i) => {
      const cells = [...seeds.values()].map((rows) => rows[i]);
      const worst = worstOf(
        aim,
        cells.map((c) => c?.figure ?? ""),
      );
      return line([
        question,
        aim,
        ...cells.map((c, n) => {
          const said = `${c?.figure ?? "–"}${c?.met === false ? " (missed)" : ""}`;
          return n === worst && cells.length > 1 ? `**${said}**` : said;
        }),
      ]);
    }),
  ].join("\n");
}

/** Which of the figures is the worst for an aim. */
function worstOf(aim: string, figures: readonly string[]): number {
  const values = figures.map((f) => Number.parseFloat(f));
  return values.indexOf(aim.startsWith("≥") ? Math.min(...values) : Math.max(...values));
}

/** The same as CSV (RFC 4180): one line for each question of each seed. */
export function csvOf(seeds: ReadonlyMap<number, readonly Row[]>): string {
  const cell = (text: string): string => (/[",\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
  const lines = [["seed", "question", "aim", "figure", "met", "of"]];
  for (const [seed, rows] of seeds)
    for (const r of rows)
      lines.push([String(seed), r.question, r.aim, r.figure, r.met ? "yes" : "no", String(r.of)]);
  return `${lines.map((l) => l.map(cell).join(",")).join("\r\n")}\r\n`;
}
