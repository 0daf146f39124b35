import { smallSession } from "@mossy/core/fixtures/sessions";
import { apply } from "@mossy/core/session/apply";
import { setField, setSessionField } from "@mossy/core/session/change";
import type { Change } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { deedBook } from "./deeds.ts";
import type { DeedBook } from "./deeds.ts";
import { Workpiece } from "./workpiece.ts";
import { EditRefused } from "./rules.ts";
import type { DocumentKeeper } from "./rules.ts";
import { SESSION_RULES } from "./sessionRules.ts";

/** A house in memory: one document, changed by anybody. */
class MemoryHouse implements DocumentKeeper {
  session: Session = smallSession();
  revision = 0;
  down = 0;
  loadsDown = 0;
  async send(from: number, changes: readonly Change[]) {
    await Promise.resolve();
    if (this.down > 0) {
      this.down--;
      throw new EditRefused(false, "no line");
    }
    try {
      this.session = apply(this.session, changes);
    } catch (e) {
      throw new EditRefused(true, (e as Error).message);
    }
    return { revision: ++this.revision, merged: from < this.revision - 1 };
  }
  async load() {
    await Promise.resolve();
    if (this.loadsDown > 0) {
      this.loadsDown--;
      throw new EditRefused(false, "no line");
    }
    return { revision: this.revision, doc: this.session };
  }
}
const work = (house: DocumentKeeper, book?: DeedBook) =>
  new Workpiece(
    SESSION_RULES,
    house,
    { revision: 0, doc: smallSession(), savedAt: new Date(0) },
    book,
    () => Promise.resolve(),
  );
const find = (s: Session, id: string) => s.tracks.find((t) => t.id === id)!;
const level = (d: Workpiece, id: string, to: number) =>
  d.edit([setField(find(d.state().doc, id), "level", to)], "level");
const settled = async (d: Workpiece): Promise<void> => {
  for (let n = 0; n < 200 && d.state().saving !== "saved"; n++)
    await new Promise((r) => {
      setTimeout(r, 0);
    });
};

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

  it("keeps an edit while one is signed out, says so, and sends it afterwards", async () => {
    const house = new MemoryHouse();
    const d = work(house);
    const [send, load] = [house.send.bind(house), house.load.bind(house)];
    let out = 4;
    const signedIn = (): void => {
      if (out-- > 0) throw new EditRefused(true, "You are not signed in.");
    };
    house.send = async (from, changes) => {
      await Promise.resolve();
      signedIn();
      return send(from, changes);
    };
    house.load = async () => {
      await Promise.resolve();
      signedIn();
      return load();
    };
    level(d, "kick", -3);
    await new Promise((r) => {
      setTimeout(r, 0);
    });
    expect(d.state().problem).toBe("You are not signed in.");
    await settled(d);
    expect(find(house.session, "kick").level).toBe(-3);
  });

  it("says why the house refuses what nobody else touched", async () => {
    const house = new MemoryHouse();
    const d = work(house);
    house.send = () => Promise.reject(new EditRefused(true, "not yours to do"));
    level(d, "kick", -3);
    await settled(d);
    expect([d.state().problem, d.state().clashes, find(d.state().doc, "kick").level]).toEqual([
      "Not done (level): not yours to do",
      [],
      0,
    ]);
  });

  it("keeps what is done while it takes in what others did", async () => {
    const house = new MemoryHouse();
    const d = work(house);
    house.session = apply(house.session, [setField(find(house.session, "gtr"), "pan", 30)]);
    house.revision++;
    level(d, "kick", -3);
    await Promise.resolve();
    level(d, "top", -7);
    await settled(d);
    expect(["kick", "top"].map((id) => find(d.state().doc, id).level)).toEqual([-3, -7]);
    expect(house.session).toEqual(d.state().doc);
  });

  it("takes in what others did even where the house stops answering in between", async () => {
    const house = new MemoryHouse();
    house.loadsDown = 2;
    const d = work(house);
    house.session = apply(house.session, [setField(find(house.session, "gtr"), "pan", 30)]);
    house.revision++;
    level(d, "kick", -3);
    await settled(d);
    expect(d.state().doc).toEqual(house.session);
    expect(find(d.state().doc, "gtr").pan).toBe(30);
  });

  it(
    "says which waiting edits could not stand beside what others did, and offers neither " +
      "undo nor redo of them",
    async () => {
      const house = new MemoryHouse();
      house.down = 1;
      const d = work(house);
      house.session = apply(house.session, [
        setField(find(house.session, "kick"), "level", -20),
        setField(find(house.session, "top"), "level", -21),
      ]);
      house.revision++;
      level(d, "kick", -3);
      level(d, "top", -5);
      await settled(d);
      expect(d.state().doc).toEqual(house.session);
      expect(d.state().clashes.map((c) => c.label)).toEqual(["level", "level"]);
      expect([d.state().undoes, d.state().redoes]).toEqual([null, null]);
    },
  );

  it("keeps edits while the house does not answer, and sends them when it does", async () => {
    const house = new MemoryHouse();
    house.down = 3;
    const d = work(house);
    level(d, "kick", -3);
    await settled(d);
    expect(find(house.session, "kick").level).toBe(-3);
  });

  it("says what does not fit instead of doing it", () => {
    const d = work(new MemoryHouse());
    expect(
      d.edit([{ ...setField(find(smallSession(), "kick"), "level", 1), from: 9 } as Change], "level"),
    ).toBe(false);
    expect(d.state().problem).toContain("level of “Kick” has been changed since");
  });
});

