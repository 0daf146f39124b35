import { followingOf, openByRoom } from "@mossy/contract/openWork";
import type { RoomCard } from "@mossy/contract/rooms";
import type { OpenSession } from "@mossy/contract/today";
import { plural } from "@mossy/core/session/plural";
import { useMutation, useQuery } from "@tanstack/react-query";
import { ArrowLeft, ArrowRight, Plus } from "lucide-react";
import { memo, useDeferredValue, useMemo, useState } from "react";
import { Link } from "react-router";
import { ask } from "../wire/ask.ts";
import { queries, queryClient, useMe } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { LongList } from "../ui/longList.tsx";
import { FindField } from "../ui/findField.tsx";
import { PageHead, Pill, Share } from "../ui/pieces.tsx";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { useSteady } from "../ui/useSteady.ts";
import { inputGroups } from "../fit/inputGroups.ts";

/** More rooms than one looks through: they are looked for. */
const MANY = 12;

export default function RoomsPage() {
  const { data, error, refetch } = useQuery(queries.rooms);
  const { data: today } = useQuery(queries.today);
  const open = useMemo(() => openByRoom(today?.open ?? []), [today]);
  const [text, setText] = useState("");
  // What is typed shows at once; what it finds follows.
  const wanted = useDeferredValue(text.trim().toLowerCase());
  const inUse = useMemo(() => data?.rooms.filter((r) => r.retiredAt === null) ?? [], [data]);
  const order = useMutation({
    mutationFn: (rooms: string[]) => ask("orderRooms", {}, { rooms }),
    onSuccess: () =>
      Promise.all(["rooms", "today"].map((key) => queryClient.invalidateQueries({ queryKey: [key] }))),
  });
  const move = useSteady((id: string, by: -1 | 1): void => {
    const ids = inUse.map((r) => r.id);
    const at = ids.indexOf(id);
    ids.splice(at, 1);
    ids.splice(at + by, 0, id);
    order.mutate(ids);
  });
  const lead = useMe()?.right === "lead";
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading />;
  const retired = data.rooms.filter((r) => r.retiredAt !== null);
  return (
    <div className="flex flex-col gap-4">
      <PageHead title="Rooms">
        <Button asChild>
          <Link to="/rooms/software">What their software can do</Link>
        </Button>
        <Button asChild>
          <Link to="/rooms/devices">Devices</Link>
        </Button>
        <Button asChild>
          <Link to="/rooms/start-up">Start-up</Link>
        </Button>
        <Button asChild>
          <Link to="/rooms/layouts">Layouts and maps</Link>
        </Button>
        {inUse.length > MANY && (
          <FindField label="Find a room" className="w-48" value={text} onFind={setText} />
        )}
        {lead && (
          <Button look={inUse.length === 0 ? "plain" : "main"} asChild>
            <Link to="/rooms/new">
              <Plus size={16} aria-hidden /> New room
            </Link>
          </Button>
        )}
      </PageHead>
      <Trouble error={order.error} />
      {inUse.length === 0 && <NoRooms lead={lead} />}
      <Tiles rooms={inUse} open={open} wanted={wanted} lead={lead} busy={order.isPending} onMove={move} />
      {retired.length > 0 && (
        <section aria-label="Retired rooms">
          <h2 className="pb-2 text-sm font-semibold text-ink-2">Retired</h2>
          <ul className="card [&>li:first-child]:border-t-0">
            {retired.map((r) => (
              <li key={r.id} className="flex items-center gap-3 border-t border-line px-4 py-2">
                <Link to={`/rooms/${r.id}`} className="flex-1 font-semibold hover:underline">
                  {r.room.name}
                </Link>
                <Pill>retired</Pill>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

/** The rooms that are looked for. */
const Tiles = memo(function Tiles({
  rooms,
  open,
  wanted,
  lead,
  busy,
  onMove,
}: {
  rooms: readonly RoomCard[];
  open: ReadonlyMap<string, readonly OpenSession[]>;
  wanted: string;
  lead: boolean;
  busy: boolean;
  onMove: (id: string, by: -1 | 1) => void;
}) {
  const shown = rooms.filter((r) => `${r.room.name} ${r.room.says}`.toLowerCase().includes(wanted));
  return (
    <>
      {shown.length === 0 && rooms.length > 0 && (
        <div className="card">
          <Empty title="No room is called that">Try another word, or clear the field.</Empty>
        </div>
      )}
      <LongList
        label="Rooms"
        items={shown}
        keyOf={(r) => r.id}
        height={230}
        columns={2}
        gap={16}
        itemClass="card relative p-4 hover:border-line-strong"
      >
        {(r) => (
          <RoomTile card={r} open={open.get(r.id) ?? NONE}>
            {lead && rooms.length > 1 && wanted === "" && (
              <Order
                name={r.room.name}
                first={r === rooms[0]}
                last={r === rooms.at(-1)}
                busy={busy}
                onMove={(by) => onMove(r.id, by)}
              />
            )}
          </RoomTile>
        )}
      </LongList>
    </>
  );
});
const NONE: readonly OpenSession[] = [];

function NoRooms({ lead }: { lead: boolean }) {
  return (
    <div className="card">
      <Empty title="No rooms yet">
        {lead ? (
          <>
            Say what your first room has, and templates can be fitted to it.
            <span className="mt-3 block">
              <Button look="main" asChild>
                <Link to="/rooms/new">Make the first room</Link>
              </Button>
            </span>
          </>
        ) : (
          "A lead makes them; templates are fitted to what they have."
        )}
      </Empty>
    </div>
  );
}

const WAYS = [
  { by: -1, says: "earlier", Icon: ArrowLeft },
  { by: 1, says: "later", Icon: ArrowRight },
] as const;

function Order({
  name,
  first,
  last,
  busy,
  onMove,
}: {
  name: string;
  first: boolean;
  last: boolean;
  busy: boolean;
  onMove: (by: -1 | 1) => void;
}) {
  return (
    <span className="relative z-10 flex gap-1">
      {WAYS.map(({ by, says, Icon }) => (
        <Button
          key={says}
          small
          look="quiet"
          className="px-1.5"
          aria-label={`${name} ${says}`}
          disabled={busy || (by === -1 ? first : last)}
          onClick={() => onMove(by)}
        >
          <Icon size={14} aria-hidden />
        </Button>
      ))}
    </span>
  );
}

function RoomTile({
  card,
  open,
  children,
}: {
  card: RoomCard;
  open: readonly OpenSession[];
  children: React.ReactNode;
}) {
  const { id, room } = card;
  return (
    <>
      <div className="flex items-baseline gap-3">
        <h2 className="flex-1">
          <Link to={`/rooms/${id}`} className="text-md font-semibold after:absolute after:inset-0">
            {room.name}
          </Link>
        </h2>
        <span className="text-sm text-ink-2">{room.says}</span>
        {children}
      </div>
      <ul className="mt-2 flex flex-col gap-0.5 text-sm">
        {inputGroups(room).map((g) => (
          <li key={g.from} className="flex gap-3">
            <span className="w-14 font-mono text-ink-2">
              {g.from === g.to ? g.from : `${g.from}–${g.to}`}
            </span>
            <span>{g.says}</span>
          </li>
        ))}
        {room.inputs.length === 0 && <li className="text-ink-2">no inputs yet</li>}
      </ul>
      <p className="mt-2 text-sm text-ink-2">
        {room.sampleRates.map((r) => `${r / 1000}`).join(", ")} kHz · main path up to {room.widest}
      </p>
      <div className="mt-3 flex items-center justify-between border-t border-line pt-3 text-sm">
        <span>{open.length === 0 ? "nothing open" : plural(open.length, "open session")}</span>
        <Share share={followingOf(open)} label={`Share of tracks in ${room.name} that follow the house`} />
      </div>
    </>
  );
}
