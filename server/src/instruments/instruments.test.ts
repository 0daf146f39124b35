import { blankArticulation, blankLibrary, blankPatch } from "@mossy/core/instruments/library";
import type { SampleLibrary } from "@mossy/core/instruments/library";
import { plainDiff } from "@mossy/core/plain/diff";
import { describe, expect, it } from "vitest";
import { visit } from "../testing/visit.ts";

const {
  visitors: [lead, engineer, assistant],
} = await visit("marram", "tamsin", "wren");

const played = (id: string, name: string, ...words: string[]) => ({
  ...blankArticulation(id, name),
  words,
});
/** A library of two players, with a way of playing each that only one has. */
const saltglass = (): SampleLibrary => ({
  ...blankLibrary("Saltglass Winds"),
  maker: "Cold Kiln",
  issue: "1.0",
  patches: [
    {
      ...blankPatch("p1", "Flutes a2"),
      role: "flute",
      low: 60,
      high: 96,
      articulations: [
        played("a1", "Flz", "flutter-tongue"),
        { ...played("a2", "Long", "sustain"), lag: 40 },
      ],
    },
    {
      ...blankPatch("p2", "Horns a4"),
      role: "french-horn",
      articulations: [played("a3", "Con sord", "muted")],
    },
  ],
});
const take = async (library: SampleLibrary) =>
  (await engineer.ask("newSampleLibrary", {}, { library })).data.id;
const find = async (text: string) =>
  (await assistant.ask("articulations", {}, undefined, `?find=${encodeURIComponent(text)}`)).data;
const names = async (text: string) =>
  (await find(text)).found
    .filter((f) => f.libraryName === "Saltglass Winds")
    .map((f) => `${f.patch.name}: ${f.articulation.name}`);
const edit = (id: string, revision: number, from: SampleLibrary, to: SampleLibrary) =>
  engineer.ask("editSampleLibrary", { library: id }, { revision, changes: plainDiff(from, to) });

describe("the catalogue of sample libraries", () => {
  it("takes a library in, counts what it holds, and finds it in the house's words and its maker's", async () => {
    const id = await take(saltglass());
    const { data } = await assistant.ask("sampleLibraries", {});
    expect(data.libraries.find((l) => l.id === id)).toMatchObject({
      name: "Saltglass Winds",
      issue: "1.0",
      patches: 2,
      articulations: 3,
      unmeasured: 2,
      by: { id: "tamsin" },
    });
    expect(await names("who has a flutter tongue")).toEqual(["Flutes a2: Flz"]);
    expect(await names("muted horns")).toEqual(["Horns a4: Con sord"]);
    // A group is all of its family; what a maker calls it is found as well; everything asked for has to be so.
    expect(await names("woodwind")).toEqual(["Flutes a2: Flz", "Flutes a2: Long"]);
    expect(await names("saltglass con so")).toEqual(["Horns a4: Con sord"]);
    expect(await names("cold kiln flutter tongue horn")).toEqual([]);
    expect(await names("100%")).toEqual([]);
  });

  it("changes it, keeps what an issue was when the next is taken in, and finds what is new", async () => {
    const was = saltglass();
    const id = await take({ ...was, name: "Second Saltglass" });
    const named = { ...was, name: "Second Saltglass" };
    const next: SampleLibrary = {
      ...named,
      issue: "1.1",
      patches: [
        { ...blankPatch("p0", "Oboes"), role: "oboe", articulations: [played("a9", "Swl 4s", "swell")] },
        ...named.patches.slice(1),
      ],
    };
    const made = await edit(id, 0, named, next);
    expect([made.status, made.data.revision, made.data.merged]).toEqual([200, 1, false]);
    const { data } = await lead.ask("sampleLibrary", { library: id });
    expect(data.library).toEqual(next);
    expect(data.issues.map((i) => i.issue)).toEqual(["1.0"]);
    const earlier = await lead.ask("libraryIssue", { library: id, issue: "1.0" });
    expect(earlier.data.library).toEqual(named);
    const found = (await find("second saltglass")).found.map((f) => f.articulation.name);
    expect(found).toEqual(["Swl 4s", "Con sord"]);
    expect((await lead.ask("libraryIssue", { library: id, issue: "9" })).status).toBe(404);
  });

  it("lets two change different things at once, and refuses what would not hold together", async () => {
    const was = { ...saltglass(), name: "Third Saltglass" };
    const id = await take(was);
    const named = { ...was, maker: "Other Kiln" };
    const measured = {
      ...was,
      patches: was.patches.map((p) => ({
        ...p,
        articulations: p.articulations.map((a) => ({ ...a, lag: 12 })),
      })),
    };
    expect((await edit(id, 0, was, named)).status).toBe(200);
    const second = await edit(id, 0, was, measured);
    expect([second.status, second.data.merged]).toEqual([200, true]);
    const { data } = await lead.ask("sampleLibrary", { library: id });
    expect(data.library).toEqual({ ...measured, maker: "Other Kiln" });
    const late = await edit(id, 0, was, { ...was, maker: "Third Kiln" });
    expect([late.status, late.problem]).toEqual([409, expect.stringContaining("meanwhile")]);
    const [flutes, ...others] = data.library.patches;
    const upside = { ...data.library, patches: [{ ...flutes!, low: 96, high: 60 }, ...others] };
    const refused = await edit(id, 2, data.library, upside);
    expect([refused.status, refused.problem]).toEqual([422, expect.stringContaining("Flutes a2")]);
    const twice = {
      ...data.library,
      patches: [...data.library.patches, { ...flutes!, articulations: [] }],
    };
    expect((await lead.ask("newSampleLibrary", {}, { library: twice })).status).toBe(400);
  });

  it("puts a library away, so that nothing of it is found, and brings it back", async () => {
    const id = await take({ ...saltglass(), name: "Fourth Saltglass" });
    const many = async () => (await find("fourth saltglass")).of;
    expect(await many()).toBe(3);
    await engineer.ask("putAwayLibrary", { library: id }, { gone: true });
    expect(await many()).toBe(0);
    expect((await lead.ask("sampleLibrary", { library: id })).data.gone).toBe(true);
    await engineer.ask("putAwayLibrary", { library: id }, { gone: false });
    expect(await many()).toBe(3);
  });

  it("is changed by leads and engineers, and read by everybody", async () => {
    const id = await take({ ...saltglass(), name: "Fifth Saltglass" });
    const library = saltglass();
    expect((await assistant.ask("newSampleLibrary", {}, { library })).status).toBe(403);
    const changes = plainDiff(library, { ...library, maker: "Mine" });
    const body = { revision: 0, changes };
    expect((await assistant.ask("editSampleLibrary", { library: id }, body)).status).toBe(403);
    expect((await assistant.ask("sampleLibrary", { library: id })).status).toBe(200);
  });

  it("gives what is found in pages", async () => {
    const many = Array.from({ length: 130 }, (_, n) => played(`m${n}`, `Whisper ${n}`));
    const patches = [{ ...blankPatch("pm", "Many"), articulations: many }];
    await take({ ...blankLibrary("Manifold"), patches });
    const page = async (from: number) =>
      (await lead.ask("articulations", {}, undefined, `?find=manifold&from=${from}`)).data;
    const [one, three] = [await page(0), await page(120)];
    expect([one.of, one.found.length, one.next]).toEqual([130, 60, 60]);
    expect(one.found[1]!.articulation.name).toBe("Whisper 1");
    expect([three.found.length, three.next]).toEqual([10, null]);
  });
});
