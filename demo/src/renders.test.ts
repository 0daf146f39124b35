import { playedByName, playedInList } from "@mossy/core/instruments/played";
import { sourceOf } from "@mossy/core/formats/bytes";
import { notesIn } from "@mossy/core/sound/notesIn";
import { readHead } from "@mossy/core/sound/read";
import { describe, expect, it } from "vitest";
import { demoLibraries } from "./instruments.ts";
import { reelList, renderedNotes, renderedReel } from "./renders.ts";

const { library } = demoLibraries[0]!;
const ways = library.patches.flatMap((p) => p.articulations);

async function measured(bytes: Uint8Array, notes: readonly { at: number; length: number | null }[]) {
  const source = sourceOf(bytes);
  const all = [];
  for await (const found of notesIn(source, await readHead(source, "WAVE"), notes))
    all.push(found.measures);
  return all;
}

describe("rendered notes of the demo", () => {
  it("are heard as late and as loud as their library says, two an articulation", async () => {
    const files = renderedNotes(library);
    expect(files.length).toBe(2 * ways.length);
    const lags = new Map<string, number[]>();
    for (const { name, bytes } of files.slice(0, 20)) {
      const { of } = playedByName(library, name);
      const a = ways.find((w) => w.id === of)!;
      const [m] = await measured(bytes(), [{ at: 0, length: null }]);
      expect(Math.abs((m?.loudness ?? 0) - a.loudness!), name).toBeLessThan(0.2);
      lags.set(a.id, [...(lags.get(a.id) ?? []), m?.lag ?? Infinity]);
    }
    expect(lags.size).toBe(10);
    for (const [id, [soon, late]] of lags) {
      const { lag } = ways.find((w) => w.id === id)!;
      expect(Math.abs((soon! + late!) / 2 - lag!), id).toBeLessThan(1);
      expect(late! - soon!, id).toBeGreaterThan(0.5);
    }
  });

  it("of a reel are told apart by its list, and sound on as long as their library says", async () => {
    const patch = library.patches[0]!;
    const notes = playedInList(library, reelList(patch));
    expect(notes.map((n) => n.of)).toEqual(patch.articulations.map((a) => a.id));
    const found = await measured(renderedReel(patch), notes);
    for (const [n, a] of patch.articulations.entries()) {
      expect(Math.abs((found[n]?.lag ?? Infinity) - a.lag!), a.name).toBeLessThan(1);
      expect(Math.abs((found[n]?.tail ?? Infinity) - a.tail!), a.name).toBeLessThan(0.05);
    }
  });
});
