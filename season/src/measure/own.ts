import type { Session, TrackId } from "@mossy/core/session/document";
import { alike } from "../work/hands.ts";
import type { Hands, Told } from "../work/hands.ts";

/** Something people did in a room: a value of a track, that it is there, or that it is not. */
export interface Deed {
  readonly track: TrackId;
  readonly what: Told | "made" | "gone";
  readonly value: unknown;
}

/** What people did to a session that its software left as they did it, as it stands in the house. */
export function deedsIn({ people, software, made, gone }: Hands, session: Session): Deed[] {
  const tracks = new Map(session.tracks.map((t) => [t.id, t]));
  const values = [...people].flatMap(([track, fields]) =>
    [...fields].flatMap((what): Deed[] => {
      const t = tracks.get(track);
      return t && software.get(track)?.has(what) !== true ? [{ track, what, value: t[what] }] : [];
    }),
  );
  return [
    ...values,
    ...[...made]
      .filter((id) => tracks.has(id))
      .map((track): Deed => ({ track, what: "made", value: true })),
    ...[...gone]
      .filter((id) => !tracks.has(id))
      .map((track): Deed => ({ track, what: "gone", value: true })),
  ];
}

/** Those of some deeds that are not in a session any more. */
export function lostIn(deeds: readonly Deed[], session: Session): Deed[] {
  const tracks = new Map(session.tracks.map((t) => [t.id, t]));
  return deeds.filter(({ track, what, value }) => {
    const t = tracks.get(track);
    if (what === "gone") return t !== undefined;
    if (what === "made") return t === undefined;
    return t !== undefined && !alike(t[what], value) && !(what === "feeds" && !tracks.has(String(value)));
  });
}
