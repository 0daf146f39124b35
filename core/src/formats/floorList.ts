import { setFields } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { CHANNELS, SOURCES } from "../session/document.ts";
import type { Session, Track, TrackFields } from "../session/document.ts";
import { asOneLine } from "../session/text.ts";
import type { WordList } from "../words/wordlist.ts";
import { readTable, writeCsv } from "./table.ts";
import type { CsvRow } from "./table.ts";
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

/**
 * The sources of a session by input number, those without one last; a wide source takes one line ("5–6").
 * Gaps are left out.
 */
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
  return writeCsv(COLUMNS, data);
}

/**
 * The changes a CSV input list asks for: tracks are found by their name; input, what it comes by,
 * microphone, stand, phantom power, polarity and note are taken where the column is there.
 * @throws FileProblem naming the line where a track is not in this session or a value cannot be; nothing is
 *   taken then
 */
export function floorListIn(session: Session, text: string): Change[] {
  const { column, rows } = readTable(text, LARGEST, "input list");
  const missing = ["Input", "Track"].filter((c) => column(c.toLowerCase()) < 0);
  if (missing.length > 0)
    throw new FileProblem(
      "The first line lacks " +
        `${missing.map((c) => `“${c}”`).join(" and ")}. It should read: ` +
        `${COLUMNS.join(", ")}.`,
      "line 1",
    );
  const byName = new Map<string, Track[]>();
  for (const t of session.tracks.filter(recordsFromOutside))
    byName.set(t.name.toLowerCase(), [...(byName.get(t.name.toLowerCase()) ?? []), t]);
  const seen = new Set<string>();
  return rows.flatMap((row): Change[] => {
    const cellOf = (name: string): string => row.cell(column(name));
    const name = cellOf("track");
    if (name === "") return [];
    const t = trackCalled(byName, name, row.fail);
    if (seen.has(t.id)) row.fail(`“${name}” stands in the list twice.`);
    seen.add(t.id);
    return setFields(
      t,
      fieldsIn(t, cellOf, (name) => column(name) >= 0, row.fail),
    );
  });
}

type Fail = CsvRow["fail"];

function trackCalled(byName: ReadonlyMap<string, readonly Track[]>, name: string, fail: Fail): Track {
  const [t, ...more] = byName.get(name.toLowerCase()) ?? [];
  if (!t)
    return fail(
      `there is no source “${name}” in this session. Name it as the track sheet does, ` +
        "or take the line out.",
    );
  if (more.length > 0)
    fail(`${more.length + 1} tracks are called “${name}”; give them names of their own first.`);
  return t;
}

function inputIn(t: Track, said: string, fail: Fail): number | null {
  const typed = /^\d+/.exec(said)?.[0];
  if (typed === undefined) {
    if (!["", "-", "–", "—"].includes(said))
      fail(`“${said}” is no input. Type a number, or leave it empty.`);
    return null;
  }
  const input = Number(typed);
  if (input < 1 || input + CHANNELS[t.format ?? "mono"] - 1 > 1024) fail("inputs are counted 1 to 1024.");
  return input;
}

function sourceIn(t: Track, said: string, fail: Fail): Track["source"] {
  const by = said.toLowerCase();
  if (by === "") return t.source;
  return (
    SOURCES.find((s) => s === by || BY[s].toLowerCase() === by) ??
    fail(`“${said}” is none of microphone, DI, line, wireless.`)
  );
}

/** What a line says of its track, as far as the columns are there. */
function fieldsIn(
  t: Track,
  cell: (column: string) => string,
  has: (column: string) => boolean,
  fail: Fail,
): Partial<TrackFields> {
  const microphone = asOneLine(cell("microphone or box"), 80);
  // What a list shows in words for an empty field is not taken for something typed.
  const shown = t.microphone === "" && microphone === BY[t.source ?? "mic"];
  // A note of several lines shows its first here: unchanged, the rest stays.
  const sameNote = cell("note") === (t.notes.split("\n")[0] ?? "").trim();
  const on = (said: string): boolean => !["", "no", "off", "0"].includes(said.toLowerCase());
  const inverted = /^(inverted|ø|yes|reversed)$/i.test(cell("polarity"));
  const input = inputIn(t, cell("input"), fail);
  return {
    input,
    ...(has("by") ? { source: sourceIn(t, cell("by"), fail) } : {}),
    ...(has("microphone or box") && !shown ? { microphone } : {}),
    ...(has("stand") ? { stand: asOneLine(cell("stand"), 60) } : {}),
    ...(has("phantom power") ? { phantom: on(cell("phantom power")) } : {}),
    ...(has("polarity") ? { polarity: inverted ? "inverted" : "normal" } : {}),
    ...(has("note") && !sameNote ? { notes: cell("note").slice(0, 4000) } : {}),
  };
}
