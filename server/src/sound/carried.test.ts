import { createHash } from "node:crypto";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { lookAtItems } from "@mossy/core/items/stay";
import { setField } from "@mossy/core/session/change";
import { blankTrack, emptySession } from "@mossy/core/session/document";
import type { Session } from "@mossy/core/session/document";
import { blankItem } from "@mossy/core/session/item";
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { beforeAll, expect, it } from "vitest";
import { takenIn } from "../testing/sessions.ts";
import { bring, tone } from "../testing/sounds.ts";
import { visit } from "../testing/visit.ts";

const {
  visitors: [lead, engineer],
} = await visit("marram", "tamsin");

const sha = (bytes: Uint8Array): string => createHash("sha256").update(bytes).digest("hex");
const bed = tone(4);
const BED = sha(bed);
const held = {
  kind: "sound",
  hash: BED,
  file: "Tide bed (new).wav",
  seconds: 4,
  rate: 48_000,
  channels: 2,
} as const;

/** An evening with a bed under everything, twice, and a track for whoever speaks. */
const evening: Session = {
  ...emptySession("Evening"),
  tracks: [
    blankTrack("voice", "Voice_1", { feeds: "main" }),
    blankTrack("beds", "Beds", {
      format: "stereo",
      feeds: "main",
      items: [
        blankItem("m1", "Tide", held),
        blankItem("m2", "Tide again", held, { at: 60, loops: true, length: 20 }),
      ],
    }),
    blankTrack("main", "Main", { kind: "main", format: "stereo", role: "main" }),
  ],
};
let template = "";
let sound = "";
const start = async (title: string) => {
  const wish = { title, room: "pan-yard", template, release: 1, leaveOut: [] };
  return (await engineer.ask("startSession", {}, wish)).data;
};

beforeAll(async () => {
  sound = (await bring(engineer, "Tide bed (new).wav", bed)).data.sound.id;
  const wish = { name: "Evening with a bed", shelf: "Spoken word", session: evening, note: "As it began." };
  template = (await lead.ask("newTemplate", {}, wish)).data.id;
});

it("a package carries what lies on the tracks, once, and the session file leads to it", async () => {
  const { id } = await start("First tide");
  const { data } = await engineer.ask("package", { session: id });
  const files = unzipSync(data as unknown as Uint8Array);
  const name = (end: string): string => Object.keys(files).find((n) => n.endsWith(end)) ?? "";
  const path = name("/Audio/Tide_bed_new.wav");
  expect(sha(files[path]!)).toBe(BED);
  const project = strFromU8(unzipSync(files[name(".dawproject")]!)["project.xml"]!);
  const led = [...project.matchAll(/<File path="([^"]*)" external="true"/g)].map((m) => m[1]);
  expect(led).toEqual(["../Audio/Tide_bed_new.wav", "../Audio/Tide_bed_new.wav"]);
  expect(new URL(led[0]!, `file:///${name(".dawproject")}`).pathname).toBe(`/${path}`);
  expect(strFromU8(files[name("Notes/Sounds.csv")]!)).toContain(
    `Audio/Tide_bed_new.wav,${bed.length},${BED},Beds,yes`,
  );
  expect(strFromU8(files[name("Notes/Notes.txt")]!)).toMatch(
    /Sounds on its tracks:\r\n {2}- Audio\/Tide_bed_new\.wav/,
  );
});

it("a room that has a sound already gets its hash alone", async () => {
  const { id } = await start("Second tide");
  const { data } = await engineer.ask("package", { session: id }, undefined, `?without=${BED}`);
  const files = unzipSync(data as unknown as Uint8Array);
  expect(Object.keys(files).some((n) => n.endsWith(".wav"))).toBe(false);
  const list = Object.entries(files).find(([n]) => n.endsWith("Sounds.csv"))?.[1];
  expect(strFromU8(list!)).toContain(`${BED},Beds,no`);
  const odd = await engineer.ask("package", { session: id }, undefined, "?without=everything");
  expect(odd.status).toBe(400);
});

it("is known where it is carried: templates by draft and release, sessions by their tracks", async () => {
  const { data } = await lead.ask("sound", { sound });
  expect(data.templates).toEqual([{ template, name: "Evening with a bed", draft: true, release: 1 }]);
  expect(data.uses.map((u) => [u.title, u.roomName]).sort()).toEqual([
    ["First tide", "Pan Yard"],
    ["Second tide", "Pan Yard"],
  ]);
  const { draft } = (await lead.ask("template", { template })).data;
  const beds = draft.session.tracks.find((t) => t.id === "beds")!;
  const changes = [setField(beds, "items", [])];
  await lead.ask("editDocument", { document: draft.id }, { revision: draft.revision, changes });
  const after = (await lead.ask("sound", { sound })).data;
  expect(after.templates).toMatchObject([{ draft: false, release: 1 }]);
});

