import { smallSession } from "@mossy/core/fixtures/sessions";
import { setField } from "@mossy/core/session/change";
import { describe, expect, it } from "vitest";
import { deedBook } from "./deeds.ts";
import { Workpiece } from "./workpiece.ts";
import { SESSION_RULES } from "./sessionRules.ts";
import { MemoryHouse, work, find, level, settled } from "./testing/memoryHouse.ts";

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

  it("still takes what was done along with something back as one with it", async () => {
    const house = new MemoryHouse();
    const store = memory();
    const first = work(house, deedBook("d", store));
    const before = first.state().doc;
    level(first, "kick", -3);
    first.editAlong([setField(find(first.state().doc, "gtr"), "level", -9)], "linked");
    await settled(first);
    const second = await reloaded(house, store);
    second.undo();
    expect(second.state().doc).toEqual(before);
  });

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
