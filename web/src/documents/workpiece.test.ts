import { apply } from "@mossy/core/session/apply";
import { setField, setSessionField } from "@mossy/core/session/change";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { MemoryHouse, work, find, level, settled } from "./testing/memoryHouse.ts";

describe("a workpiece", () => {
  it("shows an edit at once and sends it in order", async () => {
    const house = new MemoryHouse();
    const d = work(house);
    level(d, "kick", -3);
    level(d, "kick", -4);
    expect(find(d.state().doc, "kick").level).toBe(-4);
    expect(d.state().saving).toBe("saving");
    await settled(d);
    expect(house.session).toEqual(d.state().doc);
    expect(house.revision).toBe(2);
  });

  it("undoes what was done along with something as one with it, and does it again as one", async () => {
    const house = new MemoryHouse();
    const d = work(house);
    level(d, "top", -1);
    const start = d.state().doc;
    level(d, "kick", -3);
    expect(d.state().before).toBe(start);
    d.editAlong([setField(find(d.state().doc, "gtr"), "level", -9)], "linked");
    d.editAlong([setField(find(d.state().doc, "top"), "level", -9)], "linked");
    expect(d.state().before).toBeNull();
    const all = d.state().doc;
    d.undo();
    expect(d.state().doc).toEqual(start);
    expect(d.state().undoes).toBe("level");
    d.redo();
    expect(d.state().doc).toEqual(all);
    d.undo();
    d.undo();
    expect(d.state().undoes).toBeNull();
    d.redo();
    expect(d.state().doc).toEqual(start);
    await settled(d);
    expect(house.session).toEqual(start);
  });

  it("undoes and redoes to the exact session, for any row of edits", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.constantFrom("kick", "top", "gtr"), fc.integer({ min: -30, max: 6 })), {
          minLength: 1,
          maxLength: 12,
        }),
        async (edits) => {
          const house = new MemoryHouse();
          const d = work(house);
          const seen = [d.state().doc];
          for (const [id, db] of edits) if (level(d, id, db)) seen.push(d.state().doc);
          for (let i = seen.length - 2; i >= 0; i--) {
            d.undo();
            expect(d.state().doc).toEqual(seen[i]);
          }
          expect(d.state().undoes).toBeNull();
          for (let i = 1; i < seen.length; i++) {
            d.redo();
            expect(d.state().doc).toEqual(seen[i]);
          }
          await settled(d);
          expect(house.session).toEqual(d.state().doc);
        },
      ),
      { numRuns: 40 },
    );
  });

  it("takes in what others changed beside it", async () => {
    const house = new MemoryHouse();
    const d = work(house);
    house.session = apply(house.session, [setField(find(house.session, "gtr"), "pan", 30)]);
    house.revision++;
    level(d, "kick", -3);
    await settled(d);
    expect(find(d.state().doc, "gtr").pan).toBe(30);
    expect(find(d.state().doc, "kick").level).toBe(-3);
    house.session = apply(house.session, [setField(find(house.session, "gtr"), "pan", 40)]);
    await d.heard(++house.revision);
    expect(find(d.state().doc, "gtr").pan).toBe(40);
  });

  it("keeps both where two add to one list at once, and each undoes only their own", async () => {
    const house = new MemoryHouse();
    const [one, two] = [work(house), work(house)];
    const link = (id: string, name: string) => ({
      id,
      name,
      colour: "#335544",
      shares: ["arm" as const],
      members: ["kick"],
      followers: [],
    });
    one.edit([setSessionField(one.state().doc, "links", [link("l1", "Kit")])], "link");
    await settled(one);
    two.edit([setSessionField(two.state().doc, "links", [link("l1", "Guitars")])], "link");
    await settled(two);
    await one.heard(house.revision);
    expect(house.session.links.map((l) => l.name).sort()).toEqual(["Guitars", "Kit"]);
    expect([two.state().clashes, two.state().problem]).toEqual([[], null]);
    one.undo();
    await settled(one);
    expect(house.session.links.map((l) => l.name)).toEqual(["Guitars"]);
    await two.heard(house.revision);
    two.undo();
    await settled(two);
    expect([house.session.links, two.state().doc.links]).toEqual([[], []]);
  });

  it("names an edit that somebody else's change rules out, and shows theirs", async () => {
    const house = new MemoryHouse();
    const d = work(house);
    house.session = apply(house.session, [setField(find(house.session, "kick"), "level", -20)]);
    house.revision++;
    level(d, "kick", -3);
    level(d, "top", -5);
    await settled(d);
    expect(find(d.state().doc, "kick").level).toBe(-20);
    expect(find(d.state().doc, "top").level).toBe(-5);
    expect(d.state().clashes).toMatchObject([
      { label: "level", yours: [{ id: "kick", field: "level", from: -20, to: -3 }] },
    ]);
    expect(house.session).toEqual(d.state().doc);
    d.settle(d.state().clashes[0]!.id, "yours");
    await settled(d);
    expect([d.state().clashes, find(house.session, "kick").level]).toEqual([[], -3]);
    d.undo();
    await settled(d);
    expect(find(house.session, "kick").level).toBe(-20);
  });

  it("does of one deed all that touches nothing of others', and asks about the rest", async () => {
    const house = new MemoryHouse();
    const d = work(house);
    house.session = apply(house.session, [setField(find(house.session, "kick"), "level", -20)]);
    house.revision++;
    const s = d.state().doc;
    d.edit([setField(find(s, "kick"), "level", -3), setField(find(s, "top"), "level", -5)], "8 dB down");
    await settled(d);
    expect([find(house.session, "kick").level, find(house.session, "top").level]).toEqual([-20, -5]);
    expect(d.state().clashes).toHaveLength(1);
    d.settle(d.state().clashes[0]!.id, "theirs");
    expect([d.state().clashes, find(d.state().doc, "kick").level]).toEqual([[], -20]);
  });

  it("offers to put back a track somebody took out while it was being changed", async () => {
    const house = new MemoryHouse();
    const d = work(house);
    const gtr = find(house.session, "gtr");
    house.session = apply(house.session, [{ do: "take-out", track: gtr, after: "kit" }]);
    house.revision++;
    level(d, "gtr", -7);
    await settled(d);
    expect(d.state().doc.tracks.some((t) => t.id === "gtr")).toBe(false);
    d.settle(d.state().clashes[0]!.id, "yours");
    await settled(d);
    expect(find(house.session, "gtr").level).toBe(-7);
  });

  it("asks nothing where both did the same", async () => {
    const house = new MemoryHouse();
    const d = work(house);
    house.session = apply(house.session, [setField(find(house.session, "kick"), "level", -3)]);
    house.revision++;
    level(d, "kick", -3);
    await settled(d);
    expect([d.state().clashes, d.state().problem, find(d.state().doc, "kick").level]).toEqual([
      [],
      null,
      -3,
    ]);
  });

  it(
    "loses nothing that two people do to one session, whatever they do: all of it " +
      "is in, or asked about",
    async () => {
      const edits = fc.array(
        fc.tuple(
          fc.constantFrom("kick", "top", "gtr"),
          fc.constantFrom("level", "pan"),
          fc.integer({ min: -30, max: 6 }),
        ),
        { maxLength: 5 },
      );
      await fc.assert(
        fc.asyncProperty(edits, edits, async (mine, theirs) => {
          const house = new MemoryHouse();
          const d = work(house);
          for (const [id, field, to] of theirs) {
            if (find(house.session, id)[field as "level"] !== to) {
              house.session = apply(house.session, [
                setField(find(house.session, id), field as "level", to),
              ]);
              house.revision++;
            }
          }
          for (const [id, field, to] of mine)
            d.edit([setField(find(d.state().doc, id), field as "level", to)], `${id} ${field}`);
          await settled(d);
          await d.heard(house.revision);
          expect(house.session).toEqual(d.state().doc);
          for (let n = 0; n < 20 && d.state().clashes.length > 0; n++) {
            d.settle(d.state().clashes[0]!.id, "yours");
            await settled(d);
          }
          const last = new Map(mine.map(([id, field, to]) => [`${id} ${field}`, to]));
          for (const [key, to] of last) {
            const [id = "", field = ""] = key.split(" ");
            expect([key, find(house.session, id)[field as "level"]]).toEqual([key, to]);
          }
        }),
        { numRuns: 60 },
      );
    },
  );
});
