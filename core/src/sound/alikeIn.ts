import type { ByteSource } from "../formats/bytes.ts";
import { alike } from "./alike.ts";
import type { Alike } from "./alike.ts";
import { kindOf, readHead } from "./read.ts";
import { framesOf } from "./samples.ts";

/**
 * Compares two files of one channel that keep their samples as they are, from the moment both sound: by what they say
 * of when they start, where both say it and one starts within the other.
 * @returns null where they cannot be compared so
 * @throws FileProblem where one cannot be read
 */
export async function alikeIn(first: ByteSource, second: ByteSource): Promise<Alike | null> {
  const [a, b] = await Promise.all([headOf(first), headOf(second)]);
  if (!a || !b || a.channels !== 1 || b.channels !== 1 || a.rate !== b.rate) return null;
  const starts = a.bext && b.bext ? b.bext.timeReference - a.bext.timeReference : 0;
  const together = starts < a.frames && -starts < b.frames ? starts : 0;
  const [from, behind] = [Math.max(0, together), Math.max(0, -together)];
  return alike(framesOf(first, a, from), framesOf(second, b, behind), a.rate);
}

async function headOf(source: ByteSource): Promise<Awaited<ReturnType<typeof readHead>> | null> {
  const kind = await kindOf(source);
  return kind === "WAVE" || kind === "AIFF" ? readHead(source, kind) : null;
}
