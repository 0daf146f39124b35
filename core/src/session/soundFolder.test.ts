import { describe, expect, it } from "vitest";
import {
  folderNow,
  reordered,
  soundFolder,
  soundFolderInWords,
  soundOf,
  stepped,
  takenAnew,
} from "./soundFolder.ts";
import type { SoundFolder } from "./soundFolder.ts";

const files = Array.from({ length: 40 }, (_, n) => `Kick_${String(n + 1).padStart(2, "0")}.wav`);
const kicks: SoundFolder = { folder: "Library/Samples/Kicks", files, at: 2 };

describe("a folder of sounds behind a part", () => {
  it("says which of them plays, and goes on to the next, around the ends", () => {
    expect(soundFolderInWords(kicks)).toBe("Kick_03.wav, 3 of 40 in Library/Samples/Kicks");
    expect([1, -1, -3, 38].map((by) => soundOf(stepped(kicks, by)))).toEqual([
      "Kick_04.wav",
      "Kick_02.wav",
      "Kick_40.wav",
      "Kick_01.wav",
    ]);
  });

  it("keeps what plays while its order is changed; there is no place before the first or behind the last", () => {
    const later = reordered(kicks, 2, 3);
    expect([soundOf(later), later.files.slice(2, 4)]).toEqual([
      "Kick_03.wav",
      ["Kick_04.wav", "Kick_03.wav"],
    ]);
    expect(soundOf(reordered(kicks, 0, 5))).toBe("Kick_03.wav");
    expect([reordered(kicks, 0, -1), reordered(kicks, 39, 40)]).toEqual([kicks, kicks]);
  });

  it("takes over what its folder holds now: the order stays, what is new comes last, what is gone is silent", () => {
    const now = [...files.slice(0, 2), ...files.slice(3), "Kick_00.wav"];
    expect(folderNow(kicks, now)).toEqual({ more: ["Kick_00.wav"], gone: ["Kick_03.wav"] });
    const anew = takenAnew(kicks, now)!;
    expect([soundOf(anew), anew.files.at(-1), anew.files.length]).toEqual([
      "Kick_04.wav",
      "Kick_00.wav",
      40,
    ]);
    expect(soundOf(takenAnew({ ...kicks, at: 39 }, files.slice(0, 39))!)).toBe("Kick_01.wav");
    expect(soundOf(takenAnew(kicks, ["Other.wav"])!)).toBe("Other.wav");
    expect(takenAnew(kicks, [])).toBeNull();
  });

  it("is none where nothing of it plays", () => {
    expect(soundFolder.safeParse({ ...kicks, at: 40 }).success).toBe(false);
    expect(soundFolder.safeParse({ ...kicks, files: [], at: 0 }).success).toBe(false);
  });
});
