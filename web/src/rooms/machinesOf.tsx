import type { Room } from "@mossy/core/fit/room";
import { machineInWords } from "@mossy/core/instruments/machines/words";

/** The computers that hold samples for a room; nothing where it has none. */
export function MachinesOf({ room: { machines } }: { room: Room }) {
  if (machines.length === 0) return null;
  return (
    <section aria-labelledby="machines" className="card p-4 text-sm">
      <h2 id="machines" className="pb-1 text-base font-semibold">
        Sample machines
      </h2>
      <dl className="grid grid-cols-[max-content_1fr] gap-x-4 gap-y-0.5">
        {machines.map((m) => (
          <div key={m.name} className="contents">
            <dt className="font-semibold">{m.name}</dt>
            <dd className="text-ink-2">{machineInWords(m)}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
