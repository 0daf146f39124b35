import { giveRole } from "../house/dress.ts";
import type { Style } from "../house/style.ts";
import { apply } from "../session/apply.ts";
import { setFields } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { CHANNELS } from "../session/document.ts";
import type { Around, Session, Track, TrackId, Insert } from "../session/document.ts";
import { blankInsert, kindsTyped } from "../session/processor.ts";
import { asOneLine } from "../session/text.ts";
import { aroundInWords } from "../session/valueWords.ts";
import { readName } from "../words/read.ts";
import { say } from "./many.ts";
import type { ManyAnswer } from "./many.ts";

/** The cells of the sheet that can be typed into. */
export const CELLS = ["name", "role", "input", "feeds", "level", "place", "inserts"] as const;
export type Cell = (typeof CELLS)[number];

/** A cell's value as it is typed. */
export function cellText(style: Style, session: Session, t: Track, cell: Cell): string {
  switch (cell) {
    case "name":
      return t.name;
    case "role":
      return t.role === null ? "" : (style.reader.roles.get(t.role)?.name ?? "");
    case "input":
      return t.input === null ? "" : String(t.input);
    case "feeds":
      return t.feeds === null ? "" : (session.tracks.find((x) => x.id === t.feeds)?.name ?? "");
    case "level":
      return t.format === null ? "" : String(t.level);
    case "place":
      return t.format === null ? "" : placeText(t);
    case "inserts":
      return t.inserts.map((i) => i.kind).join(", ");
  }
}

/** Where a track stands as it is typed; a wide one with its width. */
function placeText({ around, pan, width, format }: Track): string {
  const at = around === null ? panTyped(pan) : aroundInWords(around);
  return format === "mono" ? at : `${at} ${width} %`;
}

const panTyped = (pan: number): string => (pan === 0 ? "C" : `${pan < 0 ? "L" : "R"} ${Math.abs(pan)}`);

/** Whether a track has such a cell at all. */
export function hasCell(t: Track, cell: Cell): boolean {
  switch (cell) {
    case "input":
      return t.kind === "audio" && t.source !== null;
    case "level":
    case "place":
    case "inserts":
      return t.format !== null;
    case "feeds":
      return t.format !== null && t.kind !== "main" && t.kind !== "monitor";
    case "name":
    case "role":
      return true;
  }
}

/**
 * Types a value into a cell of the chosen tracks; those that have no such cell stay as they are. A name
 * goes to the first alone.
 * Places are "L 34", "C", "R 12 80 %", "width 90" or a number, among loudspeakers "110° left", "R 45°, 30° up",
 * "back"; inserts a list of kinds (or their short
 * forms), those there keep their values.
 * @returns the changes, or what is wrong with the value
 */
export function typeInto(
  style: Style,
  session: Session,
  ids: readonly TrackId[],
  cell: Cell,
  text: string,
): ManyAnswer {
  const typed = text.trim();
  const chosen = new Set(ids);
  const tracks = session.tracks.filter((t) => chosen.has(t.id) && hasCell(t, cell));
  switch (cell) {
    case "name":
      return typeName(tracks, ids[0], text);
    case "role":
      return typeRole(style, session, tracks, typed);
    case "input":
      return typeInput(session, tracks, typed);
    case "feeds":
      return say(session, idsOf(tracks), `feed ${typed === "" ? "nothing" : typed}`);
    case "level":
      return typeLevel(tracks, typed);
    case "place":
      return typePlace(tracks, typed);
    case "inserts":
      return typeInserts(tracks, typed);
  }
}

const idsOf = (tracks: readonly Track[]): TrackId[] => tracks.map((t) => t.id);
const done = (cell: Cell, changes: readonly Change[][]): ManyAnswer => ({
  changes: changes.flat(),
  says: cell,
});

function typeName(tracks: readonly Track[], id: TrackId | undefined, text: string): ManyAnswer {
  const t = tracks.find((x) => x.id === id);
  return done("name", t ? [setFields(t, { name: asOneLine(text, 200).trim() })] : []);
}

function typeInput(session: Session, tracks: readonly Track[], typed: string): ManyAnswer {
  if (typed === "")
    return done(
      "input",
      tracks.map((t) => setFields(t, { input: null })),
    );
  const first = Number(typed);
  if (!Number.isInteger(first)) return { problem: `“${typed}” is no input. Type a number, or nothing.` };
  return say(session, idsOf(tracks), `inputs from ${first}`);
}

function typeLevel(tracks: readonly Track[], typed: string): ManyAnswer {
  const level = Number(typed.replace(/ ?dB$/i, "").replace(",", ".").replace("−", "-"));
  if (typed === "" || Number.isNaN(level) || level < -144 || level > 24)
    return { problem: "A level is a number of dB, −144 to 24." };
  return done(
    "level",
    tracks.map((t) => setFields(t, { level })),
  );
}

