import { X } from "lucide-react";
import { useId, useState } from "react";
import { Input } from "./pieces.tsx";

/**
 * Several of a list, found by typing; what is chosen stands as chips. `free`: words of one's own as well.
 */
export function ChipPick({
  label,
  empty,
  chosen,
  choices,
  free = false,
  onChange,
}: {
  label: string;
  empty: string;
  chosen: readonly string[];
  choices: readonly (readonly [id: string, name: string])[];
  free?: boolean;
  onChange: ((chosen: string[]) => void) | null;
}) {
  const [text, setText] = useState("");
  const list = useId();
  const nameOf = (id: string): string => choices.find(([c]) => c === id)?.[1] ?? id;
  const add = (typed: string): boolean => {
    const said = typed.trim();
    const id =
      choices.find(([, name]) => name.toLowerCase() === said.toLowerCase())?.[0] ??
      (free && said !== "" ? said : undefined);
    if (id === undefined) return false;
    if (!chosen.includes(id)) onChange?.([...chosen, id]);
    setText("");
    return true;
  };
  return (
    <div role="group" aria-label={label}>
      <span className="block pb-1 text-xs font-semibold text-ink-2">{label}</span>
      <div className="flex flex-wrap items-center gap-1">
        {chosen.length === 0 && <span className="text-sm text-ink-2">{empty}</span>}
        {chosen.map((id) => (
          <span
            key={id}
            className="inline-flex h-6 items-center gap-1 rounded-full bg-sunk pr-1 pl-2.5 text-sm"
          >
            {nameOf(id)}
            {onChange && (
              <button
                type="button"
                aria-label={`Without ${nameOf(id)}`}
                className="grid size-6 place-items-center rounded-full hover:bg-line"
                onClick={() => onChange(chosen.filter((c) => c !== id))}
              >
                <X size={12} aria-hidden />
              </button>
            )}
          </span>
        ))}
        {onChange && (
          <>
            <Input
              small
              aria-label={`Add to ${label.toLowerCase()}`}
              placeholder="add…"
              list={list}
              className="w-24"
              value={text}
              onChange={(e) => {
                setText(e.target.value);
                if (!free && choices.some(([id, name]) => name === e.target.value && !chosen.includes(id)))
                  add(e.target.value);
              }}
              onKeyDown={(e) => {
                if (e.key === "Enter") {
                  e.preventDefault();
                  add(text);
                }
              }}
              onBlur={() => {
                if (free) add(text);
              }}
            />
            <datalist id={list}>
              {choices
                .filter(([id]) => !chosen.includes(id))
                .map(([id, name]) => (
                  <option key={id} value={name} />
                ))}
            </datalist>
          </>
        )}
      </div>
    </div>
  );
}
