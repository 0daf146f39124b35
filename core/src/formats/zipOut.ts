import { strToU8, zipSync } from "fflate";
import type { Zippable } from "fflate";

/** The same content gives the same bytes: entries carry no day of their own. */
const STILL = new Date("2026-01-01T00:00:00");

/** A ZIP of texts and bytes by path; null makes an empty folder. */
export function zipOf(files: Readonly<Record<string, string | Uint8Array | null>>): Uint8Array {
  const entries: Zippable = {};
  for (const [path, content] of Object.entries(files))
    entries[content === null ? `${path}/` : path] =
      content === null ? new Uint8Array() : typeof content === "string" ? strToU8(content) : content;
  return zipSync(entries, { mtime: STILL, level: 6 });
}
