import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions } from "../fixtures/sessions.ts";
import { PAN_LAWS, blankTrack, emptySession } from "../session/document.ts";
import type { PanLaw, Session, Track } from "../session/document.ts";
import { levelOf } from "./gain.ts";
import { imageOf, panFor, standings, withPan } from "./image.ts";
import { panGains, placeOf } from "./panLaw.ts";
import { flowOf } from "./ways.ts";

const main = blankTrack("main", "Main", { kind: "main", format: "stereo" });
const made = (panLaw: PanLaw, ...tracks: Track[]): Session => ({
  ...emptySession("x"),
  panLaw,
  tracks: [...tracks, main],
});
const at = (s: Session, id: string) => standings(flowOf(s)).find((x) => x.id === id);
const mono = (id: string, rest: Partial<Track> = {}): Track =>
  blankTrack(id, id, { feeds: "main", ...rest });

describe("pan laws", () => {
  // Published laws (check-values): constant power −3.01 dB each in the middle, linear −6.02, compromise
  // −4.5.
  it.each([
    ["constant-power", -3.0103],
    ["compromise", -4.5154],
    ["linear", -6.0206],
  ] as const)("%s gives %d dB to each side in the middle, 0 and nothing hard at one", (law, middle) => {
    const centre = panGains(law, 0);
    expect(levelOf(centre.left)).toBeCloseTo(middle, 3);
    expect(centre.left).toBeCloseTo(centre.right, 12);
    expect(panGains(law, -100)).toEqual({ left: 1, right: 0 });
    expect(panGains(law, 100)).toEqual({ left: 0, right: 1 });
  });

  it("keep what they are called for at every place: power, or the sum of both sides", () =>
    fc.assert(
      fc.property(fc.double({ min: -100, max: 100, noNaN: true }), (place) => {
        const power = panGains("constant-power", place),
          linear = panGains("linear", place);
        expect(power.left ** 2 + power.right ** 2).toBeCloseTo(1, 12);
        expect(linear.left + linear.right).toBeCloseTo(1, 12);
        const between = panGains("compromise", place);
        expect(levelOf(between.left)).toBeCloseTo((levelOf(power.left) + levelOf(linear.left)) / 2, 6);
      }),
    ));

  it("are turned round exactly: the place a relation of sides stands for", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...PAN_LAWS),
        fc.double({ min: -100, max: 100, noNaN: true }),
        (law, place) => {
          expect(placeOf(law, panGains(law, place))).toBeCloseTo(place, 4);
        },
      ),
    );
    expect(placeOf("linear", { left: 0, right: 0 })).toBeNull();
  });
});

describe("the image of a stereo path", () => {
  it("is as it came at 100 % in the middle, one spot at 0 %, mirrored never", () => {
    for (const law of PAN_LAWS) {
      expect(imageOf(law, 0, 100)).toEqual([1, 0, 0, 1]);
      const spot = imageOf(law, 30, 0);
      const gains = panGains(law, 30);
      expect(spot).toEqual([gains.left, gains.left, gains.right, gains.right]);
    }
  });

  it("above 100 % raises the side against the middle, as middle and side are defined", () => {
    const wide = imageOf("constant-power", 0, 150);
    // M = (L+R)/2 comes through unchanged, S = (L−R)/2 by 1.5.
    expect(wide[0] + wide[1]).toBeCloseTo(1, 12);
    expect((wide[0] - wide[1] - wide[2] + wide[3]) / 2).toBeCloseTo(1.5, 12);
  });
});

