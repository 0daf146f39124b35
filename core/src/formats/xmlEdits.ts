import { storable } from "./xml.ts";
import type { Place, Xml, XmlElement } from "./xml.ts";

/** An edit of a text: what stands from `at`, `cut` characters long, becomes `put`. */
export interface TextEdit {
  readonly at: number;
  readonly cut: number;
  readonly put: string;
}

/** A text with edits made in it, which are in order and do not touch each other. */
export function edited(text: string, edits: readonly TextEdit[]): string {
  let [made, at] = ["", 0];
  for (const e of edits) {
    made += text.slice(at, e.at) + e.put;
    at = e.at + e.cut;
  }
  return made + text.slice(at);
}

const ESCAPES: Readonly<Record<string, string>> = {
  "&": "&amp;",
  "<": "&lt;",
  ">": "&gt;",
  '"': "&quot;",
  "'": "&apos;",
  "\n": "&#10;",
  "\r": "&#13;",
  "\t": "&#9;",
};
const escaped = (text: string): string => storable(text).replace(/[&<>"'\n\r\t]/g, (c) => ESCAPES[c] ?? c);

/** An element as text, without a declaration; `inside` stands behind its children. */
export function fragment({ name, attributes, inside }: Xml, last = ""): string {
  const said = Object.entries(attributes).flatMap(([key, value]) =>
    value === null ? [] : ` ${key}="${escaped(String(value))}"`,
  );
  const held = inside.map((c) => (typeof c === "string" ? escaped(c) : fragment(c))).join("") + last;
  return `<${name}${said.join("")}${held === "" ? "/>" : `>${held}</${name}>`}`;
}

type Put = () => string;
interface Pending {
  readonly at: number;
  readonly cut: number;
  readonly put: Put;
}

/** Collects the smallest edits of an XML text: everything else of it stays as it is, byte for byte. */
export class XmlEdits {
  readonly #pending: Pending[] = [];
  #order: readonly Pending[] | null = null;
  readonly #into = new Map<XmlElement, { readonly behind: readonly string[]; readonly put: Put }[]>();

  constructor(private readonly text: string) {}

  /** Sets an attribute, or takes it away. */
  set(e: XmlElement, name: string, value: string | number | boolean | null): void {
    const { from, opened } = placeOf(e);
    const said = value === null ? null : escaped(String(value));
    const found = this.#attribute(from, opened, name);
    if (found && said === null) this.#add(found.from, found.to - found.from, "");
    else if (found && said !== null) this.#add(found.value, found.to - found.value, `"${said}"`);
    else if (said !== null) this.#add(from + 1 + e.name.length, 0, ` ${name}="${said}"`);
  }

  /** Where an attribute stands, with the space before it, and where its value does, with its quotes. */
  #attribute(
    from: number,
    opened: number,
    name: string,
  ): { from: number; value: number; to: number } | null {
    const tag = this.text.slice(from, opened);
    for (const m of tag.matchAll(/\s+([^\s=/>]+)\s*=\s*("[^"]*"|'[^']*')/g)) {
      if (m[1] !== name) continue;
      const to = from + m.index + m[0].length;
      return { from: from + m.index, value: to - (m[2]?.length ?? 0), to };
    }
    return null;
  }

  /** Sets what an element without children says. */
  setText(e: XmlElement, text: string): void {
    const { opened, closes } = placeOf(e);
    if (isClosed(e)) this.into(e, [], () => escaped(text));
    else this.#add(opened, closes - opened, escaped(text));
  }

  /** Takes an element away, with the space before it. */
  cut(e: XmlElement | Pick<Place, "from" | "to">): void {
    const { from, to } = "at" in e ? placeOf(e) : e;
    const start = from - this.#spaceBefore(from).length;
    this.#add(start, to - start, "");
  }

  /** Puts something behind an element. */
  behind(e: XmlElement, put: Put): void {
    const { from, to } = placeOf(e);
    this.#note({ at: to, cut: 0, put: () => this.#spaceBefore(from) + put() });
  }

  /** Puts something into an element, behind its last child of these names, else before all of them. */
  into(e: XmlElement, behind: readonly string[], put: Put): void {
    this.#order = null;
    this.#into.set(e, [...(this.#into.get(e) ?? []), { behind, put }]);
  }

  /**
   * Brings elements into an order: as many as can be stay where they are.
   * @param here those that stand in `container` already, in their order
   * @param wanted all it is to hold of them; an element that stands elsewhere is taken away there
   * @param behind the names of what stands before the first of them
   */
  arrange(
    container: XmlElement,
    here: readonly XmlElement[],
    wanted: readonly { readonly element: XmlElement | null; readonly put: Put }[],
    behind: readonly string[],
  ): void {
    const place = new Map(here.map((e, i) => [e, i]));
    const stay = longestRising(wanted.map((w) => (w.element ? place.get(w.element) : undefined)));
    let anchor: XmlElement | null = null;
    wanted.forEach(({ element, put }, i) => {
      if (element && stay.has(i)) {
        anchor = element;
        return;
      }
      if (element) this.cut(element);
      if (anchor) this.behind(anchor, put);
      else this.into(container, behind, put);
    });
  }

  /** An element as it will be, its edits made. */
  render(e: XmlElement): string {
    const { from, to } = placeOf(e);
    return this.#between(from, to, this.#sorted());
  }

  /** All edits, in order, none inside another. */
  edits(): TextEdit[] {
    const all = this.#sorted();
    const made: TextEdit[] = [];
    let at = 0;
    for (const p of all) {
      if (p.at < at) continue;
      made.push({ at: p.at, cut: p.cut, put: p.put() });
      at = p.at + p.cut;
    }
    return made;
  }

  #add(at: number, cut: number, put: string): void {
    this.#note({ at, cut, put: () => put });
  }

  #note(pending: Pending): void {
    this.#order = null;
    this.#pending.push(pending);
  }

  #spaceBefore(at: number): string {
    let from = at;
    while (from > 0 && /\s/.test(this.text[from - 1] ?? "")) from--;
    return this.text.slice(from, at);
  }

  /** In the order they stand in; of those at one place what is put comes before what is cut. */
  #sorted(): readonly Pending[] {
    this.#order ??= this.#sort();
    return this.#order;
  }

  #sort(): Pending[] {
    const inside = [...this.#into].flatMap(([e, puts]) => this.#inside(e, puts));
    return [...this.#pending, ...inside].sort(
      (a, b) => a.at - b.at || Number(a.cut > 0) - Number(b.cut > 0),
    );
  }

  #inside(
    e: XmlElement,
    puts: readonly { readonly behind: readonly string[]; readonly put: Put }[],
  ): Pending[] {
    const { opened, to } = placeOf(e);
    if (to === opened) {
      const slash = this.text.lastIndexOf("/", to);
      const put = (): string => `>${puts.map((p) => p.put()).join("")}</${e.name}>`;
      return [{ at: slash, cut: to - slash, put }];
    }
    const first = e.inside[0];
    const space = first ? this.#spaceBefore(placeOf(first).from) : "";
    return puts.map(({ behind, put }) => {
      const anchor = e.inside.findLast((c) => behind.includes(c.name));
      return { at: anchor ? placeOf(anchor).to : opened, cut: 0, put: () => space + put() };
    });
  }

  #between(from: number, to: number, all: readonly Pending[]): string {
    let [made, at] = ["", from];
    for (const p of all) {
      const within = p.cut > 0 ? p.at >= from && p.at + p.cut <= to : p.at > from && p.at < to;
      const itself = p.at === from && p.at + p.cut === to;
      if (!within || itself || p.at < at) continue;
      made += this.text.slice(at, p.at) + p.put();
      at = p.at + p.cut;
    }
    return made + this.text.slice(at, to);
  }
}

/** Where an element that was read stands. */
export function placeOf(e: XmlElement): Place {
  if (!e.at) throw new Error(`“${e.name}” was never in a file`);
  return e.at;
}

const isClosed = (e: XmlElement): boolean => placeOf(e).to === placeOf(e).opened;

/** The places of a longest row of rising numbers in a list; what is undefined is in none (patience sorting). */
export function longestRising(list: readonly (number | undefined)[]): Set<number> {
  const tails: number[] = [];
  const before = new Map<number, number | undefined>();
  list.forEach((value, i) => {
    if (value === undefined) return;
    let [low, high] = [0, tails.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((list[tails[middle] ?? 0] ?? 0) < value) low = middle + 1;
      else high = middle;
    }
    before.set(i, tails[low - 1]);
    tails[low] = i;
  });
  const row = new Set<number>();
  for (let i = tails.at(-1); i !== undefined; i = before.get(i)) row.add(i);
  return row;
}
