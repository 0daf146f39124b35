import { openByRoom } from "@mossy/contract/openWork";
import type { OpenSession } from "@mossy/contract/today";
import { memo, useDeferredValue, useMemo, useState } from "react";
import { FindField } from "../ui/findField.tsx";
import { useRows } from "../ui/useRows.ts";
import { NONE, RoomHeads, RoomRow } from "./roomRow.tsx";
import type { RoomLine } from "./roomRow.tsx";

/** What goes on in each of many rooms: they scroll beside what else is on the page, and can be looked for. */
export default function ManyRooms({
  rooms,
  open,
}: {
  rooms: readonly RoomLine[];
  open: readonly OpenSession[];
}) {
  const [text, setText] = useState("");
  // What is typed shows at once; what it finds follows.
  const wanted = useDeferredValue(text.trim().toLowerCase());
  const shown = useMemo(
    () => rooms.filter((r) => `${r.name} ${r.says}`.toLowerCase().includes(wanted)),
    [rooms, wanted],
  );
  return (
    <section aria-label="Rooms" className="card flex min-h-64 flex-[3] flex-col">
      <div className="flex items-center justify-between gap-3 border-b border-line px-4 py-2">
        <p className="text-sm text-ink-2">
          {shown.length === rooms.length
            ? `${rooms.length} rooms, ${open.length} sessions open`
            : `${shown.length} of ${rooms.length} rooms`}
        </p>
        <FindField label="Find a room" className="w-44" value={text} onFind={setText} />
      </div>
      <Lines rooms={shown} open={open} />
    </section>
  );
}

const Lines = memo(function Lines({
  rooms,
  open,
}: {
  rooms: readonly RoomLine[];
  open: readonly OpenSession[];
}) {
  const byRoom = useMemo(() => openByRoom(open), [open]);
  const { box, row, items, before, after } = useRows(rooms.length, 57);
  return (
    <div
      ref={box}
      className="min-h-0 flex-1 overflow-y-auto"
      tabIndex={0}
      role="region"
      aria-label="List of rooms"
    >
      <table className="w-full" aria-rowcount={rooms.length + 1}>
        <RoomHeads className="sticky top-0 z-10 bg-surface" />
        <tbody>
          <tr aria-hidden style={{ height: before }} />
          {items.map(({ index }) => {
            const r = rooms[index];
            return (
              r && <RoomRow key={r.id} ref={row} index={index} room={r} open={byRoom.get(r.id) ?? NONE} />
            );
          })}
          <tr aria-hidden style={{ height: after }} />
        </tbody>
      </table>
      {rooms.length === 0 && <p className="px-4 py-3 text-sm text-ink-2">No room is called that.</p>}
    </div>
  );
});
