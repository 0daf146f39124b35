import { describe, expect, it } from "vitest";
import { fileOf, lookedAt as look, offOf, quay, startsAt, style } from "../fixtures/delivered.ts";
import { after as joined, amplitude, noise, silence, sine } from "../fixtures/sounds.ts";
import type { DeliverySort } from "./delivered.ts";
import { deliveryCsv, deliveryLines, silenceInWords } from "./list.ts";
import type { DeliveryLook } from "./look.ts";
import { rowsOf } from "./rows.ts";
import { pairsIn } from "./together.ts";

const missing = (of: DeliveryLook): string[] => of.missing.map((w) => w.track.name);
const two = [noise(-20, 1), noise(-20, 1, 2)];

describe("what is missing", () => {
  it("is a recorded file of each source that none is of, and of nothing else", async () => {
    const of = look("recorded", [await fileOf("Kick_In_T01.wav"), await fileOf("LdVox_T01.wav")]);
    expect(missing(of)).toEqual(["Snare_Top", "Snare_Btm", "Grandpa's saw", "Iron_1", "Iron_2"]);
  });

  it("is a stem of each path that makes the mix", async () => {
    const of = look("stems", [await fileOf("LdVox.wav"), await fileOf("Kick_In.wav")]);
    expect(missing(of)).toEqual(["DRUMS", "Grandpa's saw", "Iron_1", "Iron_2", "Plate"]);
    expect(missing(look("stems", []))).toEqual([
      "DRUMS",
      "LdVox",
      "Grandpa's saw",
      "Iron_1",
      "Iron_2",
      "Plate",
    ]);
  });
});

describe("files against their session", () => {
  it("have its rate, its depth and the width of their track", async () => {
    const of = look("recorded", [
      await fileOf("Kick_In_T01.wav", [noise(-20, 1, 1, 44_100)], { rate: 44_100, bits: 16 }),
      await fileOf("LdVox_T01.wav", two),
      await fileOf("Snare_Top_T01.wav", undefined, { bits: 32 }),
    ]);
    expect(offOf(of, "Kick_In_T01.wav")).toEqual([
      "rate: It is at 44.1 kHz; the session is at 48 kHz.",
      "depth: It has 16 bit; the session has 24.",
    ]);
    expect(offOf(of, "LdVox_T01.wav")).toEqual(["channels: It has 2 channels; “LdVox” is mono."]);
    expect(offOf(of, "Snare_Top_T01.wav")).toEqual([]);
  });

  it("say what is off with their sound: silence, clipping; and why they were not measured", async () => {
    const loud = sine(3, 1, 200).map((x) => Math.max(-1, Math.min(1, x)));
    const of = look("recorded", [
      await fileOf("Kick_In_T01.wav", [silence(1)]),
      await fileOf("LdVox_T01.wav", [loud]),
      { ...(await fileOf("Snare_Top_T01.wav")), says: null, measures: null, unmeasured: "It is torn." },
    ]);
    expect(offOf(of, "Kick_In_T01.wav")[0]).toMatch(/^sound: There is nothing to be heard/);
    expect(offOf(of, "LdVox_T01.wav")[0]).toMatch(/^sound: It stands at full scale \d+ times/);
    expect(offOf(of, "Snare_Top_T01.wav")).toEqual(["unread: It is torn."]);
  });
});

