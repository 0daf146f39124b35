import { smallSession } from "@mossy/core/fixtures/sessions";
import { makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import { describe, expect, it } from "vitest";
import { MemoryHouse, work } from "../documents/testing/memoryHouse.ts";
import { only, these } from "../ui/grid/selection.ts";
import { goToFinding, moveChosen, takeOutChosen, wrapChosen } from "./acts.ts";
import type { Bench } from "./bench.ts";

const style = makeStyle(usualHouse("x"));

/** A workbench with some tracks chosen; what it chooses and opens from then on. */
function bench(ids: readonly string[], off: readonly string[] = []) {
  const piece = work(new MemoryHouse());
  const seen = { chosen: null as string | null, side: "track" };
  const { doc: session } = piece.state();
  const at = {
    style,
    work: piece,
    session,
    ids,
    selection: ids.length === 1 ? only(ids[0]!) : these(ids),
    findings: { open: off.map((track) => ({ track })) },
    select: (id: string | null) => void (seen.chosen = id),
    setSide: (side: string) => void (seen.side = side),
  } as unknown as Bench;
  const order = (): string[] => piece.state().doc.tracks.map((t) => t.id);
  return { at, seen, order, doc: () => piece.state().doc, undoes: () => piece.state().undoes };
}

describe("what is done with chosen tracks", () => {
  it("taking them out goes on to the next that is still there, past all they held", () => {
    const one = bench(["top"]);
    takeOutChosen(one.at);
    expect([one.seen.chosen, one.undoes()]).toEqual(["bottom", "take out"]);
    const folder = bench(["kit"]);
    takeOutChosen(folder.at);
    expect(folder.order()).toEqual(["gtr", "rev", "main"]);
    expect(folder.seen.chosen).toBe("gtr");
    const two = bench(["kick", "gtr"]);
    takeOutChosen(two.at);
    expect([two.seen.chosen, two.undoes()]).toEqual(["rev", "take out 2"]);
  });

  it("taking the last one out goes to the one before it", () => {
    const last = bench(["main"]);
    takeOutChosen(last.at);
    expect(last.seen.chosen).toBe("rev");
  });

  it("wrapping them chooses the folder they are in now", () => {
    const b = bench(["gtr"]);
    wrapChosen(b.at);
    const folder = b.doc().tracks.find((t) => t.id === b.seen.chosen);
    expect(folder?.kind).toBe("folder");
    expect(b.doc().tracks.find((t) => t.id === "gtr")?.parent).toBe(folder?.id);
  });

  it("moving several keeps them together, as one deed", () => {
    const b = bench(["kick", "top"]);
    moveChosen(b.at, "down");
    expect(b.order().slice(1, 4)).toEqual(["bottom", "kick", "top"]);
    b.at.work.undo();
    expect(b.order()).toEqual(smallSession().tracks.map((t) => t.id));
  });
});

describe("going to what is off", () => {
  it("goes to the next and the last one, round the ends", () => {
    const at = (id: string, step: 1 | -1): string | null => {
      const b = bench([id], ["top", "rev"]);
      goToFinding(b.at, step);
      return b.seen.chosen;
    };
    expect([at("kick", 1), at("top", 1), at("main", 1)]).toEqual(["top", "rev", "top"]);
    expect([at("main", -1), at("rev", -1), at("kick", -1)]).toEqual(["rev", "top", "rev"]);
  });

  it("opens the list where no track is", () => {
    const b = bench(["kick"], []);
    goToFinding(b.at, 1);
    expect([b.seen.chosen, b.seen.side]).toEqual([null, "findings"]);
  });
});
