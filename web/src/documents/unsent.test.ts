import { smallSession } from "@mossy/core/fixtures/sessions";
import { apply } from "@mossy/core/session/apply";
import { setField } from "@mossy/core/session/change";
import type { Change } from "@mossy/core/session/change";
import { describe, expect, it } from "vitest";
import { deedBook } from "./deeds.ts";
import { Workpiece } from "./workpiece.ts";
import { EditRefused } from "./rules.ts";
import { SESSION_RULES } from "./sessionRules.ts";
import { MemoryHouse, work, find, level, settled } from "./testing/memoryHouse.ts";

describe("a workpiece whose house does not answer, or refuses", () => {
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

  it("sends what it does not know to have arrived by one key, and the next edit by another", async () => {
    const house = new MemoryHouse();
    const keys: string[] = [];
    let lost = 2;
    const d = work({
      load: () => house.load(),
      send: async (from, changes, key) => {
        keys.push(key);
        // The first time it arrives, and its answer is lost: the house knows the key.
        if (keys.length === 1) await house.send(from, changes);
        if (lost-- > 0) throw new EditRefused(false, "no line");
        return key === keys[0] ? { revision: house.revision, merged: false } : house.send(from, changes);
      },
    });
    level(d, "kick", -3);
    level(d, "top", -5);
    await settled(d);
    expect(keys[0]).toBe(keys[1]);
    expect([keys[2] === keys[0], keys[3] === keys[0]]).toEqual([true, false]);
    expect(house.session).toEqual(d.state().doc);
    expect([d.state().undoes, d.state().clashes]).toEqual(["level", []]);
  });

  it("says why it waits where that passes only when somebody does something, and no longer than that", async () => {
    const house = new MemoryHouse();
    let full = true;
    const said: (string | null)[] = [];
    const d = work({
      load: () => house.load(),
      send: (from, changes) => {
        said.push(d.state().problem);
        if (!full) return house.send(from, changes);
        full = said.length < 2;
        return Promise.reject(new EditRefused(false, "The disk is full.", true));
      },
    });
    d.subscribe(() => said.push(d.state().problem));
    level(d, "kick", -3);
    await settled(d);
    expect(said).toContain("The disk is full.");
    expect([d.state().problem, find(house.session, "kick").level]).toEqual([null, -3]);
  });

  it("says what does not fit instead of doing it", () => {
    const d = work(new MemoryHouse());
    expect(
      d.edit([{ ...setField(find(smallSession(), "kick"), "level", 1), from: 9 } as Change], "level"),
    ).toBe(false);
    expect(d.state().problem).toContain("level of “Kick” has been changed since");
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
