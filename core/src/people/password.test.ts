import { describe, expect, it } from "vitest";
import { passwordProblem } from "./password.ts";

describe("a password", () => {
  it("has twelve characters at least, however many units they take", () => {
    expect(passwordProblem("ebb-&-flow!", [])).toContain("at least 12 characters; this one has 11");
    expect(passwordProblem("🥁".repeat(11), [])).toContain("this one has 11");
    expect(passwordProblem("barge kelp vesper tin", [])).toBeNull();
  });

  it("is not one of those everybody tries first, with a reason that can be acted on", () => {
    for (const weak of ["password1234", "qwertyuiopas", "aaaaaaaaaaaa", "123456789012", "iloveyou1234"])
      expect([weak, passwordProblem(weak, [])]).toEqual([weak, expect.stringContaining("Take another")]);
  });

  it("is not made of the person's own names or the house's", () => {
    const known = ["Ottoline Quernmore", "ottoline", "Gannet Quay Recording"];
    expect(passwordProblem("ottolinequernmore", known)).not.toBeNull();
    expect(passwordProblem("GannetQuay-2026", known)).not.toBeNull();
    expect(passwordProblem("mossylantern1", known)).not.toBeNull();
  });

  it("ends somewhere, and is judged in no time however long it is", () => {
    expect(passwordProblem("x".repeat(201), [])).toContain("at most 200");
    expect(passwordProblem("kelp vesper barge tin lamp oar ".repeat(6), [])).toBeNull();
  });
});
