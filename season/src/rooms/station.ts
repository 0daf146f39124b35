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
export const OWN = ["#c03030", "#c08030", "#b0b030", "#30a050", "#3080c0", "#6050c0", "#a040a0", "#808080"];

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
  readonly bytes: Uint8Array;
  readonly read: ReadExchange;
  readonly trueId: ReadonlyMap<TrackId, TrackId>;
}

/**
 * Saves a session in a room and opens the file in the house, through the file itself.
 * @param of which session of the house it is, where the station knows that
 * @param more what else its software puts into the file
 */
export async function through(
  station: Station,
  session: Session,
  of: string | null = null,
  more: (file: Uint8Array) => Uint8Array = (file) => file,
): Promise<Came> {
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
    colour: { kept: t.colour, own: ownColour(t), none: null }[station.colours],
    parent: standing(t.parent, "parent"),
    feeds: standing(t.feeds, "feeds"),
    sends: t.sends.flatMap((s) => {
      const to = newId.get(s.to);
      return to === undefined ? [] : [{ ...s, to }];
    }),
  }));
  const bytes = more(writeExchange({ ...session, tracks }, of, station.keepsExtra));
  const read = await readExchange(bytes);
  const back = new Map([...newId].map(([id, there]) => [there, id]));
  const trueId = new Map<TrackId, TrackId>();
  for (const [i, t] of read.session.tracks.entries()) {
    const id = back.get(read.ids[i] ?? "");
    if (id === undefined) throw new Error(`“${t.name}” came from nowhere`);
    trueId.set(t.id, id);
  }
  return { bytes, read, trueId };
}

/** What it knows stays; what it does not becomes any of its own. */
const ownColour = ({ id, colour }: Track): string | null =>
  colour !== null && OWN.includes(colour) ? colour : (OWN[Math.abs(mixed(id)) % OWN.length] ?? null);

/** A session as its software shows it: the numbers that it put there are its own. */
export const asOpened = ({ numbers }: Station, session: Session): Session =>
  numbers
    ? { ...session, tracks: session.tracks.map((t) => ({ ...t, name: t.name.replace(/^\d\d /, "") })) }
    : session;

function nameThere(station: Station, name: string, place: number): string {
  const whole = station.numbers ? `${String(place).padStart(2, "0")} ${name}` : name;
  return station.most === null ? whole : [...whole].slice(0, station.most).join("").trimEnd();
}