describe("undo after a reload", () => {
  /** A browser's memory of a window, of so many letters at the most. */
  const memory = (most = Infinity) => {
    const kept = new Map<string, string>();
    return {
      kept,
      getItem: (k: string) => kept.get(k) ?? null,
      setItem: (k: string, v: string) => {
        if (v.length > most) throw new Error("full");
        kept.set(k, v);
      },
      removeItem: (k: string) => {
        kept.delete(k);
      },
    };
  };
  const reloaded = async (house: MemoryHouse, store: ReturnType<typeof memory>): Promise<Workpiece> => {
    const { doc, revision } = await house.load();
    return new Workpiece(
      SESSION_RULES,
      house,
      { revision, doc, savedAt: new Date(0) },
      deedBook("d", store),
      () => Promise.resolve(),
    );
  };

  it("goes back to the exact session, and forward again", async () => {
    const house = new MemoryHouse();
    const store = memory();
    const first = work(house, deedBook("d", store));
    level(first, "kick", -3);
    level(first, "top", -9);
    first.undo();
    await settled(first);
    const second = await reloaded(house, store);
    expect([second.state().undoes, second.state().redoes]).toEqual(["level", "level"]);
    second.redo();
    second.undo();
    second.undo();
    await settled(second);
    expect(house.session).toEqual(smallSession());
    expect(second.state().undoes).toBeNull();
  });

  it("of what somebody else changed meanwhile is refused and said, and what they did stays", async () => {
    const house = new MemoryHouse();
    const store = memory();
    const first = work(house, deedBook("d", store));
    level(first, "kick", -3);
    await settled(first);
    await house.send(house.revision, [setField(find(house.session, "kick"), "level", -20)]);
    const second = await reloaded(house, store);
    second.undo();
    await settled(second);
    expect(second.state().problem).not.toBeNull();
    expect(find(house.session, "kick").level).toBe(-20);
    expect((await reloaded(house, store)).state().undoes).toBeNull();
  });

  it("keeps the newest where there is not room for all, and nothing stops where there is none", async () => {
    const house = new MemoryHouse();
    const store = memory();
    const first = work(house, deedBook("d", store));
    for (let n = 1; n <= 40; n++)
      first.edit(
        [setField(find(first.state().doc, "kick"), "notes", String(n % 10).repeat(3900) + String(n))],
        `note ${n}`,
      );
    for (let n = 1; n <= 200; n++)
      first.edit(
        [setField(find(first.state().doc, "top"), "notes", String(n % 10).repeat(3900) + String(n))],
        `long ${n}`,
      );
    await settled(first);
    expect([...store.kept.values()][0]!.length).toBeLessThan(1_600_000);
    const second = await reloaded(house, store);
    second.undo();
    await settled(second);
    expect(find(house.session, "top").notes.endsWith("199")).toBe(true);
    const none = work(new MemoryHouse(), deedBook("d", memory(10)));
    expect(level(none, "kick", -3)).toBe(true);
    none.undo();
    expect(find(none.state().doc, "kick").level).toBe(0);
  });

  it("that is broken in the browser's memory is passed over", () => {
    const store = memory();
    for (const text of ["{", "null", '{"done":[{"changes":[{"do":"paint"}],"label":"x"}],"undone":[]}']) {
      store.kept.set("mossy-deeds-d", text);
      expect(deedBook("d", store).load()).toEqual({ done: [], undone: [], unsent: [] });
    }
  });
});

