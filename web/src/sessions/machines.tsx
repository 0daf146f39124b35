import type { MachineStanding } from "@mossy/contract/sessions";
import { plural } from "@mossy/core/session/plural";
import { moment } from "../ui/dates.ts";
import { Pill } from "../ui/pieces.tsx";
import type { Whole } from "./sessionParts.tsx";

/** So many of what is not as it should be are shown of one machine at first. */
const SHOWN = 5;

/** What the sample machines of its room hold of it, as they say; nothing where it sits on none. */
export function Machines({ session: { machines } }: { session: Whole }) {
  if (machines.length === 0) return null;
  return (
    <section aria-labelledby="machines" className="card p-4">
      <h2 id="machines" className="pb-1 font-semibold">
        Sample machines
      </h2>
      <ul className="text-sm">
        {machines.map((m) => (
          <Machine key={m.machine} machine={m} />
        ))}
      </ul>
    </section>
  );
}

function Machine({ machine: { machine, always, loaded, told, astray } }: { machine: MachineStanding }) {
  const own = told?.this ?? false;
  return (
    <li className="border-t border-line py-2 first:border-t-0">
      <p className="flex flex-wrap items-center gap-x-2 gap-y-1">
        <b>{machine}</b>
        <span className="min-w-0 flex-1 text-ink-2">
          {own ? `${loaded} of ${plural(always, "track")} loaded` : `${plural(always, "track")} to load`}
          {told && ` · ${told.by.name}, ${moment(told.at)}`}
        </span>
        <Standing machine={{ told, astray }} />
      </p>
      <Lines of={astray.slice(0, SHOWN)} />
      {astray.length > SHOWN && (
        <details>
          <summary className="cursor-pointer py-1 text-moss">{astray.length - SHOWN} more</summary>
          <Lines of={astray.slice(SHOWN)} />
        </details>
      )}
    </li>
  );
}

function Standing({ machine: { told, astray } }: { machine: Pick<MachineStanding, "told" | "astray"> }) {
  if (astray.length > 0) return <Pill look="look">{astray.length} not as asked</Pill>;
  if (told === null) return <Pill>has not said</Pill>;
  return told.this ? <Pill look="ok">as asked</Pill> : <Pill look="note">holds something else</Pill>;
}

function Lines({ of }: { of: MachineStanding["astray"] }) {
  return (
    <ul className="text-ink-2">
      {of.map((a) => (
        <li key={a.track ?? a.says} className="flex gap-2 py-0.5">
          {a.track !== null && <span className="font-mono text-ink">{a.name}</span>}
          <span className="min-w-0 flex-1">{a.says}</span>
        </li>
      ))}
    </ul>
  );
}
