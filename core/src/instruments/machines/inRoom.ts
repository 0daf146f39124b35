import { ON_MACHINES } from "../../fit/report.ts";
import type { Adjustment } from "../../fit/report.ts";
import type { Room } from "../../fit/room.ts";
import type { InRoom } from "../../fit/sources.ts";
import type { Session, Track, TrackId } from "../../session/document.ts";
import { grouped } from "../../session/grouped.ts";
import { plural } from "../../session/plural.ts";
import { byId, carrierOf, mainOf } from "../../session/routing.ts";
import type { Known } from "../plan/offers.ts";
import { memoryOf } from "./light.ts";
import { isSampled } from "./always.ts";
import type { Sampled, Stands } from "./always.ts";
import { seatingOf } from "./seating.ts";
import type { Seating, TrackSeat } from "./seating.ts";
import { LACKING, heldInWords, megabytesInWords, secondsInWords, someOf } from "./words.ts";

/** Where one waits so much longer than would have to be, that is said. */
const SOON = 1.1;
const said = (says: string): Adjustment => ({ track: null, what: ON_MACHINES, says });

/** Whether the sampled instruments of a session sit on machines. */
const onMachines = ({ ensemble, tracks }: Session): boolean =>
  ensemble.sits === "machine" && tracks.some(isSampled);

/**
 * Tracks of a session that lead to sample machines: all planned ones but what a job has for itself, and what somebody
 * put inside the session by hand.
 */
export const tracksOnMachines = (session: Session): Sampled[] =>
  onMachines(session) ? session.tracks.filter(isSampled).filter((t) => !t.job && t.kind === "midi") : [];

/**
 * The sampled instruments of a session as a room has them: on its sample machines, each with its seat; or, where it has
 * none or does without, only the light set, inside the session, and everything else off with its routing kept. What a
 * job has for itself is inside the session anyway.
 * @param asked whether it is to do without the machines
 * @param stands a session under way there, whose tracks keep the seats they have
 */
export function inRoom(
  session: Session,
  room: Pick<Room, "name" | "machines" | "memory">,
  catalogue: readonly Known[],
  asked: boolean,
  stands: Session | null = null,
): InRoom {
  if (!onMachines(session)) return { session, adjusted: [] };
  const leading = tracksOnMachines(session);
  const jobs = session.tracks.filter(isSampled).filter((t) => t.job);
  const without = asked || room.machines.length === 0;
  const light = leading.filter((t) => t.plays.light);
  const goInside = new Set((without ? [...jobs, ...light] : jobs).map((t) => t.id));
  const stays = new Set(leading.map((t) => t.id));
  const seating = without ? null : seatingOf(leading, room.machines, catalogue, standing(stands));
  const tracks = byId(session);
  const home = (t: Track): TrackId | null =>
    t.feeds ?? carrierOf(t.parent, tracks) ?? mainOf(session)?.id ?? null;
  const next = session.tracks.map((t): Track => {
    if (!isSampled(t)) return t;
    if (goInside.has(t.id)) return inside(t, home(t));
    return stays.has(t.id) ? seated(t, seating?.seats.get(t.id) ?? null) : t;
  });
  const takes = (list: readonly Sampled[]): number =>
    list.reduce((sum, t) => sum + memoryOf(catalogue, t), 0);
  const inHere = takes(next.filter(isSampled).filter((t) => t.kind === "instrument"));
  return {
    session: { ...session, tracks: next },
    adjusted: [
      ...(seating
        ? seatsInWords(session, seating)
        : lightInWords(room, {
            light: light.length,
            memory: takes(light),
            off: leading.length - light.length,
          })),
      ...(jobs.length > 0
        ? [said(`of this job alone, so inside the session: ${someOf(jobs.map((t) => t.name))}`)]
        : []),
      ...(room.memory !== null && inHere > room.memory
        ? [
            said(
              `what is inside the session takes more than the ${megabytesInWords(room.memory)} of ${room.name}`,
            ),
          ]
        : []),
    ],
  };
}

function lightInWords(
  { name, machines }: Pick<Room, "name" | "machines">,
  { light, memory, off }: { light: number; memory: number; off: number },
): Adjustment[] {
  const why = machines.length === 0 ? `${name} has no sample machines` : "sample machines off";
  const sounds =
    light === 0
      ? "no track is in the light set, so nothing sounds"
      : `${plural(light, "track")} of the light set inside the session, ${megabytesInWords(memory)}`;
  return [said(`${why}: ${sounds}` + (off === 0 ? "" : `; ${plural(off, "track")} off, routing kept`))];
}

function seatsInWords(session: Session, { machines, demoted, lacking, ...all }: Seating): Adjustment[] {
  const names = new Map(session.tracks.map((t) => [t.id, t.name]));
  const some = (ids: readonly TrackId[]): string => someOf(ids.map((id) => names.get(id) ?? id));
  const [first] = machines;
  const many = machines.filter((m) => m.starts.length + m.later.length > 0).length;
  return [
    said(
      `first note after ${secondsInWords(all.first)}` +
        (all.first > all.least * SOON ? ` (${secondsInWords(all.least)} at the soonest)` : "") +
        (many > 1 && first ? `; start ${first.machine.name} first` : "") +
        (all.unknown > 0 ? `; of ${plural(all.unknown, "track")} nobody knows what it takes` : ""),
    ),
    ...machines.map((m) => said(`${m.machine.name}: ${heldInWords(m)}`)),
    ...(demoted.length > 0 ? [said(`on demand, as the memory does not hold all: ${some(demoted)}`)] : []),
    ...[...grouped(lacking, (l) => l.of)].map(([of, list]) =>
      said(`${LACKING[of]}: ${some(list.map((l) => l.track))}`),
    ),
  ];
}

const standing = (session: Session | null): Stands =>
  new Map(
    (session?.tracks ?? []).flatMap(({ id, channel, plays }) =>
      plays?.seat ? [[id, { ...plays.seat, channel }] as const] : [],
    ),
  );

/** Loaded in the session itself. */
const inside = (t: Sampled, feeds: TrackId | null): Track => ({
  ...t,
  kind: "instrument",
  format: t.format ?? "stereo",
  channel: null,
  feeds,
  plays: {
    ...t.plays,
    port: null,
    seat: null,
    loading: t.plays.light || t.plays.loading !== "off" ? "always" : "off",
  },
});

/** On a machine; without a seat nothing is loaded, and its port stays as it was. */
function seated(t: Sampled, to: TrackSeat | null): Track {
  if (!to) return { ...t, plays: { ...t.plays, seat: null, loading: "off" } };
  const { machine, instance, port, output } = to;
  return {
    ...t,
    channel: to.channel,
    plays: { ...t.plays, port: to.overall, loading: to.loading, seat: { machine, instance, port, output } },
  };
}