function typeInserts(tracks: readonly Track[], typed: string): ManyAnswer {
  const kinds = kindsTyped(asOneLine(typed, 4000)).map((k) => k.slice(0, 200));
  if (kinds.length > 64) return { problem: "At most 64 processors stand on a track." };
  return done(
    "inserts",
    tracks.map((t) => setFields(t, { inserts: insertsOf(t, kinds) })),
  );
}

/**
 * Processors of these kinds in this order: those that stand on the track already keep their values, the
 * others are new.
 */
function insertsOf({ inserts }: Track, kinds: readonly string[]): Insert[] {
  const left = [...inserts];
  const used = new Set(inserts.map((i) => i.id));
  let n = 0;
  return kinds.map((kind) => {
    const at = left.findIndex((i) => i.kind.toLowerCase() === kind.toLowerCase());
    const [there] = at >= 0 ? left.splice(at, 1) : [];
    if (there) return there;
    do n++;
    while (used.has(`i${n}`));
    used.add(`i${n}`);
    return blankInsert(`i${n}`, kind);
  });
}

function typeRole(style: Style, session: Session, tracks: readonly Track[], typed: string): ManyAnswer {
  const named = style.house.words.roles.find((r) => r.name.toLowerCase() === typed.toLowerCase());
  const read = named ? null : readName(style.reader, typed);
  const role = named?.id ?? (read?.sure ? read.role : null);
  if (role === null) return { problem: `The house knows no role “${typed}”.` };
  let now = session;
  const changes: Change[] = [];
  for (const t of tracks) {
    if (t.role === role) continue;
    const step = giveRole(style, now, t.id, role);
    now = apply(now, step);
    changes.push(...step);
  }
  return { changes, says: "role" };
}

/** The width at the end of a typed place: "80 %", "width 90". */
const WIDTH = /(?:^|[\s,])(?:width\s+(\d{1,3})\s*%?|(\d{1,3})\s*%)$/i;
const SAID_PLACE = /^(l|r|c|left|right|centre|center)?\s*([+\-−]?\d{1,3})?$/i;
const ASIDE = String.raw`(\d{1,3})\s*°\s*(left|right|l|r)|(left|right|l|r)\s*(\d{1,3})\s*°`;
const SAID_DIRECTION = new RegExp(
  String.raw`^(?:${ASIDE}|(front|back)|0\s*°)?(?:^|[\s,]+)?(?:(\d{1,2})\s*°\s*up)?$`,
  "i",
);

/** What is typed of a place: left to right, or a direction among loudspeakers; null where it is neither. */
function placeTyped(text: string): { pan: number } | { around: Around } | { problem: string } | null {
  const m = SAID_PLACE.exec(text);
  if (m) {
    const side = m[1]?.[0]?.toLowerCase();
    const number = m[2] === undefined ? null : Number(m[2].replace("−", "-"));
    if (side === undefined && number === null) return null;
    const away = Math.abs(number ?? 100);
    const pan = side === "c" ? 0 : side === "l" ? -away : side === "r" ? away : (number ?? 0);
    return Math.abs(pan) > 100 ? { problem: "A place is at most 100 to a side." } : { pan };
  }
  const d = SAID_DIRECTION.exec(text);
  if (!d) return null;
  const degrees = d[5]?.toLowerCase() === "back" ? 180 : Number(d[1] ?? d[4] ?? 0);
  if (degrees > 180) return { problem: "A direction is at most 180° to a side." };
  const elevation = Number(d[6] ?? 0);
  if (elevation > 90) return { problem: "A direction is at most 90° up." };
  const left = (d[2] ?? d[3] ?? "").toLowerCase().startsWith("l");
  return { around: { azimuth: left ? -degrees : degrees, elevation } };
}

function typePlace(tracks: readonly Track[], typed: string): ManyAnswer {
  const wide = WIDTH.exec(typed);
  const rest = wide ? typed.slice(0, wide.index).trim() : typed;
  const place = rest === "" ? null : placeTyped(rest);
  if (typed === "" || (rest !== "" && !place))
    return {
      problem:
        "Type a place: L 34, C, R 12; for a wide track its width as well: C 80 %. Among loudspeakers a " +
        "direction: 110° left, R 45°, 30° up, back.",
    };
  if (place && "problem" in place) return place;
  const width = wide?.[1] ?? wide?.[2];
  if (width !== undefined && Number(width) > 200) return { problem: "A width is 0 to 200 %." };
  // A place from left to right takes the direction's stead, and a direction leaves it for where there are two sides.
  const to = place === null ? {} : "pan" in place ? { pan: place.pan, around: null } : place;
  return {
    says: "place",
    changes: tracks.flatMap((t) =>
      setFields(t, {
        ...to,
        ...(width !== undefined && CHANNELS[t.format ?? "mono"] > 1 ? { width: Number(width) } : {}),
      }),
    ),
  };
}
