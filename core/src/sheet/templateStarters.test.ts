import { describe, expect, it } from "vitest";
import { check, open } from "../check/check.ts";
import { newSession } from "../house/starts.ts";
import { makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";
import { STARTERS, startWith } from "./templateStarters.ts";
import { readLines } from "./typed.ts";

const style = makeStyle(usualHouse("x"));
let n = 0;
const newId = (): string => `n${++n}`;
const base = newSession(style.house, "x");

describe("starters", () => {
  it.each(STARTERS.map((s) => [s.name, s] as const))(
    "%s is read for sure to the last line, and there is nothing to look at",
    (_name, starter) => {
      expect(
        readLines(style, base, starter.list, newId)
          .filter((m) => !m.reading.sure)
          .map((m) => m.line.name),
      ).toEqual([]);
      const s = startWith(style, starter, newId);
      expect(open(check(style, s)).map((f) => f.says)).toEqual([]);
      // Every send of the starter goes somewhere: none names a role this house does not read.
      expect(starter.sends.filter((x) => !s.tracks.some((t) => t.role === x.to)).map((x) => x.to)).toEqual(
        [],
      );
    },
  );
});
