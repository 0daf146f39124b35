import { channelFormat } from "../session/document.ts";
import type { ChannelFormat } from "../session/document.ts";
import { asOneLine } from "../session/text.ts";

/** One line of a pasted or read list of tracks. */
export interface Line {
  /** Where it stands in the text, counted from 1. */
  readonly at: number;
  /** How far it is indented; deeper than the line before means inside it. */
  readonly indent: number;
  readonly name: string;
  /** "8 of" before the name. */
  readonly many: number;
  readonly input: number | null;
  /** What plays it, where it is no recording: "instrument", "MIDI". */
  readonly kind: "instrument" | "midi" | null;
  readonly format: ChannelFormat | null;
  /** In dB; null where nothing is said. */
  readonly level: number | null;
  /** The name of what it feeds, as typed; null where nothing is said. */
  readonly feeds: string | null;
  readonly notes: string;
}

/** A tab indents as far as four spaces. */
const TAB = 4;

/**
 * The lines of a typed or pasted list; empty ones are left out.
 * "8 of" before a name makes eight; behind a bar or a tab may stand an input, "instrument" or "MIDI", a channel
 * format, a level ("−6 dB"), what it feeds ("feeds PANS") and a note ("note: 12" where it would be taken for one of
 * these), in any order.
 */
export function linesOf(text: string): Line[] {
  return text.split(/\r?\n/).flatMap((raw, i) => {
    const lead = /^[ \t]*/.exec(raw)?.[0] ?? "";
    const line = {
      at: i + 1,
      indent: [...lead].reduce((n, c) => n + (c === "\t" ? TAB : 1), 0),
      ...partsOf(raw.slice(lead.length)),
    };
    return line.name === "" ? [] : [line];
  });
}

function partsOf(raw: string): Omit<Line, "at" | "indent"> {
  const [first = "", ...rest] = raw.split(/[|\t]/).map((part) => asOneLine(part, 400).trim());
  const counted = /^(\d{1,3})\s+of\s+(\S.*)$/i.exec(first);
  const many = counted ? Number(counted[1]) : 1;
  let input: number | null = null,
    kind: Line["kind"] = null,
    format: ChannelFormat | null = null,
    level: number | null = null,
    feeds: string | null = null;
  const notes: string[] = [];
  for (const part of rest) {
    const number = /^(?:in(?:put)?\s*)?(\d{1,4})$/i.exec(part)?.[1];
    const wide = channelFormat.safeParse(part.toLowerCase());
    const gain = /^([+\-−]?\d{1,3}(?:\.\d+)?)\s*dB$/i.exec(part)?.[1];
    const to = /^feeds\s+(\S.*)$/i.exec(part)?.[1];
    const note = /^note:\s*(.*)$/i.exec(part)?.[1];
    if (number !== undefined && input === null && Number(number) >= 1 && Number(number) <= 1024)
      input = Number(number);
    else if (wide.success && format === null) format = wide.data;
    else if (/^(?:instrument|midi)$/i.test(part) && kind === null)
      kind = part.toLowerCase() === "midi" ? "midi" : "instrument";
    else if (gain !== undefined && level === null)
      level = Math.max(-144, Math.min(24, Number(gain.replace("−", "-"))));
    else if (to !== undefined && feeds === null) feeds = to;
    else if (part !== "") notes.push(note ?? part);
  }
  return {
    name: (counted && many >= 1 ? (counted[2] ?? "") : first).slice(0, 200),
    many: counted && many >= 1 ? many : 1,
    input,
    kind,
    format,
    level,
    feeds,
    notes: notes.join("; "),
  };
}

/** For each line, the index of the line it stands inside; null for none. */
export function ownersOf(lines: readonly { readonly indent: number }[]): (number | null)[] {
  const open: { indent: number; index: number }[] = [];
  return lines.map(({ indent }, index) => {
    while (open.length > 0 && (open.at(-1)?.indent ?? 0) >= indent) open.pop();
    const owner = open.at(-1)?.index ?? null;
    open.push({ indent, index });
    return owner;
  });
}
