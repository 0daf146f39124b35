const RESERVED = /^(con|prn|aux|nul|com[1-9¹²³]|lpt[1-9¹²³])(\..*)?$/i;

/** How names of other scripts are written on disk: in Latin letters of the portable set of POSIX, or as they are. */
export const DISK_SCRIPTS = ["portable", "as-written"] as const;
export type DiskScript = (typeof DISK_SCRIPTS)[number];

/**
 * A name for a file or folder that every common system can store: words joined by underscores,
 * only letters, digits, `. _ -` (POSIX portable set), none of Microsoft's reserved device names,
 * no trailing dot, at most 80 characters, never empty.
 */
export function safeFileName(name: string, fallback = "unnamed"): string {
  const plain = name
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .replace(/[^A-Za-z0-9._-]+/g, "_")
    .replace(/_+/g, "_");
  const trimmed = plain.slice(0, 80).replace(/^[_.-]+|[_.]+$/g, "");
  if (trimmed === "") return fallback;
  return notADevice(trimmed);
}

/** A name that is no device's on Microsoft's systems, which know theirs whatever ending follows. */
export const notADevice = (name: string): string =>
  RESERVED.test(name) ? `${name.replace(/\..*$/, "")}_` : name;

/** An ending in letters and digits every system takes, at most 11; "dat" where none is left. */
export const safeEnding = (ending: string): string =>
  ending
    .normalize("NFKD")
    .replace(/[^A-Za-z0-9]+/g, "")
    .toLowerCase()
    .slice(0, 11) || "dat";

/**
 * What stands before the last dot, and the ending behind it; a name that begins with its only dot has none.
 */
export function endingOf(name: string): { stem: string; ending: string } {
  const dot = name.lastIndexOf(".");
  return dot <= 0 || dot === name.length - 1 || name.length - dot > 12
    ? { stem: name, ending: "" }
    : { stem: name.slice(0, dot), ending: name.slice(dot + 1) };
}

/** What is wrong with a name on some disk. */
export interface NameProblem {
  readonly sort: "forbidden" | "reserved" | "ends-badly" | "not-portable" | "too-long" | "not-nfc";
  readonly says: string;
}

/**
 * Common systems store at most so much in one name: 255 bytes of UTF-8 (Linux), 255 UTF-16 units
 * (Microsoft, Apple).
 */
const LONGEST_NAME = 255;

const shownOf = (c: string): string => (c < " " ? "a control character" : `“${c}”`);

/**
 * What keeps a name from being stored as it is on every common system; empty for a safe one. Worst first.
 */
export function nameProblems(name: string): NameProblem[] {
  const problems: NameProblem[] = [];
  // eslint-disable-next-line no-control-regex -- control characters are what is looked for
  const forbidden = [...new Set(name.match(/[<>:"/\\|?*\u0000-\u001f]/g) ?? [])];
  if (forbidden.length > 0)
    problems.push({
      sort: "forbidden",
      says: `${forbidden.map(shownOf).join(", ")} cannot be in a name on Microsoft's systems`,
    });
  if (RESERVED.test(name))
    problems.push({
      sort: "reserved",
      says: `“${name.replace(/\..*$/, "")}” is the name of a device on Microsoft's systems`,
    });
  if (/[. ]$/.test(name))
    problems.push({
      sort: "ends-badly",
      says: "a name that ends in a dot or a space loses it on Microsoft's systems",
    });
  if (name.length > LONGEST_NAME || new TextEncoder().encode(name).length > LONGEST_NAME)
    problems.push({
      sort: "too-long",
      says: `longer than the ${LONGEST_NAME} characters or bytes a system stores`,
    });
  if (name !== name.normalize("NFC"))
    problems.push({
      sort: "not-nfc",
      says: "an accent is stored apart from its letter, so two spellings look the same",
    });
  const odd = [
    ...new Set(
      [...name.normalize("NFC")].filter((c) => !/[A-Za-z0-9._-]/.test(c) && !forbidden.includes(c)),
    ),
  ];
  if (odd.length > 0)
    problems.push({
      sort: "not-portable",
      says: `${odd
        .slice(0, 4)
        .map((c) => (c === " " ? "a space" : `“${c}”`))
        .join(" and ")} ${odd.length > 1 ? "are" : "is"} not in the portable set of POSIX`,
    });
  return problems;
}

const ASCII = /^[ -~]*$/;

/**
 * What two names in one folder share when some system takes them for one: letter case and Unicode spelling
 * aside (UAX #15, NFC).
 */
export function collisionKey(name: string): string {
  // Nearly all names are plain ASCII, which has one spelling.
  return ASCII.test(name) ? name.toLowerCase() : name.normalize("NFC").toLowerCase().normalize("NFC");
}
