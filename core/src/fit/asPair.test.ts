import { describe, expect, it } from "vitest";
import { usualHouse } from "../house/usual.ts";
import { makeStyle } from "../house/style.ts";
import { fittedFor } from "../library/forward.ts";
import { blankTrack, emptySession, treeProblems } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { makeSolver } from "../solve/solver.ts";
import { pairsIn, withPairs } from "./asPair.ts";
import { NO_CHOICES } from "./choices.ts";
import { fit } from "./fit.ts";
import { blankInput, blankRoom } from "./room.ts";
import { PLAIN_TERMS, importanceIn } from "./sources.ts";
import { togetherIn } from "./together.ts";
import { waysOut } from "./waysOut.ts";

const solver = await makeSolver();
const style = makeStyle(usualHouse("Saltmarsh"));
const mics = (many: number) => Array.from({ length: many }, (_, i) => blankInput(i + 1));
const ROLES = ["tenor-pan", "double-second", "guitar-pan", "cello-pan"];
const pan = (role: string, at: string, fields: Partial<Track> = {}): Track =>
  blankTrack(`${role}-${at}`, `${role}_${at}`, {
    role,
    positions: [at],
    source: "mic",
    format: "mono",
    parent: "pans",
    feeds: "pans",
    ...fields,
  });
const row: Session = {
  ...emptySession("Row"),
  tracks: [
    blankTrack("pans", "Pans", { kind: "folder", format: "stereo", feeds: "main" }),
    ...ROLES.flatMap((role) => [pan(role, "near"), pan(role, "far")]),
    blankTrack("main", "Main", { kind: "main", format: "stereo" }),
  ],
};
const FAR = ROLES.map((r) => `${r}-far`);
const by = { style, importanceOf: importanceIn(style) };
const six = blankRoom("Van", { inputs: mics(6) });
const terms = { ...PLAIN_TERMS, solver, style };

describe("what one pair could record", () => {
  it("is what stands farther off, of things that are heard from nearer too", () => {
    expect([...pairsIn(row, togetherIn(row), style)]).toEqual([["far", FAR]]);
    const alone = { ...row, tracks: row.tracks.filter((t) => !t.id.endsWith("-near")) };
    expect([...pairsIn(alone, togetherIn(alone), style)]).toEqual([]);
  });

  it("saves something, and is asked of a house that knows its positions", () => {
    const two = { ...row, tracks: row.tracks.filter((t) => !/^(tenor|double)/.test(t.id)) };
    expect([...pairsIn(two, togetherIn(two), style)]).toEqual([]);
    expect([...pairsIn(row, togetherIn(row), null)]).toEqual([]);
  });
});

