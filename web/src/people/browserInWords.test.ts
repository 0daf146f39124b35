import { expect, it } from "vitest";
import { browserInWords } from "./browserInWords.ts";

it("tells places apart by what a browser says it runs on", () => {
  for (const [agent, said] of [
    ["Browser/5.0 (Tide; Lamp 4; rv:9) Engine/1 (like others)", "Browser on Tide, Lamp 4"],
    ["Browser/5.0 (Tide)", "Browser on Tide"],
    ["oar/8.0", "oar/8.0"],
    ["  ", "A program that does not say its name"],
    [`x (${"y".repeat(200)})`, `Browser on ${"y".repeat(60)}`],
  ] as const)
    expect(browserInWords(agent)).toBe(said);
});
