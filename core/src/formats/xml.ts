import { DOMParser, XMLSerializer, onErrorStopParsing } from "@xmldom/xmldom";
import type { Document, Element } from "@xmldom/xmldom";
import { FileProblem } from "./fileProblem.ts";

/**
 * Parses XML that came from outside. No DTD, no entities beyond the five of XML itself.
 * @param file what to call it in messages
 * @param remedy what to do where it cannot be read
 * @throws FileProblem naming line and column where it is broken
 */
export function parseXml(
  bytes: Uint8Array,
  file: string,
  remedy = "Save the session again and send that file.",
): Element {
  let text: string;
  try {
    text = new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    throw new FileProblem(`“${file}” is not UTF-8 text. ${remedy}`, file);
  }
  const forbidden = /<!(DOCTYPE|ENTITY)/i.exec(text);
  if (forbidden) {
    const line = text.slice(0, forbidden.index).split("\n").length;
    throw new FileProblem(
      `“${file}” declares entities or a document type (line ${line}). Such files never need ` +
        "to; it was not read.",
      `${file}, line ${line}`,
    );
  }
  let document: Document;
  try {
    document = new DOMParser({ onError: onErrorStopParsing, locator: true }).parseFromString(
      text,
      "text/xml",
    );
  } catch (e) {
    const [line, column] = placeOf(e);
    const where = line === null ? file : `${file}, line ${line}, column ${column}`;
    throw new FileProblem(
      `“${file}” is broken XML${line === null ? "" : ` at line ${line}, column ${column}`}. ${remedy}`,
      where,
    );
  }
  const root = document.documentElement;
  if (!root) throw new FileProblem(`“${file}” holds no XML element. ${remedy}`, file);
  return root;
}

function placeOf(e: unknown): [number | null, number | null] {
  const said = /@#\[line:(\d+),col:(\d+)\]/.exec(e instanceof Error ? e.message : "");
  if (said) return [Number(said[1]), Number(said[2])];
  const locator =
    typeof e === "object" && e !== null && "locator" in e
      ? (e.locator as { lineNumber?: number; columnNumber?: number } | undefined)
      : undefined;
  return [locator?.lineNumber ?? null, locator?.columnNumber ?? null];
}

/** The child elements of an element, all or those of one name. */
export function children(e: Element | undefined, name?: string): Element[] {
  const out: Element[] = [];
  for (let n = e?.firstChild ?? null; n; n = n.nextSibling) {
    if (n.nodeType === 1 && (name === undefined || n.nodeName === name)) out.push(n as Element);
  }
  return out;
}

export const child = (e: Element | undefined, name: string): Element | undefined => children(e, name)[0];

/** An attribute; null where it is missing. */
export const attribute = (e: Element | undefined, name: string): string | null =>
  e?.getAttribute(name) ?? null;

/** A numeric attribute; null where it is missing or no number. */
export function numeric(e: Element | undefined, name: string): number | null {
  const text = attribute(e, name);
  if (text === null || text.trim() === "") return null;
  const n = Number(text);
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
function storable(text: string): string {
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
