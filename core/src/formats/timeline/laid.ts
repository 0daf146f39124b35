import type { Session, Track } from "../../session/document.ts";
import { lengthOf } from "../../session/item.ts";
import type { Item } from "../../session/item.ts";
import { Along } from "../../time/along.ts";

/** A sound as it plays: from when to when in the session, and from where in its file. In seconds. */
export interface Playing {
  readonly track: Track;
  readonly item: Item;
  readonly file: string;
  readonly from: number;
  readonly to: number;
  /** Where in the file it begins. */
  readonly offset: number;
}

/** No list is longer: a short sound that loops all day would be. */
const MOST = 20_000;

/**
 * The sounds of a session as they play, in order; one that loops comes again for each round. What is silent because a
 * sound has ended is not in it, nor what is of no length.
 */
export function playingIn(
  session: Pick<Session, "tracks" | "tempo" | "tempos" | "meter" | "meters">,
): Playing[] {
  const along = new Along(session);
  const found: Playing[] = [];
  for (const track of session.tracks)
    for (const item of track.items) {
      if (item.holds.kind !== "sound") continue;
      const { file } = item.holds;
      const [from, end] = [
        along.seconds(item.clock, item.at),
        along.seconds(item.clock, item.at + item.length),
      ];
      const whole = lengthOf(item.holds);
      let [at, offset] = [from, item.offset];
      while (at < end && found.length < MOST) {
        const left = whole === null ? Infinity : whole - offset;
        const to = Math.min(end, at + left);
        if (to > at) found.push({ track, item, file, from: at, to, offset });
        if (!item.loops || whole === null || whole <= 0) break;
        [at, offset] = [Math.max(to, at), 0];
      }
    }
  return found.sort((a, b) => a.from - b.from);
}

/** What plays on each track in rows in which nothing lies over another: the first row that is free. */
export function inRows(playing: readonly Playing[]): Playing[][] {
  const rows: Playing[][] = [];
  for (const p of playing) {
    const row = rows.find((r) => (r.at(-1)?.to ?? 0) <= p.from + HAIR);
    if (row) row.push(p);
    else rows.push([p]);
  }
  return rows;
}
/** In seconds: what adding up may be off by. */
const HAIR = 1e-9;
