import { describe, expect, it } from "vitest";
import { rehearse } from "./rehearse.ts";

describe("what a thread does before anybody asks", () => {
  it("is done to its end, step by step: whoever asks meanwhile comes in between", async () => {
    let asked = 0;
    let over = false;
    const asks = (): void => {
      asked++;
      if (!over) setImmediate(asks);
    };
    setImmediate(asks);
    await rehearse(2);
    over = true;
    expect(asked).toBeGreaterThan(10);
  });
});
