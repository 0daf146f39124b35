import { SOUND_PIECE } from "@mossy/contract/sounds";
import { sine } from "@mossy/core/fixtures/sounds";
import { writeWave } from "@mossy/core/sound/writeWave";
import { expect } from "vitest";
import type { Visitor } from "./house.ts";

/** A stereo tone, 48 kHz, 24 bit. @param db of its peaks */
export const tone = (seconds: number, db = -20): Uint8Array =>
  writeWave([sine(db, seconds), sine(db, seconds)], { rate: 48_000, bits: 24 });

/** Brings a sound file in pieces. @param size of one, in bytes */
export async function bring(who: Visitor, file: string, bytes: Uint8Array, size = SOUND_PIECE) {
  const { data: began } = await who.ask(
    "beginSound",
    {},
    { file, size: bytes.length, mark: `${file} 1234` },
  );
  for (let at = began.has; at < bytes.length; at += size) {
    const piece = bytes.slice(at, at + size);
    const { status, data } = await who.ask("soundPiece", { coming: began.coming, at: String(at) }, piece);
    expect([status, data.has]).toEqual([200, at + piece.length]);
  }
  return who.ask(
    "endSound",
    { coming: began.coming },
    { shelf: "Field", tags: ["sea", "Sea", "low tide"] },
  );
}
