import { createHash } from "node:crypto";
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { blankInput, blankRoom } from "@mossy/core/fit/room";
import { dice } from "@mossy/core/chance/dice";
import { smallSession } from "@mossy/core/fixtures/sessions";
import { usualHouse } from "@mossy/core/house/usual";
import { makePackage, soundsIn } from "@mossy/core/formats/package";
import { diff } from "@mossy/core/session/diff";
import { treeProblems } from "@mossy/core/session/document";
import { makeReader } from "@mossy/core/words/reader";
import { strToU8, unzipSync, zipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { AFTERNOON, work } from "./afternoon.ts";
import { readPackage } from "./package.ts";
import { SoundsHere } from "./sounds.ts";

const house = usualHouse("x");
const HOUSE = { house, reader: makeReader(house.words) };
const session = { ...smallSession(), tracks: smallSession().tracks.map((t) => ({ ...t })) };

describe("the stand-in station", () => {
  it("drifts as an afternoon does: renamed, added, recoloured, taken out, inputs swapped", () => {
    const roomy = {
      ...session,
      tracks: [
        ...session.tracks.slice(0, 4),
        ...Array.from({ length: 8 }, (_, i) => ({
          ...session.tracks[1]!,
          id: `k${i}`,
          name: `Iron_${i + 1}`,
          input: 10 + i,
        })),
        ...session.tracks.slice(4),
      ],
    };
    const after = work(roomy, AFTERNOON, dice(5));
    const changes = diff(roomy, after);
    const fields = (field: string) => changes.filter((c) => c.do === "set" && c.field === field).length;
    expect(treeProblems(after.tracks)).toEqual([]);
    expect(changes.filter((c) => c.do === "add")).toHaveLength(2);
    expect(changes.filter((c) => c.do === "take-out")).toHaveLength(1);
    expect([fields("name"), fields("colour"), fields("input")]).toEqual([4, 1, 2]);
  });

  it("drifts the same way for the same dice, another way for others", () => {
    expect(work(session, AFTERNOON, dice(1))).toEqual(work(session, AFTERNOON, dice(1)));
    expect(work(session, AFTERNOON, dice(1))).not.toEqual(work(session, AFTERNOON, dice(2)));
  });

  it("unpacks a package of the house", async () => {
    const room = blankRoom("Van", { inputs: [blankInput(1, { label: "Mic" })] });
    const bytes = makePackage({
      ...HOUSE,
      room,
      session,
      id: "s1",
      folder: "2026-09-11_x_Van",
      report: { adjusted: [], unplaced: [], leftOut: [] },
      from: "x, release 1",
      // Whatever a layout's file is called, it is no session.
      layouts: [
        {
          name: "A",
          kind: "keys",
          version: 1,
          file: "a.dawproject",
          notes: "",
          bytes: strToU8("x"),
        },
      ],
    });
    expect(await readPackage(bytes)).toMatchObject({
      session,
      of: "s1",
      fileName: "Small-session.dawproject",
      inputLines: 4,
    });
    // Whatever lies first in it.
    const turned = zipSync(Object.fromEntries(Object.entries(unzipSync(bytes)).toReversed()));
    expect((await readPackage(turned)).fileName).toBe("Small-session.dawproject");
    expect((await readPackage(bytes)).folders).toContain("2026-09-11_x_Van/Audio/");
    await expect(readPackage(zipSync({ "a.txt": strToU8("x") }))).rejects.toThrow("no session file");
  });

  it("keeps what sounds come, once, and knows what need not come again", async () => {
    const folder = mkdtempSync(join(tmpdir(), "sounds-"));
    const sounds = new SoundsHere(folder);
    const [bytes, other] = [strToU8("RIFF tide"), strToU8("RIFF gulls")];
    const [tide, gulls] = [bytes, other].map((b) => createHash("sha256").update(b).digest("hex"));
    const parcel = (hash: string, path: string, is: Uint8Array | null) => [{ path, hash, bytes: is }];
    expect(sounds.take(parcel(tide!, "Audio/tide.wav", bytes))).toEqual({ came: 1, here: 0 });
    expect(sounds.hashes).toEqual([tide]);
    expect(new SoundsHere(folder).take(parcel(tide!, "Audio/tide.wav", null))).toEqual({
      came: 0,
      here: 1,
    });
    expect(() => sounds.take(parcel(gulls!, "Audio/gulls.wav", null))).toThrow(
      "“Audio/gulls.wav” is not in the package, and this room does not have it",
    );
    expect(() => sounds.take(parcel(gulls!, "Audio/gulls.wav", bytes))).toThrow(
      "“Audio/gulls.wav” is damaged",
    );
    expect(sounds.hashes).toEqual([tide]);
  });

  it("finds the sounds of a package by its list", async () => {
    const hashes = ["a".repeat(64), "b".repeat(64)];
    const listed = hashes.map((hash, n) => ({
      hash,
      file: "Tide bed.wav",
      tracks: ["Beds"],
      size: 9,
      here: n === 0,
    }));
    const parts = {
      ...HOUSE,
      room: blankRoom("Van", { inputs: [] }),
      session,
      id: "s1",
      folder: "2026_x",
      report: { adjusted: [], unplaced: [], leftOut: [] },
      from: "x, release 1",
      sounds: listed,
    };
    const places = soundsIn(parts);
    expect(places).toEqual([{ hash: hashes[0], path: "2026_x/Audio/Tide_bed.wav" }]);
    const files = { ...unzipSync(makePackage(parts)), [places[0]!.path]: strToU8("RIFF") };
    const { sounds } = await readPackage(zipSync(files));
    // Two under one name are told apart; the second is one the room has.
    expect(sounds).toEqual([
      { path: "Audio/Tide_bed.wav", hash: hashes[0], bytes: strToU8("RIFF") },
      { path: "Audio/Tide_bed_2.wav", hash: hashes[1], bytes: null },
    ]);
  });
});
