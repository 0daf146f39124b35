import { followingOf, openByRoom } from "@mossy/contract/openWork";
import type { OpenSession, Today } from "@mossy/contract/today";
import { clsx } from "clsx";
import type { Ref } from "react";
import { memo, useDeferredValue, useMemo, useState } from "react";
import { Link } from "react-router";
import { Input, Share } from "../ui/pieces.tsx";
import { useRows } from "../ui/useRows.ts";

/** More rooms than are seen at once: they scroll beside what else is on the page, and can be looked for. */
const MANY = 8;

type Line = Today["rooms"][number];

/** What goes on in each room. */
export function RoomTable({ rooms, open }: { rooms: readonly Line[]; open: readonly OpenSession[] }) {
  const [text, setText] = useState("");
  // What is typed shows at once; what it finds follows.
  const wanted = useDeferredValue(text.trim().toLowerCase());
  const shown = useMemo(
    () => rooms.filter((r) => `${r.name} ${r.says}`.toLowerCase().includes(wanted)),
    [rooms, wanted],
  );
  const many = rooms.length > MANY;
  return (
    <section
      aria-label="Rooms"
      className={clsx("card", many ? "flex min-h-0 flex-[3] flex-col" : "shrink-0")}
    >
      {many && (
        <div className="flex items-center justify-between gap-3 border-b border-line px-4 py-2">
          <p className="text-sm text-ink-2">
            {shown.length === rooms.length
              ? `${rooms.length} rooms, ${open.length} sessions open`
              : `${shown.length} of ${rooms.length} rooms`}
          </p>
          <Input
            type="search"
            aria-label="Find a room"
            placeholder="Find a room"
            className="w-44"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        </div>
      )}
      <Lines rooms={shown} open={open} many={many} />
    </section>
  );
}

const Lines = memo(function Lines({
  rooms,
  open,
  many,
}: {
  rooms: readonly Line[];
  open: readonly OpenSession[];
  many: boolean;
}) {
  const byRoom = useMemo(() => openByRoom(open), [open]);
  const { box, row, items, before, after } = useRows(rooms.length, 57);
  return (
    <div
      ref={box}
      className={many ? "min-h-0 flex-1 overflow-y-auto" : undefined}
      {...(many && { tabIndex: 0, role: "region", "aria-label": "List of rooms" })}
    >
      <table className="w-full" aria-rowcount={many ? rooms.length + 1 : undefined}>
        <thead className={many ? "sticky top-0 z-10 bg-surface" : ""}>
          <tr className="text-left text-xs text-ink-2">
            <th scope="col" className="w-44 px-4 py-2.5 text-md text-ink">
              Rooms
            </th>
            <th scope="col" className="font-semibold">
              Open work, and the release it stands on
            </th>
            <th scope="col" className="w-44 font-semibold">
              Follows the house
            </th>
          </tr>
        </thead>
        <tbody>
          {many ? (
            <>
              <tr aria-hidden style={{ height: before }} />
              {items.map(({ index }) => {
                const r = rooms[index];
                return (
                  r && <Row key={r.id} ref={row} index={index} room={r} open={byRoom.get(r.id) ?? NONE} />
                );
              })}
              <tr aria-hidden style={{ height: after }} />
            </>
          ) : (
            rooms.map((r, i) => <Row key={r.id} index={i} room={r} open={byRoom.get(r.id) ?? NONE} />)
          )}
        </tbody>
      </table>
      {rooms.length === 0 && <p className="px-4 py-3 text-sm text-ink-2">No room is called that.</p>}
    </div>
  );
});
const NONE: readonly OpenSession[] = [];

function Row({
  ref,
  index,
  room: r,
  open,
}: {
  ref?: Ref<HTMLTableRowElement>;
  index: number;
  room: Line;
  open: readonly OpenSession[];
}) {
  return (
    <tr
      ref={ref}
      data-index={index}
      aria-rowindex={index + 2}
      className="border-t border-line align-middle"
    >
      <td className="px-4 py-2.5">
        <Link to={`/rooms/${r.id}`} className="font-semibold hover:underline">
          {r.name}
        </Link>
        <span className="block text-sm text-ink-2">
          {r.inputs} in{r.says === "" ? "" : ` · ${r.says}`}
        </span>
      </td>
      <td className="py-2">
        <ul className="flex flex-wrap gap-1.5">
          {open.map((s) => (
            <li key={s.id}>
              <Link
                to={`/sessions/${s.id}`}
                className={clsx(
                  "inline-flex items-baseline gap-2 rounded-sm border border-line bg-bg px-2.5 py-1 text-sm",
                  "hover:border-line-strong",
                )}
                title={`from ${s.templateName}`}
              >
                {s.title}{" "}
                <span
                  className={clsx(
                    "font-mono",
                    s.release < s.latestRelease ? "font-bold text-lantern" : "text-ink-2",
                  )}
                >
                  release {s.release}
                  {s.release < s.latestRelease ? ` of ${s.latestRelease}` : ""}
                </span>
              </Link>
            </li>
          ))}
          {open.length === 0 && <li className="text-sm text-ink-3">nothing open</li>}
        </ul>
      </td>
      <td className="pr-4">
        <Share share={followingOf(open)} label={`Share of tracks in ${r.name} that follow the house`} />
      </td>
    </tr>
  );
}
