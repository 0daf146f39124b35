import { blankInsert, processor } from "@mossy/core/session/processor";
import type { Processor } from "@mossy/core/session/processor";
import { blankTrack, emptySession } from "@mossy/core/session/document";
import { describe, expect, it } from "vitest";
import { Visitor } from "../testing/house.ts";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead],
} = await visit("marram");

const chainOf = (...kinds: string[]): Processor[] =>
  kinds.map((kind) =>
    processor.parse(blankInsert("x", kind, { values: [{ name: "Ratio", value: "3:1" }] })),
  );

describe("chains on the shelf", () => {
  it("are saved under a name; the same name again is the next version, and the one before stays", async () => {
    const first = await lead.ask(
      "saveChain",
      {},
      { name: "Shanty lead voice", processors: chainOf("EQ", "Compressor"), note: "close" },
    );
    expect(first.data).toMatchObject({
      id: "shanty-lead-voice",
      versions: [{ version: 1, by: { id: "marram", name: "Marram Vale" }, note: "close" }],
    });
    const second = await lead.ask(
      "saveChain",
      {},
      { name: "shanty lead voice", processors: chainOf("EQ", "De-esser"), note: "" },
    );
    expect(second.data.versions.map((v) => [v.version, v.processors.map((p) => p.kind).join()])).toEqual([
      [2, "EQ,De-esser"],
      [1, "EQ,Compressor"],
    ]);
    expect(second.data.name).toBe("Shanty lead voice");
    await expect(house.pool.query("update chain_versions set note = 'x'")).rejects.toThrow(
      /published and cannot be changed/,
    );
  });

  it("get a number each when several save at once", async () => {
    const saved = await Promise.all(
      Array.from({ length: 6 }, () =>
        lead.ask("saveChain", {}, { name: "Rush", processors: chainOf("Gate"), note: "" }),
      ),
    );
    expect(saved.map((s) => s.status)).toEqual([200, 200, 200, 200, 200, 200]);
    const { data } = await lead.ask("chains", {});
    expect(data.chains.find((c) => c.id === "rush")?.versions.map((v) => v.version)).toEqual([
      6, 5, 4, 3, 2, 1,
    ]);
  });

  it("are known by the drafts that stand on them, each with its version", async () => {
    const {
      data: { uses },
    } = await lead.ask("chainUses", {});
    expect(uses.filter((u) => u.chain === "pan-row")).toEqual([
      {
        chain: "pan-row",
        template: "steelpan-orchestra-full-yard",
        name: "Steelpan orchestra, full yard",
        version: 1,
        tracks: 11,
      },
    ]);
    expect(uses.filter((u) => u.chain === "kit-close").map((u) => [u.name, u.tracks])).toEqual([
      ["Drum kit", 8],
      ["Engine room only", 7],
      ["Steelpan orchestra, full yard", 8],
    ]);
  });

  it("need a name and a processor, and the right", async () => {
    expect(
      (await lead.ask("saveChain", {}, { name: " ", processors: chainOf("EQ"), note: "" })).problem,
    ).toBe("name: give the chain a name.");
    expect(
      (await lead.ask("saveChain", {}, { name: "!!", processors: chainOf("EQ"), note: "" })).problem,
    ).toContain("at least one letter or digit");
    expect((await lead.ask("saveChain", {}, { name: "x", processors: [], note: "" })).problem).toContain(
      "a chain needs a processor",
    );
    const assistant = await Visitor.signedIn(house.base, "wren");
    expect(
      (await assistant.ask("saveChain", {}, { name: "x", processors: chainOf("EQ"), note: "" })).status,
    ).toBe(403);
  });
});

describe("a template begun with a session", () =>
  it("holds what was sent, under its own name", async () => {
    const session = {
      ...emptySession("Old name"),
      tracks: [blankTrack("a", "Kick"), blankTrack("main", "Main", { kind: "main", format: "stereo" })],
    };
    const { data } = await lead.ask("newTemplate", {}, { name: "From a file", shelf: "Choirs", session });
    const made = await lead.ask("template", { template: data.id });
    expect(made.data.draft.session).toEqual({ ...session, title: "From a file" });
    const torn = { ...session, tracks: [blankTrack("a", "Kick", { parent: "nobody" })] };
    expect(
      (await lead.ask("newTemplate", {}, { name: "Torn", shelf: "Choirs", session: torn })).problem,
    ).toContain("stands in a folder that does not come before it");
  }));
