import { byThemselves } from "../session/item.ts";
import { compose } from "../names/compose.ts";
import { apply } from "../session/apply.ts";
import { setField } from "../session/change.ts";
import type { Change, Place } from "../session/change.ts";
import { CHANNELS } from "../session/document.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { byId, insideOf, mainOf } from "../session/routing.ts";
import { feedsAfterMove } from "../house/dress.ts";
import { planHouse } from "../house/plan.ts";
import { patternUse } from "../house/style.ts";
import type { Style } from "../house/style.ts";

/**
 * Where a track may go by one step: among its neighbours, into the folder before it, out of the one it
 * stands in.
 */
export type Way = "up" | "down" | "in" | "out";

/**
 * The changes that move a track (a folder with all it holds) one step, its feed along with it; none where
 * it cannot go that way.
 */
export function stepTrack(session: Session, id: TrackId, way: Way): Change[] {
  const tracks = byId(session);
  const t = tracks.get(id);
  if (!t) return [];
  const inside = insideOf(session.tracks);
  const siblings = inside.get(t.parent) ?? [];
  const at = siblings.indexOf(t);
  const from: Place = { parent: t.parent, after: siblings[at - 1]?.id ?? null };
  const to = ((): Place | null => {
    const before = siblings[at - 1];
    switch (way) {
      case "up":
        return before ? { parent: t.parent, after: siblings[at - 2]?.id ?? null } : null;
      case "down": {
        const next = siblings[at + 1];
        return next ? { parent: t.parent, after: next.id } : null;
      }
      case "in":
        return before?.kind === "folder"
          ? { parent: before.id, after: (inside.get(before.id) ?? []).at(-1)?.id ?? null }
          : null;
      case "out":
        return t.parent === null ? null : { parent: tracks.get(t.parent)?.parent ?? null, after: t.parent };
    }
  })();
  if (!to) return [];
  const feeds = feedsAfterMove(t, to.parent, mainOf(session)?.id ?? null, tracks);
  return [
    { do: "move", id, from, to },
    ...(feeds === t.feeds || feeds === t.id ? [] : [setField(t, "feeds", feeds)]),
  ];
}

/**
 * The changes that add copies of a track behind it, counting on: number, input (the next ones nobody uses)
 * and MIDI channel (to 16).
 * A track without a number becomes the first. Sends and inserts come along; a folder is not copied.
 * @param newId gives a fresh id for each copy
 */
export function copiesOf(
  style: Style,
  session: Session,
  id: TrackId,
  many: number,
  newId: () => TrackId,
): Change[] {
  const t = session.tracks.find((x) => x.id === id);
  if (!t || t.kind === "folder" || t.kind === "main" || many < 1) return [];
  const what = planHouse(style, session).wanted.get(id)?.what;
  const known = what?.sure && what.role !== null ? what : null;
  const named = (number: number): string =>
    (known ? compose(style.house.names[patternUse(t.kind)], style.reader, { ...known, number }) : null) ??
    `${t.name} ${number}`;
  const first = t.number ?? 1;
  const changes: Change[] =
    t.number === null ? [setField(t, "number", first), setField(t, "name", named(first))] : [];
  const numbers = new Set(
    session.tracks
      .filter((x) => x.role === t.role && x.of === t.of && x.positions.join() === t.positions.join())
      .map((x) => x.number),
  );
  const names = new Set(session.tracks.filter((x) => x.id !== id).map((x) => x.name.toLowerCase()));
  const inputs = new Set(
    session.tracks.flatMap((x) =>
      x.input === null
        ? []
        : Array.from({ length: CHANNELS[x.format ?? "mono"] }, (_, i) => (x.input ?? 0) + i),
    ),
  );
  const width = CHANNELS[t.format ?? "mono"];
  let after = id,
    number = first,
    input = t.input,
    channel = t.channel;
  for (let n = 0; n < many; n++) {
    do number++;
    while (numbers.has(number) || names.has(named(number).toLowerCase()));
    if (input !== null) {
      do input++;
      while (Array.from({ length: width }, (_, i) => (input ?? 0) + i).some((x) => inputs.has(x)));
      for (let i = 0; i < width; i++) inputs.add(input + i);
    }
    channel = channel === null || channel >= 16 ? null : channel + 1;
    const copy: Track = {
      ...t,
      id: newId(),
      items: byThemselves(t.items),
      number,
      name: named(number),
      input: input !== null && input + width - 1 <= 1024 ? input : null,
      channel,
    };
    changes.push({ do: "add", track: copy, after });
    after = copy.id;
  }
  return changes;
}

/** Copies of several tracks that count up, each behind its own. */
export function copiesOfAll(
  style: Style,
  session: Session,
  ids: readonly TrackId[],
  many: number,
  newId: () => TrackId,
): Change[] {
  let now = session;
  return ids.flatMap((id) => {
    const step = copiesOf(style, now, id, many, newId);
    now = apply(now, step);
    return step;
  });
}
