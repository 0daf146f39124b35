import { setFields } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { CHANNELS, SOURCES } from "../session/document.ts";
import type { Session, Track, TrackFields, TrackId } from "../session/document.ts";
import { byId } from "../session/routing.ts";
import { asOneLine } from "../session/text.ts";
import type { WordList } from "../words/wordlist.ts";
import { inputsIn, invertedIn, numberIn, yesIn } from "./cellWords.ts";
import type { TableFile } from "./grid.ts";
import { readTable } from "./table.ts";
import type { Fail, List } from "./table.ts";

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
/** The columns that are read back, and what they are called by people. */
const READ = {
  input: ["input", "in", "ch", "ch.", "channel", "no", "no.", "nr", "nr.", "#", "eingang"],
  track: ["track", "name", "track name", "source", "instrument", "spur"],
  by: ["by", "kind", "type"],
  microphone: ["microphone or box", "microphone", "mic", "mic/di", "mic / di", "mic or di", "mikrofon"],
  stand: ["stand", "stands", "stativ"],
  phantom: ["phantom power", "phantom", "48v", "48 v", "+48v", "+48 v", "p48"],
  polarity: ["polarity", "phase", "ø", "inverted", "invert"],
  feeds: ["goes to", "feeds", "bus", "output"],
  level: ["level", "fader"],
  note: ["note", "notes", "comment", "comments", "notice", "notices"],
} as const;
type Read = keyof typeof READ;

/** The input list as it goes out. */
export const floorTable = (lines: readonly FloorLine[]): List => ({
  name: "Input list",
  heads: COLUMNS,
  rows: lines.map((l) => [
    /^\d+$/.test(l.input) ? Number(l.input) : l.input,
    l.track,
    l.source,
    l.by,
    l.microphone,
    l.stand,
    l.phantom ? "48 V" : "",
    l.inverted ? "inverted" : "",
    l.goesTo,
    l.note,
  ]),
});

/**
 * The changes a CSV input list asks for: tracks are found by their name; input, what it comes by,
 * microphone, stand, phantom power, polarity, what it goes to, level and note are taken where the column is
 * there.
 * @throws FileProblem naming the line where a track is not in this session or a value cannot be; nothing is
 *   taken then
 */
export function floorListIn(session: Session, file: TableFile | string): Change[] {
  const { has, rows } = readTable(file, READ, ["input", "track"]);
  const byName = new Map<string, Track[]>();
  for (const t of session.tracks.filter(recordsFromOutside))
    byName.set(t.name.toLowerCase(), [...(byName.get(t.name.toLowerCase()) ?? []), t]);
  const seen = new Set<string>();
  return rows.flatMap((row): Change[] => {
    const name = row.cell("track");
    if (name === "") return [];
    const t = trackCalled(byName, name, row.fail);
    if (seen.has(t.id)) row.fail(`“${name}” stands in the list twice.`);
    seen.add(t.id);
    return setFields(t, fieldsIn(session, t, row.cell, has, row.fail));
  });
}

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

const inputsInWords = (first: number, last: number): string =>
  last === first ? "one input" : `inputs ${first} to ${last}`;

function inputIn(t: Track, said: string, fail: Fail): number | null {
  const span = inputsIn(said);
  if (span === undefined) return fail(`“${said}” is no input. Type a number, or leave it empty.`);
  if (span === null) return null;
  const last = span.first + CHANNELS[t.format ?? "mono"] - 1;
  if (span.first < 1 || last > 1024) fail("inputs are counted 1 to 1024.");
  if (span.last !== span.first && span.last !== last)
    fail(`“${t.name}” is ${t.format ?? "mono"} and takes ${inputsInWords(span.first, last)}, not ${said}.`);
  return span.first;
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
  session: Session,
  t: Track,
  cell: (column: Read) => string,
  has: (column: Read) => boolean,
  fail: Fail,
): Partial<TrackFields> {
  const microphone = asOneLine(cell("microphone"), 80);
  // What a list shows in words for an empty field is not taken for something typed.
  const shown = t.microphone === "" && microphone === BY[t.source ?? "mic"];
  // A note of several lines shows its first here: unchanged, the rest stays.
  const sameNote = cell("note") === (t.notes.split("\n")[0] ?? "").trim();
  const neither = (what: string, said: string): never =>
    fail(`“${said}” is neither yes nor no for ${what}.`);
  const input = inputIn(t, cell("input"), fail);
  return {
    input,
    ...(has("by") ? { source: sourceIn(t, cell("by"), fail) } : {}),
    ...(has("microphone") && !shown ? { microphone } : {}),
    ...(has("stand") ? { stand: asOneLine(cell("stand"), 60) } : {}),
    ...(has("phantom")
      ? { phantom: yesIn(cell("phantom")) ?? neither("phantom power", cell("phantom")) }
      : {}),
    ...(has("polarity")
      ? {
          polarity:
            (invertedIn(cell("polarity")) ?? neither("polarity", cell("polarity"))) ? "inverted" : "normal",
        }
      : {}),
    ...(has("feeds") ? feedsIn(session, t, cell("feeds"), fail) : {}),
    ...(has("level") && cell("level") !== "" ? { level: levelIn(cell("level"), fail) } : {}),
    ...(has("note") && !sameNote ? { notes: cell("note").slice(0, 4000) } : {}),
  };
}

/** What a source goes to, by its name; an empty cell leaves it. */
function feedsIn(session: Session, t: Track, said: string, fail: Fail): Partial<TrackFields> {
  if (said === "" || said === "–") return {};
  const same = session.tracks.filter((x) => x.name.toLowerCase() === said.toLowerCase() && x.id !== t.id);
  if (same.some((x) => x.id === t.feeds)) return {};
  const [to, ...more] = same;
  if (!to) return fail(`there is nothing called “${said}” in this session that it could go to.`);
  if (more.length > 0)
    fail(`${more.length + 1} tracks are called “${said}”; give them names of their own first.`);
  const circle = circleThrough(session, t, to.id);
  if (circle) fail(`“${said}” feeds “${t.name}” already: that would go round in a circle.`);
  return { feeds: to.id };
}

function circleThrough(session: Session, t: Track, to: TrackId): boolean {
  const tracks = byId(session);
  const seen = new Set<TrackId>();
  for (let at: TrackId | null = to; at !== null && !seen.has(at); at = tracks.get(at)?.feeds ?? null) {
    if (at === t.id) return true;
    seen.add(at);
  }
  return false;
}

function levelIn(said: string, fail: Fail): number {
  const level = numberIn(said) ?? fail(`“${said}” is no level. Type it in dB, such as −6.`);
  if (level < -144 || level > 24) fail("levels go from −144 to 24 dB.");
  return level;
}
