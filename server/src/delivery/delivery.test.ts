import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import {
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  symlinkSync,
  utimesSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { lookAt } from "@mossy/core/delivery/look";
import { rowsOf } from "@mossy/core/delivery/rows";
import { noise, sine } from "@mossy/core/fixtures/sounds";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { makeStyle } from "@mossy/core/house/style";
import { writeWave } from "@mossy/core/sound/writeWave";
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { pagesOf } from "../testing/pdf.ts";
import { quayNight, takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead, engineer],
} = await visit("marram", "tamsin");
const out = mkdtempSync(join(tmpdir(), "mossy-bag-"));
afterAll(() => rmSync(out, { recursive: true, force: true }));

const sha = (bytes: Uint8Array): string => createHash("sha256").update(bytes).digest("hex");
const wave = (samples: Float32Array): Uint8Array => writeWave([samples], { rate: 48_000, bits: 24 });
const sessions = (await lead.ask("sessions", {})).data.sessions;
const session = sessions.find((s) => s.title === "Engine overdubs")!.id;
const { folder } = (await lead.ask("session", { session })).data;
const at = `Projects/${folder}`;
const onDisk = { what: "disk", at } as const;
const put = (path: string, bytes: Uint8Array): string => {
  const to = join(house.diskDir, at, path);
  mkdirSync(dirname(to), { recursive: true });
  writeFileSync(to, bytes);
  return to;
};
const lookedAt = (paths: string[], pairs: [string, string][] = [], from: unknown = onDisk) =>
  lead.ask("deliveryFiles", { session }, { from, paths, pairs } as never);

/** A bag from the house, unpacked. @returns its folder */
function unpackedBag(name: string, bytes: Uint8Array): string {
  for (const [path, content] of Object.entries(unzipSync(bytes))) {
    mkdirSync(dirname(join(out, name, path)), { recursive: true });
    writeFileSync(join(out, name, path), content);
  }
  return join(out, name);
}
const checked = (bag: string, list: string): number =>
  execFileSync("sha256sum", ["--check", "--strict", list], { cwd: bag, encoding: "utf8" }).match(/: OK/g)!
    .length;

describe("files in a session's folder on the shared disk", () => {
  it("are measured where they lie, and known by what they hold", async () => {
    const tone = wave(sine(-12, 1, 440));
    put("Audio/Kick_T09.wav", tone);
    const { data } = await lookedAt(["Audio/Kick_T09.wav", "Audio/gone.wav"]);
    expect(data.files).toMatchObject([
      {
        path: "Audio/Kick_T09.wav",
        size: tone.length,
        hash: sha(tone),
        says: { rate: 48_000, bits: 24, channels: 1 },
        unmeasured: null,
      },
    ]);
    expect(data.files[0]!.measures!.samplePeak).toBeCloseTo(-12, 1);
    expect(data.gone).toEqual([
      { path: "Audio/gone.wav", why: `“${at}/Audio/gone.wav” is not there any more` },
    ]);
  });

  it("are read again where they were changed, and only there", async () => {
    const path = "Audio/Kick_T08.wav";
    const loudAt = async (db: number, time: number): Promise<number | null> => {
      utimesSync(put(path, wave(sine(db, 1, 440))), time, time);
      return (await lookedAt([path])).data.files[0]!.measures!.samplePeak;
    };
    expect(await loudAt(-20, 1000)).toBeCloseTo(-20, 1);
    // As large and as old as it was: nobody reads it to find that it holds something else.
    expect(await loudAt(-30, 1000)).toBeCloseTo(-20, 1);
    expect(await loudAt(-30, 1001)).toBeCloseTo(-30, 1);
  });

  it("that are no sound, or torn, say so; those of the demo are held against the session", async () => {
    put("Audio/Hat_T09.wav", strToU8("stand-in for sound"));
    put("Audio/Tamb_T09.wav", wave(sine(-12, 1)).subarray(0, 30));
    const found = (await lookedAt(["Audio/Hat_T09.wav", "Audio/Tamb_T09.wav"])).data.files;
    expect(found.map((f) => f.measures)).toEqual([null, null]);
    expect(found[0]!.unmeasured).toContain("not measured here");
    expect(found[1]!.unmeasured).toContain("cannot be measured");
  });

  it("are compared where somebody asks", async () => {
    const skin = noise(-12, 1);
    let low = 0;
    const drum = skin.map((x) => (low += 0.03 * (x - low)));
    put("Audio/Snare_Top_T09.wav", wave(drum));
    put("Audio/Snare_Btm_T09.wav", wave(drum.map((x) => -x)));
    const pair: [string, string] = ["Audio/Snare_Top_T09.wav", "Audio/Snare_Btm_T09.wav"];
    const { data } = await lookedAt(
      [],
      [pair, ["Audio/Hat_T09.wav", pair[0]], [pair[0], "Audio/gone.wav"]],
    );
    expect(data.pairs[0]).toMatchObject({ first: pair[0], second: pair[1] });
    expect(data.pairs[0]!.alike!.correlation).toBeCloseTo(-1, 2);
    expect(data.pairs.slice(1).map((p) => p.alike)).toEqual([null, null]);
  });

  it("are reached in no other folder, by name or by a link", async () => {
    const elsewhere = await lookedAt([], [], { what: "disk", at: "Library/Samples" });
    expect([elsewhere.status, elsewhere.problem]).toEqual([
      422,
      expect.stringContaining("is not the folder of"),
    ]);
    const above = await lookedAt(["../../Library/Templates/Old yard.zip", "Audio/../../x", "/etc/passwd"]);
    expect(above.data).toMatchObject({ files: [], gone: [{ why: "it is not there" }, {}, {}] });
    symlinkSync("/etc/passwd", join(house.diskDir, at, "Audio", "out.wav"));
    const linked = (await lookedAt(["Audio/out.wav"])).data;
    expect(linked.files).toEqual([]);
    expect(linked.gone).toHaveLength(1);
    expect(JSON.stringify(linked.gone)).not.toContain(house.diskDir);
    rmSync(join(house.diskDir, at, "Audio", "out.wav"));
  });
});

