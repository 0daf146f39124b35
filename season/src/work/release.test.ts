import { dice } from "@mossy/core/chance/dice";
import { makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import { diff } from "@mossy/core/session/diff";
import { session as sessionForm } from "@mossy/core/session/document";
import { describe, expect, it } from "vitest";
import { PLANS_OF_HOUSE } from "../templates/plans.ts";
import { templateOf } from "../templates/template.ts";
import { nextRelease } from "./release.ts";

const style = makeStyle(usualHouse("Test house"));

describe("what a lead does to a template", () => {
  it("leaves a whole session whose tracks are known, and changes something", () => {
    let known = templateOf(style, PLANS_OF_HOUSE[1]!);
    const done = new Set<string>();
    for (let n = 0; n < 25; n++) {
      const next = nextRelease(style, known, `r${n}`, dice(n));
      expect(sessionForm.safeParse(next.session).error).toBeUndefined();
      for (const id of next.said.keys()) expect(next.session.tracks.some((t) => t.id === id)).toBe(true);
      const changes = diff(known.session, next.session);
      expect(changes.length).toBeGreaterThan(0);
      for (const c of changes) done.add(c.do === "set" ? `set ${c.field}` : c.do);
      known = next;
    }
    expect([...done]).toEqual(
      expect.arrayContaining(["add", "take-out", "set level", "set feeds", "set importance"]),
    );
  });
});
