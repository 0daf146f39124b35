import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { queries } from "../wire/queries.ts";
import { PageHead, Share } from "../ui/pieces.tsx";
import { Failed, Loading } from "../ui/states.tsx";
import { inputGroups } from "../fit/inputGroups.ts";

export default function RoomsPage() {
  const { data, error, refetch } = useQuery(queries.rooms);
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading />;
  return (
    <div className="flex flex-col gap-4">
      <PageHead title="Rooms" />
      <ul className="grid grid-cols-2 gap-4 max-[900px]:grid-cols-1">
        {data.rooms.map(({ id, room, openSessions, following }) => (
          <li key={id} className="card relative p-4 hover:border-line-strong">
            <div className="flex items-baseline justify-between gap-3">
              <h2>
                <Link to={`/rooms/${id}`} className="text-md font-semibold after:absolute after:inset-0">
                  {room.name}
                </Link>
              </h2>
              <span className="text-sm text-ink-2">{room.says}</span>
            </div>
            <ul className="mt-2 flex flex-col gap-0.5 text-sm">
              {inputGroups(room).map((g) => (
                <li key={g.from} className="flex gap-3">
                  <span className="w-14 font-mono text-ink-2">
                    {g.from === g.to ? g.from : `${g.from}–${g.to}`}
                  </span>
                  <span>
                    {g.label}
                    {g.phantom ? " · 48 V" : ""}
                  </span>
                </li>
              ))}
            </ul>
            <p className="mt-2 text-sm text-ink-2">
              {room.sampleRates.map((r) => `${r / 1000}`).join(", ")} kHz · main path up to {room.widest}
            </p>
            <div className="mt-3 flex items-center justify-between border-t border-line pt-3 text-sm">
              <span>
                {openSessions === 0
                  ? "nothing open"
                  : `${openSessions} open ${openSessions === 1 ? "session" : "sessions"}`}
              </span>
              <Share share={following} label={`Share of tracks in ${room.name} that follow the house`} />
            </div>
          </li>
        ))}
      </ul>
    </div>
  );
}
