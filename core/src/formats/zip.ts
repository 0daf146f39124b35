import { Reader, Writer, ZipReader, configure } from "@zip.js/zip.js/lib/zip-core-native.js";
import type { Entry } from "@zip.js/zip.js/lib/zip-core-native.js";
import { inSize, joined, partOf, sourceOf } from "./bytes.ts";
import type { ByteSource, Bytes } from "./bytes.ts";
import { FileProblem } from "./fileProblem.ts";
import { BEGINNING, otherFile } from "./otherFile.ts";

/** In pieces of half a megabyte: what is read from a disk or a browser's file costs by the piece. */
configure({ useWebWorkers: false, chunkSize: 1 << 19 });

/** What a ZIP from outside may hold at the most. */
export interface ZipLimits {
  /** Of the whole file, in bytes. */
  readonly file: number;
  readonly entries: number;
  /** Of one entry that is read into memory, unpacked, in bytes. */
  readonly entry: number;
}

export const SESSION_FILE_LIMITS: ZipLimits = {
  file: 16 * 2 ** 30,
  entries: 100_000,
  entry: 32 << 20,
};

/** How an entry is packed (ZIP application note, 4.4.5). */
export const STORED = 0;

/** An entry of a ZIP, as its central directory says. */
export interface ZipEntry {
  /** With “/” between folders, whatever the file has there. */
  readonly name: string;
  /** The name as it is written in the file. */
  readonly written: string;
  readonly folder: boolean;
  /** Unpacked, in bytes. */
  readonly size: number;
  /** As it lies in the file, in bytes. */
  readonly packed: number;
  readonly method: number;
  /** CRC-32 of what it holds. */
  readonly crc: number;
  /** ISO 8601; null where the file has none that can be. */
  readonly date: string | null;
}

/** An entry that lies in a ZIP as it is. @param size in bytes. @param crc its CRC-32 */
export const storedAs = (name: string, size: number, crc: number): ZipEntry => ({
  name,
  written: name,
  folder: false,
  size,
  packed: size,
  method: STORED,
  crc,
  date: null,
});

/** An open ZIP: nothing is unpacked but what is asked for. */
export interface OpenZip {
  readonly size: number;
  /** In the order they lie in the file. */
  readonly entries: readonly ZipEntry[];
  /** Everything an entry holds, its sum checked. @throws FileProblem where it is larger than the limit or torn */
  read(entry: ZipEntry): Promise<Uint8Array>;
  /** Hands on what an entry holds, piece by piece, its sum checked. @throws FileProblem where it is torn */
  unpack(entry: ZipEntry, to: (piece: Uint8Array) => Promise<void> | void): Promise<void>;
  /** An entry as it lies in the file, packed. @throws FileProblem where it points beyond the file */
  packed(entry: ZipEntry): Promise<ByteSource>;
}

/**
 * Opens a ZIP that came from outside, by its central directory.
 * @throws FileProblem when it is no ZIP, too large, has an entry twice or one that points outside
 */
export async function openZip(bytes: Bytes, limits: ZipLimits): Promise<OpenZip> {
  const source = sourceOf(bytes);
  if (source.size === 0)
    throw new FileProblem("The file is empty. Save the session again and send that file.");
  if (source.size > limits.file)
    throw new FileProblem(
      `The file has ${inSize(source.size)}; at most ${inSize(limits.file)} are taken. Send the session ` +
        "file without its audio.",
    );
  const beginning = await source.read(0, BEGINNING);
  if (beginning[0] !== 0x50 || beginning[1] !== 0x4b)
    throw new FileProblem(
      otherFile(beginning) ??
        "This is not a ZIP, so it is no session exchange file. Export the session from the " +
          "workstation as a DAWproject file and send that.",
    );
  const found = await entriesOf(source, limits);
  const of = (entry: ZipEntry): Entry => {
    const known = found.get(entry);
    if (!known) throw new Error(`“${entry.name}” is of another ZIP`);
    return known;
  };
  const zip: OpenZip = {
    size: source.size,
    entries: [...found.keys()],
    unpack: async (entry, to) => unpacked(of(entry), entry, to),
    packed: async (entry) => packedPart(source, of(entry), entry),
    read: async (entry) => {
      const pieces: Uint8Array[] = [];
      let size = 0;
      await zip.unpack(entry, (piece) => {
        size += piece.length;
        if (size > limits.entry)
          throw new FileProblem(
            `“${entry.name}” is larger than ${inSize(limits.entry)}, more than any session needs. It was not read.`,
            entry.name,
          );
        pieces.push(piece.slice());
      });
      return joined(pieces);
    },
  };
  return zip;
}

/** What reads, for the ZIP library. */
export class SourceReader extends Reader<ByteSource> {
  constructor(private readonly source: ByteSource) {
    super(source);
    this.size = source.size;
  }
  override readUint8Array(at: number, length: number): Promise<Uint8Array<ArrayBuffer>> {
    return this.source.read(at, length) as Promise<Uint8Array<ArrayBuffer>>;
  }
}

