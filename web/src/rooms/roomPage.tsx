import { followingOf, openByRoom } from "@mossy/contract/openWork";
import type { WholeRoomCard } from "@mossy/contract/rooms";
import { inputsInWords } from "@mossy/core/fit/sockets";
import { plural } from "@mossy/core/session/plural";
import { useMutation, useQuery } from "@tanstack/react-query";
import { Pencil, Plus } from "lucide-react";
import { useDeferredValue, useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { AskProblem } from "../ui/askProblem.ts";
import { ask } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { queries, queryClient, useMayIn, useMe } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { LongList } from "../ui/longList.tsx";
import { FindField } from "../ui/findField.tsx";
import { PageHead, Pill, Share } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { day } from "../ui/dates.ts";
import { Empty, Failed, Loading, Trouble } from "../ui/states.tsx";
import { SessionList } from "../sessions/row.tsx";
import { DevicesOf } from "./devicesOf.tsx";
import { LayoutsOf } from "./layoutsOf.tsx";
import { RoomChecklist } from "./checklist.tsx";
import { SoftwareOf } from "./softwareOf.tsx";
import { MachinesOf } from "./machinesOf.tsx";
import { WiredCard } from "./wiredCard.tsx";
import { Stations } from "./stations.tsx";

/** A room: choose a release to start from, and what is open here. */
export default function RoomPage() {
  const { room: id = "" } = useParams();
  const { data: card, error, refetch } = useQuery(queries.room(id));
  if (error instanceof AskProblem && error.status === 404)
    return (
      <Empty title="There is no such room">
        <Link className="font-semibold text-moss" to="/rooms">
          See the rooms
        </Link>
      </Empty>
    );
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!card) return <Loading />;
  return <RoomBody card={card} />;
}

function RoomBody({ card }: { card: WholeRoomCard }) {
  const { id, room } = card;
  const { data: today } = useQuery(queries.today);
  const following = today ? followingOf(openByRoom(today.open).get(id) ?? []) : null;
  const may = useMayIn(id);
  const right = useMe()?.right;
  const lead = right === "lead";
  const edits = lead || (right === "engineer" && may && room.engineersEdit);
  return (
    <div className="flex flex-col gap-4">
      <PageHead
        crumbs={[["Rooms", "/rooms"]]}
        title={room.name}
        beside={
          <Pill>
            {inputsInWords(room)}
            {room.says === "" ? "" : ` · ${room.says}`}
          </Pill>
        }
      >
        {may && card.retiredAt === null && (
          <Button look="main" asChild>
            <Link to={`/start?room=${id}`}>
              <Plus size={16} aria-hidden /> Start a session
            </Link>
          </Button>
        )}
        <Share share={following} label={`Share of tracks in ${room.name} that follow the house`} />
        {edits && (
          <Button asChild>
            <Link to={`/rooms/${id}/edit`}>
              <Pencil size={15} aria-hidden /> Edit the room
            </Link>
          </Button>
        )}
      </PageHead>
      {card.retiredAt !== null && (
        <p className="rounded-md bg-sunk px-3 py-2 text-sm text-ink-2">
          Retired {day(card.retiredAt)}: nothing is begun here any more; its sessions stay.
        </p>
      )}
      <div className="two-up items-start">
        {card.retiredAt === null && <Start room={card} may={may} />}
        <div className="flex flex-col gap-4">
          <section aria-labelledby="here" className="card">
            <h2 id="here" className="px-4 py-3 font-semibold">
              Sessions of this room
            </h2>
            <SessionList
              of={{ which: "all", room: id }}
              none={
                <Empty title="None yet">
                  {may ? "Choose a template at the left." : "Who works here starts them."}
                </Empty>
              }
            />
          </section>
          <WiredCard room={room} />
          <MachinesOf room={room} />
          <Stations room={card} />
          <RoomChecklist room={card} />
          <SoftwareOf card={card} />
          <DevicesOf room={id} />
          <LayoutsOf room={id} />
          {lead && <Retire card={card} />}
        </div>
      </div>
    </div>
  );
}

/** More templates than one looks through: they are looked for. */
const MANY = 12;

