import { Unzip, UnzipInflate, unzipSync } from "fflate";
import { FileProblem } from "./fileProblem.ts";

/** What a ZIP from outside may hold at the most, in bytes and entries. */
export interface ZipLimits {
  readonly file: number;
  readonly entries: number;
  /** Of one entry that is read. */
  readonly entry: number;
  /** Of all entries together, unpacked. */
  readonly unpacked: number;
}
export const SESSION_FILE_LIMITS: ZipLimits = {
  file: 64 << 20,
  entries: 5000,
  entry: 16 << 20,
  unpacked: 1 << 30,
};

/** Deflate packs at best about 1030 to 1; text and audio stay far below this. */
const BOMB_RATIO = 100;
const BOMB_FROM = 4 << 20;
const PIECE = 16 << 10;

/** An entry of a ZIP, unpacked as text bytes only where it is wanted. */
export interface OpenZip {
  readonly names: readonly string[];
  /** Of each entry, unpacked, in bytes. */
  readonly sizes: ReadonlyMap<string, number>;
  read(name: string): Uint8Array | null;
}

/**
 * Opens a ZIP that came from outside, without unpacking more than what is asked for.
 * @throws FileProblem when it is no ZIP, too large, packed like a bomb, has an entry twice or one that
 *   points outside
 */
export function openZip(bytes: Uint8Array, limits: ZipLimits): OpenZip {
  if (bytes.length === 0)
    throw new FileProblem("The file is empty. Save the session again and send that file.");
  if (bytes.length > limits.file)
    throw new FileProblem(
      `The file has ${inMegabytes(bytes.length)}; at most ${inMegabytes(limits.file)} are ` +
        "taken. Send the session file without its audio.",
    );
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b)
    throw new FileProblem(
      "This is not a ZIP, so it is no session exchange file. Export the session from the " +
        "workstation as a DAWproject file and send that.",
    );
  const sizes = entriesOf(bytes, limits);
  const names = [...sizes.keys()];
  return {
    names,
    sizes,
    read: (name) => (names.includes(name) ? unpack(bytes, name, limits.entry) : null),
  };
}

const inMegabytes = (n: number): string =>
  `${n < 1 << 20 ? (n / (1 << 20)).toFixed(2) : Math.round(n / (1 << 20))} MB`;

function entriesOf(bytes: Uint8Array, limits: ZipLimits): Map<string, number> {
  const sizes = new Map<string, number>();
  let total = 0;
  try {
    unzipSync(bytes, {
      filter: ({ name, size, originalSize }) => {
        if (sizes.size >= limits.entries)
          throw new FileProblem(
            `The ZIP holds more than ${limits.entries} entries. A session file holds a handful.`,
          );
        if (isOutside(name))
          throw new FileProblem(
            `The ZIP holds an entry named “${name}”, which points outside its own ` +
              "folder. It was not opened.",
            name,
          );
        if (sizes.has(name))
          throw new FileProblem(
            `The ZIP holds “${name}” twice, so nobody can say which one counts. Save the session again.`,
            name,
          );
        if (originalSize > BOMB_FROM && originalSize > size * BOMB_RATIO)
          throw new FileProblem(
            `“${name}” would unpack from ${inMegabytes(size)} to ` +
              `${inMegabytes(originalSize)}. No session is packed like that; it was not opened.`,
            name,
          );
        total += originalSize;
        if (total > limits.unpacked)
          throw new FileProblem(
            `Unpacked, the ZIP would have more than ${inMegabytes(limits.unpacked)}. Send the ` +
              "session file without its audio.",
          );
        sizes.set(name, originalSize);
        return false;
      },
    });
  } catch (e) {
    if (e instanceof FileProblem) throw e;
    throw new FileProblem("The ZIP is damaged or incomplete. Save the session again and send that file.");
  }
  return sizes;
}

function isOutside(name: string): boolean {
  return (
    name.includes("\0") ||
    name.startsWith("/") ||
    name.includes("\\") ||
    /^[A-Za-z]:/.test(name) ||
    name.split("/").includes("..")
  );
}

/** Unpacks one entry piece by piece, so that one whose header lies about its size is stopped in time. */
function unpack(bytes: Uint8Array, wanted: string, limit: number): Uint8Array {
  const parts: Uint8Array[] = [];
  let size = 0;
  let problem: FileProblem | null = null;
  let found = false;
  const unzip = new Unzip((file) => {
    if (file.name !== wanted || found) return;
    found = true;
    file.ondata = (error, part) => {
      if (error)
        problem ??= new FileProblem(
          `“${wanted}” in the ZIP is damaged. Save the session again and send that file.`,
          wanted,
        );
      else if ((size += part.length) > limit)
        problem ??= new FileProblem(
          `“${wanted}” is larger than ${inMegabytes(limit)}, more than any session needs. It was not read.`,
          wanted,
        );
      else parts.push(part);
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < bytes.length && !problem; at += PIECE)
      unzip.push(bytes.subarray(at, at + PIECE), at + PIECE >= bytes.length);
  } catch {
    problem ??= new FileProblem(
      `“${wanted}” in the ZIP is packed in a way that cannot be read. Save the session again.`,
      wanted,
    );
  }
  if (problem) throw problem;
  const whole = new Uint8Array(size);
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}
