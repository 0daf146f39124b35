import { addPosition } from "@mossy/core/house/editBeside";
import type { House } from "@mossy/core/house/house";
import type { PositionGroup } from "@mossy/core/words/wordlist";
import { Plus } from "lucide-react";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { Field, Input } from "../ui/pieces.tsx";

/** The line below a list that adds one more to it. */
export function NewPosition({
  house,
  group,
  onAdd,
}: {
  house: House;
  group: PositionGroup;
  onAdd: (next: House, id: string) => void;
}) {
  const [name, setName] = useState("");
  const [short, setShort] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <form
      aria-label="Add to the list"
      className="flex items-end gap-2 border-t border-line px-3.5 py-2.5"
      onSubmit={(e) => {
        e.preventDefault();
        const made = addPosition(house, group, name, short);
        if ("problem" in made) {
          setProblem(made.problem);
          return;
        }
        setName("");
        setShort("");
        setProblem(null);
        onAdd(made.house, made.id);
      }}
    >
      <Field label="One more" problem={problem}>
        <Input
          small
          required
          maxLength={60}
          value={name}
          onChange={(e) => {
            setName(e.target.value);
            setProblem(null);
          }}
        />
      </Field>
      <Field label="In names">
        <Input
          small
          maxLength={12}
          className="w-24 font-mono"
          value={short}
          onChange={(e) => setShort(e.target.value)}
        />
      </Field>
      <Button small type="submit" disabled={name.trim() === ""}>
        <Plus size={14} aria-hidden /> Add
      </Button>
    </form>
  );
}
