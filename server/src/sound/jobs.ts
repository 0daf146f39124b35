import { FileProblem } from "@mossy/core/formats/fileProblem";
import type { ByteSource } from "@mossy/core/formats/bytes";
import type { Packed, SoundSays } from "@mossy/core/sound/head";
import { weightsOf } from "@mossy/core/sound/layout";
import { SoundMeter, fullScaleOf } from "@mossy/core/sound/measure";
import type { Measures } from "@mossy/core/sound/measures";
import { coarser, outlineBytes, together } from "@mossy/core/sound/outline";
import { profileBytes } from "@mossy/core/sound/profile";
import { kindOf, readHead, refuseOdd } from "@mossy/core/sound/read";
import { framesOf } from "@mossy/core/sound/samples";
import { job } from "../crew/crew.ts";
import type { Bench } from "../house/bench.ts";
import { cargoOf } from "./cargo.ts";
import { unpacked } from "./decoders.ts";

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

/** Measures a kept file. What cannot be measured says why. */
export const measureJob = job("measure-sound", async ({ files }: Bench, hash: string): Promise<Found> => {
  const file = await files.open(hash);
  try {
    return await measured(file);
  } catch (e) {
    if (!(e instanceof FileProblem)) throw e;
    return { unmeasured: `It cannot be measured: ${e.message}.` };
  } finally {
    await file.close();
  }
});

/** @throws FileProblem where it cannot be read */
export async function measured(source: ByteSource): Promise<Found> {
  const kind = await kindOf(source);
  if (kind === null)
    return { unmeasured: "It is carried as it is: sounds of this kind are not measured here." };
  if (kind !== "WAVE" && kind !== "AIFF") return measuredPacked(source, kind);
  const { frames: _frames, samples, ...says } = await readHead(source, kind);
  const meter = new SoundMeter({
    rate: says.rate,
    weights: weightsOf(says),
    fullScale: fullScaleOf(says.float ? null : says.bits),
  });
  for await (const frames of framesOf(source, { ...says, samples })) meter.add(frames);
  return found(says, meter.measured);
}

/** What files that pack sound do not say here. */
const NOTHING_SAID = { float: false, out: null, mask: null, bext: null, ixml: null };

async function measuredPacked(source: ByteSource, container: Packed): Promise<Found> {
  let meter: SoundMeter | null = null;
  let broken = 0;
  const says = {
    container,
    rate: 0,
    channels: 0,
    bits: null as number | null,
    ...NOTHING_SAID,
  };
  for await (const piece of unpacked(container, source)) {
    broken += piece.broken;
    if (piece.frames.length === 0) continue;
    if (!meter) {
      Object.assign(says, { rate: piece.rate, channels: piece.frames.length, bits: piece.bits });
      refuseOdd(says);
      meter = new SoundMeter({
        rate: says.rate,
        weights: weightsOf(says),
        fullScale: fullScaleOf(says.bits),
      });
    }
    meter.add(piece.frames);
  }
  if (!meter) throw new FileProblem("there is no sound in it that could be read; ask for the file again");
  const odd = broken > 0 ? [`Parts of it are broken (${broken}) and were left out.`] : [];
  return found({ ...says, markers: [], odd }, meter.measured);
}

const found = (says: SoundSays, { measures, outline, profile }: SoundMeter["measured"]): Found => ({
  says,
  measures,
  profile: profileBytes(profile),
  outline: outlineBytes(outline),
  small: outlineBytes(coarser(together(outline), SMALL)),
});

/** Looks through the file of a session's last check-in for what it carries of its job. */
export const cargoJob = job("session-cargo", cargoOf);

export const soundJobs = [measureJob, cargoJob];
