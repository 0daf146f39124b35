import { mkdirSync, mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { note } from "@mossy/core/fixtures/notes";
import { writeWave } from "@mossy/core/sound/writeWave";

const RATE = 48_000;

/**
 * A folder of notes as an engineer renders them, by name: how late each is heard, in ms, and its level, in dBFS.
 * @param falls by how many dB a second each falls while it is held
 */
export function renderedNotes(
  notes: Readonly<Record<string, readonly [lag: number, level: number]>>,
  falls = 0,
): string {
  const folder = mkdtempSync(join(tmpdir(), "Rendered-"));
  for (const [name, [lag, level]] of Object.entries(notes)) {
    const path = join(folder, `${name}.wav`);
    const frames = note({
      rate: RATE,
      before: lag / 1000,
      seconds: 0.8,
      level,
      pitch: 1000,
      falls,
      tail: 0.4,
      after: 0.3,
    });
    mkdirSync(dirname(path), { recursive: true });
    writeFileSync(path, writeWave([frames, frames], { rate: RATE, bits: 24 }));
  }
  return folder;
}

/** Of the violins of Tideline: four of its ways, one of them uneven, one late, and one nobody knows. */
export const TIDELINE_NOTES = {
  "Violins 1_Long_C4_v100": [58.4, -18],
  "Violins 1_Long_G4_v100": [61.2, -17.5],
  "Violins 1_Long_D5_v100": [59.9, -18.6],
  "Violins 1_Short_C4_v100": [27.1, -16],
  "Violins 1_Short_G4_v100": [44.3, -16.4],
  "Violins 1_Plucked_C4_v100": [12.2, -20],
  "Violins 1_Swell 2 s_C4_v100": [640, -22],
  "Violins 1_Bowed backwards_C4_v100": [80, -20],
} as const;
