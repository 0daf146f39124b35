import { isBlank } from "@mossy/core/house/blank";
import type { Style } from "@mossy/core/house/style";
import { STARTERS, startWith } from "@mossy/core/sheet/templateStarters";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { newId } from "../session/newId.ts";
import { askOnce } from "../wire/ask.ts";
import { queries } from "../wire/queries.ts";
import { Button } from "../ui/button.tsx";
import { Field, Input } from "../ui/pieces.tsx";
import { Failed, Loading, Trouble } from "../ui/states.tsx";
import { Card } from "./styleChoice.tsx";

/** The first template: a starter, dressed by the house style, published at once if one likes. */
export function FirstTemplate({ onDone }: { onDone: () => void }) {
  const { data, error } = useQuery(queries.edition);
  if (error) return <Failed error={error} />;
  if (!data) return <Loading what="Opening the house" />;
  return <Choose style={data.style} onDone={onDone} />;
}

function Choose({ style, onDone }: { style: Style; onDone: () => void }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const [name, setName] = useState("");
  const [out, setOut] = useState(true);
  const make = useMutation({
    mutationFn: async (): Promise<void> => {
      const starter = STARTERS.find((s) => s.id === chosen);
      if (!starter) return;
      const session = startWith(style, starter, newId);
      const { id } = await askOnce("newTemplate", {}, { name, shelf: "Templates", session });
      if (out)
        await askOnce("publishRelease", { template: id }, { revision: 0, note: "The first release" });
    },
    onSuccess: onDone,
  });
  return (
    <div className="card flex flex-col gap-4 p-5">
      <p className="text-ink-2">
        A template is a session kept to start others. Choose a beginning; the workbench has everything else.
        {isBlank(style.house) &&
          " No house style is written down yet, so its names stay as they are typed; dress it later."}
      </p>
      <ul className="grid grid-cols-2 gap-3 max-[640px]:grid-cols-1" aria-label="Templates to begin from">
        {STARTERS.map((s) => (
          <li key={s.id}>
            <Card
              on={chosen === s.id}
              name={s.name}
              says={s.says}
              onClick={() => {
                setChosen(s.id);
                if (name === "" || STARTERS.some((x) => x.name === name)) setName(s.name);
              }}
            />
          </li>
        ))}
      </ul>
      <Field label="What the template is called">
        <Input maxLength={80} value={name} onChange={(e) => setName(e.target.value)} />
      </Field>
      <label className="flex items-center gap-2">
        <input type="checkbox" checked={out} onChange={(e) => setOut(e.target.checked)} />
        Publish it as release 1, so that rooms can start from it
      </label>
      <Trouble error={make.error} />
      <div className="flex justify-end gap-2">
        <Button onClick={onDone}>Later: go to the house</Button>
        <Button
          look="main"
          disabled={chosen === null || name.trim() === "" || make.isPending}
          onClick={() => make.mutate()}
        >
          Begin it
        </Button>
      </div>
    </div>
  );
}