/** What a session can be started from here. */
function Start({ room: { id, room }, may }: { room: WholeRoomCard; may: boolean }) {
  const lead = useMe()?.right === "lead";
  const { data, error, refetch } = useQuery(queries.library);
  const [text, setText] = useState("");
  // What is typed shows at once; what it finds follows.
  const wanted = useDeferredValue(text.trim().toLowerCase());
  const [query, setQuery] = useSearchParams();
  const production = query.get("production");
  const { data: running } = useQuery(later.productions);
  const productions = running?.productions.filter((p) => p.closed === null) ?? [];
  // What belongs to one production is offered to its sessions only, before the others.
  const released =
    data?.templates
      .filter((t) => t.kind === "template" && t.latest !== null && !t.retired)
      .filter((t) => t.production === null || t.production === production)
      .toSorted((a, b) => Number(b.production !== null) - Number(a.production !== null)) ?? [];
  const shown = released.filter((t) => `${t.name} ${t.shelf} ${t.says}`.toLowerCase().includes(wanted));
  return (
    <section aria-labelledby="start" className="card">
      <div className="flex items-center gap-3 px-4 py-3">
        <h2 id="start" className="flex-1 font-semibold">
          Start a session <span className="font-normal text-ink-2">from the current release of…</span>
        </h2>
        {productions.length > 0 && (
          <Select
            small
            aria-label="Production"
            className="w-52"
            value={production ?? ""}
            onChange={(e) => setQuery(e.target.value === "" ? {} : { production: e.target.value })}
          >
            <option value="">for no production</option>
            {productions.map((p) => (
              <option key={p.code} value={p.code}>
                for {p.code}
                {p.title === "" ? "" : `, ${p.title}`}
              </option>
            ))}
          </Select>
        )}
        {released.length > MANY && (
          <FindField label="Find a template" className="w-44" value={text} onFind={setText} />
        )}
      </div>
      {!may && (
        <p className="border-t border-line px-4 py-2 text-sm text-ink-2">
          You do not work in this room: look at what a fit would do; who works here starts it.
        </p>
      )}
      {error && <Failed error={error} again={() => void refetch()} />}
      {!data && !error && <Loading />}
      {data && released.length === 0 && (
        <Empty title="Nothing released yet">
          {lead ? (
            <Link
              to={data.templates.length === 0 ? "/library/new" : "/library"}
              className="font-semibold text-moss hover:underline"
            >
              {data.templates.length === 0
                ? "Begin the first template"
                : "Publish a template of the library"}
            </Link>
          ) : (
            "A lead publishes releases in the library."
          )}
        </Empty>
      )}
      {released.length > 0 && shown.length === 0 && (
        <Empty title="No template is called that">Try another word, or clear the field.</Empty>
      )}
      <LongList items={shown} keyOf={(t) => t.id} height={57}>
        {(t) => (
          <div className="flex items-center gap-3 border-t border-line px-4 py-2">
            <span className="min-w-0 flex-1">
              <span className="block truncate font-semibold">
                {t.name}
                {t.production !== null && (
                  <>
                    {" "}
                    <Pill look="note">only {t.production}</Pill>
                  </>
                )}
              </span>
              <span className="block text-sm text-ink-2">
                release {t.latest?.number} ·{" "}
                {t.inputs === 0 ? "wants no inputs" : `wants ${plural(t.inputs, "input")}`}
                {t.inputs > room.inputs.length ? `, ${room.name} has ${room.inputs.length}` : ""}
              </span>
            </span>
            <Button small asChild>
              <Link
                to={`/rooms/${id}/fit/${t.id}/${t.latest?.number ?? 1}${
                  production === null ? "" : `?production=${encodeURIComponent(production)}`
                }`}
                aria-label={`Fit it: ${t.name}, release ${t.latest?.number ?? 1}`}
              >
                Fit it
              </Link>
            </Button>
          </div>
        )}
      </LongList>
    </section>
  );
}

/** Retiring a room, and bringing it back. */
function Retire({ card }: { card: WholeRoomCard }) {
  const retired = card.retiredAt !== null;
  const flip = useMutation({
    mutationFn: () => ask("retireRoom", { room: card.id }, { retired: !retired }),
    onSuccess: () =>
      Promise.all(
        ["rooms", "room", "today"].map((key) => queryClient.invalidateQueries({ queryKey: [key] })),
      ),
  });
  return (
    <div className="flex flex-col items-start gap-2">
      <Button small disabled={flip.isPending} onClick={() => flip.mutate()}>
        {retired ? "Bring the room back" : "Retire the room"}
      </Button>
      <Trouble error={flip.error} />
    </div>
  );
}
