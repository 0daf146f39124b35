import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { queries } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { PageHead, Pill, Share } from "../ui/pieces.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { SessionRow } from "../sessions/row.tsx";
import { RoomChecklist } from "./checklist.tsx";

/** A room: choose a release to start from, and what is open here. */
export default function RoomPage() {
  const { room: id = "" } = useParams();
  const rooms = useQuery(queries.rooms);
  const library = useQuery(queries.library);
  const sessions = useQuery(queries.sessions);
  const error = rooms.error ?? library.error ?? sessions.error;
  if (error)
    return (
      <Failed
        error={error}
        again={() => {
          void rooms.refetch();
          void library.refetch();
          void sessions.refetch();
        }}
      />
    );
  if (!rooms.data || !library.data || !sessions.data) return <Loading />;
  const card = rooms.data.rooms.find((r) => r.id === id);
  if (!card)
    return (
      <Empty title="There is no such room">
        <Link className="font-semibold text-moss" to="/rooms">
          See the rooms
        </Link>
      </Empty>
    );
  const { room } = card;
  const here = sessions.data.sessions.filter((s) => s.room === id);
  const released = library.data.templates.filter((t) => t.latest !== null);
  return (
    <div className="flex flex-col gap-4">
      <PageHead
        crumbs={[["Rooms", "/rooms"]]}
        title={room.name}
        beside={
          <Pill>
            {room.inputs.length} inputs · {room.says}
          </Pill>
        }
      >
        <Share share={card.following} label={`Share of tracks in ${room.name} that follow the house`} />
      </PageHead>
      <div className="two-up items-start">
        <section aria-labelledby="start" className="card">
          <h2 id="start" className="px-4 py-3 font-semibold">
            Start a session <span className="font-normal text-ink-2">from the current release of…</span>
          </h2>
          {released.length === 0 ? (
            <Empty title="Nothing released yet">The lead publishes releases in the library.</Empty>
          ) : (
            <ul>
              {released.map((t) => (
                <li key={t.id} className="flex items-center gap-3 border-t border-line px-4 py-2">
                  <span className="min-w-0 flex-1">
                    <span className="block truncate font-semibold">{t.name}</span>
                    <span className="block text-sm text-ink-2">
                      release {t.latest?.number} ·{" "}
                      {t.inputs === 0
                        ? "wants no inputs"
                        : t.inputs === 1
                          ? "wants 1 input"
                          : `wants ${t.inputs} inputs`}
                      {t.inputs > room.inputs.length ? `, ${room.name} has ${room.inputs.length}` : ""}
                    </span>
                  </span>
                  <Button small asChild>
                    <Link
                      to={`/rooms/${id}/fit/${t.id}/${t.latest?.number ?? 1}`}
                      aria-label={`Fit it: ${t.name}, release ${t.latest?.number ?? 1}`}
                    >
                      Fit it
                    </Link>
                  </Button>
                </li>
              ))}
            </ul>
          )}
        </section>
        <div className="flex flex-col gap-4">
          <section aria-labelledby="here" className="card">
            <h2 id="here" className="px-4 py-3 font-semibold">
              Sessions of this room
            </h2>
            {here.length === 0 ? (
              <Empty title="None yet">Choose a template at the left.</Empty>
            ) : (
              <ul>
                {here.map((s) => (
                  <SessionRow key={s.id} session={s} showRoom={false} />
                ))}
              </ul>
            )}
          </section>
          <RoomChecklist room={card} />
          {room.palette.length > 0 && (
            <section aria-labelledby="palette" className="card p-4">
              <h2 id="palette" className="pb-2 font-semibold">
                Track colours its software shows{" "}
                <span className="font-normal text-ink-2">{room.palette.length}</span>
              </h2>
              <ul className="flex flex-wrap gap-1">
                {room.palette.map((hex) => (
                  <li key={hex} title={hex} className="size-6 rounded-[7px]" style={{ background: hex }}>
                    <span className="sr-only">{hex}</span>
                  </li>
                ))}
              </ul>
            </section>
          )}
        </div>
      </div>
    </div>
  );
}
