import { FileProblem } from "@mossy/core/formats/fileProblem";
import type { ByteSource } from "@mossy/core/formats/bytes";
import type { Packed } from "@mossy/core/sound/head";
import { weightsOf } from "@mossy/core/sound/layout";
import { SoundMeter, fullScaleOf } from "@mossy/core/sound/measure";
import { foundBy, measureKept } from "@mossy/core/sound/measureFile";
import type { Found } from "@mossy/core/sound/measureFile";
import { kindOf, refuseOdd } from "@mossy/core/sound/read";
import { job } from "../crew/crew.ts";
import type { Bench } from "../house/bench.ts";
import { cargoOf } from "./cargo.ts";
import { unpacked } from "./decoders.ts";

/** Measures a kept file. What cannot be measured says why. */
export const measureJob = job("measure-sound", async ({ files }: Bench, hash: string): Promise<Found> => {
  const file = await files.open(hash);
  return measuredOrWhy(file).finally(() => file.close());
});

/** What was found out about a file, or why nothing was. */
export const measuredOrWhy = (source: ByteSource): Promise<Found> =>
  measured(source).catch((e: unknown) => {
    if (!(e instanceof FileProblem)) throw e;
    return { unmeasured: `It cannot be measured: ${e.message}.` };
  });

/** @throws FileProblem where it cannot be read */
export async function measured(source: ByteSource): Promise<Found> {
  const kind = await kindOf(source);
  if (kind === null)
    return { unmeasured: "It is carried as it is: sounds of this kind are not measured here." };
  if (kind !== "WAVE" && kind !== "AIFF") return measuredPacked(source, kind);
  return measureKept(source, kind);
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
  return foundBy({ ...says, markers: [], odd }, meter.measured);
}

/** Looks through the file of a session's last check-in for what it carries of its job. */
export const cargoJob = job("session-cargo", cargoOf);

export const soundJobs = [measureJob, cargoJob];
