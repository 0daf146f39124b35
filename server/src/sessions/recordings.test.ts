import { createHash, randomBytes } from "node:crypto";
import { readdirSync, statSync } from "node:fs";
import { join } from "node:path";
import { correction as correctionForm } from "@mossy/core/formats/exchange/correctionForm";
import { applyCorrection } from "@mossy/core/formats/exchange/correction";
import { joined } from "@mossy/core/formats/bytes";
import { writeZip } from "@mossy/core/formats/zipOut";
import { setField } from "@mossy/core/session/change";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import type { Zippable } from "fflate";
import { describe, expect, it } from "vitest";
import { connect } from "../database.ts";
import { Space } from "../space.ts";
import { Visitor, serve } from "../testing/house.ts";
import { quayNight, takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead, engineer],
} = await visit("marram", "tamsin");

const sha = (bytes: Uint8Array): string => createHash("sha256").update(bytes).digest("hex");
/** Every file of the store, those on their way in too. */
function kept(folder = house.filesDir): { path: string; size: number }[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((e) => {
    const path = join(folder, e.name);
    return e.isDirectory() ? kept(path) : [{ path, size: statSync(path).size }];
  });
}

const take = { one: randomBytes(300_000), silence: new Uint8Array(3_000_000) };
const LANES =
  '<Lanes id="l1"><!-- what was played --><Lanes track="track-kick" x:colour="wet">' +
  '<Clips><Clip time="0" duration="8"><Audio sampleRate="48000"><File path="audio/one take.wav"/></Audio></Clip>' +
  "</Clips></Lanes>" +
  '<Points><Target parameter="p9"/><RealPoint time="0" value="0.5"/></Points></Lanes>';

/** The session as a room saves it: with recordings, curves, states, a comment and things nobody here knows. */
async function saved(): Promise<{
  session: string;
  files: Record<string, Uint8Array>;
  bytes: Uint8Array;
  whole: Zippable;
}> {
  const { data } = await quayNight(engineer);
  const {
    "project.xml": project,
    "metadata.xml": metadata,
    ...rest
  } = unzipSync(writeExchange(data.baseline, data.id));
  const first = data.baseline.tracks.find((t) => t.kind === "audio")!;
  const text = strFromU8(project!)
    .replace("<Project ", '<Project xmlns:x="urn:room" ')
    .replace(/<Lanes id="lanes"[^>]*\/>/, LANES.replace("track-kick", `track-${first.id}`))
    .replace("<Scenes/>", '<Scenes><Scene x:id="7"/></Scenes><x:Weather sky="grey"/>')
    .replace(`name="${first.name}"`, 'name="kick drum!!"');
  const whole: Zippable = {
    "project.xml": strToU8(text),
    "audio/one take.wav": [take.one, { level: 0 }],
    "metadata.xml": metadata!,
    "audio/silence.wav": [take.silence, { level: 9 }],
    "plugins/verb.state": [randomBytes(2000), { level: 0 }],
    "room notes.txt": strToU8("mind the step"),
    ...rest,
  };
  const bytes = zipSync(whole);
  return { session: data.id, files: unzipSync(bytes), bytes, whole };
}

const put = (checkIn: string) => lead.ask("checkIn", { checkIn });
/** Gives the first track that is called so its proper name again. */
async function renameKick(checkIn: string): Promise<void> {
  const { data } = await put(checkIn);
  const t = data.now.session.tracks.find((x) => x.name === "kick drum!!")!;
  const { status } = await lead.ask(
    "editDocument",
    { document: data.now.id },
    { revision: data.now.revision, changes: [setField(t, "name", "Kick_In"), setField(t, "icon", "kit")] },
  );
  expect(status).toBe(200);
}

