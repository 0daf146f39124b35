import { createHash } from "node:crypto";
import { blankItem } from "@mossy/core/session/item";
import type { Item } from "@mossy/core/session/item";
import type { Session } from "@mossy/core/session/document";
import { soundBytes } from "./sounds.ts";

const hashes = new Map<string, string>();

/** A sound of the house as an item holds it. @param seconds how long it is */
function held(file: string, seconds: number): Item["holds"] {
  const hash = hashes.get(file) ?? createHash("sha256").update(soundBytes(file)).digest("hex");
  hashes.set(file, hash);
  return { kind: "sound", hash, file, seconds, rate: 48_000, channels: 2 };
}

const END = 58 * 60;

/** What the story evening carries: its bells, the bed under the host, room for the story, its close. */
const STORY: Readonly<Record<string, () => Item[]>> = {
  "intro-music": () => [
    blankItem("m1", "Tide bell", held("TideBell_Opening.wav", 9), { note: "Three strokes, then the bed." }),
  ],
  "music-bed": () => [
    blankItem("m1", "Harbour bed", held("HarbourBed_v2.wav", 24), {
      at: 3.2,
      length: 150,
      offset: 2,
      loops: true,
      gain: -6,
      fadeIn: { length: 1.5, shape: "equal-power" },
      fadeOut: { length: 6, shape: "s-curve" },
      points: [
        { at: 5, level: 0 },
        { at: 7, level: -14 },
        { at: 138, level: -14 },
        { at: 142, level: 0 },
      ],
    }),
  ],
  storyteller: () => [
    blankItem(
      "m1",
      "The story",
      {
        kind: "placeholder",
        says: "What is told this week, in two parts with a break between them.",
        parts: 2,
      },
      { at: 153, length: END - 153 - 15 },
    ),
  ],
  "outro-music": () => [
    blankItem("m1", "Ebb tide", held("EbbTide_Closing.wav", 15), {
      at: END - 15,
      fadeIn: { length: 0.5, shape: "linear" },
      note: "Ends with the evening.",
    }),
  ],
};

/** A story evening with what it carries on its tracks. */
export const withStory = (session: Session): Session => ({
  ...session,
  tracks: session.tracks.map((t) => {
    const items = STORY[t.id]?.();
    return items ? { ...t, items } : t;
  }),
});
