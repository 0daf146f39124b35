import { createHash } from "node:crypto";
import type { AnswerOf } from "@mossy/contract/routes";
import { noise } from "@mossy/core/fixtures/sounds";
import { sourceOf } from "@mossy/core/formats/bytes";
import { outlineFrom } from "@mossy/core/sound/outline";
import { readHead } from "@mossy/core/sound/read";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { unzipSync, zipSync } from "fflate";
import { expect, it } from "vitest";
import type { Visitor } from "../testing/house.ts";
import { quayNight } from "../testing/sessions.ts";
import { bring, tone } from "../testing/sounds.ts";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead, engineer, assistant],
} = await visit("marram", "tamsin", "wren");

type Sound = AnswerOf<"sound">;

async function whole(id: string): Promise<Sound> {
  for (let tries = 0; tries < 100; tries++) {
    const { data } = await lead.ask("sound", { sound: id });
    if (data.is || data.unmeasured !== null) return data;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error("it is not measured");
}

it("a sound is brought in pieces, kept under what it holds, measured and drawn", async () => {
  const bytes = tone(3);
  const { status, data } = await bring(engineer, "Low tide.wav", bytes, 100_000);
  expect(status).toBe(200);
  expect(data).toMatchObject({
    known: false,
    sound: { name: "Low tide", shelf: "Field", by: { id: "tamsin" } },
  });
  expect(data.sound.tags).toEqual(["Sea", "low tide"]);
  const sound = await whole(data.sound.id);
  expect(sound.hash).toBe(createHash("sha256").update(bytes).digest("hex"));
  expect(sound.is).toMatchObject({
    container: "WAVE",
    rate: 48_000,
    channels: 2,
    bits: 24,
    seconds: 3,
    off: 1,
  });
  expect(sound.measures!.integrated).toBeCloseTo(-20, 1);
  const { data: outline } = await lead.ask("soundOutline", { sound: sound.id });
  const drawn = outlineFrom(outline as unknown as Uint8Array);
  expect(drawn.channels.length).toBe(2);
  expect(drawn.channels[0]!.length / 2).toBe(Math.ceil(144_000 / drawn.stretch));
});

it("goes on where it was cut off, and takes no piece that leaves a gap", async () => {
  const bytes = tone(2, -30);
  const begin = () =>
    engineer.ask("beginSound", {}, { file: "cut.wav", size: bytes.length, mark: "cut.wav 99" });
  const { coming } = (await begin()).data;
  const send = (at: number, to: number) =>
    engineer.ask("soundPiece", { coming, at: String(at) }, bytes.slice(at, to));
  await send(0, 50_000);
  expect((await send(60_000, 70_000)).problem).toContain("here up to byte 50000");
  // One that came and whose answer was lost.
  expect((await send(0, 50_000)).data.has).toBe(50_000);
  const early = await engineer.ask("endSound", { coming }, { shelf: "Field", tags: [] });
  expect([early.status, early.problem]).toEqual([409, expect.stringContaining("Send the rest first")]);
  expect((await begin()).data).toEqual({ coming, has: 50_000 });
  await send(50_000, bytes.length);
  const beyond = { coming, at: String(bytes.length) };
  expect((await engineer.ask("soundPiece", beyond, new Uint8Array(1))).status).toBe(409);
  // Nobody else's to go on with.
  expect((await assistant.ask("endSound", { coming }, { shelf: "Field", tags: [] })).status).toBe(404);
  expect((await engineer.ask("endSound", { coming }, { shelf: "Field", tags: [] })).status).toBe(200);
});

it("is never kept twice, and comes back where it was put away", async () => {
  const bytes = tone(1, -12);
  const first = (await bring(engineer, "one.wav", bytes)).data.sound;
  await lead.ask("editSound", { sound: first.id }, { gone: true });
  const again = (await bring(assistant, "the same.wav", bytes)).data;
  expect(again).toMatchObject({ known: true, sound: { id: first.id, name: "one", gone: false } });
  const { rows } = await house.pool.query("select 1 from sounds where hash = $1", [
    (await whole(first.id)).hash,
  ]);
  expect(rows.length).toBe(1);
});

it("is done once, however often it is asked to be kept", async () => {
  const bytes = tone(1, -13);
  const { data: began } = await engineer.ask(
    "beginSound",
    {},
    { file: "k.wav", size: bytes.length, mark: "k.wav 1234" },
  );
  await engineer.ask("soundPiece", { coming: began.coming, at: "0" }, bytes);
  const end = () =>
    fetch(`${house.base}/api/sounds-coming/${began.coming}/end`, {
      method: "POST",
      headers: {
        "content-type": "application/json",
        cookie: engineer.cookie,
        "idempotency-key": "keep-k-once",
      },
      body: JSON.stringify({ shelf: "Field", tags: [] }),
    }).then((res) => res.json());
  expect(await end()).toEqual(await end());
});

it("takes what cannot be measured along and says so, and no file that is no sound", async () => {
  const { data } = await bring(engineer, "voice.m4a", new Uint8Array(noise(0, 0.1).buffer));
  expect((await whole(data.sound.id)).unmeasured).toContain("not measured here");
  const packed = tone(0.5).slice();
  packed[20] = 0x55;
  const broken = (await bring(engineer, "packed.wav", packed)).data.sound;
  expect((await whole(broken.id)).unmeasured).toContain("format 0x55");
  const text = await bring(engineer, "notes.txt", new TextEncoder().encode("mind the step"));
  expect([text.status, text.problem]).toEqual([422, expect.stringContaining("“notes.txt” holds no sound")]);
});

it("is given out as it came, as a Broadcast Wave that says how loud it is, and in parts", async () => {
  const bytes = tone(2, -15);
  const { id } = (await bring(engineer, "out.wav", bytes)).data.sound;
  const { measures } = await whole(id);
  const came = await lead.ask("soundFile", { sound: id });
  expect(Buffer.compare(came.data as unknown as Uint8Array, bytes)).toBe(0);
  const { data } = await lead.ask("soundFile", { sound: id }, undefined, "?as=described");
  const head = await readHead(sourceOf(data as unknown as Uint8Array), "WAVE");
  expect(head.bext).toMatchObject({ description: "out", originator: "Saltmarsh Sound House" });
  expect(head.bext!.loudness!.integrated).toBeCloseTo(measures!.integrated!, 1);
  const part = (range: string) =>
    fetch(`${house.base}/api/sounds/${id}/listen`, { headers: { cookie: lead.cookie, range } });
  const some = await part("bytes=44-143");
  expect([some.status, some.headers.get("content-range")]).toEqual([
    206,
    `bytes 44-143/${44 + 2 * 48_000 * 4}`,
  ]);
  const everything = await part("");
  expect(everything.headers.get("content-encoding")).toBeNull();
  expect(everything.headers.get("content-length")).toBe(String(44 + 2 * 48_000 * 4));
  const all = Buffer.from(await everything.arrayBuffer());
  expect(Buffer.from(await some.arrayBuffer())).toEqual(all.subarray(44, 144));
  expect((await part("bytes=999999999-")).status).toBe(416);
  // What has no samples as they are cannot be described.
  const carried = (await lead.ask("sounds", {}, undefined, "?find=buoy")).data.sounds[0]!;
  expect((await lead.ask("soundFile", { sound: carried.id }, undefined, "?as=described")).status).toBe(422);
});

it("is found by name, shelf, tag and notes, page by page", async () => {
  const ask = async (query: string) => (await lead.ask("sounds", {}, undefined, query)).data;
  expect((await ask("?find=third%20stroke")).sounds.map((s) => s.name)).toEqual(["Tide bell"]);
  expect((await ask("?find=50%25")).sounds).toEqual([]);
  const stories = await ask("?tag=stories&order=longest");
  expect(stories.sounds.map((s) => s.name)).toEqual([
    "Harbour bed",
    "Ebb tide",
    "Tide bell",
    "Oyster break",
  ]);
  expect(stories.shelves.map((s) => s.name)).toContain("Field");
  for (let n = 0; n < 70; n++) await bring(engineer, `grain ${n}.wav`, tone(0.01, -20 - n / 10));
  for (const order of ["name", "newest", "longest"]) {
    const seen: string[] = [];
    for (let after = ""; ;) {
      const page = await ask(`?find=grain&order=${order}${after}`);
      expect(page.of).toBe(70);
      seen.push(...page.sounds.map((s) => s.id));
      if (page.next === null) break;
      after = `&after=${page.next}`;
    }
    expect(new Set(seen).size).toBe(70);
    expect(seen.length).toBe(70);
  }
});

it("is changed by whoever brought it and by leads, and a shelf it stands on is not taken down", async () => {
  const { id } = (await bring(engineer, "mine.wav", tone(0.6, -25))).data.sound;
  const edit = (who: Visitor, name: string) => who.ask("editSound", { sound: id }, { name });
  expect((await edit(assistant, "theirs")).problem).toContain("brought by Tamsin Roe");
  expect((await edit(engineer, "ours")).data.name).toBe("ours");
  const moved = await lead.ask("editSound", { sound: id }, { shelf: "A shelf for this", notes: "hm" });
  expect(moved.data).toMatchObject({ shelf: "A shelf for this", notes: "hm", name: "ours" });
  const { shelves } = (await lead.ask("library", {})).data;
  const without = shelves.filter((s) => s.name !== "A shelf for this").map((s) => ({ ...s, was: s.name }));
  const down = await lead.ask("editShelves", {}, { shelves: without, merged: [] });
  expect([down.status, down.problem]).toEqual([409, expect.stringContaining("stands 1 sound file")]);
  const merged = [{ name: "A shelf for this", into: "Field" }];
  expect((await lead.ask("editShelves", {}, { shelves: without, merged })).status).toBe(200);
  expect((await lead.ask("sound", { sound: id })).data.shelf).toBe("Field");
});

it("what the house keeps is told by shelf, room and template, each file once", async () => {
  const { data } = await lead.ask("soundsKept", {});
  const { rows } = await house.pool.query<{ files: number; bytes: number }>(
    "select count(*)::int as files, sum(size)::float8 as bytes from sound_files f join sounds using (hash)",
  );
  expect(data.shelves).toEqual(rows[0]);
});

it("says which sessions hold it, and counts what came in with them by room and template, each once", async () => {
  const bytes = tone(1.5, -31);
  const { id } = (await bring(engineer, "bed.wav", bytes)).data.sound;
  const { data } = await quayNight(engineer);
  const parts = unzipSync(writeExchange(data.baseline, data.id));
  const file = zipSync({ ...parts, "audio/bed of the night.wav": [bytes, { level: 0 }] });
  for (const n of [1, 2])
    await engineer.ask("handIn", {}, file, `?session=${data.id}&name=take-${n}.dawproject`);
  const { uses } = (await lead.ask("sound", { sound: id })).data;
  expect(uses).toMatchObject([{ session: data.id, room: data.room, as: "audio/bed of the night.wav" }]);
  const kept = (await lead.ask("soundsKept", {})).data;
  expect(kept.sessions).toEqual({ files: 1, bytes: bytes.length });
  expect(kept.rooms).toMatchObject([{ id: data.room, files: 1, bytes: bytes.length }]);
  expect(kept.templates).toMatchObject([{ id: data.template, files: 1, bytes: bytes.length }]);
  expect(kept.twice).toBe(0);
});
