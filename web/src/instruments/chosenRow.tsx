import type { Style } from "@mossy/core/house/style";
import { ARTICULATION_CELLS, PATCH_CELLS } from "@mossy/core/instruments/cells";
import type { InstrumentCell } from "@mossy/core/instruments/cells";
import { rowText } from "@mossy/core/instruments/sheet";
import type { InstrumentRow } from "@mossy/core/instruments/sheet";
import { plural } from "@mossy/core/session/plural";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { Field, Input } from "../ui/pieces.tsx";
import { useTyped } from "../ui/useTyped.ts";
import { cellName } from "./rowLook.ts";

/** Everything a row says, also what the sheet has no room for; typed here it goes to all that are chosen. */
export function ChosenRow({
  style,
  chosen,
  at,
  type,
  acts,
}: {
  style: Style;
  chosen: readonly InstrumentRow[];
  at: InstrumentRow | null;
  type: ((cell: InstrumentCell, text: string) => string | null) | null;
  acts: { readonly double: () => void; readonly takeOut: () => void } | null;
}) {
  if (!at)
    return (
      <div className="card p-4 text-sm text-ink-2">
        Choose a patch or an articulation: what it says stands here. Several chosen are typed into at once;
        “C0…” counts on from key to key.
      </div>
    );
  const cells = at.articulation ? ARTICULATION_CELLS : PATCH_CELLS;
  const others = chosen.length - 1;
  return (
    <div className="card flex flex-col gap-2.5 p-4">
      <div>
        <h2 className="font-title text-lg font-semibold [overflow-wrap:anywhere]">
          {at.articulation?.name ?? at.patch.name}
        </h2>
        <p className="text-sm text-ink-2">
          {at.articulation ? at.patch.name : plural(at.patch.articulations.length, "articulation")}
          {others > 0 && ` · and ${others} more chosen`}
        </p>
      </div>
      {cells.map((cell) => (
        <CellInput
          key={`${at.id} ${cell}`}
          label={cellName(cell, at.articulation === null)}
          value={rowText(style.reader, at, cell)}
          onType={type && ((text) => type(cell, text))}
        />
      ))}
      {acts && (
        <div className="mt-1 flex gap-2">
          <Button small onClick={acts.double}>
            Double
          </Button>
          <Button small onClick={acts.takeOut}>
            Take out
          </Button>
        </div>
      )}
    </div>
  );
}

/** One value as it is typed; what cannot be is said below it. */
function CellInput({
  label,
  value,
  onType,
}: {
  label: string;
  value: string;
  onType: ((text: string) => string | null) | null;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const { text, type, leave, drop } = useTyped((typed) => {
    if (typed === value) return true;
    const wrong = onType?.(typed) ?? null;
    setProblem(wrong);
    return wrong === null;
  });
  return (
    <Field label={label} problem={problem}>
      <Input
        small
        readOnly={onType === null}
        aria-invalid={problem !== null}
        value={text ?? value}
        onChange={(e) => {
          setProblem(null);
          type(e.target.value);
        }}
        onBlur={() => {
          leave();
        }}
        onKeyDown={(e) => {
          if (e.key === "Enter") leave();
          if (e.key === "Escape") {
            setProblem(null);
            drop();
          }
        }}
      />
    </Field>
  );
}
