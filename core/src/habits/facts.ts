import { z } from "zod";
import { byId } from "../session/routing.ts";
import type { Session, Track } from "../session/document.ts";
import { grouped } from "../session/grouped.ts";

const pair = z.object({ from: z.string(), to: z.string() });
/** What a room did with the tracks of one role. */
const roleFacts = z.object({
  role: z.string(),
  /** How many went out. */
  many: z.int(),
  /** Those that came back otherwise: names, colours, folders (by role, else by name; empty for none). */
  names: z.array(pair),
  colours: z.array(pair),
  places: z.array(pair),
  /** How much louder those came back whose level is another, in dB. */
  levels: z.array(z.number()),
  /** How many did not come back. */
  gone: z.int(),
});
export type RoleFacts = z.infer<typeof roleFacts>;
/** What the software of a room may have no place for in a whole session. */
const UNTOLD = ["colour", "place"] as const;
type Untold = (typeof UNTOLD)[number];
/** What a room did with a session, as far as it may be a habit: little, so that thousands can be read at once. */
export const sessionFacts = z.object({
  roles: z.array(roleFacts),
  /** Names of tracks the room added. */
  added: z.array(z.string()),
  /** What of all its tracks its software did not tell: it shows no habit, neither kept nor broken. */
  untold: z.array(z.enum(UNTOLD)).optional(),
});
export type SessionFacts = z.infer<typeof sessionFacts>;

/** So many added tracks are kept; more than that is a job of its own kind. */
const MOST_ADDED = 100;

/** What a room did with a session, role by role. */
export function factsOf(baseline: Session, came: Session): SessionFacts {
  const [out, back] = [byId(baseline), byId(came)];
  const folder = (t: Track, of: ReadonlyMap<string, Track>): string => {
    const around = t.parent === null ? undefined : of.get(t.parent);
    return around ? (around.role ?? around.name) : "";
  };
  const roles = [...grouped(baseline.tracks, (t) => t.role)].map(([role, tracks]): RoleFacts => {
    const both = tracks.flatMap((t) => {
      const now = back.get(t.id);
      return now ? [[t, now] as const] : [];
    });
    const other = (value: (t: Track, side: ReadonlyMap<string, Track>) => string) =>
      both.flatMap(([t, now]) => {
        const [from, to] = [value(t, out), value(now, back)];
        return from === to ? [] : [{ from, to }];
      });
    return {
      role,
      many: tracks.length,
      names: other((t) => t.name),
      colours: other((t) => t.colour ?? ""),
      places: other(folder),
      levels: both.flatMap(([t, now]) => (t.level === now.level ? [] : [now.level - t.level])),
      gone: tracks.length - both.length,
    };
  });
  const added = came.tracks.filter((t) => !out.has(t.id)).map((t) => t.name);
  const untold = untoldIn(baseline, came);
  return { roles, added: added.slice(0, MOST_ADDED), ...(untold.length > 0 && { untold }) };
}

/** So many tracks went out with something, and none came back with it: nobody does that by hand. */
const BY_HAND = 4;

function untoldIn(baseline: Session, came: Session): Untold[] {
  const many = ({ tracks }: Session, has: (t: Track) => boolean): number => tracks.filter(has).length;
  const isLost = (has: (t: Track) => boolean): boolean =>
    many(baseline, has) > BY_HAND && many(came, has) === 0;
  return UNTOLD.filter((what) =>
    isLost(what === "colour" ? (t) => t.colour !== null : (t) => t.parent !== null),
  );
}
