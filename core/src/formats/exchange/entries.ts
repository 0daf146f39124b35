import type { Bytes } from "../bytes.ts";
import { FileProblem } from "../fileProblem.ts";
import { otherZip } from "../otherFile.ts";
import { SESSION_FILE_LIMITS, openZip } from "../zip.ts";
import type { OpenZip, ZipEntry } from "../zip.ts";
import { EXTRA_FILE } from "./extra.ts";

/** The names of the entries a session file is made of, below the folder everything may stand in. */
export const PROJECT = "project.xml";
export const METADATA = "metadata.xml";

/** A session file, open: what of it the house reads. */
export interface ExchangeFile {
  readonly zip: OpenZip;
  /** The folder around everything, with its “/”; mostly there is none. */
  readonly folder: string;
  readonly project: Uint8Array;
  readonly metadata: Uint8Array | null;
  readonly extra: Uint8Array | null;
}

/**
 * Opens a session file.
 * @throws FileProblem where it is no ZIP, holds no project, or what is read of it is torn
 */
export async function openExchange(bytes: Bytes): Promise<ExchangeFile> {
  const zip = await openZip(bytes, SESSION_FILE_LIMITS);
  const folder = folderOf(zip.entries);
  const read = async (name: string): Promise<Uint8Array | null> => {
    const entry = zip.entries.find((e) => e.name === folder + name);
    return entry ? zip.read(entry) : null;
  };
  const project = await read(PROJECT);
  if (!project) throw new FileProblem(noProject(zip.entries));
  return {
    zip,
    folder,
    project,
    metadata: await read(METADATA),
    extra: await read(EXTRA_FILE),
  };
}

/** The folder that holds the project: none, or the only one that does. */
function folderOf(entries: readonly ZipEntry[]): string {
  const found = entries.filter((e) => e.name === PROJECT || e.name.endsWith(`/${PROJECT}`));
  const [first] = found;
  if (found.length !== 1 || !first) return "";
  return first.name.slice(0, -PROJECT.length);
}

function noProject(entries: readonly ZipEntry[]): string {
  const inside = entries.filter((e) => e.name.endsWith(`/${PROJECT}`)).map((e) => e.name);
  if (inside.length > 1)
    return (
      `The ZIP holds several sessions (${inside.slice(0, 3).join(", ")}). ` +
      "Unpack it and send one session file."
    );
  const session = entries.find((e) => /\.dawproject$/i.test(e.name));
  if (session)
    return `The ZIP holds “${session.name}”: it was packed around the session file. Unpack it and send that file.`;
  return (
    otherZip(new Set(entries.map((e) => e.name))) ??
    `The ZIP holds no “${PROJECT}”, so it is no session exchange file. Export the session from the ` +
      "workstation as a DAWproject file and send that."
  );
}
