import { dice } from "@mossy/core/chance/dice";
import { session as sessionForm } from "@mossy/core/session/document";
import { makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import { describe, expect, it } from "vitest";
import { DEEDS, anyWorker } from "../people/worker.ts";
import type { Deed, Worker } from "../people/worker.ts";
import { PLANS_OF_HOUSE } from "../templates/plans.ts";
import { templateOf } from "../templates/template.ts";
import { afternoon, begun } from "./afternoon.ts";

const style = makeStyle(usualHouse("Test house"));
const template = templateOf(style, PLANS_OF_HOUSE[0]!);
const doing = (deed: Deed, often = 5): Worker => {
  const who = anyWorker(dice(5));
  const does = Object.fromEntries(DEEDS.map((d) => [d, d === deed ? often : 0])) as Record<Deed, number>;
  return { ...who, does, dyes: new Map() };
};
const after = (deed: Deed, often?: number) =>
  afternoon(style, doing(deed, often), begun(template), dice(9));
const changed = (deed: Deed) => {
  const before = new Map(template.session.tracks.map((t) => [t.id, t]));
  const fields = after(deed).session.tracks.flatMap((t) => {
    const was = before.get(t.id);
    return was ? Object.keys(t).filter((k) => t[k as "name"] !== was[k as "name"]) : ["new"];
  });
  return [...new Set(fields)].sort();
};

describe("an afternoon in a session", () => {
  it.each<[Deed, string[]]>([
    ["rename", ["name"]],
    ["recolour", ["colour"]],
    ["level", ["level"]],
    ["swap", ["input"]],
    ["add", ["new"]],
  ])("%s changes %j and nothing else", (deed, fields) => expect(changed(deed)).toEqual(fields));

  it("knows what each track is, and which of the start it is made of", () => {
    const { session, said, origins, typed } = after("split", 8);
    const twins = session.tracks.filter((t) => !template.said.has(t.id) && said.has(t.id));
    expect(twins.length).toBeGreaterThan(0);
    for (const t of twins) {
      const [from = ""] = origins.get(t.id) ?? [];
      expect(said.get(t.id)).toMatchObject({ thing: template.said.get(from)?.thing, number: 2 });
      expect(said.get(from)?.number).toBe(1);
      expect(typed.has(t.id) && typed.has(from)).toBe(true);
    }
    const joined = after("join", 12);
    const both = [...joined.origins].filter(([, from]) => from.length > 1);
    expect(both.length).toBeGreaterThan(0);
    for (const [id, from] of both) {
      expect(joined.said.get(id)?.where).not.toContain("left");
      expect(joined.session.tracks.some((t) => t.id === from[1])).toBe(false);
    }
  });

  it("gives back what was taken out to whoever adds the same again", () => {
    const out = after("takeOut", 30);
    expect(out.session.tracks.length).toBeLessThan(template.session.tracks.length);
    const again = afternoon(style, doing("add", 400), out, dice(1));
    const back = [...again.origins].filter(([id, from]) => id.startsWith("n") && from.length > 0);
    expect(back.length).toBeGreaterThan(0);
    for (const [id, [from = ""]] of back)
      if (again.said.has(id)) expect(again.said.get(id)).toEqual(template.said.get(from));
  });

  it("leaves a session that holds together, whoever works on it", () => {
    for (let seed = 0; seed < 40; seed++) {
      const roll = dice(seed);
      let worked = begun(templateOf(style, PLANS_OF_HOUSE[seed % PLANS_OF_HOUSE.length]!));
      for (let week = 0; week < 4; week++) worked = afternoon(style, anyWorker(roll), worked, roll);
      expect(sessionForm.safeParse(worked.session).error?.issues ?? []).toEqual([]);
    }
  });
});
