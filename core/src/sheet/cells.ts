import { giveRole } from "../house/dress.ts";
import type { Style } from "../house/style.ts";
import { apply } from "../session/apply.ts";
import { setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { CHANNELS } from "../session/document.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { blankInsert, kindsTyped } from "../session/processor.ts";
import { asOneLine } from "../session/text.ts";
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
      return t.format === null
        ? ""
        : t.format === "mono"
          ? panTyped(t.pan)
          : `${panTyped(t.pan)} ${t.width} %`;
    case "inserts":
      return t.inserts.map((i) => i.kind).join(", ");
  }
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
 * Types a value into a cell of the chosen tracks; those that have no such cell stay as they are. A name goes to the first alone.
 * Places are "L 34", "C", "R 12 80 %", "width 90" or a number; inserts a list of kinds (or their short forms), those there keep their values.
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
  const all = (changes: readonly Change[][]): ManyAnswer => ({ changes: changes.flat(), says: cell });
  switch (cell) {
    case "name": {
      const first = tracks.find((t) => t.id === ids[0]);
      const name = asOneLine(text, 200).trim();
      return all(first && name !== first.name ? [[setField(first, "name", name)]] : []);
    }
    case "role":
      return typeRole(style, session, tracks, typed);
    case "input": {
      if (typed === "")
        return all(tracks.map((t) => (t.input === null ? [] : [setField(t, "input", null)])));
      const first = Number(typed);
      if (!Number.isInteger(first))
        return { problem: `“${typed}” is no input. Type a number, or nothing.` };
      return say(
        session,
        tracks.map((t) => t.id),
        `inputs from ${first}`,
      );
    }
    case "feeds":
      return say(
        session,
        tracks.map((t) => t.id),
        `feed ${typed === "" ? "nothing" : typed}`,
      );
    case "level": {
      const level = Number(typed.replace(/ ?dB$/i, "").replace(",", ".").replace("−", "-"));
      if (typed === "" || Number.isNaN(level) || level < -144 || level > 24)
        return { problem: "A level is a number of dB, −144 to 24." };
      return all(tracks.map((t) => (t.level === level ? [] : [setField(t, "level", level)])));
    }
    case "place":
      return typePlace(tracks, typed);
    case "inserts": {
      const kinds = kindsTyped(asOneLine(typed, 4000)).map((k) => k.slice(0, 200));
      if (kinds.length > 64) return { problem: "At most 64 processors stand on a track." };
      return all(
        tracks.map((t) => {
          const left = [...t.inserts];
          const next = kinds.map((kind) => {
            const at = left.findIndex((i) => i.kind.toLowerCase() === kind.toLowerCase());
            return at >= 0 ? (left.splice(at, 1)[0] ?? null) : kind;
          });
          const used = new Set(t.inserts.map((i) => i.id));
          let n = 0;
          const made = next.flatMap((k) => {
            if (typeof k !== "string") return k ? [k] : [];
            do n++;
            while (used.has(`i${n}`));
            used.add(`i${n}`);
            return [blankInsert(`i${n}`, k)];
          });
          return made.length === t.inserts.length && made.every((i, k) => i === t.inserts[k])
            ? []
            : [setField(t, "inserts", made)];
        }),
      );
    }
  }
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

function typePlace(tracks: readonly Track[], typed: string): ManyAnswer {
  const wide = /(?:^|\s)(?:width\s+(\d{1,3})\s*%?|(\d{1,3})\s*%)$/i.exec(typed);
  const rest = wide ? typed.slice(0, wide.index).trim() : typed;
  const m = /^(l|r|c|left|right|centre|center)?\s*([+\-−]?\d{1,3})?$/i.exec(rest);
  if (!m || typed === "")
    return { problem: "Type a place: L 34, C, R 12; for a wide track its width as well: C 80 %." };
  const side = m[1]?.[0]?.toLowerCase();
  const number = m[2] === undefined ? null : Number(m[2].replace("−", "-"));
  const width = wide?.[1] ?? wide?.[2];
  const pan =
    side === "c"
      ? 0
      : side === "l"
        ? -Math.abs(number ?? 100)
        : side === "r"
          ? Math.abs(number ?? 100)
          : number;
  if (pan !== null && Math.abs(pan) > 100) return { problem: "A place is at most 100 to a side." };
  if (width !== undefined && Number(width) > 200) return { problem: "A width is 0 to 200 %." };
  return {
    says: "place",
    changes: tracks.flatMap((t) => [
      ...(pan !== null && pan !== t.pan ? [setField(t, "pan", pan)] : []),
      ...(width !== undefined && CHANNELS[t.format ?? "mono"] > 1 && Number(width) !== t.width
        ? [setField(t, "width", Number(width))]
        : []),
    ]),
  };
}
