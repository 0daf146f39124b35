import type { FitLook } from "@mossy/contract/sessions";
import { deviceKey, inWords } from "@mossy/core/devices/installed";
import { plural } from "@mossy/core/session/plural";
import { Button } from "../ui/button.tsx";
import { Pill } from "../ui/pieces.tsx";
import type { Fitting } from "./useFitting.ts";

const DONE = {
  replace: "replaced",
  bypass: "bypassed",
  "leave-out": "left out",
  "leave-out-bypassed": "left out where it is bypassed anyway",
  keep: "kept",
} as const;

/** What the session costs in the room, and what would bring it below the budget of that. */
export function LoadThere({ look, fitting }: { look: FitLook; fitting: Fitting }) {
  const { cost, budget, measures, unknown } = look.load;
  if (budget.load === null && budget.memory === null) return null;
  const over = measures === null || measures.length > 0;
  const { devices } = fitting.begun.choices;
  const missing = new Set(look.missing.map((m) => deviceKey(m.device)));
  const spared = devices.filter((c) => !missing.has(deviceKey(c.of)));
  const take = (): void => {
    const made = (measures ?? []).map((m) => m.choice);
    const also = new Set(made.map((c) => deviceKey(c.of)));
    fitting.choose({ devices: [...devices.filter((c) => !also.has(deviceKey(c.of))), ...made] });
  };
  return (
    <section aria-label="Load" className="card p-3.5 text-sm">
      <div className="flex items-center justify-between gap-3 pb-1">
        <h2 className="text-base font-semibold">Load</h2>
        {over && <Pill look="broken">over the budget of the room</Pill>}
      </div>
      <dl className="flex flex-col gap-1">
        <Share label="Load" value={cost.load} most={budget.load} unit="%" />
        <Share label="Memory" value={cost.memory} most={budget.memory} unit="MB" />
      </dl>
      {unknown > 0 && (
        <p className="text-ink-2">
          What {plural(unknown, "device")} cost is not known; they are not in it.
        </p>
      )}
      {spared.length > 0 && (
        <ul aria-label="Done to save load">
          {spared.map((c) => (
            <li key={deviceKey(c.of)} className="flex items-center gap-2 border-t border-line py-1">
              <span className="min-w-0 flex-1">
                {inWords(c.of)} {c.by ? `replaced by ${inWords(c.by)}` : DONE[c.do]}
              </span>
              <Button
                small
                look="quiet"
                aria-label={`Take back: ${inWords(c.of)}`}
                onClick={() => fitting.choose({ devices: devices.filter((o) => o !== c) })}
              >
                Take back
              </Button>
            </li>
          ))}
        </ul>
      )}
      {measures === null && (
        <p className="pt-1">Nothing that is installed here would bring it below. Leave sources out.</p>
      )}
      {measures !== null && measures.length > 0 && (
        <>
          <ul aria-label="What would bring it below" className="pt-1">
            {measures.map((m) => (
              <li key={m.says} className="border-t border-line py-1.5">
                {m.says}{" "}
                <span className="text-ink-2">
                  saves {said(m.load)} %{m.memory > 0 ? `, ${said(m.memory)} MB` : ""}
                </span>
              </li>
            ))}
          </ul>
          <Button small onClick={take}>
            Do {measures.length === 1 ? "that" : "all of it"}
          </Button>
        </>
      )}
    </section>
  );
}

/** A number with one digit behind the point, or none. */
const said = (n: number): string => String(Math.round(n * 10) / 10);

function Share({
  label,
  value,
  most,
  unit,
}: {
  label: string;
  value: number;
  most: number | null;
  unit: string;
}) {
  return (
    <div className="grid grid-cols-[4.5rem_1fr_auto] items-center gap-2">
      <dt className="text-ink-2">{label}</dt>
      <dd>
        {most !== null && (
          <span
            role="meter"
            aria-label={label}
            aria-valuemin={0}
            aria-valuemax={most}
            aria-valuenow={Math.min(value, most)}
            className="block h-2 overflow-hidden rounded-full bg-sunk"
          >
            <span
              className={`block h-full rounded-full ${value > most ? "bg-brick" : "bg-moss"}`}
              style={{ width: `${Math.min(100, (value / Math.max(most, 1)) * 100)}%` }}
            />
          </span>
        )}
      </dd>
      <dd className="whitespace-nowrap">
        {said(value)}
        {most === null ? "" : ` of ${said(most)}`} {unit}
      </dd>
    </div>
  );
}
