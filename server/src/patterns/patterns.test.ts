import { writeMidiTracks } from "@mossy/core/formats/midiOut";
import { blankTrack, emptySession } from "@mossy/core/session/document";
import { blankItem } from "@mossy/core/session/item";
import { expect, it } from "vitest";
import type { Visitor } from "../testing/house.ts";
import { visit } from "../testing/visit.ts";

const {
  visitors: [lead, engineer, assistant],
} = await visit("marram", "tamsin", "wren");

/** MIDI tracks of drums that play a bar: each key on every beat. */
const playing = (...tracks: readonly (readonly [name: string, key: number])[]): Uint8Array =>
  writeMidiTracks({
    ...emptySession("Bar"),
    tracks: tracks.map(([name, key], n) => {
      const notes = [0, 1, 2, 3].map((at) => ({ at, length: 1, key, velocity: 100 }));
      const holds = { kind: "pattern" as const, notes, sets: [], length: 4, shelf: null };
      const items = [blankItem("m1", name, holds)];
      return blankTrack(`t${n}`, name, { kind: "midi", format: null, channel: 10, items });
    }),
  });
const midi = (name: string, key = 36): Uint8Array => playing([name, key]);
const bring = (who: Visitor, file: string, bytes: Uint8Array) =>
  who.ask("bringPatterns", {}, bytes, `?file=${encodeURIComponent(file)}`);
const found = async (question = "") =>
  (await lead.ask("patterns", {}, undefined, question)).data.patterns.map((p) => p.name);

it("patterns are read from a MIDI file, tagged by what they play, and found by name and tag", async () => {
  const { status, data } = await bring(engineer, "floor.mid", midi("Barrel floor"));
  expect(status).toBe(200);
  expect(data.left).toBe(0);
  expect(data.patterns).toMatchObject([
    {
      name: "Barrel floor",
      tags: ["kick", "four-on-the-floor"],
      length: 4,
      meter: { beats: 4, unit: 4 },
      channel: 10,
      many: 4,
      file: "floor.mid",
      by: { id: "tamsin" },
      gone: false,
    },
  ]);
  expect(data.patterns[0]!.small[1]).toEqual([1, 1, 36]);
  await bring(lead, "hat_100%.mid", midi("", 42));
  expect(await found("?find=barrel%20floor")).toEqual(["Barrel floor"]);
  expect(await found("?find=100%25")).toEqual(["hat_100%"]);
  expect(await found("?tag=four-on-the-floor&find=hat")).toEqual(["hat_100%"]);
  const { data: whole } = await lead.ask("pattern", { pattern: data.patterns[0]!.id });
  expect(whole.notes[3]).toEqual({ at: 3, length: 1, key: 36, velocity: 100 });
});

it("are named, tagged and put away by whoever brought them and by leads", async () => {
  const { data } = await bring(engineer, "x.mid", midi("Gunwale"));
  const { id } = data.patterns[0]!;
  const set = (who: Visitor, body: object) => who.ask("editPattern", { pattern: id }, body);
  const refused = await set(assistant, { name: "Mine" });
  expect([refused.status, refused.problem]).toEqual([
    403,
    expect.stringContaining("was brought by Tamsin Roe"),
  ]);
  const named = await set(engineer, { name: "Gunwale, four", tags: ["deck", "Deck", "slow"] });
  expect(named.data).toMatchObject({ name: "Gunwale, four", tags: ["Deck", "slow"] });
  await set(lead, { gone: true });
  expect(await found("?find=gunwale")).toEqual([]);
  expect(await found("?find=gunwale&gone=yes")).toEqual(["Gunwale, four"]);
  expect((await set(lead, { gone: false })).data.gone).toBe(false);
  const { data: record } = await lead.ask("record", {}, undefined, "?find=pattern");
  expect(record.lines.map((l) => l.says)).toEqual(
    expect.arrayContaining([
      "brought 1 pattern from “x.mid”",
      "called the pattern “Gunwale” “Gunwale, four”",
      "put away the pattern “Gunwale, four”",
      "brought back the pattern “Gunwale, four”",
    ]),
  );
});

it("are refused where a file holds none, with what is wrong, and nothing is kept", async () => {
  const before = await found();
  const torn = await bring(engineer, "torn.mid", midi("Torn").slice(0, 40));
  expect([torn.status, torn.problem]).toEqual([
    422,
    expect.stringContaining("“torn.mid”: The MIDI file is damaged"),
  ]);
  const text = await bring(engineer, "notes.txt", new TextEncoder().encode("four on the floor"));
  expect(text.status).toBe(422);
  const tracks = playing(...Array.from({ length: 70 }, (_, n) => [`T${n}`, 60] as const));
  const piece = await bring(engineer, "piece.mid", tracks);
  expect([piece.status, piece.problem]).toEqual([422, expect.stringContaining("It plays 70 tracks")]);
  expect(await found()).toEqual(before);
});

it("come once, however often the same request is sent", async () => {
  const key = { "idempotency-key": "patterns-of-the-tide" };
  const send = () => engineer.ask("bringPatterns", {}, midi("Twice"), "?file=t.mid", key);
  const [one, two] = [await send(), await send()];
  expect(two.data.patterns.map((p) => p.id)).toEqual(one.data.patterns.map((p) => p.id));
  expect(await found("?find=twice")).toEqual(["Twice"]);
});
