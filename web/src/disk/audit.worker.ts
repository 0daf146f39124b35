import { auditing } from "@mossy/core/disk/audit";
import { sameSize } from "@mossy/core/disk/sameContent";
import type { Audit } from "@mossy/core/disk/audit";
import type { Entry } from "@mossy/core/disk/entry";
import { readListing } from "@mossy/core/formats/listing/readListing";
import type { House } from "@mossy/core/house/house";
import { makeReader } from "@mossy/core/words/reader";

export interface AuditTask {
  readonly house: House;
  readonly scope: "shared" | "project";
  /** Entries as they are known, or a listing to read. */
  readonly from: readonly Entry[] | string;
  /** The files themselves where a folder was picked: hashed here, never sent. */
  readonly files: ReadonlyMap<string, File>;
}
export type AuditNews =
  | { readonly share: number }
  | { readonly audit: Audit; readonly entries: readonly Entry[]; readonly passedOver: number }
  | { readonly problem: string };

/** Larger files are told apart by size alone. */
const LARGEST_HASHED = 256 << 20;

const tell = (news: AuditNews): void => self.postMessage(news);

async function hashed(
  entries: readonly Entry[],
  files: ReadonlyMap<string, File>,
): Promise<readonly Entry[]> {
  if (files.size === 0) return entries;
  const hashes = new Map<string, string>();
  for (const e of sameSize(entries).flat()) {
    const file = files.get(e.path);
    if (!file || file.size > LARGEST_HASHED) continue;
    const bytes = new Uint8Array(await crypto.subtle.digest("SHA-256", await file.arrayBuffer()));
    hashes.set(e.path, [...bytes].map((b) => b.toString(16).padStart(2, "0")).join(""));
  }
  return entries.map((e) => {
    const hash = hashes.get(e.path);
    return hash === undefined ? e : { ...e, hash };
  });
}

// Off the page's thread: a hundred thousand paths take seconds. Cancelled by ending the worker.
self.onmessage = async ({ data: { house, scope, from, files } }: MessageEvent<AuditTask>) => {
  try {
    const read = typeof from === "string" ? readListing(from) : { entries: from, passedOver: 0 };
    const entries = await hashed(read.entries, files);
    const steps = auditing(house, makeReader(house.words), entries, scope);
    for (;;) {
      const step = steps.next();
      if (step.done) {
        tell({ audit: step.value, entries, passedOver: read.passedOver });
        return;
      }
      tell({ share: step.value });
    }
  } catch (e) {
    tell({ problem: e instanceof Error ? e.message : "The tree could not be looked through." });
  }
};
