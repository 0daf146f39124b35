import { emptySession } from "@mossy/core/session/document";
import type { AnswerOf } from "@mossy/contract/routes";
import { describe, expect, it } from "vitest";
import { Count } from "./count.ts";
import { Ledger } from "./ledger.ts";
import type { LedgerOutcome } from "./ledger.ts";

type Whole = AnswerOf<"session">;
// Of all that a session's page has, what is looked at here.
const whole = (fields: Partial<Whole>): Whole =>
  ({ id: "s", title: "Night", closedAt: null, now: emptySession("Night"), ...fields }) as Whole;
const seen = (look: (count: Count<LedgerOutcome>) => void) => {
  const count = new Count<LedgerOutcome>("there", "lost");
  look(count);
  return [count.of.there, count.of.lost, ...count.cases.keys()];
};

describe("what a house acknowledged", () => {
  it("is looked for in the session it was done to", () => {
    const ledger = new Ledger();
    ledger.done("s", "was closed", ({ closedAt }) => closedAt !== null);
    ledger.done("other", "is never there", () => false);
    expect(ledger.sessions()).toEqual(["s", "other"]);
    expect(seen((c) => ledger.lookAtSession(whole({ closedAt: "2026-12-01T00:00:00Z" }), c))).toEqual([
      1, 0,
    ]);
    expect(seen((c) => ledger.lookAtSession(whole({}), c))).toEqual([0, 1, "“Night” was closed"]);
  });

  it("is how it stands, as it was left last", () => {
    const ledger = new Ledger();
    ledger.stands("s", emptySession("Before"));
    ledger.stands("s", emptySession("Night"));
    expect(seen((c) => ledger.lookAtSession(whole({}), c))).toEqual([1, 0]);
    expect(seen((c) => ledger.lookAtSession(whole({ now: emptySession("Before") }), c))).toEqual([
      0,
      1,
      "“Night” stands as it was left",
    ]);
  });

  it("is each release and each edition", () => {
    const ledger = new Ledger();
    for (const number of [1, 2]) ledger.release("t", number);
    ledger.edition(3);
    const template = {
      id: "t",
      draft: { session: emptySession("Band") },
      releases: [{ number: 2 }],
    } as AnswerOf<"template">;
    expect(seen((c) => ledger.lookAtTemplate(template, c))).toEqual([1, 1, "release 1 of “Band”"]);
    const house = { editions: [{ number: 2 }] } as AnswerOf<"house">;
    expect(seen((c) => ledger.lookAtHouse(house, c))).toEqual([0, 1, "edition 3"]);
  });
});
