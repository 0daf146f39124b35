import type { ByteSource } from "../formats/bytes.ts";
import { FileProblem } from "../formats/fileProblem.ts";
import { ascii, chunksOf, contentOf, textOf, viewOf } from "./chunks.ts";
import { bitsOut } from "./head.ts";
import type { Coding, SoundHead, SoundMarker } from "./head.ts";

/** AIFF, and AIFF-C where samples are not packed. */
export const isAiff = (head: Uint8Array): boolean =>
  ascii(head, 0, 4) === "FORM" && ["AIFF", "AIFC"].includes(ascii(head, 8, 4));

/** How samples lie, by the four characters of AIFF-C; what is not here is packed. */
const CODINGS: Readonly<
  Record<string, { of: "integer" | "float"; order: "big" | "little"; bytes?: number }>
> = {
  NONE: { of: "integer", order: "big" },
  twos: { of: "integer", order: "big" },
  sowt: { of: "integer", order: "little" },
  in24: { of: "integer", order: "big", bytes: 3 },
  in32: { of: "integer", order: "big", bytes: 4 },
  fl32: { of: "float", order: "big", bytes: 4 },
  FL32: { of: "float", order: "big", bytes: 4 },
  fl64: { of: "float", order: "big", bytes: 8 },
  FL64: { of: "float", order: "big", bytes: 8 },
};

/** Reads what an AIFF file says of itself. @throws FileProblem where it cannot be played, saying why */
export async function readAiff(source: ByteSource): Promise<SoundHead> {
  const chunks = await chunksOf(source, "big");
  const [comm, ssnd, mark] = ["COMM", "SSND", "MARK"].map((id) => chunks.find((c) => c.id === id));
  const common = comm && (await contentOf(source, comm));
  if (!common || common.length < 18)
    throw new FileProblem(
      "it has no “COMM” chunk, which says how its samples lie; ask for the file again",
      "COMM",
    );
  const view = viewOf(common);
  const [channels, told, bits] = [view.getUint16(0), view.getUint32(2), view.getUint16(6)];
  const coding = codingOf(common, bits);
  const head = ssnd && (await source.read(ssnd.at, 8));
  if (told > 0 && (!head || head.length < 8))
    throw new FileProblem(
      "it has no “SSND” chunk, so there is no sound in it; ask for the file again",
      "SSND",
    );
  const skipped = head && head.length === 8 ? 8 + viewOf(head).getUint32(0) : 0;
  const there = Math.max(0, (ssnd?.size ?? 0) - skipped);
  const frame = coding.bytes * channels;
  const frames = Math.min(told, Math.floor(there / frame));
  return {
    container: "AIFF",
    rate: extended(view, 8),
    channels,
    bits,
    float: coding.of === "float",
    out: bitsOut(coding),
    frames,
    mask: null,
    samples: { at: (ssnd?.at ?? 0) + skipped, size: frames * frame, coding },
    bext: null,
    ixml: null,
    markers: mark ? markersIn(await contentOf(source, mark)) : [],
    odd: frames < told ? ["It ends earlier than it says: the rest is missing."] : [],
  };
}

function codingOf(common: Uint8Array, bits: number): Coding {
  const name = common.length >= 22 ? ascii(common, 18, 4) : "NONE";
  const known = Object.hasOwn(CODINGS, name) ? CODINGS[name] : undefined;
  const bytes = known?.bytes ?? Math.ceil(bits / 8);
  if (!known || bytes < 1 || bytes > 8 || (known.of === "integer" && bytes > 4))
    throw new FileProblem(
      `its samples are packed (“${name}”, ${bits} bits), which is not measured here; a file with samples as they ` +
        "are can be",
      "COMM",
    );
  return { of: known.of, bytes, order: known.order };
}

/** A number of 80 bits, as IEEE 754 has it: sign and exponent, then 64 bits with their leading one. */
function extended(view: DataView, at: number): number {
  const exponent = (view.getUint16(at) & 0x7fff) - 16_383;
  return (view.getUint32(at + 2) / 2 ** 31 + view.getUint32(at + 6) / 2 ** 63) * 2 ** exponent;
}

const MOST = 20_000;
function markersIn(bytes: Uint8Array): SoundMarker[] {
  if (bytes.length < 2) return [];
  const view = viewOf(bytes);
  const many = Math.min(view.getUint16(0), MOST);
  const found: SoundMarker[] = [];
  for (let at = 2; found.length < many && at + 7 <= bytes.length;) {
    const length = view.getUint8(at + 6);
    const name = textOf(bytes.subarray(at + 7, at + 7 + length));
    found.push({ frame: view.getUint32(at + 2), length: 0, name });
    // Its length and its text are an even number of bytes.
    at += 6 + 1 + length + ((1 + length) % 2);
  }
  return found.toSorted((a, b) => a.frame - b.frame);
}
