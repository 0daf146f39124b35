import type { Session, TrackId } from "@mossy/core/session/document";
import type { Came } from "../rooms/station.ts";
import type { Said } from "../spelling/spell.ts";
import { begun } from "../work/afternoon.ts";
import type { Worked } from "../work/afternoon.ts";
import { NO_HANDS, alike, joined, otherwise, renamedIds } from "../work/hands.ts";
import type { Hands, Told } from "../work/hands.ts";

/** A session as its room has it, and what the house has of it as far as the room knows. */
export interface Running {
  /** As it stands in the room, under the room's own ids. */
  readonly worked: Worked;
  /** The file it was opened from, under the same. */
  readonly opened: Session;
  /** What the house calls each track, by what the room does. */
  readonly ids: ReadonlyMap<TrackId, TrackId>;
  /** What was done to it in the room since it went out first, under the ids of the house: what of it stands there… */
  readonly hands: Hands;
  /** …and what of it was in the file the room opened. */
  readonly before: Hands;
}

const itself = (session: Session): Map<TrackId, TrackId> =>
  new Map(session.tracks.map((t) => [t.id, t.id]));

/**
 * A session once the room opened a file of the house: a package, or a corrected file.
 * @param before as it stood in the room; null where it is new there
 * @param given what each track is that the house brought
 */
export function openedFrom(
  file: Session,
  before: Running | null,
  given: ReadonlyMap<TrackId, Said>,
): Running {
  const own = new Map([...(before?.ids ?? [])].map(([room, house]) => [house, room]));
  const said = new Map(
    file.tracks.flatMap((t): [TrackId, Said][] => {
      const is = before?.worked.said.get(own.get(t.id) ?? "") ?? given.get(t.id);
      return is ? [[t.id, is]] : [];
    }),
  );
  const typed = new Set(
    file.tracks.map((t) => t.id).filter((id) => before?.worked.typed.has(own.get(id) ?? "")),
  );
  const worked = { ...begun({ session: file, said }), typed };
  const hands = before?.hands ?? NO_HANDS;
  return { worked, opened: file, ids: itself(file), hands, before: hands };
}

/** What of it still stands once the house changed a session. */
export function stillStands(hands: Hands, before: Session, after: Session): Hands {
  const { people, software, made, gone } = hands;
  const changed = otherwise(before, after);
  const was = new Set(before.tracks.map((t) => t.id));
  const there = new Set(after.tracks.map((t) => t.id));
  const left = (of: Hands["people"]): Hands["people"] =>
    new Map(
      [...of].flatMap(([id, fields]) =>
        // What was put back is as the house puts it.
        was.has(id) ? [[id, new Set([...fields].filter((f) => changed.get(id)?.has(f) !== true))]] : [],
      ),
    );
  const renamed = [...people, ...software].flatMap(([id, fields]) =>
    fields.has("name") && changed.get(id)?.has("name") === true ? [id] : [],
  );
  return {
    renamed: new Set([...hands.renamed, ...renamed]),
    people: left(people),
    software: left(software),
    made: new Set([...made].filter((id) => there.has(id))),
    gone: new Set([...gone].filter((id) => !there.has(id))),
  };
}

/** The tracks of a file as the house has them: by its own ids where it has any, else in the order they stand in. */
export function houseIds({ read, trueId }: Came, house: Session): Map<TrackId, TrackId> {
  const hasOurs = read.untold.length === 0;
  return new Map(
    read.session.tracks.flatMap((t, i): [TrackId, TrackId][] => {
      const id = hasOurs ? t.id : house.tracks[i]?.id;
      const room = trueId.get(t.id);
      return id === undefined || room === undefined ? [] : [[room, id]];
    }),
  );
}

/** A session once its file was handed in. @param house as the house took it in */
export function afterHandIn(running: Running, came: Came, house: Session): Running {
  const ids = houseIds(came, house);
  const { worked, opened, before: hands } = running;
  const inHouse = (of: ReadonlyMap<TrackId, ReadonlySet<Told>>): Map<TrackId, ReadonlySet<Told>> =>
    new Map([...of].flatMap(([id, fields]) => (ids.has(id) ? [[ids.get(id) ?? "", fields] as const] : [])));
  const was = new Set(opened.tracks.map((t) => t.id));
  const now = new Set(worked.session.tracks.map((t) => t.id));
  const fresh = [...now].filter((id) => !was.has(id));
  const lost = [...was].filter((id) => !now.has(id)).map((id) => running.ids.get(id) ?? id);
  const asFile = renamedIds(came.read.session, came.trueId);
  const there = new Set(house.tracks.map((t) => t.id));
  return {
    ...running,
    ids,
    hands: {
      ...hands,
      people: joined(hands.people, inHouse(otherwise(opened, worked.session))),
      software: joined(hands.software, inHouse(otherwise(worked.session, asFile))),
      made: new Set([...hands.made, ...fresh.flatMap((id) => ids.get(id) ?? [])]),
      gone: new Set([...hands.gone, ...lost].filter((id) => !there.has(id))),
    },
  };
}

/** What people did since the file was opened that the house does not have as the file tells it, in words. */
export function notTakenIn({ worked, opened }: Running, came: Came, house: Session): string[] {
  const ids = houseIds(came, house);
  const there = new Map(house.tracks.map((t) => [t.id, t]));
  const asFile = renamedIds(came.read.session, came.trueId);
  const bySoftware = otherwise(worked.session, asFile);
  const told = renamedIds(worked.session, ids);
  return [...otherwise(opened, worked.session)].flatMap(([id, fields]) =>
    [...fields].flatMap((f) => {
      const [is, t] = [
        there.get(ids.get(id) ?? ""),
        told.tracks[worked.session.tracks.findIndex((x) => x.id === id)],
      ];
      if (!t || f === "parent" || f === "format" || bySoftware.get(id)?.has(f)) return [];
      return is && alike(is[f], t[f])
        ? []
        : [`${f} of “${t.name}”: ${String(t[f])} came as ${String(is?.[f])}`];
    }),
  );
}