describe("where sources stand", () => {
  it("is their pan where nothing else is on the way, by any law", () => {
    for (const law of PAN_LAWS)
      for (const pan of [-100, -34, 0, 12, 100])
        expect(at(made(law, mono("a", { pan })), "a")?.place).toBeCloseTo(pan, 4);
  });

  it("is drawn in by a narrow folder and moved by a placed one", () => {
    const inFolder = (folder: Partial<Track>, pan: number): number | undefined =>
      at(
        made(
          "linear",
          blankTrack("f", "F", { kind: "folder", format: "stereo", feeds: "main", ...folder }),
          mono("a", { feeds: "f", pan }),
        ),
        "a",
      )?.place;
    // Linear law: hard right into a folder of 50 % stands at 50; in the middle of a folder at −20 of 0 %
    // width, at −20.
    expect(inFolder({ width: 50 }, 100)).toBeCloseTo(50, 6);
    expect(inFolder({ width: 50 }, 0)).toBeCloseTo(0, 6);
    expect(inFolder({ width: 0, pan: -20 }, 70)).toBeCloseTo(-20, 6);
  });

  it("of a stereo source has two edges, and a mono path brings it to one spot", () => {
    expect(
      at(made("constant-power", mono("a", { format: "stereo", width: 60, pan: 20 })), "a"),
    ).toMatchObject({
      from: expect.closeTo(-40, 4),
      to: expect.closeTo(80, 4),
      place: expect.closeTo(20, 4),
    });
    const through = made(
      "constant-power",
      blankTrack("b", "B", { kind: "bus", format: "mono", pan: 40, feeds: "main" }),
      mono("a", { format: "stereo", feeds: "b" }),
    );
    expect(at(through, "a")).toMatchObject({ from: expect.closeTo(40, 4), to: expect.closeTo(40, 4) });
  });

  it("leaves out what is muted, cancelled or goes elsewhere", () => {
    const s = made(
      "linear",
      mono("a", { muted: true }),
      mono("b", { feeds: "cue" }),
      blankTrack("cue", "Cue", { kind: "cue-mix", format: "stereo" }),
      mono("c", { sends: [{ id: "s", to: "inv", level: 0, beforeFader: false }] }),
      blankTrack("inv", "Inv", { kind: "bus", format: "stereo", feeds: "main", polarity: "inverted" }),
      mono("d"),
    );
    expect(standings(flowOf(s)).map((x) => x.id)).toEqual(["d"]);
  });

  it("agree with sending two test signals down every way one by one, for any session", () => {
    // Brute force: follow each way with a pair of samples, place at every stop, add up at the output.
    const heard = (
      s: Session,
      id: string,
      pair: readonly [number, number],
      seen: readonly string[],
    ): [number, number] => {
      const t = s.tracks.find((x) => x.id === id)!;
      const into: [number, number] =
        t.format === "mono" && seen.length > 0 ? [(pair[0] + pair[1]) / 2, 0] : [pair[0], pair[1]];
      const mono = panGains(s.panLaw, t.pan);
      const m = t.format === "mono" ? [mono.left, 0, mono.right, 0] : imageOf(s.panLaw, t.pan, t.width);
      const out: [number, number] =
        t.kind === "main" && t.format === "mono"
          ? into
          : [m[0]! * into[0] + m[1]! * into[1], m[2]! * into[0] + m[3]! * into[1]];
      const fader = t.level <= -144 ? 0 : 10 ** (t.level / 20);
      if (t.muted) return [0, 0];
      if (t.kind === "main") return [out[0] * fader, out[1] * fader];
      const sign = t.polarity === "inverted" ? -1 : 1;
      let sum: [number, number] = [0, 0];
      for (const [to, by] of [
        ...(t.feeds === null ? [] : [[t.feeds, fader] as const]),
        ...t.sends.map((x) => [x.to, 10 ** (x.level / 20) * (x.beforeFader ? 1 : fader)] as const),
      ]) {
        if (!s.tracks.some((x) => x.id === to) || seen.includes(to) || to === id) continue;
        const on = heard(s, to, [out[0] * by * sign, out[1] * by * sign], [...seen, id]);
        sum = [sum[0] + on[0], sum[1] + on[1]];
      }
      return sum;
    };
    fc.assert(
      fc.property(sessions(9), fc.constantFrom(...PAN_LAWS), (any, panLaw) => {
        const s = {
          ...any,
          panLaw,
          tracks: any.tracks.map((t) => ({ ...t, level: Math.max(-20, t.level) })),
        };
        const flow = flowOf(s);
        if (flow.circling.size > 0 || s.tracks.filter((t) => t.kind === "main").length !== 1) return;
        for (const x of standings(flow)) {
          const t = s.tracks.find((y) => y.id === x.id)!;
          const [l, r] = heard(s, x.id, [1, 0], []);
          const first = placeOf(panLaw, { left: l, right: r });
          if (first === null) continue;
          expect(Math.min(Math.abs(first - x.from), Math.abs(first - x.to))).toBeLessThan(1e-3);
          if (t.format === "mono") expect(x.level).toBeCloseTo(levelOf(Math.hypot(l, r)), 4);
        }
      }),
      { numRuns: 300 },
    );
  });

  it("can be asked for: the pan that brings a source to a place through its folder", () => {
    const s = made(
      "constant-power",
      blankTrack("f", "F", { kind: "folder", format: "stereo", feeds: "main", width: 80, pan: 10 }),
      mono("a", { feeds: "f" }),
    );
    const pan = panFor((p) => flowOf(withPan(s, "a", p)), "a", 40);
    expect(pan).not.toBeNull();
    expect(Math.abs(at(withPan(s, "a", pan!), "a")!.place - 40)).toBeLessThan(1);
    const stuck = made(
      "constant-power",
      blankTrack("b", "B", { kind: "bus", format: "mono", feeds: "main" }),
      mono("a", { feeds: "b" }),
    );
    expect(panFor((p) => flowOf(withPan(stuck, "a", p)), "a", 40)).toBeNull();
  });
});
