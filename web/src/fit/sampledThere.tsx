import type { FitLook } from "@mossy/contract/sessions";
import { ofSampled } from "@mossy/core/fit/report";
import type { Room } from "@mossy/core/fit/room";
import type { Fitting } from "./useFitting.ts";

/**
 * What becomes of its sampled instruments in the room: what plays whose library is not there, how the machines are laid
 * out, and whether the job does without those.
 */
export function SampledThere({
  look,
  fitting: { begun, choose },
  room,
}: {
  look: FitLook;
  fitting: Fitting;
  room: Room;
}) {
  const lines = look.report.adjusted.filter(ofSampled);
  if (lines.length === 0) return null;
  return (
    <section aria-labelledby="sampled" className="card p-3.5">
      <h2 id="sampled" className="pb-1 font-semibold">
        Sampled instruments
      </h2>
      {room.machines.length > 0 && (
        <label className="flex items-center gap-2 py-1 text-sm">
          <input
            type="checkbox"
            checked={begun.choices.withoutMachines}
            onChange={(e) => choose({ withoutMachines: e.target.checked })}
          />
          The sample machines are off: with the light set alone
        </label>
      )}
      <ul className="text-sm text-ink-2">
        {lines.map((a) => (
          <li key={a.says} className="border-t border-line py-1.5">
            {a.says}
          </li>
        ))}
      </ul>
    </section>
  );
}
