import { FileProblem } from "../fileProblem.ts";
import { edited } from "../xmlEdits.ts";
import { xmlText } from "../xmlText.ts";
import type { ZipPart } from "../zipOut.ts";
import type { Patch } from "./correct.ts";
import { openExchange } from "./entries.ts";
import type { ExchangeFile } from "./entries.ts";
import { CORRECTION_FORMAT } from "./correctionForm.ts";
import type { Correction } from "./correctionForm.ts";
import type { Bytes } from "../bytes.ts";

/** Which check-in a correction is of. */
export type CorrectionOf = Pick<Correction, "session" | "checkIn" | "title" | "fileName">;

export function correctionOf(file: ExchangeFile, patch: Patch, of: CorrectionOf): Correction {
  return {
    format: CORRECTION_FORMAT,
    version: 1,
    ...of,
    entries: patch.entries.map(({ name, change }) => {
      const entry = file.zip.entries.find((e) => e.name === file.folder + name);
      const was = entry && "edits" in change ? { size: entry.size, crc: entry.crc } : null;
      return { name, was, change: "edits" in change ? { edits: [...change.edits] } : change };
    }),
    says: [...patch.says],
  };
}

/**
 * The parts of a session file with others in the place of some entries: everything else as it lies there.
 * @param parts of the file, in their order
 * @param folder around everything in it
 * @param fresh what entries become, by name
 */
export async function* patchedParts(
  parts: AsyncIterable<ZipPart> | Iterable<ZipPart>,
  folder: string,
  fresh: ReadonlyMap<string, Uint8Array>,
): AsyncGenerator<ZipPart> {
  const left = new Map([...fresh].map(([name, content]) => [folder + name, content]));
  for await (const part of parts) {
    const name = "entry" in part ? part.entry.name : part.name;
    const content = left.get(name);
    left.delete(name);
    yield content ? { name: "entry" in part ? part.entry.written : name, content } : part;
  }
  for (const [name, content] of left) yield { name, content };
}

/** Everything a ZIP holds, in its order, as it lies there. */
export async function* partsIn({ zip }: Pick<ExchangeFile, "zip">): AsyncGenerator<ZipPart> {
  for (const entry of zip.entries) yield { entry, packed: await zip.packed(entry) };
}

/**
 * Carries a correction out on the file it is of.
 * @returns the parts of the corrected file
 * @throws FileProblem where the file is another one, or was saved again since it was handed in
 */
export async function applyCorrection(bytes: Bytes, c: Correction): Promise<AsyncGenerator<ZipPart>> {
  const file = await openExchange(bytes);
  const fresh = new Map<string, Uint8Array>();
  for (const { name, was, change } of c.entries) {
    if ("text" in change) {
      fresh.set(name, new TextEncoder().encode(change.text));
      continue;
    }
    const entry = file.zip.entries.find((e) => e.name === file.folder + name);
    if (!entry || !was || entry.size !== was.size || entry.crc !== was.crc)
      throw new FileProblem(
        `“${name}” in this file is not the one that was handed in as “${c.fileName}” ` +
          `(check-in ${c.checkIn}): it was saved again since, or is another session's. Hand it in again ` +
          "and take the new correction.",
        name,
      );
    const { text, encode } = xmlText(await file.zip.read(entry), name, "Hand it in again.");
    fresh.set(name, encode(edited(text, change.edits)));
  }
  return patchedParts(partsIn(file), file.folder, fresh);
}

/** How many files of recordings a project speaks of, as its own, that are not in the session file. */
export function missingMedia(project: string, names: ReadonlySet<string>): number {
  const spoken = new Set<string>();
  for (const [tag] of project.matchAll(/<File\b[^>]*>/g)) {
    const path = /\bpath\s*=\s*["']([^"']*)["']/.exec(tag)?.[1];
    if (path !== undefined && !/\bexternal\s*=\s*["'](true|1)["']/.test(tag))
      spoken.add(path.replaceAll("\\", "/"));
  }
  return [...spoken].filter((path) => !names.has(path)).length;
}
