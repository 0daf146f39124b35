import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { inverse, setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { session as sessionSchema } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { blankInsert } from "../session/processor.ts";
import { arrange } from "./arrange.ts";
import { clipOf, paste } from "./clip.ts";
import { dissolve, takeOut, wrap } from "./folders.ts";
import { putChain } from "./chains.ts";
import { cueMixFrom } from "./paths.ts";
import { say } from "./many.ts";
import { inputsOfNow, keepInputs, takeInputs } from "./inputSets.ts";
import { addTyped, readLines } from "./typed.ts";
import { style, tidy, newId, by, done } from "../fixtures/laidOut.ts";

describe("input sets", () =>
  it("keep a numbering under a name, take it up again, and are replaced under the same name", () => {
    const yard = done(tidy, keepInputs(tidy, "Yard", "s1"));
    const moved = done(yard, [
      setField(by(yard, "Kick"), "input", 30),
      setField(by(yard, "EGtr_Amp"), "input", null),
    ]);
    expect([inputsOfNow(yard)?.name, inputsOfNow(moved)]).toEqual(["Yard", null]);
    const van = done(moved, keepInputs(moved, "Van", "s2"));
    const back = done(van, takeInputs(van, "s1"));
    expect(back.tracks.map((t) => t.input)).toEqual(tidy.tracks.map((t) => t.input));
    const again = done(van, keepInputs(van, "yard", "s3"));
    expect(again.inputSets.map((s) => [s.id, s.name])).toEqual([
      ["s1", "Yard"],
      ["s2", "Van"],
    ]);
    expect(takeInputs(van, "nobody")).toEqual([]);
  }));

describe("any row of edits in the workbench", () =>
  it("is undone to the exact session by its inverses, last first", () => {
    type Act = (s: Session, ids: string[], n: number) => readonly Change[];
    const acts: readonly Act[] = [
      (s, ids, k) => wrap(style, s, ids, `w${k}`),
      (s, ids) => dissolve(s, ids[0] ?? ""),
      (s, ids) => takeOut(s, ids.slice(0, 1)),
      (s) => arrange(style, s),
      (s, ids) => {
        const said = say(s, ids, "3 dB down");
        return "changes" in said ? said.changes : [];
      },
      (s, ids, k) => {
        const g = cueMixFrom(style, s, ids, `c${k}`);
        return "changes" in g ? g.changes : [];
      },
      (s, ids) => putChain(s, ids, [blankInsert("a", "EQ")], { id: "x", version: 1 }),
      (s, ids) =>
        paste(
          style,
          s,
          ids.length > 0 ? clipOf(s, ids) : clipOf(tidy, ["kick"]),
          { parent: null, after: null },
          newId,
        ),
      (s) => addTyped(style, s, readLines(style, s, "Drum kit\n  Hat\nViolin", newId), "house"),
    ];
    fc.assert(
      fc.property(
        sessions(7),
        fc.array(fc.tuple(fc.nat({ max: 8 }), fc.array(fc.nat(), { maxLength: 3 })), { maxLength: 7 }),
        (start, row) => {
          let now = start;
          const deeds: (readonly Change[])[] = [];
          row.forEach(([act, picks], k) => {
            const changes = acts[act]!(
              now,
              [...new Set(picks.flatMap((p) => now.tracks[p % Math.max(1, now.tracks.length)]?.id ?? []))],
              k,
            );
            now = apply(now, changes);
            deeds.push(changes);
          });
          expect(sessionSchema.safeParse(now).error).toBeUndefined();
          for (const changes of deeds.reverse()) now = apply(now, inverse(changes));
          expect(now).toEqual(start);
        },
      ),
      { numRuns: 120 },
    );
  }));