describe("a bag", () => {
  it("holds the stems with their hashes, as GNU sha256sum finds them", async () => {
    const files = {
      "Stems/Engine_v01_48k.wav": noise(-20, 1),
      "Stems/late/Plate 50%.wav": noise(-30, 0.5),
    };
    for (const [path, samples] of Object.entries(files)) put(path, wave(samples));
    const { data, headers } = await lead.ask(
      "deliveryBag",
      { session },
      undefined,
      `?sort=stems&at=${encodeURIComponent(at)}`,
    );
    expect(headers.get("content-disposition")).toContain("Engine_overdubs_stems.zip");
    const bag = join(unpackedBag("stems", data), "Engine_overdubs_stems");
    expect(checked(bag, "tagmanifest-sha256.txt")).toBe(3);
    // GNU sha256sum knows nothing of per cent signs that are written out.
    const manifest = readFileSync(join(bag, "manifest-sha256.txt"), "utf8");
    expect(manifest).toContain("  data/Stems/late/Plate 50%25.wav\n");
    writeFileSync(join(bag, "plain.txt"), manifest.replaceAll("%25", "%"));
    expect(checked(bag, "plain.txt")).toBe(2);
    const info = readFileSync(join(bag, "bag-info.txt"), "utf8");
    const bytes = Object.keys(files).reduce(
      (sum, path) => sum + readFileSync(join(bag, "data", path)).length,
      0,
    );
    expect(info).toContain(`Payload-Oxum: ${bytes}.2\n`);
    expect(info).toContain("Source-Organization: Saltmarsh Sound House\n");
  });

  it("is not made of nothing", async () => {
    const other = sessions.find((s) => s.title === "Irons and hides")!.id;
    const there = (await lead.ask("session", { session: other })).data.folder;
    const { status, problem } = await lead.ask(
      "deliveryBag",
      { session: other },
      undefined,
      `?sort=stems&at=${encodeURIComponent(`Projects/${there}`)}`,
    );
    expect([status, problem]).toEqual([404, expect.stringContaining("There are no stems there")]);
  });
});

