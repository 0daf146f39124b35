import type { House } from "@mossy/core/house/house";
import { applyPlain, plainChange } from "@mossy/core/plain/change";
import { plainDiff } from "@mossy/core/plain/diff";
import type { PlainChange } from "@mossy/core/plain/change";
import { usualHouse } from "@mossy/core/house/usual";
import { describe, expect, it } from "vitest";
import { bookOf } from "./deeds.ts";
import { Workpiece } from "./workpiece.ts";
import { EditRefused } from "./rules.ts";
import { plainRules } from "./plainRules.ts";

/** A house that keeps one draft, changed by anybody. */
class Draft {
  doc: House = usualHouse("Saltmarsh");
  revision = 0;
  async send(from: number, changes: readonly PlainChange[]) {
    await Promise.resolve();
    try {
      this.doc = applyPlain(this.doc, changes);
    } catch (e) {
      throw new EditRefused(true, (e as Error).message);
    }
    return { revision: ++this.revision, merged: from < this.revision - 1 };
  }
  async load() {
    await Promise.resolve();
    return { revision: this.revision, doc: this.doc };
  }
}
const memory = () => {
  const kept = new Map<string, string>();
  return {
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => {
      kept.set(k, v);
    },
    removeItem: (k: string) => {
      kept.delete(k);
    },
  };
};
const workpieceAt = (draft: Draft, store = memory()) =>
  new Workpiece(
    plainRules<House>(),
    draft,
    { revision: draft.revision, doc: draft.doc, savedAt: new Date(0) },
    bookOf("house", plainChange, store),
    () => Promise.resolve(),
  );
type HouseWorkpiece = ReturnType<typeof workpieceAt>;
const change = (d: HouseWorkpiece, to: (h: House) => House, label: string): void => {
  const { doc } = d.state();
  d.edit(plainDiff(doc, to(doc)), label);
};
const settled = async (...workpieces: HouseWorkpiece[]): Promise<void> => {
  for (let n = 0; n < 200 && workpieces.some((d) => d.state().saving !== "saved"); n++)
    await new Promise((r) => {
      setTimeout(r, 0);
    });
};
const paint =
  (id: string, hex: string) =>
  (h: House): House => ({ ...h, palette: h.palette.map((c) => (c.id === id ? { ...c, hex } : c)) });

describe("two leads at one draft", () => {
  it("both keep what they did where they touch different things", async () => {
    const draft = new Draft();
    const [one, two] = [workpieceAt(draft), workpieceAt(draft)];
    change(one, paint("saffron", "#111111"), "saffron");
    change(two, (h) => ({ ...h, folderFrom: 7 }), "folders");
    await settled(one, two);
    expect([draft.doc.palette.find((c) => c.id === "saffron")?.hex, draft.doc.folderFrom]).toEqual([
      "#111111",
      7,
    ]);
    expect([one.state().clashes, two.state().clashes]).toEqual([[], []]);
  });

  it("choose where they touch the same, and either outcome stands", async () => {
    const draft = new Draft();
    const [one, two] = [workpieceAt(draft), workpieceAt(draft)];
    change(one, paint("saffron", "#111111"), "saffron");
    await settled(one);
    change(two, (h) => ({ ...paint("saffron", "#222222")(h), folderFrom: 5 }), "two things");
    await settled(two);
    expect(two.state().clashes.map((c) => c.yours)).toMatchObject([
      [{ at: ["palette", "saffron", "hex"], from: "#111111", to: "#222222" }],
    ]);
    expect([draft.doc.palette.find((c) => c.id === "saffron")?.hex, draft.doc.folderFrom]).toEqual([
      "#111111",
      5,
    ]);
    two.settle(two.state().clashes[0]!.id, "yours");
    await settled(two);
    expect(draft.doc.palette.find((c) => c.id === "saffron")?.hex).toBe("#222222");
  });

  it("undo only what they did themselves, also after a reload", async () => {
    const draft = new Draft();
    const store = memory();
    const one = workpieceAt(draft, store);
    change(one, paint("saffron", "#111111"), "saffron");
    change(one, (h) => ({ ...h, folderFrom: 9 }), "folders");
    await settled(one);
    const other = workpieceAt(draft);
    change(other, paint("amber", "#333333"), "amber");
    await settled(other);
    const again = workpieceAt(draft, store);
    expect(again.state().undoes).toBe("folders");
    again.undo();
    again.undo();
    await settled(again);
    const usual = usualHouse("Saltmarsh");
    expect([
      draft.doc.folderFrom,
      draft.doc.palette.find((c) => c.id === "saffron")?.hex,
      draft.doc.palette.find((c) => c.id === "amber")?.hex,
    ]).toEqual([usual.folderFrom, usual.palette.find((c) => c.id === "saffron")?.hex, "#333333"]);
  });
});
