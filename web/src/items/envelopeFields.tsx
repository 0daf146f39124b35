import type { Item } from "@mossy/core/session/item";
import { Plus, X } from "lucide-react";
import { Button } from "../ui/button.tsx";
import { LevelField } from "../ui/levelField.tsx";
import { TimeField } from "./timeField.tsx";

const MOST = 500;

/** The envelope of an item, point by point: from its start, in dB on top of its gain. */
export function EnvelopeFields({
  item: i,
  onSet,
}: {
  item: Item;
  onSet: (points: Item["points"]) => void;
}) {
  const { points } = i;
  const become = (n: number, to: Partial<Item["points"][number]>): void =>
    onSet(points.map((p, at) => (at === n ? { ...p, ...to } : p)));
  const last = points.at(-1);
  const next = Math.min(i.length, last ? last.at + 1 : 0);
  return (
    <fieldset className="col-span-2 flex flex-col gap-1.5">
      <legend className="contents">
        <span className="text-xs font-semibold text-ink-2">Envelope</span>
      </legend>
      {points.map((p, n) => (
        // Points have no names of their own: they are the first, the second…
        <div key={n} className="flex items-end gap-2">
          <span className="min-w-0 flex-1">
            <TimeField
              label={`Point ${n + 1} at`}
              clock={i.clock}
              value={p.at}
              onSet={(at) => become(n, { at })}
            />
          </span>
          <span className="min-w-0 flex-1">
            <LevelField
              label={`Point ${n + 1}, dB`}
              value={p.level}
              onSet={(level) => become(n, { level })}
            />
          </span>
          <Button
            small
            look="quiet"
            className="px-1.5"
            aria-label={`Take out point ${n + 1}`}
            onClick={() => onSet(points.filter((_, at) => at !== n))}
          >
            <X size={13} aria-hidden />
          </Button>
        </div>
      ))}
      <Button
        small
        className="self-start"
        disabled={points.length >= MOST}
        onClick={() => onSet([...points, { at: next, level: last?.level ?? 0 }])}
      >
        <Plus size={13} aria-hidden />
        Add a point
      </Button>
    </fieldset>
  );
}