describe("a session file with its recordings", () => {
  it("comes back as it was but for what was put right", async () => {
    const { session, files, bytes } = await saved();
    const handed = takenIn(
      (await engineer.ask("handIn", {}, bytes, `?session=${session}&name=Quay.dawproject`)).data,
    );
    await renameKick(handed.checkIn);
    const { data } = await lead.ask("correctedFile", { checkIn: handed.checkIn });
    const back = unzipSync(data as Uint8Array);
    expect(Object.keys(back)).toEqual(Object.keys(files));
    for (const name of Object.keys(files))
      if (!["project.xml", "mossy-lantern.json"].includes(name))
        expect(sha(back[name]!)).toBe(sha(files[name]!));
    expect(strFromU8(back["project.xml"]!)).toBe(
      strFromU8(files["project.xml"]!).replace('name="kick drum!!"', 'name="Kick_In"'),
    );
    const told = JSON.parse(strFromU8(back["mossy-lantern.json"]!)) as {
      session: { tracks: { name: string; icon: string }[] };
    };
    expect(told.session.tracks.find((t) => t.name === "Kick_In")!.icon).toBe("kit");
  });

  it("keeps no recording in the database, and each once however often it comes", async () => {
    const before = kept();
    const { session, bytes } = await saved();
    for (const n of [1, 2]) {
      const handed = takenIn(
        (await engineer.ask("handIn", {}, bytes, `?session=${session}&name=take-${n}.dawproject`)).data,
      );
      const { rows } = await house.pool.query<{ size: number; carried: { name: string; hash: string }[] }>(
        "select length(file) as size, carried from check_ins where id = $1",
        [handed.checkIn],
      );
      expect(rows[0]!.size).toBeLessThan(60_000);
      expect(rows[0]!.carried.map((c) => c.name)).toEqual([
        "audio/one take.wav",
        "audio/silence.wav",
        "room notes.txt",
      ]);
      expect(rows[0]!.carried[0]!.hash).toBe(sha(take.one));
    }
    const after = kept().filter((f) => !before.some((b) => b.path === f.path));
    expect(after.filter((f) => f.size === take.one.length).length).toBeLessThanOrEqual(1);
    expect(kept().filter((f) => f.path.includes("coming"))).toEqual([]);
    expect(new Set(kept().map((f) => f.size)).size).toBe(kept().length);
  });

  it("is refused before it fills the disk, and nothing of it stays", async () => {
    const { session, bytes } = await saved();
    // The file has 300 kB, and has to fit twice.
    const space = new Space([], { low: 0, full: 0 });
    space.fits = (more) => more < 500_000;
    const over = await serve(house.url, connect(house.url), house.diskDir, { space });
    try {
      const there = await Visitor.signedIn(over.base, "tamsin");
      const before = kept().length;
      const { status, problem } = await there.ask("handIn", {}, bytes, `?session=${session}`);
      expect([status, kept().length]).toEqual([507, before]);
      expect(problem).toContain("Nothing was changed");
    } finally {
      await over.close();
    }
  });

  it("is refused where a recording in it is torn, and nothing is kept of it", async () => {
    const { session, bytes } = await saved();
    const torn = bytes.slice();
    const at = Buffer.from(torn).indexOf(Buffer.from(take.one.subarray(0, 64)));
    torn[at + 5000]! ^= 0xff;
    const { rows: before } = await house.pool.query<{ n: number }>(
      "select count(*)::int as n from check_ins",
    );
    const { status, problem } = await engineer.ask("handIn", {}, torn, `?session=${session}`);
    expect(status).toBe(422);
    expect(problem).toMatch(/“audio\/one take.wav” in the ZIP is damaged/);
    const { rows: after } = await house.pool.query<{ n: number }>(
      "select count(*)::int as n from check_ins",
    );
    expect(after).toEqual(before);
    expect(kept().filter((f) => f.path.includes("coming"))).toEqual([]);
  });

  it("may come without them: then a small list of edits does the same to the file that stayed", async () => {
    const { session, bytes, whole } = await saved();
    const light = zipSync(
      Object.fromEntries(Object.entries(whole).filter(([name]) => !name.startsWith("audio/"))),
    );
    const handed = takenIn(
      (
        await engineer.ask(
          "handIn",
          {},
          light,
          `?session=${session}&name=${encodeURIComponent("潮汐 1?.dawproject")}`,
        )
      ).data,
    );
    await renameKick(handed.checkIn);
    const { data } = await engineer.ask("correction", { checkIn: handed.checkIn });
    expect(data).toMatchObject({ missing: 1, correction: { fileName: "潮汐_1.dawproject", says: [] } });
    expect(data.correction.entries.map((e) => e.name)).toEqual(["project.xml", "mossy-lantern.json"]);
    expect(data.correction.entries[0]!.change).toEqual({
      edits: [expect.objectContaining({ put: '"Kick_In"' })],
    });
    const list = correctionForm.parse(JSON.parse(JSON.stringify(data.correction)));
    const made: Uint8Array[] = [];
    await writeZip(await applyCorrection(bytes, list), (piece) => void made.push(piece.slice()));
    const [back, files] = [unzipSync(joined(made)), unzipSync(bytes)];
    expect(sha(back["audio/one take.wav"]!)).toBe(sha(take.one));
    expect(strFromU8(back["project.xml"]!)).toBe(
      strFromU8(files["project.xml"]!).replace('name="kick drum!!"', 'name="Kick_In"'),
    );
    const later = zipSync({
      ...whole,
      "project.xml": strToU8(strFromU8(files["project.xml"]!).replace("kick", "Kick")),
    });
    await expect(applyCorrection(later, list)).rejects.toThrow(
      /“project.xml” in this file is not the one that was handed in as “潮汐_1.dawproject”/,
    );
  });
});
