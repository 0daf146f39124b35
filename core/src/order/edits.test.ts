import { describe, expect, it } from "vitest";
import { heldSound } from "../fixtures/evening.ts";
import { hash, storyEvening } from "../fixtures/ordered.ts";
import { apply } from "../session/apply.ts";
import { emptySession } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { USUAL_PROGRAMME } from "../session/pieces.ts";
import { addPiece, movePiece, playPiece, takePieceOut } from "./edits.ts";
import { orderOf } from "./settle.ts";

const row = (s: Session): (string | number)[][] =>
  s.order.map((p) => [p.id, orderOf(s).laid.places.get(p.id)?.from ?? "nowhere"]);

describe("an order that is edited", () => {
  it("begins with a piece, as loud as the house says, and goes on behind it", () => {
    const one = addPiece(emptySession("x"), "opening", null, USUAL_PROGRAMME)!;
    const s = apply(emptySession("x"), one.changes);
    expect([s.programme, row(s)]).toEqual([USUAL_PROGRAMME, [["r1", 0]]]);
    const two = apply(s, addPiece(s, "speech", "r1", { ...USUAL_PROGRAMME, target: -16 })!.changes);
    expect([two.programme?.target, row(two)]).toEqual([
      -23,
      [
        ["r1", 0],
        ["r2", 30],
      ],
    ]);
    const bed = apply(two, addPiece(two, "bed", "r2")!.changes);
    expect(orderOf(bed).laid.places.get("r3")).toEqual({ from: 30, to: 630 });
  });

  it("takes a piece in between two: what followed follows it", () => {
    const s = storyEvening();
    const made = addPiece(s, "insert", "r5")!;
    const places = orderOf(apply(s, made.changes)).laid.places;
    expect(places.get(made.id)).toEqual({ from: 1464, to: 1644 });
    expect(places.get("r6")?.from).toBe(1645);
  });

  it("closes up where a piece is taken out, with what played it", () => {
    const s = apply(storyEvening(), takePieceOut(storyEvening(), "r5"));
    expect(orderOf(s).laid.places.get("r6")?.from).toBe(1401);
    expect(s.tracks.flatMap((t) => t.items).some((i) => i.piece === "r5")).toBe(false);
    const first = apply(storyEvening(), takePieceOut(storyEvening(), "r1"));
    expect(orderOf(first).laid.places.get("r3")?.from).toBe(0);
    expect(orderOf(first).laid.problems.map((p) => p.sort)).toEqual(["before-start"]);
  });

  it("puts a piece elsewhere, and nothing runs in a circle", () => {
    const s = apply(storyEvening(), movePiece(storyEvening(), "r4", "r6"));
    const { places, problems } = orderOf(s).laid;
    expect(problems).toEqual([]);
    expect([places.get("r5")?.from, places.get("r6")?.from, places.get("r4")?.from]).toEqual([
      98, 163, 1663,
    ]);
    const first = apply(storyEvening(), movePiece(storyEvening(), "r5", null));
    expect([orderOf(first).laid.problems, orderOf(first).laid.places.get("r1")?.from]).toEqual([[], 64]);
  });

  it("takes a sound in the place of what waited, or behind it", () => {
    const s = storyEvening();
    const on = s.tracks[3]!;
    const sound = heldSound("New.wav", 1200, hash("9"));
    const there = apply(s, playPiece(s, "r4", on, "New", sound, { instead: true, job: true })!);
    expect(orderOf(there).pieces[3]).toMatchObject({ real: 1200, state: "recorded" });
    const both = apply(
      there,
      playPiece(there, "r4", there.tracks[3]!, "More", sound, { instead: false, job: true })!,
    );
    expect(orderOf(both).pieces[3]?.parts.map((p) => p.item.name)).toEqual(["New", "More"]);
    expect(orderOf(both).laid.places.get("r5")?.from).toBe(2500);
  });
});

describe("where things are listed", () => {
  it("puts what comes behind a piece behind the beds under it, and lists a bed elsewhere without moving it", () => {
    const s = storyEvening();
    const made = addPiece(s, "spot", "r3")!;
    const next = apply(s, made.changes);
    // The bed is listed before the host here; one that lies under the tale is listed behind it.
    const under = apply(s, addPiece(s, "bed", "r4")!.changes);
    const spot = apply(under, addPiece(under, "spot", "r4")!.changes);
    expect(next.order.findIndex((p) => p.id === made.id)).toBe(3);
    expect(spot.order.map((p) => p.kind).slice(3, 6)).toEqual(["speech", "bed", "spot"]);
    const moved = apply(s, movePiece(s, "r2", "r5"));
    expect(moved.order.map((p) => p.id)).toEqual(["r1", "r3", "r4", "r5", "r2", "r6", "r7"]);
    expect(new Map([...orderOf(moved).laid.places].sort())).toEqual(
      new Map([...orderOf(s).laid.places].sort()),
    );
  });
});
