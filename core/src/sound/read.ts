import type { ByteSource } from "../formats/bytes.ts";
import { FileProblem } from "../formats/fileProblem.ts";
import { isAiff, readAiff } from "./aiff.ts";
import { ascii } from "./chunks.ts";
import { MOST_CHANNELS, RATES } from "./head.ts";
import type { Packed, SoundHead } from "./head.ts";
import { isWave, readWave } from "./wave.ts";

/** What a file is, by its first bytes: one that keeps samples as they are, one that packs them, or neither. */
export type SoundKind = "WAVE" | "AIFF" | Packed | null;

/** How much of a file is needed to tell. */
const LOOKED_AT = 4096;

/** Tells a sound file by what it holds, whatever it is called. */
export async function kindOf(source: ByteSource): Promise<SoundKind> {
  const head = await source.read(0, LOOKED_AT);
  if (head.length < 12) return null;
  if (isWave(head)) return "WAVE";
  if (isAiff(head)) return "AIFF";
  if (ascii(head, 0, 4) === "fLaC") return "FLAC";
  if (ascii(head, 0, 4) === "OggS") {
    const first = ascii(head, 28, 8);
    return first.startsWith("\u0001vorbis") ? "Ogg Vorbis" : first === "OpusHead" ? "Ogg Opus" : null;
  }
  // A tag before the sound, or the eleven ones every frame begins with, of layer III.
  const [a = 0, b = 0] = head;
  return ascii(head, 0, 3) === "ID3" || (a === 0xff && (b & 0xe6) === 0xe2) ? "MP3" : null;
}

/**
 * What a file that keeps its samples as they are says of itself.
 * @throws FileProblem where it cannot be played, saying why
 */
export async function readHead(source: ByteSource, kind: "WAVE" | "AIFF"): Promise<SoundHead> {
  const head = await (kind === "WAVE" ? readWave(source) : readAiff(source));
  refuseOdd(head);
  return head;
}

/** @throws FileProblem for rates and widths nobody records at */
export function refuseOdd({ rate, channels }: Pick<SoundHead, "rate" | "channels">): void {
  if (!(rate >= RATES.least && rate <= RATES.most))
    throw new FileProblem(`it says that its sample rate is ${rate} Hz, which none is`);
  if (channels < 1 || channels > MOST_CHANNELS)
    throw new FileProblem(`it says that it has ${channels} channels; 1 to ${MOST_CHANNELS} are taken`);
}
