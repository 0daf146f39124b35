import { openByRoom } from "@mossy/contract/openWork";
import type { OpenSession } from "@mossy/contract/today";
import { Suspense, lazy, useMemo } from "react";
import { Loading } from "../ui/states.tsx";
import { NONE, RoomHeads, RoomRow } from "./roomRow.tsx";
import type { RoomLine } from "./roomRow.tsx";

/** More rooms than are seen at once. */
const MANY = 8;
const ManyRooms = lazy(() => import("./manyRooms.tsx"));

/** What goes on in each room. */
export function RoomTable({ rooms, open }: { rooms: readonly RoomLine[]; open: readonly OpenSession[] }) {
  const byRoom = useMemo(() => openByRoom(open), [open]);
  if (rooms.length > MANY)
    return (
      <Suspense fallback={<Loading />}>
        <ManyRooms rooms={rooms} open={open} />
      </Suspense>
    );
  return (
    <section aria-label="Rooms" className="card shrink-0">
      <table className="w-full">
        <RoomHeads />
        <tbody>
          {rooms.map((r, i) => (
            <RoomRow key={r.id} index={i} room={r} open={byRoom.get(r.id) ?? NONE} />
          ))}
        </tbody>
      </table>
    </section>
  );
}
