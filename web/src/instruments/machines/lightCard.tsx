import { lightSet, memoryOf } from "@mossy/core/instruments/machines/light";
import type { Sampled } from "@mossy/core/instruments/machines/always";
import { megabytesInWords } from "@mossy/core/instruments/machines/words";
import { setField } from "@mossy/core/session/change";
import { plural } from "@mossy/core/session/plural";
import { useState } from "react";
import { Button } from "../../ui/button.tsx";
import { NumberField } from "../../ui/numberField.tsx";
import type { OnMachines } from "./useSeatings.ts";

/** What is loaded inside the session itself, so that one can write while the machines are off. */
export function LightCard({
  planning: { session, work },
  catalogue,
  tracks,
  memory,
}: OnMachines & {
  tracks: readonly Sampled[];
  /** MB a session of the room may take; null where nobody said. */
  memory: number | null;
}) {
  const [most, setMost] = useState(memory);
  const light = tracks.filter((t) => t.plays.light);
  const players = new Set(light.map((t) => t.plays.player)).size;
  const takes = light.reduce((sum, t) => sum + memoryOf(catalogue, t), 0);
  const choose = (): void => {
    const chosen = lightSet(session, catalogue, most);
    const other = tracks.filter((t) => t.plays.light !== chosen.has(t.id));
    work?.edit(
      other.map((t) => setField(t, "plays", { ...t.plays, light: chosen.has(t.id) })),
      "light set",
    );
  };
  return (
    <section aria-label="Light set" className="card flex flex-col gap-3 p-3.5 text-sm">
      <h2 className="text-base font-semibold">Light set</h2>
      <p className="text-ink-2">
        Loaded inside the session where the machines are off: one track a player, to write with.
      </p>
      <p>
        {players} of {plural(session.players.length, "player")}, {megabytesInWords(takes)}
      </p>
      {work && (
        <div className="flex items-end gap-2">
          <NumberField
            className="w-28"
            label="Within, MB"
            value={most === null ? "" : String(most)}
            hint="More than 0, or nothing for any"
            placeholder="any"
            onSet={(typed) => {
              const n = typed.trim() === "" ? null : Number(typed.replace(",", "."));
              if (n !== null && !(n > 0)) return false;
              setMost(n);
              return true;
            }}
          />
          <Button small onClick={choose}>
            Choose it
          </Button>
        </div>
      )}
    </section>
  );
}
