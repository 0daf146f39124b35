import type { RoomCard } from "@mossy/contract/rooms";
import { tracksOnMachines } from "@mossy/core/instruments/machines/inRoom";
import { seatingList } from "@mossy/core/instruments/machines/list";
import type { Sampled } from "@mossy/core/instruments/machines/always";
import { lostIn } from "@mossy/core/instruments/machines/substitute";
import { LACKING, secondsInWords, someOf } from "@mossy/core/instruments/machines/words";
import { setField } from "@mossy/core/session/change";
import { grouped } from "@mossy/core/session/grouped";
import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { clsx } from "clsx";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import { SaveList } from "../../ui/listFiles.tsx";
import { Pill } from "../../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../../ui/states.tsx";
import { queries } from "../../wire/queries.ts";
import { LightCard } from "./lightCard.tsx";
import { SeatTable } from "./seatTable.tsx";
import { useSeatings } from "./useSeatings.ts";
import type { OnMachines, Seated } from "./useSeatings.ts";

/** Sampled instruments on the machines of each room: who sits where, when it is loaded, how soon one can play. */
export function MachinesView({ planning, catalogue, title }: Omit<OnMachines, "set"> & { title: string }) {
  const { data, error, refetch } = useQuery(queries.rooms);
  const tracks = useMemo(() => tracksOnMachines(planning.session), [planning.session]);
  const rooms = useMemo(() => (data?.rooms ?? []).filter((r) => r.retiredAt === null), [data]);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading />;
  if (tracks.length === 0)
    return (
      <Empty title="No track leads to a machine yet">
        Plan the tracks: those that come then lead to machines, as “How it is planned” says.
      </Empty>
    );
  if (!rooms.some((r) => r.room.machines.length > 0))
    return (
      <Empty title="No room has sample machines">
        <Link className="font-semibold text-moss hover:underline" to="/rooms">
          Say in a room which computers hold its samples
        </Link>
      </Empty>
    );
  return <Machines {...{ planning, catalogue, title, tracks, rooms }} />;
}

function Machines({
  planning,
  catalogue,
  title,
  tracks,
  rooms,
}: Omit<OnMachines, "set"> & {
  title: string;
  tracks: readonly Sampled[];
  rooms: readonly RoomCard[];
}) {
  const { session, work } = planning;
  const having = useMemo(() => rooms.filter((r) => r.room.machines.length > 0), [rooms]);
  const { seated, waiting } = useSeatings(session, catalogue, having);
  const [room, setRoom] = useState<string | null>(null);
  const at = seated.find((s) => s.card.id === room) ?? seated[0];
  const set: OnMachines["set"] =
    work &&
    ((some, more, label) =>
      void work.edit(
        some.map((t) => setField(t, "plays", { ...t.plays, ...more })),
        label,
      ));
  if (!at) return <Loading what="Laying them out" />;
  const awayFrom = ({ card }: Seated): string[] => [
    ...new Set(lostIn(session, card.id, catalogue).map((t) => t.plays.library.name)),
  ];
  const file = `${title}, ${at.card.room.name}`;
  return (
    <div
      className="grid min-h-64 flex-1 grid-cols-[minmax(0,1fr)_288px] gap-3 max-[900px]:grid-cols-1"
      aria-busy={waiting}
    >
      <section aria-label="Seats" className="card flex min-h-0 flex-col overflow-hidden">
        <div className="flex flex-wrap items-center gap-2 border-b border-line px-3.5 py-1.5">
          <p className="min-w-48 flex-1 text-sm text-ink-2">
            <b className="text-ink">{at.card.room.name}</b> {plural(at.seating.seats.size, "track")} on{" "}
            {plural(at.card.room.machines.length, "machine")}, first note after{" "}
            {secondsInWords(at.seating.first)}
          </p>
          <SaveList file={file} list={() => seatingList(session, at.seating, catalogue)} />
        </div>
        <SeatTable {...{ planning, catalogue, set, tracks }} seating={at.seating} />
        <ToLookAt
          seated={at}
          away={awayFrom(at)}
          tracks={tracks}
          planned={planning.tracks.changes.length === 0}
        />
      </section>
      <aside
        aria-label="Of the machines"
        className="flex min-h-0 flex-col gap-3 overflow-y-auto max-[900px]:overflow-visible"
      >
        <RoomsCard
          seated={seated}
          awayFrom={awayFrom}
          chosen={at}
          without={rooms.filter((r) => r.room.machines.length === 0)}
          onChoose={setRoom}
        />
        <LightCard
          {...{ planning, catalogue, set, tracks }}
          key={at.card.id}
          memory={at.card.room.memory}
        />
      </aside>
    </div>
  );
}