/** What hands on, for the ZIP library. */
export class PieceWriter extends Writer<void> {
  constructor(private readonly to: (piece: Uint8Array) => Promise<void> | void) {
    super();
  }
  override async writeUint8Array(piece: Uint8Array): Promise<void> {
    await this.to(piece);
  }
}

async function entriesOf(source: ByteSource, limits: ZipLimits): Promise<Map<ZipEntry, Entry>> {
  const found: (readonly [ZipEntry, Entry])[] = [];
  const names = new Set<string>();
  const reader = new ZipReader(new SourceReader(source), { filenameValidation: "tolerant" });
  try {
    for await (const e of reader.getEntriesGenerator()) {
      const entry = entryOf(e);
      refuseOdd(entry, names, limits);
      names.add(entry.name);
      found.push([entry, e]);
    }
  } catch (e) {
    if (e instanceof FileProblem) throw e;
    throw new FileProblem(
      `The ZIP is damaged or incomplete${why(e)}. Save the session again and send that file.`,
    );
  }
  return new Map(found.sort(([, a], [, b]) => a.offset - b.offset));
}

function entryOf(e: Entry): ZipEntry {
  const name = e.filename.replaceAll("\\", "/");
  return {
    name,
    written: e.filename,
    folder: e.directory || name.endsWith("/"),
    size: e.uncompressedSize,
    packed: e.compressedSize,
    method: e.compressionMethod,
    crc: e.crc32 ?? 0,
    date: Number.isFinite(e.lastModDate.getTime()) ? e.lastModDate.toISOString() : null,
  };
}

function refuseOdd({ name }: ZipEntry, names: ReadonlySet<string>, limits: ZipLimits): void {
  if (names.size >= limits.entries)
    throw new FileProblem(
      `The ZIP holds more than ${limits.entries.toLocaleString("en")} entries, more than any session has.`,
    );
  if (isOutside(name))
    throw new FileProblem(
      `The ZIP holds an entry named “${name}”, which points outside its own folder. It was not opened.`,
      name,
    );
  if (names.has(name))
    throw new FileProblem(
      `The ZIP holds “${name}” twice, so nobody can say which one counts. Save the session again.`,
      name,
    );
}

function isOutside(name: string): boolean {
  return (
    name.includes("\0") || name.startsWith("/") || /^[A-Za-z]:/.test(name) || name.split("/").includes("..")
  );
}

/** Methods people meet, for saying so (ZIP application note, 4.4.5). */
const METHODS = new Map([
  [9, "Deflate64"],
  [12, "bzip2"],
  [14, "LZMA"],
  [93, "Zstandard"],
  [95, "xz"],
  [98, "PPMd"],
]);

async function unpacked(
  e: Entry,
  entry: ZipEntry,
  to: (piece: Uint8Array) => Promise<void> | void,
): Promise<void> {
  if (e.directory) return;
  if (e.encrypted)
    throw new FileProblem(
      `“${entry.name}” in the ZIP is locked with a password. Save the session without one.`,
      entry.name,
    );
  const method = METHODS.get(entry.method);
  if (method !== undefined)
    throw new FileProblem(
      `“${entry.name}” in the ZIP is packed with ${method}, which session files never are. ` +
        "Save the session again, or pack it as an ordinary ZIP (Deflate).",
      entry.name,
    );
  let ours: unknown = null;
  const keep = async (piece: Uint8Array): Promise<void> => {
    try {
      await to(piece);
    } catch (problem) {
      ours ??= problem;
      throw problem;
    }
  };
  try {
    await e.getData(new PieceWriter(keep), { checkSignature: true });
  } catch (problem) {
    if (ours !== null) throw ours;
    throw new FileProblem(
      `“${entry.name}” in the ZIP is damaged${why(problem)}. Save the session again and send that file.`,
      entry.name,
    );
  }
}

const why = (e: unknown): string => (e instanceof Error && e.message !== "" ? ` (${e.message})` : "");

/** A local header: its signature, and where it says how long its name and its extra field are. */
const LOCAL = { size: 30, name: 26, extra: 28, signature: 0x04034b50 };

async function packedPart(source: ByteSource, e: Entry, entry: ZipEntry): Promise<ByteSource> {
  const head = await source.read(e.offset, LOCAL.size);
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength);
  const whole = head.length === LOCAL.size && view.getUint32(0, true) === LOCAL.signature;
  const from = whole
    ? e.offset + LOCAL.size + view.getUint16(LOCAL.name, true) + view.getUint16(LOCAL.extra, true)
    : source.size;
  if (from + entry.packed > source.size)
    throw new FileProblem(
      `“${entry.name}” in the ZIP is damaged. Save the session again and send that file.`,
      entry.name,
    );
  return partOf(source, from, entry.packed);
}
