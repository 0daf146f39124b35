import { readExchange } from "@mossy/core/formats/exchange/read";
import type { ReadExchange } from "@mossy/core/formats/exchange/read";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import type { Session, Track, TrackId } from "@mossy/core/session/document";
import { mixed, weighed } from "../spelling/rolls.ts";

/** What the software of a room does to a session file on its way through. */
export interface Station {
  /** Whether our extra file is still in it. */
  readonly keepsExtra: boolean;
  /** So many characters of a name are kept; null for all. */
  readonly most: number | null;
  readonly colours: "kept" | "own" | "none";
  readonly folders: boolean;
  /** Whether it puts the number of a track in front of its name. */
  readonly numbers: boolean;
}

/** Colours a station has that brings along its own. Invented. */
const OWN = ["#c03030", "#c08030", "#b0b030", "#30a050", "#3080c0", "#6050c0", "#a040a0", "#808080"];

/** A station as chance has it. @param roll 0…1 */
export const anyStation = (roll: () => number): Station => ({
  keepsExtra: roll() < 0.6,
  most: weighed(
    [
      [null, 76],
      [12, 10],
      [9, 8],
      [7, 6],
    ] as const,
    roll,
  ),
  colours: weighed(
    [
      ["kept", 70],
      ["own", 18],
      ["none", 12],
    ] as const,
    roll,
  ),
  folders: roll() < 0.88,
  numbers: roll() < 0.08,
});

/** A file that came back, and which track of the room each of its tracks is. */
export interface Came {
  readonly read: ReadExchange;
  readonly trueId: ReadonlyMap<TrackId, TrackId>;
}

/** Saves a session in a room and opens the file in the house, through the file itself. */
export async function through(station: Station, session: Session): Promise<Came> {
  const kept = station.folders ? session.tracks : session.tracks.filter((t) => t.kind !== "folder");
  const newId = new Map(kept.map((t, i) => [t.id, station.keepsExtra ? t.id : `x${i + 1}`]));
  // What stood in a folder, or went through it, stands and goes where that did.
  const gone = new Map(session.tracks.filter((t) => !newId.has(t.id)).map((t) => [t.id, t]));
  const standing = (id: TrackId | null, by: "parent" | "feeds"): TrackId | null => {
    let at = id;
    while (at !== null && gone.has(at)) at = gone.get(at)?.[by] ?? null;
    return at === null ? null : (newId.get(at) ?? null);
  };
  const tracks = kept.map((t, i): Track => ({
    ...t,
    id: newId.get(t.id) ?? t.id,
    name: nameThere(station, t.name, i + 1),
    colour: { kept: t.colour, own: OWN[Math.abs(mixed(t.id)) % OWN.length] ?? null, none: null }[
      station.colours
    ],
    parent: standing(t.parent, "parent"),
    feeds: standing(t.feeds, "feeds"),
    sends: t.sends.flatMap((s) => {
      const to = newId.get(s.to);
      return to === undefined ? [] : [{ ...s, to }];
    }),
  }));
  const bytes = writeExchange({ ...session, tracks }, null, station.keepsExtra);
  const read = await readExchange(bytes);
  const back = new Map([...newId].map(([id, there]) => [there, id]));
  const trueId = new Map<TrackId, TrackId>();
  for (const [i, t] of read.session.tracks.entries()) {
    const id = back.get(read.ids[i] ?? "");
    if (id === undefined) throw new Error(`“${t.name}” came from nowhere`);
    trueId.set(t.id, id);
  }
  return { read, trueId };
}

function nameThere(station: Station, name: string, place: number): string {
  const whole = station.numbers ? `${String(place).padStart(2, "0")} ${name}` : name;
  return station.most === null ? whole : [...whole].slice(0, station.most).join("").trimEnd();
}
