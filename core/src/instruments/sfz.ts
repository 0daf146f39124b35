import { FileProblem } from "../formats/fileProblem.ts";

/** The texts of a folder, by their paths below it; null where there is no such file. */
export type TextOf = (path: string) => string | null;

/** What one region is played from, with all that the headers above it say as well. */
export type Opcodes = ReadonlyMap<string, string>;

/** The regions of an SFZ file, each with what its headers say, and what `<control>` says. */
export interface SfzRegions {
  readonly control: Opcodes;
  readonly regions: readonly Opcodes[];
  /** Headers that hold nothing we read, by name. */
  readonly passed: ReadonlyMap<string, number>;
}

/** From the widest to the narrowest; each holds until another of its kind, or of a wider one, begins. */
const HEADERS = ["global", "master", "group", "region"] as const;
type Header = (typeof HEADERS)[number];
const DEEPEST = 10;
const MOST_FILES = 500;
const MOST_TEXT = 16 << 20;
const MOST_REGIONS = 200_000;
const MOST_DEFINES = 2000;

/**
 * Reads an SFZ file (a text format; headers and opcodes from memory, as version 1 and the extensions that several
 * samplers share have them): `#include` is followed within the folder, `#define` put in, comments passed over.
 * @throws FileProblem naming the file and the line
 */
export function readRegions(path: string, textOf: TextOf): SfzRegions {
  const reading = new Reading(textOf);
  reading.file(path, []);
  return reading.done();
}

const folderOf = (path: string): string => path.slice(0, path.lastIndexOf("/") + 1);

/** A path as written in a file, below the folder; null where it leads out of it. */
export function pathBelow(folder: string, said: string): string | null {
  if (/^([a-z]:|[\\/])/i.test(said.trim())) return null;
  const steps: string[] = [];
  for (const step of `${folder}${said.trim().replaceAll("\\", "/")}`.split("/")) {
    if (step === "" || step === ".") continue;
    if (step !== "..") steps.push(step);
    else if (steps.pop() === undefined) return null;
  }
  return steps.join("/");
}

/** A header, a file to take in, a name and what it stands for, or an opcode with its sign. */
const THINGS = /<(\w+)>|(?<![^\s>])(?:#include\s*"([^"]*)"|#define\s+(\$\w+)\s+(\S+)|([\w$]+)=)/g;

class Reading {
  readonly #control = new Map<string, string>();
  readonly #regions: Opcodes[] = [];
  readonly #passed = new Map<string, number>();
  readonly #defines = new Map<string, string>();
  readonly #held: Record<Header, Map<string, string>> = {
    global: new Map(),
    master: new Map(),
    group: new Map(),
    region: new Map(),
  };
  /** What opcodes go to: a header, what is said of all, or nothing we read. */
  #in: Header | "control" | null = null;
  #files = 0;
  #text = 0;

  constructor(private readonly textOf: TextOf) {}

  done(): SfzRegions {
    this.#over();
    return { control: this.#control, regions: this.#regions, passed: this.#passed };
  }

  file(path: string, from: readonly string[]): void {
    const text = this.textOf(path);
    const by = from.at(-1) ?? path;
    if (text === null)
      throw new FileProblem(
        from.length === 0
          ? `“${path}” is not there.`
          : `“${path}”, which it takes in, is not there. Choose the folder that holds all of the library.`,
        by,
      );
    if (from.includes(path))
      throw new FileProblem(`It takes itself in: ${[...from, path].join(" → ")}.`, by);
    if (from.length > DEEPEST) throw new FileProblem(`Files in files go deeper than ${DEEPEST}.`, by);
    this.#text += text.length;
    if (++this.#files > MOST_FILES || this.#text > MOST_TEXT)
      throw new FileProblem(
        `It takes in more than ${MOST_FILES} files, or more text than any instrument has.`,
        by,
      );
    withoutComments(text)
      .split(/\r\n|\r|\n/)
      .forEach((line, n) => this.#line(line, path, n + 1, [...from, path]));
  }

  #line(line: string, path: string, n: number, from: readonly string[]): void {
    const where = `${path}, line ${n}`;
    const found = [...line.matchAll(THINGS)];
    for (const [i, m] of found.entries()) {
      const [, header, include, name, value, opcode] = m;
      // A value goes on, with its spaces, until the next thing begins.
      const said = line.slice(m.index + m[0].length, found[i + 1]?.index).trim();
      if (header !== undefined) this.#open(header.toLowerCase(), where);
      else if (include !== undefined) this.#take(include, path, where, from);
      else if (name !== undefined) this.#define(name, value ?? "", where);
      else this.#put(opcode ?? "", said);
    }
  }

  #take(said: string, path: string, where: string, from: readonly string[]): void {
    const to = pathBelow(folderOf(path), this.#defined(said));
    if (to === null) throw new FileProblem(`“${said}” leads out of the folder; it is not read.`, where);
    this.file(to, from);
  }

  #define(name: string, value: string, where: string): void {
    this.#defines.set(name, value);
    if (this.#defines.size > MOST_DEFINES)
      throw new FileProblem(`It defines more than ${MOST_DEFINES} names.`, where);
  }

  /** A text with what was defined in its place; the longest name that fits. */
  #defined(text: string): string {
    if (!text.includes("$")) return text;
    return text.replace(/\$\w+/g, (said) => {
      for (let end = said.length; end > 1; end--) {
        const value = this.#defines.get(said.slice(0, end));
        if (value !== undefined) return value + said.slice(end);
      }
      return said;
    });
  }

  #open(header: string, where: string): void {
    this.#over();
    const level = HEADERS.indexOf(header as Header);
    if (level >= 0) for (const inner of HEADERS.slice(level)) this.#held[inner] = new Map();
    else if (header !== "control") this.#passed.set(header, (this.#passed.get(header) ?? 0) + 1);
    this.#in = level >= 0 ? (header as Header) : header === "control" ? "control" : null;
    if (this.#regions.length > MOST_REGIONS)
      throw new FileProblem(`It has more than ${MOST_REGIONS} regions.`, where);
  }

  #put(name: string, value: string): void {
    const [said, is] = [this.#defined(name).toLowerCase(), this.#defined(value).trim()];
    if (this.#in === "control") this.#control.set(said, is);
    else if (this.#in !== null) this.#held[this.#in].set(said, is);
  }

  /** A region is over: what it and the headers above it say. */
  #over(): void {
    if (this.#in !== "region") return;
    this.#regions.push(new Map(HEADERS.flatMap((h) => [...this.#held[h]])));
    this.#held.region = new Map();
    this.#in = null;
  }
}

/** Without what stands behind two strokes, or between a stroke with a star and a star with a stroke; lines stay. */
const withoutComments = (text: string): string =>
  text.replace(/\/\*[\s\S]*?\*\//g, (c) => c.replace(/[^\n\r]/g, " ")).replace(/\/\/[^\n\r]*/g, "");
