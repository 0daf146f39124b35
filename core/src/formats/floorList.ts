import Papa from "papaparse";
import { setFields } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { CHANNELS, SOURCES, source as sourceSchema } from "../session/document.ts";
import type { Session, Track, TrackFields } from "../session/document.ts";
import { asOneLine } from "../session/text.ts";
import type { WordList } from "../words/wordlist.ts";
import { FileProblem } from "./fileProblem.ts";

/** A line of the input list as it lies on the floor, in words. */
export interface FloorLine {
  readonly input: string;
  readonly track: string;
  readonly source: string;
  readonly by: string;
  readonly microphone: string;
  readonly stand: string;
  readonly phantom: boolean;
  readonly inverted: boolean;
  readonly goesTo: string;
  readonly note: string;
}

const BY: Readonly<Record<(typeof SOURCES)[number], string>> = {
  mic: "microphone",
  di: "DI",
  line: "line",
  wireless: "wireless",
};
const recordsFromOutside = (t: Track): boolean => t.kind === "audio" && t.source !== null;

/** The sources of a session by input number, those without one last; a wide source takes one line ("5–6"). Gaps are left out. */
export function floorList(session: Session, words: WordList): FloorLine[] {
  const roles = new Map(words.roles.map((r) => [r.id, r.name]));
  const positions = new Map(words.positions.map((p) => [p.id, p.name]));
  const names = new Map(session.tracks.map((t) => [t.id, t.name]));
  return session.tracks
    .filter(recordsFromOutside)
    .sort((a, b) => (a.input ?? Infinity) - (b.input ?? Infinity))
    .map((t): FloorLine => {
      const channels = CHANNELS[t.format ?? "mono"];
      const role = t.role === null ? "" : (roles.get(t.role) ?? t.role);
      const said = [
        role === "" ? "" : role + (t.number === null ? "" : ` ${t.number}`),
        ...t.positions.map((p) => positions.get(p) ?? p),
      ]
        .filter(Boolean)
        .join(", ");
      return {
        input:
          t.input === null ? "–" : channels > 1 ? `${t.input}–${t.input + channels - 1}` : String(t.input),
        track: t.name,
        source: said === "" ? t.name : said,
        by: BY[t.source ?? "mic"],
        microphone: t.microphone === "" && t.source !== "mic" ? BY[t.source ?? "mic"] : t.microphone,
        stand: t.stand,
        phantom: t.phantom,
        inverted: t.polarity === "inverted",
        goesTo: t.feeds === null ? "" : (names.get(t.feeds) ?? ""),
        note: t.notes.split("\n")[0] ?? "",
      };
    });
}

const COLUMNS = [
  "Input",
  "Track",
  "Source",
  "By",
  "Microphone or box",
  "Stand",
  "Phantom power",
  "Polarity",
  "Goes to",
  "Note",
] as const;
const LARGEST = 1 << 20;

/** The input list as CSV (RFC 4180, UTF-8). No cell can run as a formula. */
export function floorListCsv(lines: readonly FloorLine[]): string {
  const data = lines.map((l) => [
    l.input,
    l.track,
    l.source,
    l.by,
    l.microphone,
    l.stand,
    l.phantom ? "48 V" : "",
    l.inverted ? "inverted" : "",
    l.goesTo,
    l.note,
  ]);
  return `\ufeff${Papa.unparse({ fields: [...COLUMNS], data }, { newline: "\r\n", escapeFormulae: true })}\r\n`;
}

/**
 * The changes a CSV input list asks for: tracks are found by their name; input, what it comes by, microphone, stand, phantom power, polarity and note are taken where the column is there.
 * @throws FileProblem naming the line where a track is not in this session or a value cannot be; nothing is taken then
 */
export function floorListIn(session: Session, text: string): Change[] {
  if (text.length > LARGEST)
    throw new FileProblem("The file is larger than any input list. Check that it is the right one.");
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\ufeff/, ""), { skipEmptyLines: "greedy" });
  const torn = errors.find((e) => e.type === "Quotes");
  if (torn)
    throw new FileProblem(
      `Line ${(torn.row ?? 0) + 1}: a quote is opened and never closed.`,
      `line ${(torn.row ?? 0) + 1}`,
    );
  const [head = [], ...rows] = data;
  const at = new Map(head.map((h, i) => [h.trim().toLowerCase(), i]));
  if (!at.has("track") || !at.has("input"))
    throw new FileProblem(
      `The first line lacks ${["Input", "Track"]
        .filter((c) => !at.has(c.toLowerCase()))
        .map((c) => `“${c}”`)
        .join(" and ")}. It should read: ${COLUMNS.join(", ")}.`,
      "line 1",
    );
  const byName = new Map<string, Track[]>();
  for (const t of session.tracks.filter(recordsFromOutside))
    byName.set(t.name.toLowerCase(), [...(byName.get(t.name.toLowerCase()) ?? []), t]);
  const seen = new Set<string>();
  return rows.flatMap((row, i): Change[] => {
    const line = i + 2;
    const fail = (why: string): never => {
      throw new FileProblem(`Line ${line}: ${why}`, `line ${line}`);
    };
    const has = (column: string): boolean => at.has(column);
    const cell = (column: string): string =>
      (row[at.get(column) ?? -1] ?? "").trim().replace(/^'(?=[=+\-@])/, "");
    const name = cell("track");
    if (name === "") return [];
    const found =
      byName.get(name.toLowerCase()) ??
      fail(
        `there is no source “${name}” in this session. Name it as the track sheet does, or take the line out.`,
      );
    if (found.length > 1)
      fail(`${found.length} tracks are called “${name}”; give them names of their own first.`);
    const [t] = found;
    if (!t) return [];
    if (seen.has(t.id)) fail(`“${name}” stands in the list twice.`);
    seen.add(t.id);
    const input = /^\d+/.exec(cell("input"))?.[0];
    if (input === undefined && !["", "-", "–", "—"].includes(cell("input")))
      fail(`“${cell("input")}” is no input. Type a number, or leave it empty.`);
    const first = input === undefined ? null : Number(input);
    if (first !== null && (first < 1 || first + CHANNELS[t.format ?? "mono"] - 1 > 1024))
      fail("inputs are counted 1 to 1024.");
    const by = cell("by").toLowerCase();
    const from =
      by === ""
        ? t.source
        : (sourceSchema.safeParse(SOURCES.find((s) => s === by || BY[s].toLowerCase() === by)).data ??
          fail(`“${cell("by")}” is none of microphone, DI, line, wireless.`));
    const next: Partial<TrackFields> = {
      input: first,
      ...(has("by") ? { source: from } : {}),
      ...(has("microphone or box") ? { microphone: asOneLine(cell("microphone or box"), 80) } : {}),
      ...(has("stand") ? { stand: asOneLine(cell("stand"), 60) } : {}),
      ...(has("phantom power")
        ? { phantom: !["", "no", "off", "0"].includes(cell("phantom power").toLowerCase()) }
        : {}),
      ...(has("polarity")
        ? { polarity: /^(inverted|ø|yes|reversed)$/i.test(cell("polarity")) ? "inverted" : "normal" }
        : {}),
      // A note of several lines shows its first here: unchanged, the rest stays.
      ...(has("note") && cell("note") !== (t.notes.split("\n")[0] ?? "").trim()
        ? { notes: cell("note").slice(0, 4000) }
        : {}),
    };
    // What a list shows in words for an empty field is not taken for something typed.
    if (next.microphone !== undefined && t.microphone === "" && next.microphone === BY[t.source ?? "mic"])
      delete next.microphone;
    return setFields(t, next);
  });
}