describe("files beside each other", () => {
  it("of one take are as long as each other; another take may be another length", async () => {
    const of = look("recorded", [
      await fileOf("Kick_In_T01.wav", [noise(-20, 2)]),
      await fileOf("Snare_Top_T01.wav", [noise(-20, 2)]),
      await fileOf("LdVox_T01.wav", [noise(-20, 1.25)]),
      await fileOf("Snare_Btm_T01.wav", [noise(-20, 2.5)]),
      await fileOf("Kick_In_T02.wav", [noise(-20, 1)]),
    ]);
    expect(offOf(of, "LdVox_T01.wav")).toEqual(["length: It is 0.75 s shorter than the others (1.25 s)."]);
    expect(offOf(of, "Snare_Btm_T01.wav")).toEqual(["length: It is 0.5 s longer than the others (2.5 s)."]);
    expect(offOf(of, "Kick_In_T01.wav")).toEqual([]);
    expect(offOf(of, "Kick_In_T02.wav")).toEqual([]);
  });

  it("start together, and say so", async () => {
    const bext = startsAt(36_000);
    const of = look("stems", [
      await fileOf("DRUMS.wav", two, { bext }),
      await fileOf("LdVox.wav", undefined, { bext }),
      await fileOf("Kick_In.wav", undefined, { bext: startsAt(36_000.5) }),
      await fileOf("Snare_Top.wav"),
    ]);
    expect(offOf(of, "Kick_In.wav")).toEqual([
      "starts: It starts at 10:00:00.500; the others start at 10:00:00.000.",
    ]);
    expect(offOf(of, "Snare_Top.wav")).toEqual([
      "starts: It does not say when it starts; the others start at 10:00:00.000.",
    ]);
    expect(offOf(of, "LdVox.wav")).toEqual([]);
  });

  it("that are one source from two places are pairs, in their own take, at one rate", async () => {
    const rows = rowsOf(
      { style, session: quay, sort: "recorded" },
      await Promise.all([
        fileOf("Snare_Top_T01.wav"),
        fileOf("Kick_In_T01.wav"),
        fileOf("Snare_Btm_T01.wav"),
        fileOf("Snare_Btm_T02.wav"),
        fileOf("Snare_Top_T02.wav", [noise(-20, 1, 1, 44_100)], { rate: 44_100 }),
        // Two drums, not two microphones of one.
        fileOf("Conga_High_T01.wav"),
        fileOf("Conga_Low_T01.wav"),
      ]),
    );
    expect(pairsIn(style.house, rows).map((p) => [p.first.file.path, p.second.file.path])).toEqual([
      ["Snare_Top_T01.wav", "Snare_Btm_T01.wav"],
    ]);
  });

  it("must not work against each other as they are heard", async () => {
    const files = [await fileOf("Snare_Top_T01.wav"), await fileOf("Snare_Btm_T01.wav")];
    const pair = { first: "Snare_Top_T01.wav", second: "Snare_Btm_T01.wav" };
    const found = (sort: DeliverySort, correlation: number): string[] => {
      const named = sort === "stems" ? "Snare_Btm_T01.wav" : pair.second;
      return offOf(
        look(sort, files, {
          said: { [pair.first]: "top", [pair.second]: "bottom" },
          compared: [{ ...pair, alike: { correlation, later: 0 } }],
        }),
        named,
      ).filter((o) => o.startsWith("polarity"));
    };
    // The session turns the bottom over: what was recorded the other way round comes right by that.
    expect(found("recorded", -0.8)).toEqual([]);
    expect(found("recorded", 0.8)).toEqual([
      "polarity: It works against “Snare_Top_T01.wav” (correlation 0.80): heard together they get thin. " +
        "The session turns “Snare_Btm” over, and they were recorded alike.",
    ]);
    expect(found("stems", 0.8)).toEqual([]);
    expect(found("stems", -0.8)[0]).toContain("One of them is turned over.");
    // Too little in common to tell.
    expect(found("stems", -0.2)).toEqual([]);
  });
});

describe("the list of a delivery", () => {
  it("says how long nothing is heard at the ends, where that is long", async () => {
    const words = async (before: number, after: number): Promise<string | null> => {
      const sides = [joined(silence(before), noise(-20, 0.5), silence(after))];
      return silenceInWords({ file: await fileOf("Kick_In_T01.wav", sides) });
    };
    expect(await words(0.9, 4.9)).toBeNull();
    expect(await words(2, 0)).toMatch(/^Silent for 2(\.\d+)? s before its sound\.$/);
    expect(await words(62, 6)).toMatch(
      /^Silent for 1:02(\.\d+)? before its sound and 6(\.\d+)? s behind it\.$/,
    );
  });

  it("has a line for each file with what it is, and what is missing behind them", async () => {
    const kick = await fileOf("kick in take 1.wav", [sine(-20, 1)], { bext: startsAt(3661.5) });
    const of = look("recorded", [kick]);
    const [heads, line, ...gone] = deliveryCsv(of).replace("\ufeff", "").trim().split("\r\n");
    expect(heads).toContain("True peak (dBTP)");
    expect(line).toContain(`kick in take 1.wav,Kick_In,1,,48000,24,1,1,1:01:01.500`);
    expect(line).toContain(`,${kick.size},${kick.hash},Not named as a recorded file.`);
    expect(line).toContain(String(Math.round(20 * Math.log10(amplitude(-20)))));
    expect(gone.map((l) => l.replace(/,+/g, ","))).toEqual([
      ",Snare_Top,missing",
      ",Snare_Btm,missing",
      ",LdVox,missing",
      ",Grandpa's saw,missing",
      ",Iron_1,missing",
      ",Iron_2,missing",
    ]);
    expect(deliveryLines(of)[0]).toMatchObject({
      track: "Kick_In",
      format: "48 kHz, 24 bit, mono",
      length: "0:01",
      hash: kick.hash,
    });
  });
});
