import { blankRoom } from "@mossy/core/fit/room";
import type { RoomInput } from "@mossy/core/fit/room";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { inputGroups } from "../fit/inputGroups.ts";
import { BankForm } from "../rooms/bankForm.tsx";
import { askOnce } from "../wire/ask.ts";
import { AlertLine } from "../ui/listPage.tsx";
import { Button } from "../ui/button.tsx";
import { Field, Input } from "../ui/pieces.tsx";
import { Trouble } from "../ui/states.tsx";

/** The first room: its name, and how many inputs of which kind. */
export function FirstRoom({ onMade, onLater }: { onMade: (id: string) => void; onLater: () => void }) {
  const [name, setName] = useState("");
  const [inputs, setInputs] = useState<RoomInput[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const make = useMutation({
    mutationFn: () =>
      askOnce(
        "newRoom",
        {},
        {
          room: blankRoom(name, { inputs, sampleRates: [44100, 48000, 96000] }),
        },
      ),
    onSuccess: ({ id }) => onMade(id),
  });
  const groups = inputGroups({ inputs });
  return (
    <div className="card flex flex-col gap-4 p-5">
      <p className="text-ink-2">
        A room is a place with an interface: templates are fitted to what it has. Its page has the rest.
      </p>
      <Field label="What the room is called">
        <Input autoFocus required maxLength={60} value={name} onChange={(e) => setName(e.target.value)} />
      </Field>
      <div className="-mx-3.5">
        {groups.length > 0 && (
          <ul aria-label="Its inputs" className="px-3.5 pb-2 text-sm">
            {groups.map((g) => (
              <li key={g.from} className="flex items-center gap-3 py-0.5">
                <span className="w-14 font-mono text-ink-2">
                  {g.from === g.to ? g.from : `${g.from}–${g.to}`}
                </span>
                <span className="flex-1">{g.says}</span>
                <Button
                  small
                  look="quiet"
                  aria-label={`Take out ${g.says}, ${g.from} to ${g.to}`}
                  onClick={() => setInputs(inputs.filter((i) => i.number < g.from || i.number > g.to))}
                >
                  Take out
                </Button>
              </li>
            ))}
          </ul>
        )}
        <BankForm
          inputs={inputs}
          onAdd={(made) => {
            setProblem("problem" in made ? made.problem : null);
            if ("list" in made) setInputs([...made.list]);
          }}
        />
        <AlertLine across>{problem}</AlertLine>
      </div>
      <Trouble error={make.error} />
      <div className="flex justify-end gap-2">
        <Button onClick={onLater}>Later</Button>
        <Button look="main" disabled={name.trim() === "" || make.isPending} onClick={() => make.mutate()}>
          Make the room
        </Button>
      </div>
    </div>
  );
}
