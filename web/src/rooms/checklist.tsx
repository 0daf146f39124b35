import type { RoomCard } from "@mossy/contract/rooms";
import { useMutation } from "@tanstack/react-query";
import { ask } from "../wire/ask.ts";
import { queries, queryClient, useStyle } from "../wire/queries.ts";
import { dayOfYear } from "../ui/dates.ts";
import { Pill } from "../ui/pieces.tsx";
import { Trouble } from "../ui/states.tsx";

/** The settings and keys every room should have, ticked off here with a name and a date. */
export function RoomChecklist({ room }: { room: RoomCard }) {
  const {
    style: { house },
  } = useStyle();
  const tick = useMutation({
    mutationFn: ({ item, done }: { item: string; done: boolean }) =>
      ask("tick", { room: room.id, item }, { done }),
    onSuccess: ({ ticks }) => {
      queryClient.setQueryData(
        queries.rooms.queryKey,
        (old) => old && { rooms: old.rooms.map((r) => (r.id === room.id ? { ...r, ticks } : r)) },
      );
    },
  });
  const ticks = new Map(room.ticks.map((t) => [t.item, t]));
  const done = house.checklist.filter((i) => ticks.has(i.id)).length;
  if (house.checklist.length === 0) return null;
  return (
    <section aria-labelledby="checklist" className="card">
      <h2 id="checklist" className="flex items-center justify-between px-4 py-3 font-semibold">
        Every room has these{" "}
        <Pill look={done === house.checklist.length ? "ok" : "quiet"}>
          {done} of {house.checklist.length} ticked off
        </Pill>
      </h2>
      <Trouble error={tick.error} />
      <ul>
        {house.checklist.map((i) => {
          const ticked = ticks.get(i.id);
          return (
            <li key={i.id} className="border-t border-line px-4 py-1.5">
              <label className="flex items-start gap-2.5">
                <input
                  type="checkbox"
                  className="mt-1"
                  checked={ticked !== undefined}
                  disabled={tick.isPending}
                  onChange={(e) => tick.mutate({ item: i.id, done: e.target.checked })}
                />
                <span className="min-w-0 flex-1">
                  {i.says}: <span className="font-mono text-sm">{i.value}</span>
                  {i.sort === "key" && <span className="text-sm text-ink-2"> (key)</span>}
                </span>
                <span className="shrink-0 text-sm text-ink-2">
                  {ticked ? `${ticked.by}, ${dayOfYear(ticked.at)}` : "open"}
                </span>
              </label>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
