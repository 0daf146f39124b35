import { createWriteStream, openAsBlob } from "node:fs";
import { open, readFile, rm } from "node:fs/promises";
import { once } from "node:events";
import { finished } from "node:stream/promises";
import { blobSource, joined } from "@mossy/core/formats/bytes";
import { applyCorrection, partsIn } from "@mossy/core/formats/exchange/correction";
import { correction } from "@mossy/core/formats/exchange/correctionForm";
import { openExchange } from "@mossy/core/formats/exchange/entries";
import { writeZip } from "@mossy/core/formats/zipOut";
import type { ZipPart } from "@mossy/core/formats/zipOut";

/**
 * Carries a correction of the house out on the session file it is of: into a new file beside it, never over
 * anything.
 * @returns where the new file is, and what could not be put right in it
 * @throws FileProblem where the file is another one, or was saved again since; Error where the list is none
 */
export async function applyTo(
  list: string,
  file: string,
): Promise<{ to: string; says: readonly string[] }> {
  const read = correction.safeParse(JSON.parse(await readFile(list, "utf8")));
  if (!read.success)
    throw new Error(`“${list}” is no list of edits of the house. Save it again from the check-in.`);
  const parts = await applyCorrection(blobSource(await openAsBlob(file)), read.data);
  const to = await freePath(file);
  await writeParts(parts, to);
  return { to, says: read.data.says };
}

/** A session file without its recordings, for handing in where the line is thin. */
export async function withoutAudio(file: string): Promise<Uint8Array> {
  const whole = await openExchange(blobSource(await openAsBlob(file)));
  const pieces: Uint8Array[] = [];
  await writeZip(light(whole.folder, partsIn(whole)), (piece) => void pieces.push(piece.slice()));
  return joined(pieces);
}

async function* light(folder: string, parts: AsyncIterable<ZipPart>): AsyncGenerator<ZipPart> {
  for await (const part of parts)
    if ("entry" in part && !part.entry.name.startsWith(`${folder}audio/`)) yield part;
}

/** “Quay.dawproject” to “Quay_put_right.dawproject”, or with the next number nobody has. */
async function freePath(file: string): Promise<string> {
  const [, name = file, ending = ""] = /^(.*?)(\.[^./\\]*)?$/s.exec(file) ?? [];
  for (let n = 1; ; n++) {
    const path = `${name}_put_right${n === 1 ? "" : `_${n}`}${ending}`;
    const made = await open(path, "wx").catch((e: unknown) => {
      if (e instanceof Error && "code" in e && e.code === "EEXIST") return null;
      throw e;
    });
    if (!made) continue;
    await made.close();
    return path;
  }
}

async function writeParts(parts: AsyncIterable<ZipPart>, to: string): Promise<void> {
  const out = createWriteStream(to);
  try {
    await writeZip(parts, async (piece) => {
      if (!out.write(piece)) await once(out, "drain");
    });
    out.end();
    await finished(out);
  } catch (e) {
    out.destroy();
    await rm(to, { force: true });
    throw e;
  }
}
