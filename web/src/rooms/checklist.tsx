import type { WholeRoomCard } from "@mossy/contract/rooms";
import { ask } from "../wire/ask.ts";
import { queries, queryClient, useMayIn, useStyle } from "../wire/queries.ts";
import { dayOfYear } from "../ui/dates.ts";
import { Pill } from "../ui/pieces.tsx";
import { Trouble } from "../ui/states.tsx";
import { TickLine } from "../ui/tickLine.tsx";
import { useTick } from "../ui/useTick.ts";

/** The settings and keys every room should have, ticked off here with a name and a date. */
export function RoomChecklist({ room }: { room: WholeRoomCard }) {
  const {
    style: { house },
  } = useStyle();
  const may = useMayIn(room.id);
  const { tick, question, leave, problem, busy } = useTick(async (item: string, done, sure) => {
    const { ticks } = await ask("tick", { room: room.id, item }, { done, sure });
    queryClient.setQueryData(queries.room(room.id).queryKey, (old) => old && { ...old, ticks });
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
      <Trouble error={problem} />
      <ul>
        {house.checklist.map((i) => {
          const ticked = ticks.get(i.id);
          return (
            <li key={i.id} className="border-t border-line px-4 py-1.5">
              <TickLine
                line={i.id}
                ticked={ticked !== undefined}
                busy={busy || !may}
                question={question}
                beside={
                  <span className="shrink-0 text-sm text-ink-2">
                    {ticked ? `${ticked.by.name}, ${dayOfYear(ticked.at)}` : "open"}
                  </span>
                }
                onTick={(done, sure) => void tick(i.id, done, sure)}
                onLeave={leave}
              >
                {i.says}: <span className="font-mono text-sm">{i.value}</span>
                {i.sort === "key" && <span className="text-sm text-ink-2"> (key)</span>}
              </TickLine>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
