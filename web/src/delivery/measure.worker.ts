import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex } from "@noble/hashes/utils.js";
import type { Delivered } from "@mossy/core/delivery/delivered";
import type { Compared } from "@mossy/core/delivery/look";
import { blobSource } from "@mossy/core/formats/bytes";
import type { ByteSource } from "@mossy/core/formats/bytes";
import { FileProblem } from "@mossy/core/formats/fileProblem";
import { alikeIn } from "@mossy/core/sound/alikeIn";
import { measureKept } from "@mossy/core/sound/measureFile";
import { kindOf } from "@mossy/core/sound/read";

type Named = readonly [path: string, file: File];
interface Pair {
  readonly first: Named;
  readonly second: Named;
}
/** Files to be looked at, or pairs of them to be compared. */
export type MeasureTask =
  | { readonly do: "measure"; readonly files: readonly Named[] }
  | { readonly do: "compare"; readonly pairs: readonly Pair[] };
export type MeasureNews =
  | { readonly file: Delivered }
  | { readonly gone: string; readonly why: string }
  | { readonly pair: Compared }
  | { readonly done: true };

const tell = (news: MeasureNews): void => self.postMessage(news);
const PIECE = 1 << 22;

async function hashOf(source: ByteSource): Promise<string> {
  const sum = sha256.create();
  for (let at = 0; at < source.size; at += PIECE)
    sum.update(await source.read(at, Math.min(PIECE, source.size - at)));
  return bytesToHex(sum.digest());
}

/** What is found out about a file in this window. */
async function lookedAt(path: string, file: File): Promise<Delivered> {
  const source = blobSource(file);
  const known = { path, size: file.size, hash: await hashOf(source) };
  const none = (unmeasured: string): Delivered => ({ ...known, says: null, measures: null, unmeasured });
  try {
    const kind = await kindOf(source);
    if (kind !== "WAVE" && kind !== "AIFF")
      return none(
        kind === null
          ? "It is no sound that is measured here."
          : `${kind} is measured where it lies on the shared disk, not in this window.`,
      );
    const found = await measureKept(source, kind);
    return "unmeasured" in found
      ? none(found.unmeasured)
      : { ...known, says: found.says, measures: found.measures, unmeasured: null };
  } catch (e) {
    if (!(e instanceof FileProblem)) throw e;
    return none(`It cannot be measured: ${e.message}.`);
  }
}

/** What cannot be read tells nothing; that it cannot be was said when it was measured. */
async function compared({ first, second }: Pair): Promise<Compared> {
  const alike = await alikeIn(blobSource(first[1]), blobSource(second[1])).catch(() => null);
  return { first: first[0], second: second[0], alike };
}

// Off the page's thread: hours of sound take minutes. Cancelled by ending the worker.
self.onmessage = async ({ data }: MessageEvent<MeasureTask>) => {
  if (data.do === "compare") for (const pair of data.pairs) tell({ pair: await compared(pair) });
  else
    for (const [path, file] of data.files)
      try {
        tell({ file: await lookedAt(path, file) });
      } catch {
        // Browsers refuse to read what was changed or went since it was picked.
        tell({ gone: path, why: "it was changed or moved since the folder was picked; pick it again" });
      }
  tell({ done: true });
};
