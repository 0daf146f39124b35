import { CHANNELS } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import type { Room } from "../fit/room.ts";
import type { WordList } from "../words/wordlist.ts";
import type { List } from "./table.ts";

/** One line of the input list. */
export interface InputLine {
  readonly input: number;
  readonly socket: string;
  /** Whether the socket gives 48 V. */
  readonly phantom: boolean;
  /** Whether what stands there is to get 48 V. */
  readonly wants48: boolean;
  /** Null for an input nobody uses. */
  readonly track: string | null;
  readonly source: string;
  readonly microphone: string;
  readonly stand: string;
  readonly armed: boolean;
  readonly polarity: string;
  readonly notes: string;
}

/**
 * The input list of a session in a room, by input number, free inputs included; a wide track takes several
 * lines.
 */
export function inputList(session: Session, room: Room, words: WordList): InputLine[] {
  const roles = new Map(words.roles.map((r) => [r.id, r.name]));
  const positions = new Map(words.positions.map((p) => [p.id, p.name]));
  const free = room.inputs.map((i): InputLine => ({
    input: i.number,
    socket: i.label,
    phantom: i.phantom,
    wants48: false,
    track: null,
    source: "",
    microphone: "",
    stand: "",
    armed: false,
    polarity: "",
    notes: "",
  }));
  const lines = new Map(free.map((l) => [l.input, l]));
  const lineNames = new Map(room.inputs.map((i) => [i.number, i.line]));
  const atLine = (t: Track, input: number): string | null =>
    (t.source === "line" && lineNames.get(input)) || null;
  const used: InputLine[] = [];
  for (const t of session.tracks) {
    if (t.input === null) continue;
    const channels = CHANNELS[t.format ?? "mono"];
    for (let k = 0; k < channels; k++) {
      const socket = lines.get(t.input + k);
      const role = t.role === null ? "" : (roles.get(t.role) ?? t.role);
      used.push({
        input: t.input + k,
        socket: socket === undefined ? "not in this room" : (atLine(t, t.input + k) ?? socket.socket),
        phantom: socket?.phantom ?? false,
        wants48: t.phantom,
        track: channels > 1 ? `${t.name} (${k + 1} of ${channels})` : t.name,
        source: [role, ...t.positions.map((p) => positions.get(p) ?? p)].filter(Boolean).join(", "),
        microphone: t.microphone,
        stand: t.stand,
        armed: t.armed,
        polarity: t.polarity,
        notes: t.notes,
      });
    }
  }
  const taken = new Set(used.map((l) => l.input));
  return [...used, ...free.filter((l) => !taken.has(l.input))].sort((a, b) => a.input - b.input);
}

/** What stands there wants 48 V or not; where the socket cannot give it, that too. Of a free one, what it could. */
function phantomOf(l: InputLine): string {
  if (l.track === null) return l.phantom ? "48 V" : "";
  if (!l.wants48) return "";
  return l.phantom ? "48 V" : "48 V wanted, none here";
}

const COLUMNS: readonly (readonly [name: string, of: (l: InputLine) => string | number])[] = [
  ["Input", (l) => l.input],
  ["Socket", (l) => l.socket],
  ["Phantom power", phantomOf],
  ["Track", (l) => l.track ?? ""],
  ["Source", (l) => l.source],
  ["Microphone or box", (l) => l.microphone],
  ["Stand", (l) => l.stand],
  ["Armed", (l) => (l.armed ? "yes" : "")],
  ["Polarity", (l) => (l.polarity === "inverted" ? "inverted" : "")],
  ["Notes", (l) => l.notes],
];

/** The input list as a table. */
export const inputListTable = (lines: readonly InputLine[]): List => ({
  name: "Input list",
  heads: COLUMNS.map(([name]) => name),
  rows: lines.map((l) => COLUMNS.map(([, of]) => of(l))),
});
