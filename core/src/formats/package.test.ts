import { strFromU8, unzipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { asMidiFile } from "../fixtures/midiReader.ts";
import { smallSession } from "../fixtures/sessions.ts";
import { blankTrack } from "../session/document.ts";
import { blankItem } from "../session/item.ts";
import { van } from "../fixtures/van.ts";
import { fit } from "../fit/fit.ts";
import { usualHouse } from "../house/usual.ts";
import { makeReader } from "../words/reader.ts";
import { makeSolver } from "../solve/solver.ts";
import { sessionFolder } from "../disk/sessionFolder.ts";
import { readExchange } from "./exchange/read.ts";
import { makePackage } from "./package.ts";

describe("the package", () =>
  it("holds the session's folders, the session file, the input list and the notes", async () => {
    const house = usualHouse("x");
    const small = smallSession();
    const sounds = { folder: "Library/Samples/Kicks", files: ["Kick_01.wav", "Kick_02.wav"], at: 1 };
    const holds = { kind: "pattern" as const, notes: [], sets: [], length: 4, shelf: null };
    const beat = blankTrack("beat", "Beat", {
      kind: "instrument",
      feeds: "main",
      sounds,
      items: [blankItem("i", "Beat", holds)],
    });
    const result = fit(
      { ...small, tracks: [...small.tracks, beat], notes: "Mind the tide." },
      { ...van, inputs: van.inputs.slice(0, 3) },
      { solver: await makeSolver() },
    );
    const folder = sessionFolder(
      house,
      makeReader(house.words),
      result.session.title,
      van.name,
      new Date("2026-09-11T10:00:00Z"),
    );
    expect(folder).toBe("2026-09-11_Small-session_FerryVan");
    const files = unzipSync(
      makePackage({
        house,
        reader: makeReader(house.words),
        room: van,
        session: result.session,
        id: "s1",
        folder,
        report: { ...result, leftOut: [] },
        from: "Small, release 2",
      }),
    );
    expect(Object.keys(files)).toEqual(
      expect.arrayContaining([
        `${folder}/Audio/`,
        `${folder}/Session/Backups/`,
        `${folder}/Session/Small-session.dawproject`,
        `${folder}/Session/Small-session.mid`,
        `${folder}/Notes/Input_list.csv`,
        `${folder}/Notes/Notes.txt`,
      ]),
    );
    // Where nothing plays MIDI there is no MIDI file.
    const { tracks } = result.session;
    const bare = { ...result.session, tracks: tracks.filter((t) => t.kind !== "instrument") };
    const report = { ...result, leftOut: [] };
    const without = makePackage({
      house,
      reader: makeReader(house.words),
      room: van,
      session: bare,
      id: "s2",
      folder,
      report,
      from: "Small",
    });
    expect(Object.keys(unzipSync(without)).filter((f) => f.endsWith(".mid"))).toEqual([]);
    expect(await readExchange(files[`${folder}/Session/Small-session.dawproject`]!)).toMatchObject({
      of: "s1",
      session: result.session,
    });
    const notes = strFromU8(files[`${folder}/Notes/Notes.txt`]!);
    expect(notes).toContain("Mind the tide.");
    expect(notes).toContain("Beat: Kick_02.wav, 2 of 2 in Library/Samples/Kicks");
    expect(asMidiFile(files[`${folder}/Session/Small-session.mid`]!)).toHaveLength(2);
    expect(notes).toContain(
      "EGtr_Amp: Wants a microphone input; all 3 of Ferry Van that would do are taken.",
    );
  }));
