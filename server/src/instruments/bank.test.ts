import { execFile } from "node:child_process";
import { readFile } from "node:fs/promises";
import { promisify } from "node:util";
import { sourceOf } from "@mossy/core/formats/bytes";
import { readSoundFont } from "@mossy/core/instruments/soundFont";
import { beforeAll, expect, it } from "vitest";
import { SAMPLE_BANK, findSynthesiser } from "../../../scripts/install.mjs";

const run = promisify(execFile);
beforeAll(findSynthesiser, 300_000);

it("presets of a free bank are those that an outside synthesiser finds in it", async () => {
  // Debian's FluidSynth lists "bank-program name", each of three digits.
  const quiet = "fluidsynth -q -a file -o audio.file.name=/dev/null -o audio.file.type=raw";
  const { stdout } = await run("bash", ["-c", `printf 'inst 1\\nquit\\n' | ${quiet} "${SAMPLE_BANK}"`]);
  const theirs = stdout.split("\n").filter((line) => /^\d{3}-\d{3} /.test(line));
  const { presets } = await readSoundFont(sourceOf(new Uint8Array(await readFile(SAMPLE_BANK))));
  const digits = (n: number): string => String(n).padStart(3, "0");
  const ours = presets.map((p) => `${digits(p.bank)}-${digits(p.program)} ${p.name}`);
  expect(theirs.length).toBeGreaterThan(100);
  expect(ours.sort()).toEqual(theirs.sort());
  for (const p of presets) expect(p.zones.length).toBeGreaterThan(0);
});
