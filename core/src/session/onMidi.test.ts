import { expect, it } from "vitest";
import { blankTrack } from "./document.ts";
import { blankItem } from "./item.ts";
import type { Item } from "./item.ts";
import { onMidi } from "./onMidi.ts";

const pattern = (): Item =>
  blankItem("i1", "Verse", { kind: "pattern", notes: [], sets: [], length: 4, shelf: null });
const toCome = (): Item => blankItem("i2", "To come", { kind: "placeholder", says: "a verse", parts: 1 });

it("a MIDI file holds what plays MIDI, and instruments on which a pattern lies; nothing else", () => {
  const tracks = [
    blankTrack("m", "Strings", { kind: "midi", format: null }),
    blankTrack("p", "Piano", { kind: "instrument", items: [toCome(), pattern()] }),
    blankTrack("s", "Sampler", { kind: "instrument", items: [toCome()] }),
    blankTrack("e", "Empty", { kind: "instrument" }),
    blankTrack("a", "Voice", { items: [pattern()] }),
  ];
  expect(onMidi({ tracks }).map((t) => t.id)).toEqual(["m", "p"]);
});
