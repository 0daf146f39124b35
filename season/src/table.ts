import type { LoopFigures } from "./loop/figures.ts";
import type { Times } from "./doors/road.ts";
import type { Count } from "./measure/count.ts";
import { handsOfWay, handsSeconds } from "./measure/hands.ts";
import type { ToAll } from "./loop/toAll.ts";
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

/** The questions of a season that went through the doors, with their answers. */
export const loopRowsOf = (f: LoopFigures): Row[] => [
  shareRow("Drift told as the room's that was the house's, or the other way round", f.sides, "wrong", NONE),
  shareRow("Sessions brought forward without a question", f.forward, "unasked", { least: 0.95 }),
  shareRow("Of all brought forward, wrong", f.brought, "wrong", NONE),
  questionsRow(f),
  shareRow(
    "Own work of a room lost by a hand-in, a merge, a correction or a fit elsewhere",
    f.own,
    "lost",
    NONE,
  ),
  shareRow("Corrected files in which all else is byte for byte as it came", f.corrected, "asItCame", ALL),
  shareRow("Conventions nobody follows that are found", f.found, "found", { least: 0.95 }),
  shareRow("Of those found, false alarms", f.alarms, "false", { most: 0.02 }),
  shareRow("Fits that keep as much as can be", f.fits, "best", ALL),
  shareRow("Files of another session noticed", f.mistaken, "noticed", ALL),
  shareRow("Files sent again after a lost answer taken in once", f.again, "once", ALL),
  shareRow("Of what the house acknowledged, lost", f.ledger, "lost", NONE),
  shareRow("Of what two servers were asked, answered otherwise", f.servers, "other", NONE),
];

/** What is aimed at, in seconds: that long the house may be at it, and a lead's hands. */
const TO_ALL = 60;
const BY_HAND = 600;

/** How long the house was at it until an edition was everywhere, and how long one lead is. */
export function toAllRows({ seconds, templates, sessions, onTheWay, rest }: ToAll): Row[] {
  const hands = handsOfWay(onTheWay);
  const byHand = handsSeconds(hands);
  const all = { of: templates + sessions, met: rest === 0 };
  const said = rest === 0 ? "" : `, ${rest} left`;
  return [
    {
      question:
        "From publishing an edition to all templates released and all open sessions sent: the house",
      aim: `≤ ${TO_ALL} s`,
      figure: `${seconds.toFixed(1)} s${said}`,
      ...all,
      met: all.met && seconds <= TO_ALL,
    },
    {
      question: "The same: the lead's hands",
      aim: `≤ ${BY_HAND} s`,
      figure: `${byHand.toFixed(0)} s, ${hands.clicks} clicks`,
      ...all,
      met: all.met && byHand <= BY_HAND,
    },
  ];
}

/** What is aimed at, in milliseconds. */
const ANSWER = 100;

/** How long the house took to answer: of a hundred answers, the longest of the shortest ninety-five. */
export function answersRow(times: Times): Row {
  const all = [...times.values()].flat();
  const p95 = quantile(all, 0.95);
  return {
    question: "p95 of all answers",
    aim: `≤ ${ANSWER} ms`,
    figure: `${p95.toFixed(0)} ms`,
    met: all.length > 0 && p95 <= ANSWER,
    of: all.length,
  };
}

/** The value that a share of some is at most (nearest rank); NaN of none. */
export const quantile = (values: readonly number[], share: number): number =>
  values.toSorted((a, b) => a - b)[Math.max(0, Math.ceil(share * values.length) - 1)] ?? NaN;
/** Of no questions at all none was needless, where something was brought that could have asked some. */
function questionsRow({ questions, forward }: LoopFigures): Row {
  const row = shareRow("Questions that had only one sensible answer", questions, "needless", {
    most: 0.02,
  });
  return questions.all === 0 ? { ...row, figure: "none asked", met: forward.all > 0 } : row;
}

const NONE = { most: 0 };
const ALL = { least: 1 };

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
  const values = figures.map((f) => Number.parseFloat(f) || 0);
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
