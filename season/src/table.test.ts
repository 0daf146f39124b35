import { describe, expect, it } from "vitest";
import { blankFigures } from "./loop/figures.ts";
import { Count, told } from "./measure/count.ts";
import type { Figures } from "./season.ts";
import { answersRow, csvOf, loopRowsOf, markdownOf, quantile, rowsOf, toAllRows } from "./table.ts";
import { wishOf } from "./wish.ts";

function figures(right: number, wrong: number): Figures {
  const names = new Count<"right" | "asked" | "wrongAndSure">("right", "asked", "wrongAndSure");
  Object.assign(names, { all: 1000, of: { right, asked: 1000 - right - wrong, wrongAndSure: wrong } });
  const pairs = new Count<"right" | "wrong" | "missed">("right", "wrong", "missed");
  Object.assign(pairs, { all: 1000, of: { right: 995, wrong: 2, missed: 3 } });
  return { names, pairs, files: { all: 2, withoutIds: 1 } };
}

describe("the table of a season", () => {
  it("holds each answer against its aim", () => {
    expect(rowsOf(figures(970, 5)).map((r) => [r.figure, r.met])).toEqual([
      ["97.00 %", true],
      ["0.50 %", true],
      ["99.50 %", true],
      ["0.20 %", true],
    ]);
    expect(rowsOf(figures(969, 6)).map((r) => r.met)).toEqual([false, false, true, true]);
  });

  it("meets nothing where nothing was looked at", () => {
    const none = figures(0, 0);
    none.pairs.all = 0;
    expect(rowsOf(none)[3]?.met).toBe(false);
  });

  it("sets seeds side by side and the worst of them in bold", () => {
    const seeds = new Map([
      [7, rowsOf(figures(980, 1))],
      [11, rowsOf(figures(960, 4))],
    ]);
    const lines = markdownOf(seeds).split("\n");
    expect(lines[0]).toBe("| Question | Aim | Seed 7 | Seed 11 |");
    expect(lines[2]).toContain("| ≥ 97 % | 98.00 % | **96.00 % (missed)** |");
    expect(lines[3]).toContain("| 0.10 % | **0.40 %** |");
    expect(csvOf(seeds).split("\r\n")[1]).toBe(
      '7,"Names read right: what, where, which of several",≥ 97 %,98.00 %,yes,1000',
    );
  });
});

describe("the table of what went through the doors", () => {
  it("meets nothing where nothing happened, and all where nothing went wrong", () => {
    const f = blankFigures();
    expect(loopRowsOf(f).filter((r) => r.met)).toEqual([]);
    const good: Record<string, string> = {
      sides: "right",
      forward: "unasked",
      brought: "right",
      own: "kept",
      corrected: "asItCame",
      found: "found",
      alarms: "right",
      fits: "best",
      mistaken: "noticed",
      again: "once",
      ledger: "there",
      servers: "same",
    };
    for (const [what, outcome] of Object.entries(good))
      told(f[what as keyof typeof f] as Count<string>, outcome);
    expect(loopRowsOf(f).filter((r) => !r.met)).toEqual([]);
    expect(loopRowsOf(f).find((r) => r.question.startsWith("Questions"))?.figure).toBe("none asked");
    told(f.sides, "wrong");
    told(f.questions, "needless");
    expect(loopRowsOf(f).flatMap((r) => (r.met ? [] : [r.figure]))).toEqual(["50.00 %", "100.00 %"]);
  });
});

describe("how long the house takes", () => {
  it("is what all but five in a hundred answers took at most", () => {
    const hundred = Array.from({ length: 100 }, (_, i) => i + 1);
    const rows = [hundred, hundred.map((ms) => ms + 5.4), hundred.map((ms) => ms + 6)].map((ms) =>
      answersRow(
        new Map([
          ["house", ms.slice(50)],
          ["session", ms.slice(0, 50)],
        ]),
      ),
    );
    expect(rows.map((r) => [r.figure, r.met, r.of])).toEqual([
      ["95 ms", true, 100],
      ["100 ms", false, 100],
      ["101 ms", false, 100],
    ]);
    expect(answersRow(new Map()).met).toBe(false);
    expect([quantile([3, 1, 2], 0.5), quantile([3, 1, 2], 1), quantile([4], 0.01)]).toEqual([2, 3, 4]);
  });

  it("is a minute of the house and ten of a lead's at most until an edition is everywhere, and all of it", () => {
    const onTheWay = { ownWork: 0, left: 0, questions: [] };
    const all = { seconds: 60, templates: 6, sessions: 200, onTheWay, rest: 0 };
    const said = (other: Partial<typeof all>) =>
      toAllRows({ ...all, ...other }).map((r) => [r.figure, r.met, r.of]);
    expect(said({})).toEqual([
      ["60.0 s", true, 206],
      ["42 s, 14 clicks", true, 206],
    ]);
    expect(said({ seconds: 60.1 }).map(([, met]) => met)).toEqual([false, true]);
    expect(said({ rest: 2 })).toEqual([
      ["60.0 s, 2 left", false, 206],
      ["42 s, 14 clicks", false, 206],
    ]);
    // Two questions in each of sixty sessions are more than one person decides in ten minutes.
    const questions = Array.from({ length: 60 }, () => 2);
    expect(said({ onTheWay: { ownWork: 1, left: 2, questions } as never })[1]).toEqual([
      "686 s, 257 clicks",
      false,
      206,
    ]);
  });
});

describe("what is asked of a season", () => {
  it("is two hundred rooms and twelve weeks, or what somebody says", () => {
    expect(wishOf([])).toEqual({ rooms: 200, weeks: 12, seeds: [7], csv: null, cases: 10, pace: null });
    expect(wishOf(["--rooms", "8", "--seed", "7,11", "--csv", "a.csv"])).toMatchObject({
      rooms: 8,
      seeds: [7, 11],
      csv: "a.csv",
    });
  });

  it.each([
    [["--rooms", "many"], "--rooms is a whole number from 1 to 2000, not “many”"],
    [["--weeks", "0"], "--weeks is a whole number from 1 to 104, not “0”"],
    [["--seed", "7,x"], "--seed is a whole number from 0 to 2147483647, not “x”"],
    [["--people", "4"], "There is no --people: --rooms, --weeks, --seed, --pace, --csv and --cases are."],
    [["--csv"], "--csv needs a value behind it"],
  ])("%j is refused", (words, says) => expect(() => wishOf(words)).toThrow(says));
});
