import { clsx } from "clsx";
import { addFamily } from "@mossy/core/house/edit";
import type { House } from "@mossy/core/house/house";
import { Plus } from "lucide-react";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { Input } from "../ui/pieces.tsx";
import type { Style } from "@mossy/core/house/style";

/** The families with their colours and how many roles each has. */
export function FamilyList({
  house,
  style,
  current,
  onTable,
  onOpen,
  onChange,
}: {
  house: House;
  style: Style;
  current: string;
  onTable: () => void;
  onOpen: (id: string) => void;
  onChange: ((next: House) => void) | null;
}) {
  return (
    <nav aria-label="Families" className="card flex min-h-0 flex-col p-2">
      <h2 className="px-2 pt-1 pb-1.5 text-xs font-semibold text-ink-2">Families</h2>
      <ul className="min-h-0 flex-1 overflow-y-auto">
        {house.words.families.map((f) => {
          const roles = house.words.roles.filter((r) => r.family === f.id);
          const colours = [...new Set(roles.map((r) => style.hex.get(r.colour ?? f.colour) ?? ""))].slice(
            0,
            5,
          );
          return (
            <li key={f.id}>
              <button
                type="button"
                aria-current={f.id === current ? "true" : undefined}
                onClick={() => onOpen(f.id)}
                className={clsx(
                  "w-full rounded-sm px-2 py-1.5 text-left",
                  f.id === current ? "bg-moss-soft" : "hover:bg-bg",
                )}
              >
                <span className="block font-semibold">{f.name}</span>
                <span className="flex items-center gap-1">
                  <span aria-hidden className="flex gap-1">
                    {colours.map((c) => (
                      <span key={c} className="h-2 w-5 rounded-full" style={{ background: c }} />
                    ))}
                  </span>
                  <span className="ml-auto text-xs text-ink-2">
                    {roles.length}
                    <span className="sr-only"> roles</span>
                  </span>
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      {onChange && (
        <AddFamily
          house={house}
          onAdd={(next, id) => {
            onChange(next);
            onOpen(id);
          }}
        />
      )}
      <button
        type="button"
        onClick={onTable}
        className={clsx(
          "mt-1 border-t border-line px-2 pt-2 pb-1 text-left text-sm font-semibold text-moss",
          "hover:underline",
        )}
      >
        As a table, in and out
      </button>
    </nav>
  );
}

function AddFamily({ house, onAdd }: { house: House; onAdd: (next: House, id: string) => void }) {
  const [name, setName] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <form
      aria-label="Add a family"
      className="mt-1 border-t border-line px-1 pt-2"
      onSubmit={(e) => {
        e.preventDefault();
        const made = addFamily(house, name);
        if ("problem" in made) {
          setProblem(made.problem);
          return;
        }
        setName("");
        onAdd(made.house, made.id);
      }}
    >
      <div className="flex gap-1">
        <Input
          small
          required
          aria-label="Name of a new family"
          placeholder="New family"
          maxLength={60}
          className="min-w-0 flex-1"
          value={name}
          onChange={(e) => {
            setName(e.target.value);
            setProblem(null);
          }}
        />
        <Button
          small
          type="submit"
          className="px-2"
          aria-label="Add the family"
          disabled={name.trim() === ""}
        >
          <Plus size={14} aria-hidden />
        </Button>
      </div>
      {problem !== null && (
        <p role="alert" className="pt-1 text-xs font-semibold text-brick">
          {problem}
        </p>
      )}
    </form>
  );
}
