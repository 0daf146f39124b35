import { describe, expect, it } from "vitest";
import { smallSession } from "../fixtures/sessions.ts";
import { makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";
import { apply } from "../session/apply.ts";
import type { Session } from "../session/document.ts";
import { blankMarker } from "../session/lanes.ts";
import { check } from "./check.ts";

const style = makeStyle(usualHouse("x"));
const marked = (...said: readonly (readonly [name: string, at: number, job?: boolean])[]): Session => ({
  ...smallSession(),
  markers: said.map(([name, at, job = false], n) => blankMarker(`k${n}`, name, at, { job })),
});
const found = (s: Session, rule: string, baseline: Session | null = null) =>
  check(style, s, baseline).filter((f) => f.rule === rule);
const namedAll = (s: Session): Session => {
  let now = s;
  for (let n = 0; n < 10; n++) {
    const [first] = found(now, "marker-off-pattern");
    if (!first?.fix) return now;
    now = apply(now, first.fix.changes);
  }
  return now;
};

describe("markers by the house", () => {
  it("are numbered as they come, not as they were put, and keep what they are called", () => {
    const s = marked(["second verse", 60], ["3 - Music", 8], ["02_Break", 30]);
    expect(found(s, "marker-off-pattern").map((f) => f.says)).toEqual([
      "The marker “second verse” is “03_second_verse” by the house.",
      "The marker “3 - Music” is “01_Music” by the house.",
    ]);
    const named = namedAll(s);
    expect(named.markers.map((m) => m.name)).toEqual(["03_second_verse", "01_Music", "02_Break"]);
    expect(found(named, "marker-off-pattern")).toEqual([]);
  });

  it("without a name, or of a number alone, are let be", () =>
    expect(found(marked(["", 1], ["12", 5]), "marker-off-pattern")).toEqual([]));

  it("of a job are a finding in a template, and none in what came back from a room", () => {
    const s = marked(["01_Music", 1], ["02_take_4_starts", 5, true]);
    const [only] = found(s, "marker-of-a-job");
    expect(only?.says).toBe("It still carries 1 marker of a job, the first “02_take_4_starts”.");
    expect(apply(s, only!.fix!.changes).markers.map((m) => m.name)).toEqual(["01_Music"]);
    expect(found(s, "marker-of-a-job", smallSession())).toEqual([]);
  });
});
