import { describe, expect, it } from "vitest";
import { planMoves } from "../disk/moves.ts";
import { fileOf, lookedAt as look, offOf, style } from "../fixtures/delivered.ts";
import { chosenIn } from "./chosen.ts";
import type { DeliverySort } from "./delivered.ts";
import { wishesFor } from "./plan.ts";

const trackOf = async (sort: DeliverySort, name: string): Promise<string | undefined> =>
  look(sort, [await fileOf(name)]).rows[0]!.name.of?.track.name;

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
