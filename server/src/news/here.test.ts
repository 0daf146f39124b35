import { describe, expect, it } from "vitest";
import { Here } from "./here.ts";

const DOC = "3f9d6a52-0f4e-4c8f-9d67-0a9a1f7b6c11";
const said = (window: string, chosen: string[] = [], left = false, document = DOC) => ({
  kind: "here" as const,
  document,
  window,
  chosen,
  more: 0,
  left,
  by: { id: window.split("-")[0]!, name: window },
});

describe("who is here", () => {
  it("is told of everybody else on the same document, with what they chose last", () => {
    const here = new Here();
    here.hear(said("marram-1", ["kick"]));
    here.hear(said("tamsin-1", ["snare"]));
    here.hear(said("wren-1", [], false, "b7cf9b0a-5d5b-4b86-8a3b-1d1e7f0f4a10"));
    here.hear(said("tamsin-1", ["hat", "ride"]));
    expect(here.others(DOC, "marram-1")).toEqual([
      { window: "tamsin-1", chosen: ["hat", "ride"], more: 0, by: { id: "tamsin", name: "tamsin-1" } },
    ]);
    expect([...here.people(DOC)].toSorted()).toEqual(["marram", "tamsin"]);
  });

  it("is gone by leaving, and by saying nothing for long", () => {
    let now = 0;
    const here = new Here(() => now);
    here.hear(said("marram-1"));
    here.hear(said("tamsin-1"));
    here.hear(said("tamsin-1", [], true));
    expect(here.others(DOC, "x")).toHaveLength(1);
    now = 60_000;
    here.hear(said("wren-1"));
    now = 100_000;
    here.tidy();
    expect(here.others(DOC, "x").map((p) => p.window)).toEqual(["wren-1"]);
    expect([...here.people(DOC)]).toEqual(["wren"]);
  });

  it("may have two windows, and is still here when one of them is shut", () => {
    const here = new Here();
    here.hear(said("marram-1"));
    here.hear(said("marram-2"));
    here.hear(said("marram-1", [], true));
    expect([...here.people(DOC)]).toEqual(["marram"]);
  });
});
