import type { Session } from "@mossy/core/session/document";
import { blankMarker } from "@mossy/core/session/lanes";
import type { Marker } from "@mossy/core/session/lanes";

type Lanes = Pick<Session, "lanes"> &
  Partial<Pick<Session, "markers" | "tempos" | "meters" | "keys" | "sections" | "picture" | "frameRate">>;

const region = (
  id: string,
  name: string,
  from: number,
  to: number | null,
  rest: Partial<Omit<Marker, "id" | "name">> = {},
): Marker => blankMarker(id, name, from, { length: to === null ? null : to - from, ...rest });

const END = 58 * 60;

/** What runs along the time of some templates of the house. */
const ALONG: Readonly<Record<string, Lanes>> = {
  "story-evening": {
    lanes: ["markers"],
    markers: [
      region("k1", "01_Tide_bell", 0, 9),
      region("k2", "02_Welcome", 9, 153, { note: "The host, over the bed." }),
      region("k3", "03_The_story", 153, END - 15),
      region("k4", "04_Break", 30 * 60, null, { note: "About half way; the second part begins here." }),
      region("k5", "05_Ebb_tide", END - 15, END),
    ],
  },
  "steelpan-orchestra-full-yard": {
    lanes: ["sections", "markers", "tempo", "meter", "key"],
    sections: [
      { id: "c1", name: "Road intro", bar: 3, bars: 8, colour: null },
      { id: "c2", name: "Verse", bar: 11, bars: 16, colour: "#3e6d8e" },
      { id: "c3", name: "Chorus", bar: 27, bars: 16, colour: "#7b320d" },
      { id: "c4", name: "Jam", bar: 43, bars: 32, colour: "#5e468e" },
      { id: "c5", name: "Coda", bar: 75, bars: 6, colour: null },
    ],
    markers: [
      region("k1", "01_Music", 8, null, { clock: "beats" }),
      region("k2", "02_Break_of_the_engine_room", 168, 184, { clock: "beats", length: 16 }),
      region("k3", "03_Last_note", 316, null, { clock: "beats" }),
    ],
    tempos: [
      { id: "p1", at: 168, bpm: 118, by: "step" },
      { id: "p2", at: 288, bpm: 126, by: "ramp" },
      { id: "p3", at: 312, bpm: 96, by: "ramp" },
    ],
    meters: [{ id: "e1", bar: 80, beats: 2, unit: 4 }],
    keys: [
      { id: "y1", bar: 3, sharps: 2, scale: "major" },
      { id: "y2", bar: 43, sharps: -1, scale: "major" },
    ],
  },
  "sound-walk": {
    lanes: ["picture", "markers"],
    frameRate: "25",
    picture: { name: "Causeway at low water", start: "10:00:00:00", at: 5, length: 300 },
    markers: [region("k1", "01_First_picture", 5, null), region("k2", "02_Gulls", 96, 128)],
  },
};

/** A template with what runs along its time. */
export const withLanes = (id: string, session: Session): Session => ({ ...session, ...ALONG[id] });
