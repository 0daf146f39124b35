import type { LayoutCard } from "@mossy/contract/layouts";
import { useQuery } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { Button } from "../ui/button.tsx";
import { day } from "../ui/dates.ts";
import { FindField } from "../ui/findField.tsx";
import { PageHead, Pill } from "../ui/pieces.tsx";
import { Select } from "../ui/select.tsx";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { later } from "../wire/laterQueries.ts";
import { queries } from "../wire/queries.ts";
import { NewLayout } from "./layoutForm.tsx";
import { LayoutPicture, StationsInShort, kindInWords } from "./layoutStand.tsx";

/** More than one looks through: they are looked for. */
const MANY = 8;

/** Layouts and maps of the house, its rooms, templates and people, and where they are. */
export default function LayoutsPage() {
  const { data, error, refetch } = useQuery(later.layouts);
  const { data: rooms } = useQuery(queries.rooms);
  const [query, setQuery] = useSearchParams();
  const [making, setMaking] = useState(false);
  const [text, setText] = useState("");
  const navigate = useNavigate();
  if (error) return <Failed error={error} again={() => void refetch()} />;
  if (!data) return <Loading />;
  const room = query.get("room") ?? "";
  const wanted = text.trim().toLowerCase();
  const shown = data.layouts
    .filter((l) => room === "" || isIn(l, room))
    .filter((l) =>
      `${l.name} ${kindInWords(l.kind)} ${l.whose.name} ${l.latest.notes}`.toLowerCase().includes(wanted),
    );
  const [here, gone] = [shown.filter((l) => !l.gone), shown.filter((l) => l.gone)];
  return (
    <div className="flex flex-col gap-4">
      <PageHead crumbs={[["Rooms", "/rooms"]]} title="Layouts and maps">
        {data.layouts.length > MANY && (
          <FindField label="Find a layout or map" className="w-48" value={text} onFind={setText} />
        )}
        {(rooms?.rooms.length ?? 0) > 0 && (
          <Select
            aria-label="Where"
            className="w-48"
            value={room}
            onChange={(e) =>
              setQuery(e.target.value === "" ? {} : { room: e.target.value }, { replace: true })
            }
          >
            <option value="">everywhere</option>
            {rooms?.rooms
              .filter((r) => r.retiredAt === null)
              .map((r) => (
                <option key={r.id} value={r.id}>
                  in {r.room.name}
                </option>
              ))}
          </Select>
        )}
        <Button look="main" disabled={making} onClick={() => setMaking(true)}>
          <Plus size={16} aria-hidden /> Keep one
        </Button>
      </PageHead>
      <p className="text-sm text-ink-2">
        Window layouts, and what keys and controllers do, as the files workstations read. Stations get those
        they are for by themselves, and they travel with packages.
      </p>
      {making && (
        <NewLayout
          room={room}
          onMade={(id) => void navigate(`/rooms/layouts/${id}`)}
          onLeave={() => setMaking(false)}
        />
      )}
      {here.length === 0 && !making && (
        <div className="card">
          <Empty title={data.layouts.length === 0 ? "None yet" : "None of these"}>
            {data.layouts.length === 0
              ? "Keep the file of a window layout, a key map or a controller map, and everybody it is for has it."
              : "Look everywhere, or for another word."}
          </Empty>
        </div>
      )}
      {here.length > 0 && <Lines label="Layouts and maps" of={here} />}
      {gone.length > 0 && (
        <section aria-labelledby="gone">
          <h2 id="gone" className="pb-2 text-sm font-semibold text-ink-2">
            Put away
          </h2>
          <Lines label="Put away" of={gone} />
        </section>
      )}
    </div>
  );
}

/** Whether it is a room's, or for its stations. */
const isIn = (l: LayoutCard, room: string): boolean =>
  (l.whose.of === "room" && l.whose.room === room) || l.stations.some((s) => s.room === room && s.wants);

function Lines({ label, of }: { label: string; of: readonly LayoutCard[] }) {
  return (
    <ul aria-label={label} className="card [&>li:first-child]:border-t-0">
      {of.map((l) => (
        <li
          key={l.id}
          className="flex flex-wrap items-center gap-x-4 gap-y-2 border-t border-line px-4 py-2.5"
        >
          <LayoutPicture of={l} version={l.latest} />
          <span className="min-w-40 flex-1">
            <Link to={`/rooms/layouts/${l.id}`} className="font-semibold hover:underline">
              {l.name}
            </Link>{" "}
            <span className="text-sm text-ink-2">
              · {kindInWords(l.kind)} · {l.whose.name}
            </span>
            {l.latest.notes !== "" && (
              <span className="line-clamp-1 text-sm text-ink-2">{l.latest.notes}</span>
            )}
          </span>
          <span className="text-sm text-ink-2">
            version {l.latest.version}, {day(l.latest.at)}
          </span>
          {l.gone ? <Pill>put away</Pill> : <StationsInShort of={l} />}
        </li>
      ))}
    </ul>
  );
}
