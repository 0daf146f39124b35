import { describe, expect, it } from "vitest";
import { BEAT_STARTS } from "./beatStarts.ts";
import { startChainInWords, startSendsInWords } from "./startParts.ts";
import { startChainTyped, startSendsTyped } from "./startTyped.ts";
import { usualHouse } from "./usual.ts";

const { roles } = usualHouse("x").words;
const nameOf = (id: string): string => roles.find((r) => r.id === id)?.name ?? id;

describe("chains and sends of starting values", () => {
  it("are typed as they are said", () => {
    const chains = BEAT_STARTS.flatMap((s) => (s.then.chain ? [s.then.chain] : []));
    expect(chains.length).toBeGreaterThan(8);
    for (const chain of chains)
      expect(startChainTyped(roles, startChainInWords(chain, nameOf))).toEqual(chain);
    const sends = [
      { way: "to" as const, role: "plate-reverb", level: -16.5, beforeFader: true },
      { way: "from" as const, role: "main", level: -144, beforeFader: false },
    ];
    const said = startSendsInWords(sends, nameOf);
    expect(said).toBe("to Plate reverb at −16.5 dB, before the fader, from Main at silent");
    expect(startSendsTyped(roles, said)).toEqual(sends);
  });

  it("take what people type", () => {
    expect(startChainTyped(roles, "comp (keyed by kick, to stereo), My own box")).toMatchObject([
      { kind: "Compressor", keyedBy: "kick", width: "stereo" },
      { kind: "My own box", bypassed: false },
    ]);
    expect(startSendsTyped(roles, "to hall-reverb at -12 dB")).toMatchObject([
      { role: "hall-reverb", level: -12 },
    ]);
  });

  it("are none where something in them is none", () => {
    for (const text of ["", "EQ (keyed by nobody we know)", "EQ (loud)", "EQ (to the moon)", "EQ)"])
      expect([text, startChainTyped(roles, text)]).toEqual([text, null]);
    for (const text of [
      "",
      "Plate",
      "to Plate reverb at loud",
      "to nobody we know at 0 dB",
      "to Main at 900 dB",
    ])
      expect([text, startSendsTyped(roles, text)]).toEqual([text, null]);
  });
});