/** How soon one can play in each room, and in which order its machines are started. */
function RoomsCard({
  seated,
  awayFrom,
  chosen,
  without,
  onChoose,
}: {
  seated: readonly Seated[];
  /** Names of the libraries a room does not have. */
  awayFrom: (at: Seated) => readonly string[];
  chosen: Seated;
  without: readonly RoomCard[];
  onChoose: (room: string) => void;
}) {
  const away = new Map(
    seated.flatMap((s) => {
      const names = awayFrom(s);
      return names.length === 0 ? [] : [[s, names] as const];
    }),
  );
  const order = chosen.seating.machines.filter((m) => m.starts.length > 0);
  return (
    <section aria-label="Rooms" className="card flex flex-col gap-3 p-3.5 text-sm">
      <h2 className="text-base font-semibold">Rooms</h2>
      <ul className="flex flex-col gap-1">
        {seated.map((s) => (
          <li key={s.card.id}>
            <button
              type="button"
              aria-pressed={s === chosen}
              onClick={() => onChoose(s.card.id)}
              className={clsx(
                "flex w-full items-center gap-2 rounded-md px-2 py-1.5 text-left",
                s === chosen ? "bg-sunk" : "hover:bg-bg",
              )}
            >
              <span className="min-w-0 flex-1">
                <span className="block font-semibold">{s.card.room.name}</span>
                <span className="block text-ink-2">
                  first note after {secondsInWords(s.seating.first)}
                  {away.has(s) && `; ${plural(away.get(s)?.length ?? 0, "library", "libraries")} not there`}
                </span>
              </span>
              <Pill look={lackingIn(s) > 0 ? "look" : "ok"}>
                {lackingIn(s) > 0 ? `${lackingIn(s)} not as asked` : "all there"}
              </Pill>
            </button>
          </li>
        ))}
      </ul>
      {without.length > 0 && (
        <p className="text-ink-2">
          {someOf(without.map((r) => r.room.name))}: no machines, so the light set alone.
        </p>
      )}
      {order.length > 1 && (
        <div>
          <h3 className="pb-1 text-xs font-semibold text-ink-2">Start them in this order</h3>
          <ol className="list-decimal pl-5">
            {order.map((m) => (
              <li key={m.machine.name}>
                {m.machine.name} <span className="text-ink-2">ready after {secondsInWords(m.seconds)}</span>
              </li>
            ))}
          </ol>
        </div>
      )}
    </section>
  );
}
const lackingIn = ({ seating }: Seated): number =>
  new Set([...seating.lacking.map((l) => l.track), ...seating.demoted]).size;

/** What is not as it was asked, and why. */
function ToLookAt({
  seated: { seating },
  away,
  tracks,
  planned,
}: {
  seated: Seated;
  away: readonly string[];
  tracks: readonly Sampled[];
  /** Whether the session has its tracks as they are planned. */
  planned: boolean;
}) {
  const names = new Map(tracks.map((t) => [t.id, t.name]));
  const some = (ids: readonly string[]): string => someOf(ids.map((id) => names.get(id) ?? id));
  const said = [
    ...(planned ? [] : ["The tracks are not as they are planned now: plan them first."]),
    ...(away.length > 0
      ? [`Not there: ${someOf(away)}; where it is fitted others play instead, as far as they can.`]
      : []),
    ...(seating.demoted.length > 0
      ? [`On demand, as the memory does not hold all: ${some(seating.demoted)}.`]
      : []),
    ...[...grouped(seating.lacking, (l) => l.of)].map(
      ([of, list]) =>
        `${LACKING[of].replace(/^./, (c) => c.toUpperCase())}: ${some(list.map((l) => l.track))}.`,
    ),
    ...(seating.unknown > 0
      ? [`Of ${plural(seating.unknown, "track")} nobody knows the memory or the time to load.`]
      : []),
  ];
  if (said.length === 0) return null;
  return (
    <p className="flex flex-wrap items-center gap-2 border-t border-line px-3.5 py-2 text-sm text-ink-2">
      <Pill look="look">{said.length} to look at</Pill> {said.join(" ")}
    </p>
  );
}
