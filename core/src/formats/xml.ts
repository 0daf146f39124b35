import { DOMParser, XMLSerializer } from "@xmldom/xmldom";
import type { Document, Element } from "@xmldom/xmldom";
import { SaxesParser } from "saxes";
import { FileProblem } from "./fileProblem.ts";
import { xmlText } from "./xmlText.ts";
import type { XmlText } from "./xmlText.ts";

/** An element that was read. */
export interface XmlElement {
  readonly name: string;
  /** The name without its prefix. */
  readonly localName: string;
  readonly attributes: ReadonlyMap<string, string>;
  readonly inside: readonly XmlElement[];
  /** The text directly in it. */
  readonly text: string;
  readonly line: number;
  /** Where it stands in the text of the file; null for one that was never in a file. */
  readonly at: Place | null;
}

/** Where an element stands, in characters: what is between `opened` and `closes` is inside it. */
export interface Place {
  readonly from: number;
  /** Behind its start tag. */
  readonly opened: number;
  /** Before its end tag; where there is none, `opened` again. */
  readonly closes: number;
  readonly to: number;
}

/** What of a file is read. */
export interface XmlWish {
  /** What to do where it cannot be read. */
  readonly remedy?: string;
  /** Whether a document type may be named, as other standards have it; never one with entities of its own. */
  readonly doctype?: boolean;
  /**
   * Elements (with that around them, and their place in it from 1) of which only themselves are kept: what
   * they hold is counted.
   */
  readonly counted?: (name: string, around: string | undefined, place: number) => boolean;
}
const NONE = (): boolean => false;

/** So many elements are kept; the sessions of this world stay far below. */
const MOST_KEPT = 300_000;
/** So many are looked at. */
const MOST = 2_000_000;
const OPENS = 0x3c;
const REMEDY = "Save the session again and send that file.";

/**
 * Parses XML that came from outside. No DTD, no entities beyond the five of XML itself. What it costs is
 * bounded: by the number of its elements, and however deep they are nested.
 * @param file what to call it in messages
 * @returns the root, how many elements of each name there are, and how its text was written
 * @throws FileProblem naming line and column where it is broken
 */
export function readXml(
  bytes: Uint8Array,
  file: string,
  { remedy = REMEDY, counted = NONE, doctype = false }: XmlWish = {},
): { root: XmlElement; many: ReadonlyMap<string, number>; encoding: XmlText["encoding"] } {
  refuseVery(bytes, file);
  const { text, encoding } = xmlText(bytes, file, remedy);
  const reading = new Reading(file, remedy, counted, doctype);
  reading.read(text);
  if (!reading.root) throw new FileProblem(`“${file}” holds no XML element. ${remedy}`, file);
  return { root: reading.root, many: reading.many, encoding };
}

/** The root of an XML file that came from outside. @throws FileProblem as `readXml` does */
export const parseXml = (bytes: Uint8Array, file: string, wish: XmlWish = {}): XmlElement =>
  readXml(bytes, file, wish).root;

const tooMany = (file: string, many: number): FileProblem =>
  new FileProblem(
    `“${file}” holds more than ${many.toLocaleString("en")} elements, more than any session needs. ` +
      "It was not read.",
    file,
  );

/** Refuses what has so many elements that even counting them properly would take long. */
function refuseVery(bytes: Uint8Array, file: string): void {
  let opens = 0;
  for (const byte of bytes) if (byte === OPENS && ++opens > 2 * MOST) throw tooMany(file, MOST);
}

type Open = Omit<XmlElement, "inside" | "text" | "at"> & {
  readonly inside: XmlElement[];
  text: string;
  readonly at: { -readonly [K in keyof Place]: Place[K] };
};

class Reading {
  root: XmlElement | null = null;
  readonly many = new Map<string, number>();
  readonly #open: Open[] = [];
  readonly #parser = new SaxesParser({ xmlns: false, position: true });
  #kept = 0;
  #all = 0;
  /** How deep we are in an element of which only itself is kept. */
  #passed = 0;
  #from = 0;
  #text = "";

