import { createHash } from "node:crypto";
import { chosenIn } from "@mossy/core/delivery/chosen";
import type { DeliverySort } from "@mossy/core/delivery/delivered";
import { bagAround, deliveryName, inBag } from "@mossy/core/delivery/sums";
import { storedAs } from "@mossy/core/formats/zip";
import { writeZip } from "@mossy/core/formats/zipOut";
import type { ZipPart } from "@mossy/core/formats/zipOut";
import type { House } from "@mossy/core/house/house";
import type { FileAnswer } from "../answer.ts";
import { SharedDisk } from "../disk/sharedDisk.ts";
import type { Files, OpenFile } from "../files/files.ts";
import { HouseProblem } from "../problems.ts";
import { openPlace } from "./place.ts";
import type { Content, Place } from "./place.ts";

/** A file of a bag: what it is called there, where it lies, and what it holds. */
export interface Packing {
  readonly path: string;
  readonly place: Place;
  readonly content: Content;
}

/** The files below a folder of the shared disk that are of a delivery, by their paths below it. */
export async function filesOnDisk(
  root: string,
  at: string,
  house: House,
  sort: DeliverySort,
): Promise<string[]> {
  const inside = (await new SharedDisk(root).list()).flatMap((e) =>
    e.path.startsWith(`${at}/`) ? [{ ...e, path: e.path.slice(at.length + 1) }] : [],
  );
  return chosenIn(house, inside, sort).map((e) => e.path);
}

/** A delivery as a bag in a ZIP, written while it is sent. A file that has another size by then ends it. */
export async function bagOf(
  files: Files,
  packing: readonly Packing[],
  about: { readonly house: string; readonly title: string; readonly session: string },
  sort: DeliverySort,
): Promise<FileAnswer> {
  const name = deliveryName(about.title, sort);
  const tags = await bagAround(
    packing.map(({ path, content }) => ({ path, size: content.size, hash: content.hash })),
    {
      house: about.house,
      says: `${sort === "stems" ? "Stems" : "Recorded files"} of “${about.title}”`,
      id: about.session,
      day: new Date().toISOString().slice(0, 10),
    },
    (bytes) => Promise.resolve(createHash("sha256").update(bytes).digest("hex")),
  );
  const write = async (to: (piece: Uint8Array) => Promise<void>): Promise<void> => {
    let last: OpenFile | null = null;
    async function* parts(): AsyncGenerator<ZipPart> {
      for (const [tag, text] of Object.entries(tags))
        yield { name: `${name}/${tag}`, content: new TextEncoder().encode(text) };
      for (const { path, place, content } of packing) {
        await last?.close();
        last = await openPlace(files, place);
        if (last.size !== content.size) throw new Error(`“${path}” was changed while it was sent`);
        yield { entry: storedAs(`${name}/${inBag(path)}`, content.size, content.crc), packed: last };
      }
    }
    try {
      await writeZip(parts(), to);
    } finally {
      await (last as OpenFile | null)?.close();
    }
  };
  return { bytes: write, name: `${name}.zip`, type: "application/zip" };
}

/** @throws HouseProblem 404 where there is nothing to pack */
export function needFiles(paths: readonly string[], sort: DeliverySort): void {
  if (paths.length === 0)
    throw new HouseProblem(
      404,
      "Nothing to pack",
      `There are no ${sort === "stems" ? "stems" : "recorded files"} there (any more). Open the page again.`,
    );
}
