import { storyEvening } from "@mossy/core/fixtures/ordered";
import { spoken } from "@mossy/core/fixtures/sounds";
import { orderOf } from "@mossy/core/order/settle";
import { blankTrack } from "@mossy/core/session/document";
import type { Session } from "@mossy/core/session/document";
import { writeWave } from "@mossy/core/sound/writeWave";
import { unzipSync } from "fflate";
import { beforeAll, describe, expect, it, vi } from "vitest";
import { pagesOf } from "../testing/pdf.ts";
import { bring } from "../testing/sounds.ts";
import { visit } from "../testing/visit.ts";

const {
  visitors: [lead, engineer, assistant],
} = await visit("marram", "tamsin", "wren");

/** A short evening of half a minute: a host to come, a bed under what is said, something that closes. */
const evening = (): Session => {
  const whole = storyEvening();
  const keep = new Set(["r3", "r4", "r7"]);
  return {
    ...whole,
    fixedEnd: 200,
    order: whole.order
      .filter((p) => keep.has(p.id))
      .map((p) =>
        p.id === "r3"
          ? { ...p, starts: { to: "time", at: 0 } }
          : p.id === "r4"
            ? { ...p, starts: { to: "end", of: "r3", plus: 1 }, planned: 20, approved: false }
            : p,
      ),
    tracks: [
      ...whole.tracks.map((t) => ({
        ...t,
        feeds: "main",
        items: t.items.filter((i) => i.piece !== null && keep.has(i.piece)),
      })),
      blankTrack("main", "Main", { kind: "main", format: "stereo", role: "main" }),
    ],
  };
};
const file = (seconds: number, seed: number): Uint8Array =>
  writeWave([spoken(seconds, seed)], { rate: 48_000, bits: 16 });
const measured = (id: string): Promise<void> =>
  vi.waitFor(async () => expect((await lead.ask("sound", { sound: id })).data.is).not.toBeNull(), {
    timeout: 30_000,
    interval: 100,
  });

let template = "";
let parts: string[] = [];
const start = (drops: object[], title = "This week") =>
  engineer.ask("startSession", {}, {
    title,
    room: "pan-yard",
    template,
    release: 1,
    leaveOut: [],
    drops,
  } as never);

beforeAll(async () => {
  const wish = { name: "Short evening", shelf: "Spoken word", session: evening(), note: "As it began." };
  template = (await lead.ask("newTemplate", {}, wish)).data.id;
  parts = [];
  for (const [name, bytes] of [
    ["Tale part 1.wav", file(11, 3)],
    ["Tale part 2.wav", file(9.5, 8)],
  ] as const)
    parts.push((await bring(engineer, name, bytes)).data.sound.id);
  for (const id of parts) await measured(id);
});

describe("a session that is started with this week's files", () => {
  it("has them in its running order, part by part, as loud as its rule says; its template has none", async () => {
    const { status, data } = await start([{ piece: "r4", sounds: parts }]);
    expect(status).toBe(200);
    const session = (await engineer.ask("session", { session: data.id })).data.baseline as Session;
    const tale = orderOf(session).pieces.find((p) => p.id === "r4")!;
    expect(tale.parts.map(({ item }) => [item.name, item.at, item.length, item.job])).toEqual([
      ["Tale part 1", 73, 11, true],
      ["Tale part 2", 84, 9.5, true],
    ]);
    const { data: facts } = await engineer.ask(
      "soundFacts",
      {},
      {
        hashes: tale.parts.map(({ item }) => (item.holds.kind === "sound" ? item.holds.hash! : "")),
      },
    );
    expect(facts.sounds).toHaveLength(2);
    for (const { item } of tale.parts) {
      const of = facts.sounds.find((f) => item.holds.kind === "sound" && f.hash === item.holds.hash)!;
      expect(of.integrated! + item.gain).toBeCloseTo(-23, 1);
      expect(Buffer.from(of.profile!, "base64").length).toBe(Math.floor(of.seconds * 10) * 2);
    }
    const { draft } = (await lead.ask("template", { template })).data;
    expect(JSON.stringify(draft.session)).not.toContain("Tale part 1");
    const zip = unzipSync(
      (await engineer.ask("package", { session: data.id })).data as unknown as Uint8Array,
    );
    expect(Object.keys(zip).filter((n) => n.includes("Tale"))).toHaveLength(2);
  });

  it("is refused with what to do where a piece or a sound is not there", async () => {
    const gone = await start([{ piece: "r99", sounds: parts }]);
    expect([gone.status, gone.problem]).toEqual([
      422,
      "The running order has no such piece any more. Drop the files in again.",
    ]);
    const lost = await start([{ piece: "r4", sounds: ["6f9619ff-8b86-4d01-b42d-00cf4fc964ff"] }]);
    expect(lost.problem).toContain("is not on the shelf any more");
    const raw = (await bring(engineer, "Memo.m4a", new Uint8Array(500).fill(7))).data.sound.id;
    expect((await start([{ piece: "r4", sounds: [raw] }])).problem).toContain("is not measured");
  });

  it("names the pieces nothing stands for", async () => {
    const bare = evening();
    const session = {
      ...bare,
      tracks: bare.tracks.map((t) => ({ ...t, items: t.items.filter((i) => i.piece !== "r4") })),
    };
    const wish = { name: "Bare evening", shelf: "Spoken word", session, note: "Nothing yet." };
    const { id } = (await lead.ask("newTemplate", {}, wish)).data;
    const { problem } = await engineer.ask("startSession", {}, {
      title: "Bare",
      room: "pan-yard",
      template: id,
      release: 1,
      leaveOut: [],
      drops: [{ piece: "r4", sounds: parts }],
    } as never);
    expect(problem).toContain("Nothing on a track stands for “The eel and the moon”");
  });
});

describe("a running order on paper", () => {
  it("is by the clock on the wall, and says what is free; its music with uses and lengths", async () => {
    const { draft } = (await lead.ask("template", { template })).data;
    const paper = async (query: string) => {
      const { data, headers } = await assistant.ask("paper", { document: draft.id }, undefined, query);
      return { headers, words: (await pagesOf(data as unknown as Uint8Array)).flat() };
    };
    const order = await paper("?sheet=order&begins=19:30&title=Short%20evening");
    expect(order.headers.get("content-disposition")).toContain("Running_order_Short_evening.pdf");
    for (const word of ["19:30:00", "19:31:13", "The eel and the moon", "Host, welcome"])
      expect(order.words).toContain(word);
    expect(order.words).toContain("Ends at 19:33:20.");
    const music = await paper("?sheet=music");
    expect(music.words).toEqual(expect.arrayContaining(["Ebb tide", "closing", "2:30", "1 use"]));
    expect(music.words).not.toContain("The eel and the moon");
    const odd = await assistant.ask("paper", { document: draft.id }, undefined, "?begins=25:00");
    expect(odd.status).toBe(400);
  });
});
