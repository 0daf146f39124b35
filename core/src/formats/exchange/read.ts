import { session as sessionSchema } from "../../session/document.ts";
import type { Session, TrackFields, TrackId } from "../../session/document.ts";
import type { Bytes } from "../bytes.ts";
import { FileProblem } from "../fileProblem.ts";
import { parseXml, readXml } from "../xml.ts";
import type { XmlElement } from "../xml.ts";
import { besides, contentsOf, noticesOn, shortened } from "./contents.ts";
import type { Contents } from "./contents.ts";
import { METADATA, PROJECT, openExchange } from "./entries.ts";
import type { ExchangeFile } from "./entries.ts";
import { readExtra } from "./extra.ts";
import { ORDINARY, UNTOLD } from "./plain.ts";
import { Reading } from "./reading.ts";
import { together, underOurIds } from "./together.ts";

/** A session file as it was read. */
export interface ReadExchange {
  readonly session: Session;
  /** What the file itself calls each track of the session, in the same order. */
  readonly ids: readonly TrackId[];
  /** Id of the session in the house, where the file says so. */
  readonly of: string | null;
  /** Track fields this file could not say. */
  readonly untold: readonly (keyof TrackFields)[];
  /** Whether sample rate, bit depth and main format came with the file. */
  readonly settings: boolean;
  /** What belongs to the job and is left alone. */
  readonly contents: Contents;
  /** What the file holds that we leave alone, and what we had to take another way, in sentences. */
  readonly notices: readonly string[];
}

/** Elements whose inside is the job's, or a plug-in's own: counted, not kept. */
const COUNTED = new Set(["Arrangement", "Scenes"]);
const isCounted = (name: string, around: string | undefined): boolean =>
  COUNTED.has(name) || (name === "Parameters" && !ORDINARY.has(around ?? ""));

/**
 * Reads a DAWproject 1.0 file, ours or anybody's. Unknown elements and attributes are passed over. Where
 * our extra file is in it, it fills in what the format has no place for; what somebody changed in the
 * project itself wins over it.
 * @throws FileProblem saying which entry, where, and what to do
 */
export const readExchange = async (bytes: Bytes): Promise<ReadExchange> =>
  readEntries(await openExchange(bytes));

/** The elements of a project, what belongs to the job counted. @throws FileProblem */
export function projectIn(bytes: Uint8Array): { root: XmlElement; contents: Contents; encoding: string } {
  const { root, many, encoding } = readXml(bytes, PROJECT, { counted: isCounted });
  if (root.name !== "Project")
    throw new FileProblem(
      `“${PROJECT}” holds “${root.name}” where “Project” belongs. It is another kind of file.`,
      `${PROJECT}, line 1`,
    );
  return { root, contents: contentsOf(many), encoding };
}

/** Title and notes of a session file; where they cannot be read, why not. */
export function metadataIn(bytes: Uint8Array | null): {
  root: XmlElement | undefined;
  notice: string | null;
} {
  try {
    return { root: bytes ? parseXml(bytes, METADATA) : undefined, notice: null };
  } catch (e) {
    if (!(e instanceof FileProblem)) throw e;
    return { root: undefined, notice: `Title and notes were passed over: ${e.message}` };
  }
}

/** The parts of a session file that are read; where the whole file is there, how it is laid out is told. */
export type ReadParts = Pick<ExchangeFile, "project" | "metadata" | "extra"> &
  Partial<Pick<ExchangeFile, "zip" | "folder">>;

/** What of the file itself was taken another way than it should be written. */
function remarksOnFile({ folder = "", zip }: ReadParts, encoding: string): string[] {
  const slashes = zip?.entries.some((e) => e.written.includes("\\")) ?? false;
  return [
    ...(folder === ""
      ? []
      : [`Everything stands in a folder “${folder.slice(0, -1)}”; it was read from there.`]),
    ...(slashes ? ["Its entries are named with backslashes; they were read as parting folders."] : []),
    ...(encoding === "UTF-8"
      ? []
      : [`Its project is written in ${encoding}; it stays so in what goes back.`]),
  ];
}

/** Reads what was found in a session file. @throws FileProblem as `readExchange` does */
export function readEntries(file: ReadParts): ReadExchange {
  const { root, contents: all, encoding } = projectIn(file.project);
  const metadata = metadataIn(file.metadata);
  const extra = file.extra ? readExtra(file.extra) : null;
  const contents = extra ? besides(all, extra.session) : all;
  const reading = new Reading(root, metadata.root);
  const { notices } = reading;
  notices.push(...remarksOnFile(file, encoding), ...noticesOn(contents));
  if (metadata.notice !== null) notices.push(metadata.notice);
  if (file.extra && !extra)
    notices.push(
      "The file comes from a later version of Mossy Lantern; its tracks are recognised by name.",
    );
  const session = extra
    ? together(underOurIds(reading.session, extra.ids), extra, metadata.root !== undefined)
    : reading.session;
  const whole = wholeSession(session);
  const ours = new Set(extra?.session.tracks.map((t) => t.id));
  return {
    session: whole,
    ids: reading.session.tracks.map((t) => t.id),
    of: extra?.of ?? null,
    untold: extra && (ours.size === 0 || whole.tracks.some((t) => ours.has(t.id))) ? [] : UNTOLD,
    settings: extra !== null,
    contents,
    notices: shortened(notices),
  };
}

function wholeSession(session: Session): Session {
  const checked = sessionSchema.safeParse(session);
  if (checked.success) return checked.data;
  const [issue] = checked.error.issues;
  throw new FileProblem(
    `The session in this file does not fit together: ${issue?.path.join(".") ?? ""}: ${issue?.message ?? ""}.`,
    PROJECT,
  );
}