describe("what had not reached the house when the page went away", () => {
  const kept = new Map<string, string>();
  const store = {
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => {
      kept.set(k, v);
    },
    removeItem: (k: string) => {
      kept.delete(k);
    },
  };
  const begin = async (house: MemoryHouse): Promise<Workpiece> => {
    const { doc, revision } = await house.load();
    return new Workpiece(
      SESSION_RULES,
      house,
      { revision, doc, savedAt: new Date(0) },
      deedBook("gone", store),
      () => Promise.resolve(),
    );
  };
  /** A house that takes nothing any more from this page: its workpiece waits for ever. */
  const cutOff = (house: MemoryHouse): Workpiece =>
    new Workpiece(
      SESSION_RULES,
      { send: () => Promise.reject(new EditRefused(false, "no line")), load: () => house.load() },
      { revision: house.revision, doc: house.session, savedAt: new Date(0) },
      deedBook("gone", store),
      () => new Promise(() => undefined),
    );

  it("shows again, goes out, and can be undone", async () => {
    const house = new MemoryHouse();
    const first = cutOff(house);
    level(first, "kick", -3);
    level(first, "top", -9);
    const second = await begin(house);
    expect(["kick", "top"].map((id) => find(second.state().doc, id).level)).toEqual([-3, -9]);
    await settled(second);
    expect(house.session).toEqual(second.state().doc);
    expect(kept.has("mossy-unsent-gone")).toBe(false);
    second.undo();
    await settled(second);
    expect(find(house.session, "top").level).toBe(find(smallSession(), "top").level);
  });

  it("is not done twice where it had reached the house after all", async () => {
    const house = new MemoryHouse();
    const first = cutOff(house);
    const changes = [
      setField(find(house.session, "kick"), "positions", ["in", "near"]),
      setField(find(house.session, "kick"), "level", -3),
    ];
    first.edit(changes, "level");
    await house.send(house.revision, changes);
    const second = await begin(house);
    await settled(second);
    expect([second.state().problem, second.state().clashes, house.revision]).toEqual([null, [], 1]);
    expect(find(house.session, "kick").level).toBe(-3);
  });

  it("meets what somebody else did meanwhile as a clash to choose from", async () => {
    const house = new MemoryHouse();
    const first = cutOff(house);
    level(first, "kick", -3);
    level(first, "top", -9);
    await house.send(house.revision, [setField(find(house.session, "kick"), "level", -20)]);
    const second = await begin(house);
    await settled(second);
    expect(second.state().clashes.map((c) => c.label)).toEqual(["level"]);
    expect(["kick", "top"].map((id) => find(house.session, id).level)).toEqual([-20, -9]);
    second.settle(second.state().clashes[0]!.id, "yours");
    await settled(second);
    expect(find(house.session, "kick").level).toBe(-3);
  });
});
