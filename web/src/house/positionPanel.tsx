import { movePosition, removePosition, withPosition } from "@mossy/core/house/editBeside";
import { liesInWords } from "@mossy/core/house/wordDifferences";
import { heardFromText } from "@mossy/core/house/edit";
import type { House } from "@mossy/core/house/house";
import { lies, panSide, position as positionSchema } from "@mossy/core/words/wordlist";
import type { Position } from "@mossy/core/words/wordlist";
import { claimsOnPosition } from "@mossy/core/words/clashes";
import { useMemo, useState } from "react";
import { AlertLine, LineActs } from "../ui/listPage.tsx";
import { Chooser } from "../ui/chooser.tsx";
import { TextField } from "../ui/textField.tsx";

/** One word that stands beside a role: what it is called, heard as, and where it lies. */
export function PositionPanel({
  house,
  one,
  onChange,
  onGone,
}: {
  house: House;
  one: Position;
  onChange: ((next: House) => void) | null;
  onGone: () => void;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const others = useMemo(() => claimsOnPosition(house.words, one).slice(0, 6), [house, one]);
  const set = (fields: Partial<Omit<Position, "id">>): void => {
    const read = positionSchema.safeParse({ ...one, ...fields });
    const made = read.success
      ? withPosition(house, one.id, fields)
      : { problem: `That does not work: ${read.error.issues[0]?.message ?? ""}.` };
    setProblem("problem" in made ? made.problem : null);
    if ("house" in made) onChange?.(made.house);
  };
  return (
    <section aria-label={one.name} className="card flex flex-col gap-3 p-3.5">
      <h2 className="font-title text-lg font-semibold">{one.name}</h2>
      <AlertLine>{problem}</AlertLine>
      <div className="grid grid-cols-[1.6fr_1fr] gap-2">
        <TextField label="Name" value={one.name} readOnly={!onChange} onSet={(name) => set({ name })} />
        <TextField
          mono
          label="In names"
          value={one.short}
          readOnly={!onChange}
          onSet={(short) => set({ short })}
        />
      </div>
      <TextField
        long
        label="Also heard as, parted by commas"
        value={one.heard.map((h) => h.text).join(", ")}
        readOnly={!onChange}
        onSet={(v) => set({ heard: heardFromText(v, one.heard) })}
      />
      {others.length > 0 && (
        <ul aria-label="Clashes" className="rounded-md bg-lantern-soft px-2.5 py-1.5 text-sm text-lantern">
          {others.map((o) => (
            <li key={o}>{o}</li>
          ))}
        </ul>
      )}
      <TextField
        label="What it means"
        value={one.says}
        readOnly={!onChange}
        onSet={(says) => set({ says })}
      />
      {one.group === "side" && (
        <Chooser
          label="It lies"
          none="on no side"
          hint={
            one.lies === null
              ? "On no side: it starts where everything starts."
              : `Seen by the ${house.view}, that is ${panSide(one, house.view) < 0 ? "left" : "right"}.`
          }
          value={one.lies}
          options={lies.options.map((l) => [l, liesInWords(l)])}
          onChoose={onChange ? (to) => set({ lies: to }) : null}
        />
      )}
      {onChange && (
        <LineActs
          earlier="Move up"
          later="Move down"
          onMove={(by) => onChange(movePosition(house, one.id, by))}
          onTakeOut={() => {
            onChange(removePosition(house, one.id));
            onGone();
          }}
        />
      )}
    </section>
  );
}