  constructor(
    private readonly file: string,
    private readonly remedy: string,
    private readonly counted: NonNullable<XmlWish["counted"]>,
    doctype: boolean,
  ) {
    this.#parser.on("opentagstart", () => {
      this.#from = this.#text.lastIndexOf("<", this.#parser.position - 1);
    });
    this.#parser.on("doctype", (said) => {
      if (doctype && !said.includes("[")) return;
      const { line } = this.#parser;
      throw new FileProblem(
        `“${this.file}” declares entities or a document type (line ${line}). Such files never need ` +
          "to; it was not read.",
        `${this.file}, line ${line}`,
      );
    });
    this.#parser.on("opentag", ({ name, attributes }) => this.#begin(name, attributes));
    this.#parser.on("closetag", () => this.#end());
    this.#parser.on("text", (text) => this.#say(text));
    this.#parser.on("cdata", (text) => this.#say(text));
    this.#parser.on("error", () => {
      const [line, column] = [this.#parser.line, this.#parser.column + 1];
      throw new FileProblem(
        `“${this.file}” is broken XML at line ${line}, column ${column}. ${this.remedy}`,
        `${this.file}, line ${line}, column ${column}`,
      );
    });
  }

  read(text: string): void {
    this.#text = text;
    this.#parser.write(text).close();
  }

  #begin(name: string, attributes: Readonly<Record<string, string>>): void {
    this.many.set(name, (this.many.get(name) ?? 0) + 1);
    if (++this.#all > MOST) throw tooMany(this.file, MOST);
    if (this.#passed > 0 || this.#counts()) {
      this.#passed++;
      return;
    }
    if (++this.#kept > MOST_KEPT) throw tooMany(this.file, MOST_KEPT);
    const localName = name.slice(name.indexOf(":") + 1);
    const { line, position: here } = this.#parser;
    const made = {
      name,
      localName,
      attributes: new Map(Object.entries(attributes)),
      inside: [],
      text: "",
      line,
      at: { from: this.#from, opened: here, closes: here, to: here },
    };
    this.#open.at(-1)?.inside.push(made);
    this.root ??= made;
    this.#open.push(made);
  }

  /** Whether what begins here stands in an element of which only itself is kept. */
  #counts(): boolean {
    const here = this.#open.at(-1);
    const around = this.#open.at(-2);
    return here !== undefined && this.counted(here.name, around?.name, around?.inside.length ?? 1);
  }

  #end(): void {
    if (this.#passed > 0) {
      this.#passed--;
      return;
    }
    const at = this.#open.pop()?.at;
    if (!at) return;
    at.to = this.#parser.position;
    // An element that closes itself ends where its start tag does.
    at.closes = at.to === at.opened ? at.opened : this.#text.lastIndexOf("</", at.to - 1);
  }

  #say(text: string): void {
    const here = this.#open.at(-1);
    if (here && this.#passed === 0) here.text += text;
  }
}

/** The child elements of an element, all or those of one name. */
export const children = (e: XmlElement | undefined, name?: string): readonly XmlElement[] =>
  name === undefined ? (e?.inside ?? []) : (e?.inside.filter((c) => c.name === name) ?? []);

export const child = (e: XmlElement | undefined, name: string): XmlElement | undefined =>
  e?.inside.find((c) => c.name === name);

/** An attribute; null where it is missing. */
export const attribute = (e: XmlElement | undefined, name: string): string | null =>
  e?.attributes.get(name) ?? null;

/** The text in the child element of a name, without what is around it; null where there is none. */
export const textIn = (e: XmlElement | undefined, name: string): string | null =>
  child(e, name)?.text.trim() || null;

/** A numeric attribute; null where it is missing or no number. */
export function numeric(e: XmlElement | undefined, name: string): number | null {
  const text = attribute(e, name);
  if (text === null || text.trim() === "") return null;
  // A comma is what some programs write in some countries.
  const n = Number(text.replace(/^(\s*[+-]?\d+),(\d+\s*)$/, "$1.$2"));
  return Number.isFinite(n) ? n : null;
}

/** A new element tree: name, attributes (null is left out), children. */
export interface Xml {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string | number | boolean | null>>;
  readonly inside: readonly (Xml | string)[];
}

export const xml = (
  name: string,
  attributes: Xml["attributes"] = {},
  ...inside: readonly (Xml | string)[]
): Xml => ({ name, attributes, inside });

/** An element tree as it would be read again from the file it is written to. */
export function asRead({ name, attributes, inside }: Xml): XmlElement {
  const said = Object.entries(attributes).flatMap(([key, value]) =>
    value === null ? [] : [[key, storable(String(value))] as const],
  );
  return {
    name,
    localName: name.slice(name.indexOf(":") + 1),
    attributes: new Map(said),
    inside: inside.flatMap((c) => (typeof c === "string" ? [] : asRead(c))),
    text: inside.map((c) => (typeof c === "string" ? storable(c) : "")).join(""),
    line: 1,
    at: null,
  };
}

/** Writes an element tree as a UTF-8 XML document. */
export function writeXml(tree: Xml): string {
  const document = new DOMParser().parseFromString(`<${tree.name}/>`, "text/xml");
  const root = document.documentElement;
  if (!root) throw new Error("an element has a name");
  fill(document, root, tree, 0);
  return `<?xml version="1.0" encoding="UTF-8"?>\n${new XMLSerializer().serializeToString(document)}\n`;
}

function fill(document: Document, e: Element, { attributes, inside }: Xml, depth: number): void {
  for (const [name, value] of Object.entries(attributes))
    if (value !== null) e.setAttribute(name, storable(String(value)));
  const indent = (d: number): void => {
    e.appendChild(document.createTextNode(`\n${"  ".repeat(d)}`));
  };
  for (const c of inside) {
    if (typeof c === "string") {
      e.appendChild(document.createTextNode(storable(c)));
      continue;
    }
    indent(depth + 1);
    const made = document.createElement(c.name);
    fill(document, made, c, depth + 1);
    e.appendChild(made);
  }
  if (inside.some((c) => typeof c !== "string")) indent(depth);
}

/** Characters XML 1.0 cannot hold at all (section 2.2, Char) are left out. */
export function storable(text: string): string {
  if (/^[\x20-\x7e]*$/.test(text)) return text;
  return [...text]
    .filter((ch) => {
      const c = ch.codePointAt(0) ?? 0;
      return (
        c === 9 ||
        c === 10 ||
        c === 13 ||
        (c >= 32 && c <= 0xd7ff) ||
        (c >= 0xe000 && c <= 0xfffd) ||
        c >= 0x10000
      );
    })
    .join("");
}
