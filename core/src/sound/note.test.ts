import { describe, expect, it } from "vitest";
import { sourceOf } from "../formats/bytes.ts";
import { note, played } from "../fixtures/notes.ts";
import { measureNote } from "./note.ts";
import { notesIn } from "./notesIn.ts";
import { readHead } from "./read.ts";

const RATE = 48_000;
const stereo = { rate: RATE, weights: [1, 1] };
const mono = { rate: RATE, weights: [1] };

describe("a note that is measured", () => {
  it("is heard where it starts, to a millisecond, for any lag, level and pitch", () => {
    for (const lag of [0, 3.3, 62, 187.5, 900])
      for (const level of [-3, -24, -45])
        for (const pitch of [41.2, 440, 3520]) {
          const frames = [note({ rate: RATE, before: lag / 1000, seconds: 1, level, pitch })];
          expect(Math.abs((measureNote(frames, mono, 0, null)?.lag ?? Infinity) - lag)).toBeLessThan(1);
        }
  });

  it("is as loud as a tone of its level, by its loudest 400 ms (EBU Tech 3341, case 1: −23 LUFS)", () => {
    const tone = note({ rate: RATE, before: 0.05, seconds: 1, level: -23, pitch: 1000 });
    expect(measureNote([tone, tone], stereo, 0, null)?.loudness).toBeCloseTo(-23, 1);
    expect(measureNote([tone], mono, 0, null)?.loudness).toBeCloseTo(-26.01, 1);
  });

  it("sounds on for as long as it takes to fall by 60 dB once it is let go", () => {
    const frames = note({
      rate: RATE,
      before: 0.04,
      seconds: 1,
      level: -10,
      pitch: 440,
      tail: 0.8,
      after: 2,
    });
    expect(measureNote([frames], mono, 0, 1.04)?.tail).toBeCloseTo(0.8, 1);
    expect(measureNote([frames], mono, 0, null)?.tail).toBeNull();
    // Of what is cut off nobody knows how long it would have gone on.
    const cut = frames.subarray(0, RATE * 1.2);
    expect(measureNote([cut], mono, 0, 1.04)?.tail).toBeNull();
  });

  it("is told from what sounded before it, and from nothing", () => {
    const first = note({ rate: RATE, before: 0, seconds: 0.1, level: -30, pitch: 440 });
    const second = note({ rate: RATE, before: 0.05, seconds: 1, level: -10, pitch: 660 });
    const both = new Float32Array(first.length + second.length);
    both.set(first);
    both.set(second, first.length);
    expect(measureNote([both], mono, 0.1, null)?.lag).toBeCloseTo(50, 0);
    const loud = note({ rate: RATE, before: 0, seconds: 0.1, level: -1, pitch: 1000 });
    const soft = note({ rate: RATE, before: 0.05, seconds: 1, level: -30, pitch: 1000 });
    const after = new Float32Array(loud.length + soft.length);
    after.set(loud);
    after.set(soft, loud.length);
    expect(measureNote([after], mono, 0.1, null)?.loudness).toBeCloseTo(-33, 0);
    // Struck again and again, louder each time: it starts with the first.
    const again = [-40, -30, -20].map((level) =>
      note({ rate: RATE, before: 0.08, seconds: 0.1, level, pitch: 440 }),
    );
    const struck = new Float32Array(again.reduce((sum, x) => sum + x.length, 0));
    again.forEach((x, n) => struck.set(x, n * again[0]!.length));
    expect(measureNote([struck], mono, 0, null)?.lag).toBeCloseTo(80, 0);
    expect(measureNote([new Float32Array(RATE)], mono, 0, null)).toBeNull();
    expect(measureNote([new Float32Array(0)], mono, 0, null)).toBeNull();
  });

  it("is heard before it was played where its maker says so", () => {
    const early = note({ rate: RATE, before: 0.06, seconds: 1, level: -12, pitch: 440 });
    expect(measureNote([early], mono, 0.1, null)?.lag).toBeCloseTo(-40, 0);
  });
});

describe("notes of one sound", () => {
  it("are each measured from a little before to where the next begins", async () => {
    const all = [
      { at: 0.5, lag: 20, level: -20 },
      { at: 2, lag: 75, level: -12 },
      { at: 4, lag: 5, level: -30 },
    ];
    const file = played(RATE, 6, all);
    const source = sourceOf(file);
    const head = await readHead(source, "WAVE");
    const found = [];
    for await (const f of notesIn(
      source,
      head,
      all.map((n) => ({ at: n.at, length: 1 })),
    ))
      found.push(f);
    found.forEach((f, n) => {
      expect(Math.abs((f.measures?.lag ?? Infinity) - all[n]!.lag)).toBeLessThan(1);
      expect(f.measures?.loudness).toBeCloseTo(all[n]!.level - 3.01, 0);
      expect(f.look.from).toBeCloseTo(all[n]!.at - 0.1, 6);
      expect(Math.max(...f.look.high)).toBeCloseTo(10 ** (all[n]!.level / 20), 2);
    });
    // A note that is heard late is drawn to where it is.
    const slow = sourceOf(played(RATE, 3, [{ at: 0.2, lag: 1200, level: -20 }]));
    for await (const f of notesIn(slow, await readHead(slow, "WAVE"), [{ at: 0.2, length: null }])) {
      expect(f.look.from + f.look.seconds).toBeGreaterThan(1.4 + 0.2);
      expect(Math.max(...f.look.high)).toBeCloseTo(0.1, 2);
    }
    const late = [];
    for await (const f of notesIn(source, head, [{ at: 99, length: null }])) late.push(f.measures);
    expect(late).toEqual([null]);
  });
});