/** A file of a session as a room saves it: with clips of its own, some packed, some not. */
async function handBack(title: string, loop: Uint8Array, take: Uint8Array) {
  const { id, baseline } = await start(title);
  const files = unzipSync(writeExchange(baseline, id));
  const clip = (name: string, file: string, at: number) =>
    `<Clip name="${name}" time="${at}" duration="2"><Audio channels="2" duration="2" sampleRate="48000">` +
    `<File path="audio/${file}"/></Audio></Clip>`;
  const clips = clip("Voice_01", "Voice_01.wav", 10) + clip("a7", "a7.wav", 20);
  const lane = `<Lanes track="track-voice" timeUnit="seconds"><Clips>${clips}</Clips></Lanes>`;
  const project = strFromU8(files["project.xml"]!).replace(/(<Lanes id="lanes"[^>]*>)/, `$1${lane}`);
  const bytes = zipSync({
    ...files,
    "project.xml": strToU8(
      project.replace("</Arrangement>", '<Markers><Marker time="4" name="In"/></Markers></Arrangement>'),
    ),
    "audio/Voice_01.wav": [take, { level: 0 }],
    "audio/a7.wav": [loop, { level: 9 }],
    "audio/left.wav": [tone(0.5, -40), { level: 0 }],
  });
  const { checkIn } = takenIn(
    (await engineer.ask("handIn", {}, bytes, `?session=${id}&name=x.dawproject`)).data,
  );
  return { id, checkIn, bytes };
}

it("a session tells what it carries of its job: item by item, with sizes, and who else has it", async () => {
  const loop = tone(2, -12);
  const one = await handBack("Third tide", loop, tone(2, -30));
  const two = await handBack("Fourth tide", loop, tone(2, -31));
  const { data } = await lead.ask("sessionCargo", { session: two.id });
  const looked = lookAtItems(
    data.session,
    new Set(data.takes),
    new Map(data.shared.map((s) => [s.key, s])),
  );
  expect(looked.map((l) => [l.item.name, l.stays, l.says])).toEqual([
    ["Voice_01", false, "named as a recording"],
    ["a7", true, "in all 2 sessions of the template"],
    ["Tide", true, "the template carries it"],
    ["Tide again", true, "the template carries it"],
  ]);
  const sizeOf = new Map(data.sounds.map((s) => [s.entry, s.bytes]));
  expect(sizeOf).toEqual(
    new Map([
      ["audio/Voice_01.wav", tone(2).length],
      ["audio/a7.wav", loop.length],
    ]),
  );
  expect(data.carried).toEqual([
    { what: "markers", many: 1, bytes: null },
    { what: "files nobody uses", many: 1, bytes: tone(0.5).length },
  ]);

  // What stays goes onto the shelf under what it holds, however it was packed; the session's file stays as it came.
  const shelf = { entries: ["audio/a7.wav", "audio/Voice_01.wav"], shelf: "Field" };
  const { data: put } = await lead.ask("shelveSounds", { session: one.id }, shelf);
  expect(put.sounds.map((s) => [s.entry, s.sound.hash])).toEqual([
    ["audio/a7.wav", sha(loop)],
    ["audio/Voice_01.wav", sha(tone(2, -30))],
  ]);
  const { data: file } = await lead.ask("correctedFile", { checkIn: one.checkIn });
  const [was, is] = [unzipSync(one.bytes), unzipSync(file as unknown as Uint8Array)];
  for (const n of Object.keys(was).filter((n) => n.startsWith("audio/")))
    expect(sha(is[n]!)).toBe(sha(was[n]!));
  const gone = await lead.ask(
    "shelveSounds",
    { session: one.id },
    { ...shelf, entries: ["audio/none.wav"] },
  );
  expect([gone.status, gone.problem]).toEqual([404, expect.stringContaining("holds no “audio/none.wav”")]);
  const odd = await lead.ask("shelveSounds", { session: one.id }, { ...shelf, entries: ["project.xml"] });
  expect(odd.status).toBe(404);
});

it("a template from another house is told which of its sounds are not here; the others are carried", async () => {
  const foreign = { ...held, hash: "f".repeat(64), file: "Their bed.wav" };
  const items = [blankItem("m1", "Ours", held), blankItem("m2", "Theirs", foreign, { at: 9 })];
  const session = {
    ...evening,
    tracks: evening.tracks.map((t) => (t.id === "beds" ? { ...t, items } : t)),
  };
  const { data } = await lead.ask(
    "newTemplate",
    {},
    { name: "From elsewhere", shelf: "Spoken word", session },
  );
  const { draft } = (await lead.ask("template", { template: data.id })).data;
  const lying = draft.session.tracks.flatMap((t) => t.items.map((i) => i.holds));
  expect(lying).toEqual([held, { ...foreign, hash: null }]);
});

it("a session nothing came back of carries what its template gave it", async () => {
  const { id } = await start("Fifth tide");
  const { data } = await lead.ask("sessionCargo", { session: id });
  expect(data.session.tracks.flatMap((t) => t.items.map((i) => i.name))).toEqual(["Tide", "Tide again"]);
  expect([data.sounds, data.carried]).toEqual([[], []]);
  expect(
    (await lead.ask("shelveSounds", { session: id }, { entries: ["a.wav"], shelf: "Field" })).status,
  ).toBe(404);
});
