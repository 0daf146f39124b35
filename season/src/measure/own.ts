import type { Finding } from "@mossy/core/check/rule";
import type { Session, TrackId } from "@mossy/core/session/document";
import { alike } from "../work/hands.ts";
import type { Hands, Told } from "../work/hands.ts";
import { ABOUT } from "./sides.ts";

/** Something people did in a room: a value of a track, that it is there, or that it is not. */
export interface Deed {
  readonly track: TrackId;
  readonly what: Told | "made" | "gone";
  readonly value: unknown;
}

/**
 * What people did to a session that its software left as they did it, as it stands in the house.
 * @param went as it went out: what is as it was there nobody can tell from what was left alone
 */
export function deedsIn({ people, software, made, gone }: Hands, session: Session, went: Session): Deed[] {
  const tracks = new Map(session.tracks.map((t) => [t.id, t]));
  const was = new Map(went.tracks.map((t) => [t.id, t]));
  const values = [...people].flatMap(([track, fields]) =>
    [...fields].flatMap((what): Deed[] => {
      const t = tracks.get(track);
      const isAsBefore = t && alike(was.get(track)?.[what], t[what]);
      return t && !isAsBefore && software.get(track)?.has(what) !== true
        ? [{ track, what, value: t[what] }]
        : [];
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

/**
 * Those of some deeds that were not what the house wants anyway: what was follows it where it comes to want another.
 * @param findings of the session in which they were done, by the house style of then
 */
export const otherThanAsked = (deeds: readonly Deed[], findings: readonly Finding[]): Deed[] =>
  deeds.filter(
    ({ track, what }) =>
      (what !== "name" && what !== "colour") ||
      findings.some((f) => f.track === track && ABOUT[f.rule] === what),
  );

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
