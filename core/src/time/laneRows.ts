import type { Session } from "../session/document.ts";
import { keyInWords } from "../session/lanes.ts";
import type { Lane } from "../session/lanes.ts";
import { Along } from "./along.ts";

/** Something on a lane, in seconds from the start of the session. */
export interface OnLane {
  readonly lane: Lane;
  /** Within its lane; what the session itself begins with has `AT_START`. */
  readonly id: string;
  readonly name: string;
  readonly from: number;
  /** Null where it is a place and no stretch. */
  readonly to: number | null;
  readonly colour: string | null;
  readonly job: boolean;
}

/** The tempo and the meter a session begins with: they are set, not moved. */
export const AT_START = "start";

/** What stands on each lane, in the order of time. */
export function laneRows(session: Session): Readonly<Record<Lane, readonly OnLane[]>> {
  const along = new Along(session);
  const inOrder = (list: OnLane[]): OnLane[] => list.sort((a, b) => a.from - b.from);
  const place = (lane: Lane, id: string, name: string, from: number): OnLane => ({
    lane,
    id,
    name,
    from,
    to: null,
    colour: null,
    job: false,
  });
  const { tempo, meter, picture } = session;
  return {
    sections: inOrder(
      session.sections.map((s) => ({
        ...place("sections", s.id, s.name, along.barAt(s.bar)),
        to: along.barAt(s.bar + s.bars),
        colour: s.colour,
      })),
    ),
    markers: inOrder(
      session.markers.map((m) => ({
        ...place("markers", m.id, m.name, along.seconds(m.clock, m.at)),
        to: m.length === null ? null : along.seconds(m.clock, m.at + m.length),
        colour: m.colour,
        job: m.job,
      })),
    ),
    tempo: inOrder([
      place("tempo", AT_START, String(tempo), 0),
      ...session.tempos.map((t) =>
        place("tempo", t.id, `${t.by === "ramp" ? "to " : ""}${t.bpm}`, along.seconds("beats", t.at)),
      ),
    ]),
    meter: inOrder([
      place("meter", AT_START, `${meter.beats}/${meter.unit}`, 0),
      ...session.meters.map((m) => place("meter", m.id, `${m.beats}/${m.unit}`, along.barAt(m.bar))),
    ]),
    key: inOrder(session.keys.map((k) => place("key", k.id, keyInWords(k), along.barAt(k.bar)))),
    picture: picture
      ? [
          {
            ...place("picture", "picture", picture.name === "" ? "picture" : picture.name, picture.at),
            to: picture.length === null ? null : picture.at + picture.length,
          },
        ]
      : [],
  };
}
