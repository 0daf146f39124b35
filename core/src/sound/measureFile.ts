import type { ByteSource } from "../formats/bytes.ts";
import type { SoundSays } from "./head.ts";
import { weightsOf } from "./layout.ts";
import { SoundMeter, fullScaleOf } from "./measure.ts";
import type { Measures } from "./measures.ts";
import { coarser, outlineBytes, together } from "./outline.ts";
import { profileBytes } from "./profile.ts";
import { readHead } from "./read.ts";
import { framesOf } from "./samples.ts";

/** What was found out about a file; plain data, to be kept under its hash. */
export type Found =
  | {
      readonly says: SoundSays;
      readonly measures: Measures;
      readonly outline: Uint8Array;
      readonly profile: Uint8Array;
      readonly small: Uint8Array;
    }
  | { readonly unmeasured: string };

/** Stretches of the picture in small. */
const SMALL = 240;

export const foundBy = (
  says: SoundSays,
  { measures, outline, profile }: SoundMeter["measured"],
): Found => ({
  says,
  measures,
  profile: profileBytes(profile),
  outline: outlineBytes(outline),
  small: outlineBytes(coarser(together(outline), SMALL)),
});

/** Measures a file that keeps its samples as they are. @throws FileProblem where it cannot be read */
export async function measureKept(source: ByteSource, kind: "WAVE" | "AIFF"): Promise<Found> {
  const { frames: _frames, samples, ...says } = await readHead(source, kind);
  const meter = new SoundMeter({
    rate: says.rate,
    weights: weightsOf(says),
    fullScale: fullScaleOf(says.float ? null : says.bits),
  });
  for await (const frames of framesOf(source, { ...says, samples })) meter.add(frames);
  return foundBy(says, meter.measured);
}
