import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { patchExchange } from "@mossy/core/formats/exchange/correct";
import { correctionOf } from "@mossy/core/formats/exchange/correction";
import { openExchange } from "@mossy/core/formats/exchange/entries";
import { readEntries, readExchange } from "@mossy/core/formats/exchange/read";
import { BY_THE_BOOK } from "@mossy/core/fixtures/byTheBook";
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { afterAll, beforeEach, describe, expect, it } from "vitest";
import { applyTo, withoutAudio } from "./ownFile.ts";

const folder = mkdtempSync(join(tmpdir(), "mossy-own-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const at = (name: string): string => join(folder, name);
const take = new Uint8Array(50_000).map((_, i) => i * 31);
const whole = zipSync({ "audio/a.wav": [take, { level: 0 }], "project.xml": strToU8(BY_THE_BOOK) });

/** The house's list of edits that gives the kick its name. */
async function listFor(bytes: Uint8Array): Promise<void> {
  const file = await openExchange(bytes);
  const came = readEntries(file).session;
  const now = {
    ...came,
    tracks: came.tracks.map((t) => (t.name === "Kick" ? { ...t, name: "Kick_In" } : t)),
  };
  const of = { session: "s1", checkIn: 2, title: "Quay night", fileName: "Quay.dawproject" };
  writeFileSync(
    at("list.json"),
    JSON.stringify(correctionOf(file, patchExchange(file, came, now, "s1"), of)),
  );
}

describe("a list of edits of the house, carried out where the file lies", () => {
  beforeEach(async () => {
    for (const name of readdirSync(folder)) rmSync(at(name));
    writeFileSync(at("Quay.dawproject"), whole);
    await listFor(await withoutAudio(at("Quay.dawproject")));
  });

  it("writes a new file beside it, never over one, and leaves everything else in it as it was", async () => {
    const { to, says } = await applyTo(at("list.json"), at("Quay.dawproject"));
    expect([to, says]).toEqual([at("Quay_put_right.dawproject"), []]);
    const back = unzipSync(readFileSync(to));
    expect(back["audio/a.wav"]).toEqual(take);
    expect(strFromU8(back["project.xml"]!)).toBe(BY_THE_BOOK.replace('name="Kick"', 'name="Kick_In"'));
    expect((await readExchange(readFileSync(to))).of).toBe("s1");
    expect(new Uint8Array(readFileSync(at("Quay.dawproject")))).toEqual(whole);
    expect((await applyTo(at("list.json"), at("Quay.dawproject"))).to).toBe(
      at("Quay_put_right_2.dawproject"),
    );
  });

  it("leaves a file alone that was saved again since, and a list that is none, and leaves nothing behind", async () => {
    const later = zipSync({ "project.xml": strToU8(BY_THE_BOOK.replace("Drums", "Kit")) });
    writeFileSync(at("Quay.dawproject"), later);
    await expect(applyTo(at("list.json"), at("Quay.dawproject"))).rejects.toThrow(/saved again since/);
    writeFileSync(at("list.json"), '{"format":"something"}');
    await expect(applyTo(at("list.json"), at("Quay.dawproject"))).rejects.toThrow(/is no list of edits/);
    expect(readdirSync(folder).sort()).toEqual(["Quay.dawproject", "list.json"]);
  });
});

describe("a session file without its recordings", () => {
  it("is the project and what is small", async () => {
    writeFileSync(at("Quay.dawproject"), whole);
    expect(Object.keys(unzipSync(await withoutAudio(at("Quay.dawproject"))))).toEqual(["project.xml"]);
  });
});