describe("files that came with a check-in", () => {
  const stored = wave(sine(-12, 1, 110));
  const packed = wave(sine(-15, 0.5, 220));
  let quay = "";
  let track = "";

  beforeAll(async () => {
    const { data } = await quayNight(engineer);
    quay = data.id;
    const first = data.baseline.tracks.find((t) => t.kind === "audio")!;
    track = first.id;
    const { "project.xml": project, ...rest } = unzipSync(writeExchange(data.baseline, data.id));
    const lanes =
      `<Lanes id="l1"><Lanes track="track-${first.id}"><Clips><Clip time="0" duration="2">` +
      '<Audio sampleRate="48000" channels="1" duration="1"><File path="audio/REC_0001.wav"/></Audio>' +
      "</Clip></Clips></Lanes></Lanes>";
    const bytes = zipSync({
      "project.xml": strToU8(strFromU8(project!).replace(/<Lanes id="lanes"[^>]*\/>/, lanes)),
      ...rest,
      "audio/REC_0001.wav": [stored, { level: 0 }],
      "audio/REC_0002.wav": [packed, { level: 9 }],
      "audio/notes.txt": strToU8("mind the step"),
    });
    takenIn((await engineer.ask("handIn", {}, bytes, `?session=${quay}&name=Quay.dawproject`)).data);
  });

  it("are listed with the track each lies on, and measured as they were before they were packed", async () => {
    const { data } = await engineer.ask("carriedSounds", { session: quay });
    expect(data.files.map((f) => f.path)).toEqual(["audio/REC_0001.wav", "audio/REC_0002.wav"]);
    expect(data.of).toEqual({ "audio/REC_0001.wav": track });
    const body = { from: { what: "check-in" }, paths: data.files.map((f) => f.path), pairs: [] } as const;
    const found = (await engineer.ask("deliveryFiles", { session: quay }, body as never)).data;
    expect(found.files.map((f) => f.hash)).toEqual([sha(stored), sha(packed)]);
    const now = (await engineer.ask("session", { session: quay })).data.now;
    const { house: current } = (await lead.ask("currentEdition", {})).data;
    const style = makeStyle(current);
    const against = { style, session: now, sort: "recorded" } as const;
    const look = lookAt(against, rowsOf(against, found.files, new Map(Object.entries(data.of))));
    expect(look.rows[0]!.name).toMatchObject({ by: "said", of: { track: { id: track } } });
    expect(look.rows[1]!.name.of).toBeNull();
  });

  it("that are damaged are named, and the others looked at for all that", async () => {
    const { rows } = await house.pool.query<{ carried: { name: string; hash: string }[] }>(
      "select c.carried from check_ins c join sessions s on s.last_check_in = c.id where s.id = $1",
      [quay],
    );
    const { hash } = rows[0]!.carried.find((c) => c.name === "audio/REC_0002.wav")!;
    const path = join(house.filesDir, hash.slice(0, 2), hash.slice(2));
    const whole = readFileSync(path);
    rmSync(path);
    writeFileSync(path, whole.toReversed());
    await house.pool.query("delete from contents");
    const paths = ["audio/REC_0002.wav", "audio/REC_0001.wav"];
    const body = { from: { what: "check-in" }, paths, pairs: [] };
    const { data } = await engineer.ask("deliveryFiles", { session: quay }, body as never);
    expect(data.gone).toEqual([
      { path: "audio/REC_0002.wav", why: "it is damaged: it cannot be unpacked" },
    ]);
    expect(data.files.map((f) => f.path)).toEqual(["audio/REC_0001.wav"]);
    const bag = await engineer.ask("deliveryBag", { session: quay }, undefined, "?sort=recorded");
    expect([bag.status, bag.problem]).toEqual([
      409,
      expect.stringContaining("REC_0002.wav”: it is damaged"),
    ]);
    writeFileSync(path, whole);
  });

  it("go into a bag as well", async () => {
    const { data } = await engineer.ask("deliveryBag", { session: quay }, undefined, "?sort=recorded");
    const bag = join(unpackedBag("carried", data), "Quay_night_late_recorded");
    expect(checked(bag, "manifest-sha256.txt")).toBe(2);
    expect(sha(readFileSync(join(bag, "data/audio/REC_0002.wav")))).toBe(sha(packed));
  });

  it("are none where nothing came in", async () => {
    const { data } = await lead.ask("carriedSounds", { session });
    expect(data.files).toEqual([]);
  });
});

describe("the list on paper", () => {
  it("has every file with its hash, what is missing and what is off", async () => {
    const line = {
      file: "Audio/Kick take 1.wav",
      track: "Kick",
      format: "48 kHz, 24 bit, mono",
      length: "0:02",
      loudness: "−24.6 LUFS, −8.1 dBTP",
      hash: "ab".repeat(32),
      off: "Not named as a recorded file.",
    };
    const body = {
      sort: "recorded",
      says: "On the shared disk.",
      lines: [line],
      missing: ["Hat", "Cowbell"],
    } as const;
    const { data, headers } = await lead.ask("deliveryPaper", { session }, body as never);
    expect(headers.get("content-disposition")).toContain("Engine_overdubs_recorded.pdf");
    const text = (await pagesOf(data)).flat().join(" ");
    for (const said of [
      "Engine overdubs",
      line.file,
      line.format,
      line.loudness,
      line.hash,
      line.off,
      "Hat, Cowbell",
    ])
      expect(text).toContain(said);
  });
});
