import type { Corrected } from "@mossy/contract/sessions";
import { wholeAgain } from "@mossy/core/formats/exchange/carried";
import type { Carried } from "@mossy/core/formats/exchange/carried";
import { correctionOf, missingMedia, partsIn, patchedParts } from "@mossy/core/formats/exchange/correction";
import { patchExchange } from "@mossy/core/formats/exchange/correct";
import { openExchange } from "@mossy/core/formats/exchange/entries";
import { lowered } from "@mossy/core/fit/lowered";
import type { BothWays } from "@mossy/core/fit/lowered";
import type { Style } from "@mossy/core/house/style";
import type { Session } from "@mossy/core/session/document";
import { apply } from "@mossy/core/session/apply";
import { sourceOf } from "@mossy/core/formats/bytes";
import { SESSION_FILE_ENDING } from "@mossy/core/formats/package";
import { writeZip } from "@mossy/core/formats/zipOut";
import type { ZipPart } from "@mossy/core/formats/zipOut";
import { diskName } from "@mossy/core/names/onDisk";
import { documentWith } from "../documents/store.ts";
import type { Files, OpenFile } from "../files/files.ts";
import type { Bench } from "../house/bench.ts";
import { checkInWith, fileOfCheckIn } from "./checkInStore.ts";
import type { CheckInFile } from "./checkInStore.ts";
import { wentOut } from "./thereAndBack.ts";

/** The session file of a check-in, put right: plain data, to be written out by `writeCorrected`. */
export interface CorrectedFile {
  readonly name: string;
  /** As it came in, without what was carried in it. */
  readonly file: Uint8Array;
  readonly carried: readonly Carried[];
  /** What of its entries are others now, by name. */
  readonly fresh: readonly (readonly [name: string, bytes: Uint8Array])[];
  readonly corrected: Corrected;
}

/** Works out what has to be other in the session file of a check-in. */
export async function corrected({ pool, styles }: Bench, id: string): Promise<CorrectedFile> {
  const c = await checkInWith(pool, id);
  const { session: now } = await documentWith(pool, c.document);
  const stored = await fileOfCheckIn(pool, id);
  const file = await openExchange(stored.file);
  const { style } = await styles.current(pool);
  const came = apply(c.came, stored.there);
  const there = asItGoes(style, stored, { own: c.came, there: came }, now);
  const patch = patchExchange(file, came, there, c.session);
  const { number: checkIn, fileName, session } = c;
  const fresh = new Set(patch.entries.map((e) => file.folder + e.name));
  const untouched = [...file.zip.entries.filter((e) => !fresh.has(e.name)), ...stored.carried].filter(
    (e) => !e.folder,
  );
  const names = new Set(
    [...file.zip.entries, ...stored.carried].map((e) => e.name.slice(file.folder.length)),
  );
  return {
    name: `${diskName(now.title, style.house.disk.script)}_put_right${SESSION_FILE_ENDING}`,
    file: stored.file,
    carried: stored.carried,
    fresh: patch.entries.map((e) => [e.name, e.bytes]),
    corrected: {
      correction: correctionOf(file, patch, { session, checkIn, title: now.title, fileName }),
      untouched: { many: untouched.length, bytes: untouched.reduce((sum, e) => sum + e.packed, 0) },
      missing: missingMedia(new TextDecoder().decode(file.project), names),
    },
  };
}

/**
 * A session as it goes to its room. What is in it as it came is written as it came, unless it came from another room,
 * whose software takes other names, colours and folders.
 */
function asItGoes(
  style: Style,
  { baseline, lowering, stays }: CheckInFile,
  came: BothWays,
  now: Session,
): Session {
  if (!lowering) return now;
  return stays
    ? lowered(now, lowering, style.reader, came)
    : wentOut(style, { baseline, now, lowering })[0].there;
}

/** Writes a corrected session file out, piece by piece: what was carried in it comes from the store of files. */
export async function writeCorrected(
  files: Files,
  { file: bytes, carried, fresh }: CorrectedFile,
  to: (piece: Uint8Array) => Promise<void>,
): Promise<void> {
  const file = await openExchange(bytes);
  let last: OpenFile | null = null;
  const open = async (entry: Carried): Promise<ZipPart> => {
    await last?.close();
    last = entry.folder ? null : await files.open(entry.hash);
    return { entry, packed: last ?? sourceOf(new Uint8Array()) };
  };
  try {
    await writeZip(wholeAgain(patchedParts(partsIn(file), file.folder, new Map(fresh)), carried, open), to);
  } finally {
    await (last as OpenFile | null)?.close();
  }
}
