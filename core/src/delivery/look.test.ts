import { describe, expect, it } from "vitest";
import { fileOf, quay, startsAt, style } from "../fixtures/delivered.ts";
import { after as joined, amplitude, noise, silence, sine } from "../fixtures/sounds.ts";
import { planMoves } from "../disk/moves.ts";
import type { Delivered, DeliverySort } from "./delivered.ts";
import { chosenIn } from "./chosen.ts";
import { deliveryCsv, deliveryLines, silenceInWords } from "./list.ts";
import { lookAt } from "./look.ts";
import type { Compared, DeliveryLook } from "./look.ts";
import { wishesFor } from "./plan.ts";
import { rowsOf } from "./rows.ts";
import { pairsIn } from "./together.ts";

const look = (
  sort: DeliverySort,
  files: readonly Delivered[],
  { said = {}, compared = [] }: { said?: Record<string, string>; compared?: readonly Compared[] } = {},
): DeliveryLook => {
  const against = { style, session: quay, sort };
  return lookAt(against, rowsOf(against, files, new Map(Object.entries(said))), compared);
};
const offOf = (of: DeliveryLook, path: string): string[] =>
  of.rows.find((r) => r.file.path === path)!.off.map((o) => `${o.sort}: ${o.says}`);
const trackOf = async (sort: DeliverySort, name: string): Promise<string | undefined> =>
  look(sort, [await fileOf(name)]).rows[0]!.name.of?.track.name;
const missing = (of: DeliveryLook): string[] => of.missing.map((w) => w.track.name);
const two = [noise(-20, 1), noise(-20, 1, 2)];

describe("of which track a file is", () => {
  it.each([
    ["Kick_In_T01.wav", "Kick_In"],
    ["kick in take 1.WAV", "Kick_In"],
    ["01 Kick In.wav", "Kick_In"],
    ["Quay night - snare bottom 02.aif", "Snare_Btm"],
    ["grandpas saw.wav", "Grandpa's saw"],
    ["IMG 0412.wav", undefined],
    ["Snare.wav", undefined],
  ])("%s is of %s", async (name, track) => {
    expect(await trackOf("recorded", name)).toBe(track);
  });

  it("is a stem of a folder or a return as well, however it was called by who printed it", async () => {
    expect(await trackOf("stems", "DRUMS stem 48k final.wav")).toBe("DRUMS");
    expect(await trackOf("stems", "Plate_v02.wav")).toBe("Plate");
    expect(await trackOf("recorded", "Plate_v02.wav")).toBeUndefined();
  });

  it("is, of two tracks of one name, the one something is due of", async () => {
    const [row] = look("stems", [await fileOf("drums.wav")]).rows;
    expect(row!.name.of?.track.id).toBe("kit");
  });

  it("is what somebody says, whatever its name says", async () => {
    const files = [await fileOf("IMG 0412.wav"), await fileOf("Kick_In_T01.wav")];
    const of = look("recorded", files, { said: { "IMG 0412.wav": "saw", "Kick_In_T01.wav": "top" } });
    expect(of.rows.map((r) => [r.name.of?.track.name, r.name.by])).toEqual([
      ["Grandpa's saw", "said"],
      ["Snare_Top", "said"],
    ]);
    // Named as another track, it is not named as it should be.
    expect(of.rows[1]!.name).toMatchObject({ named: false, right: "Snare_Top_T01.wav" });
  });
});

describe("which files are of a delivery", () => {
  const listed = (...paths: string[]) => paths.map((path) => ({ path }));
  const chosen = (sort: DeliverySort, ...paths: string[]): string[] =>
    chosenIn(style.house, listed(...paths), sort).map((f) => f.path);

  it("is what lies in the folder the blueprint has for them, however that is written, sound only", () => {
    const all = ["stems/b10.wav", "Stems/b9.WAV", "Audio/Kick_T01.wav", "Stems/notes.txt", "loose.wav"];
    expect(chosen("stems", ...all)).toEqual(["Stems/b9.WAV", "stems/b10.wav"]);
    expect(chosen("recorded", ...all)).toEqual(["Audio/Kick_T01.wav"]);
  });

  it("is, where nothing lies there, what lies in no folder of the blueprint", () => {
    expect(chosen("stems", "loose.wav", "from tape/a.flac", "Mixes/m.wav", "Audio/k.wav")).toEqual([
      "from tape/a.flac",
      "loose.wav",
    ]);
  });
});

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

describe("names", () => {
  it("are moved to what the house calls them, and never onto each other", async () => {
    const files = await Promise.all(
      ["Audio/kick in take 1.wav", "Audio/Snare_Top_T01.wav", "Audio/snare top 01.wav"].map((p) =>
        fileOf(p),
      ),
    );
    const of = look("recorded", files);
    expect(offOf(of, "Audio/kick in take 1.wav")).toEqual(["misnamed: Not named as a recorded file."]);
    expect(offOf(of, "Audio/Snare_Top_T01.wav")).toEqual([]);
    const entries = files.map(({ path, size }) => ({ path, size, folder: false }));
    const plan = planMoves(entries, wishesFor(of));
    expect(plan.steps).toEqual([
      { do: "move", from: "Audio/kick in take 1.wav", to: "Audio/Kick_In_T01.wav" },
    ]);
    expect(plan.refused.map((r) => r.wish.from)).toEqual(["Audio/snare top 01.wav"]);
  });

  it("that say no take, or another rate than the file has, are said", async () => {
    const recorded = look("recorded", [await fileOf("Kick_In.wav")]);
    expect(offOf(recorded, "Kick_In.wav")).toEqual([
      "misnamed: Not named as a recorded file, and its name says no take.",
    ]);
    const stems = look("stems", [
      await fileOf("Kick_In_v02_44k1.wav"),
      await fileOf("Kick_In_v01_48k.wav"),
    ]);
    expect(offOf(stems, "Kick_In_v02_44k1.wav")).toEqual([
      "misnamed: Its name says 44k1; it is at 48 kHz.",
    ]);
    expect(stems.rows.map((r) => r.name.right)).toEqual(["Kick_In_v02_48k.wav", null]);
  });

  it("of what no role fits, or no pattern tells apart, are those of their tracks", async () => {
    const named = async (sort: DeliverySort, name: string) =>
      look(sort, [await fileOf(name)]).rows[0]!.name;
    expect(await named("recorded", "grandpas saw take 3.wav")).toMatchObject({
      right: "Grandpa_s_saw_T03.wav",
      take: 3,
    });
    expect(await named("recorded", "Grandpa_s_saw_T03.wav")).toMatchObject({ named: true, right: null });
    // Without a take nobody knows what it should be called.
    expect(await named("recorded", "grandpas saw.wav")).toMatchObject({ named: false, right: null });
    // The pattern of stems has no place for a number: both irons would be called the same.
    expect(await named("stems", "iron 2 v03.wav")).toMatchObject({ right: "Iron_2_v03_48k.wav" });
    expect(await named("stems", "Iron_2_v03.wav")).toMatchObject({
      named: true,
      of: { track: { id: "iron2" } },
    });
    expect(await named("stems", "Iron_v03.wav")).toMatchObject({ of: null });
  });

  it("of two files may be of one track: in one take that is one too many", async () => {
    const files = ["Kick_In_T01.wav", "kick in 01.wav", "Kick_In_T02.wav"].map((p) => fileOf(p));
    const of = look("recorded", await Promise.all(files));
    expect(offOf(of, "kick in 01.wav")).toContain("twice: “Kick_In_T01.wav” is of the same track, take 1.");
    expect(offOf(of, "Kick_In_T02.wav")).toEqual([]);
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
