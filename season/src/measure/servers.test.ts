import { expect, it } from "vitest";
import { Count } from "./count.ts";
import { holdTogether } from "./servers.ts";
import type { ServersOutcome } from "./servers.ts";

it("servers of one house are held against the first of them", () => {
  const count = new Count<ServersOutcome>("same", "other");
  const one = { id: "s", title: "Night" };
  holdTogether([one], "one alone", count);
  expect(count.all).toBe(0);
  holdTogether([one, { ...one }], "alike", count);
  holdTogether([one, { ...one, title: "Day" }, { ...one }], "the second otherwise", count);
  expect([count.of, ...count.cases.keys()]).toEqual([{ same: 2, other: 1 }, "the second otherwise"]);
});