describe("a pair", () => {
  it("is one stereo track in the place of the first, named by the house, that says what it is for", () => {
    const { session, pairs } = withPairs(row, [{ tracks: FAR }], by);
    const [pair] = session.tracks.filter((t) => t.positions.includes("far"));
    expect(pairs.map((p) => [p.track, p.of.map((t) => t.id)])).toEqual([["tenor-pan-far", FAR]]);
    expect(pair).toMatchObject({
      id: "tenor-pan-far",
      name: "TnrPan_Far",
      format: "stereo",
      parent: "pans",
    });
    expect(pair?.notes).toBe(`One pair for ${ROLES.map((r) => `${r}_far`).join(", ")}.`);
    expect(session.tracks).toHaveLength(row.tracks.length - 3);
    expect(treeProblems(session.tracks)).toEqual([]);
    // Made already, it is not made again.
    expect(withPairs(session, [{ tracks: FAR }], by).session).toBe(session);
  });

  it("stands in the folder around all of them and is as much wanted as the one wanted most", () => {
    const apart = {
      ...row,
      tracks: [
        blankTrack("inner", "Inner", { kind: "folder", parent: "pans" }),
        ...row.tracks.map((t) =>
          t.id === "tenor-pan-far"
            ? { ...t, parent: "inner", feeds: "main", importance: "may" as const }
            : t.id === "cello-pan-far"
              ? { ...t, importance: "must" as const, phantom: true, number: 2 }
              : t,
        ),
      ],
    };
    const { session } = withPairs(apart, [{ tracks: FAR }], by);
    expect(session.tracks.find((t) => t.id === "tenor-pan-far")).toMatchObject({
      parent: "pans",
      feeds: "pans",
      importance: "must",
      phantom: true,
      number: null,
    });
  });

  it("leaves the folders of what it stands for, and every folder keeps what it holds together", () => {
    const each = {
      ...row,
      tracks: row.tracks.flatMap((t) => {
        if (t.id.endsWith("-near")) {
          const id = `of-${t.role}`;
          const folder = blankTrack(id, id, {
            kind: "folder",
            format: "stereo",
            parent: "pans",
            feeds: "pans",
          });
          return [folder, { ...t, parent: id, feeds: id }];
        }
        return [t.id.endsWith("-far") ? { ...t, parent: `of-${t.role}`, feeds: `of-${t.role}` } : t];
      }),
    };
    expect(treeProblems(each.tracks)).toEqual([]);
    for (const asked of [FAR, FAR.toReversed(), FAR.slice(1)]) {
      const { session } = withPairs(each, [{ tracks: asked }], by);
      expect(treeProblems(session.tracks)).toEqual([]);
      expect(session.tracks.find((t) => t.format === "stereo" && t.kind === "audio")).toMatchObject({
        parent: "pans",
        feeds: "pans",
      });
    }
    const [first, ...others] = FAR;
    const outside = {
      ...each,
      tracks: each.tracks.map((t) => (t.id === others.at(-1) ? { ...t, parent: null } : t)),
    };
    const placed = outside.tracks.toSorted(
      (a, b) => Number(a.id === others.at(-1)) - Number(b.id === others.at(-1)),
    );
    const { session } = withPairs({ ...outside, tracks: placed }, [{ tracks: FAR }], by);
    expect(session.tracks.find((t) => t.id === first)?.parent).toBeNull();
    expect(treeProblems(session.tracks)).toEqual([]);
  });

  it("takes what is still there, and is nothing where less than two are", () => {
    const less = { ...row, tracks: row.tracks.filter((t) => t.id !== "tenor-pan-far") };
    expect(withPairs(less, [{ tracks: FAR }], by).pairs.map((p) => p.track)).toEqual(["double-second-far"]);
    expect(withPairs(row, [{ tracks: ["tenor-pan-far", "gone"] }], by).session).toBe(row);
    expect(withPairs(row, [{ tracks: ["pans", "main"] }], by).session).toBe(row);
  });
});

describe("a pair in a fit", () => {
  const choices = { ...NO_CHOICES, asPair: [{ tracks: FAR }] };

  it("is a way out that says what it saves, and does what it says", () => {
    const ways = waysOut(row, six, null, terms).filter((w) => w.sort === "as-pair");
    expect(ways.map((w) => w.says)).toEqual(["What stands far as one pair (saves 2): all fits"]);
    const made = fit(row, six, { ...terms, choices });
    expect(made.unplaced).toEqual([]);
    expect(made.adjusted.find((a) => a.what === "One pair")?.says).toMatch(
      /^records tenor-pan_far, .* together$/,
    );
    expect(made.leftOut).toEqual([]);
    // Its inputs stand side by side, and nobody else has them.
    const inputs = made.session.tracks.flatMap((t) =>
      t.input === null ? [] : t.format === "stereo" ? [t.input, t.input + 1] : [t.input],
    );
    expect(new Set(inputs).size).toBe(6);
    expect(waysOut(row, six, null, { ...terms, choices })).toEqual([]);
  });

  it("has its inputs whatever else wants them: somebody decided for it", () => {
    const four = blankRoom("Booth", { inputs: mics(4) });
    const wanted = (t: Track) => (t.id.endsWith("-far") ? ("may" as const) : t.importance);
    const less = { ...row, tracks: row.tracks.map((t) => ({ ...t, importance: wanted(t) })) };
    const made = fit(less, four, { ...terms, choices });
    expect(made.session.tracks.find((t) => t.id === "tenor-pan-far")?.input).not.toBeNull();
    // Four near microphones alone would be more tracks than a pair and two of them.
    expect(made.unplaced).toHaveLength(2);
  });

  it("stays what and where it is when the session is brought forward", () => {
    const baseline = fit(row, six, { ...terms, choices }).session;
    const next = { ...row, tracks: row.tracks.map((t) => (t.id === "main" ? { ...t, level: -3 } : t)) };
    const forward = fittedFor(next, { baseline, now: baseline, choices, variant: null }, six, {
      ...PLAIN_TERMS,
      solver,
      style,
    });
    expect(forward.unplaced).toEqual([]);
    expect(forward.session.tracks.map((t) => [t.id, t.input, t.format])).toEqual(
      baseline.tracks.map((t) => [t.id, t.input, t.format]),
    );
  });
});
