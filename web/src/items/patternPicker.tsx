import type { PatternCard, WholePattern } from "@mossy/contract/patterns";
import type { PatternHeld } from "@mossy/core/session/item";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { Link } from "react-router";
import { PatternPicture } from "../patterns/picture.tsx";
import { lengthInWords } from "../patterns/words.ts";
import { Trouble } from "../ui/states.tsx";
import { ask } from "../wire/ask.ts";
import { later } from "../wire/laterQueries.ts";
import { Picker } from "./picker.tsx";

/** What an item holds that plays a pattern of the shelf. */
const patternHeld = ({ id, notes, length }: WholePattern): PatternHeld => ({
  kind: "pattern",
  notes,
  sets: [],
  length,
  shelf: id,
});

/** The patterns of the shelf to choose from: found by name or tag, taken by click or Enter. */
export function PatternPicker({
  onPick,
  onLeave,
}: {
  onPick: (name: string, held: PatternHeld) => void;
  onLeave: () => void;
}) {
  const [find, setFind] = useState("");
  const asked = useDeferredValue(find.trim());
  const patterns = useQuery(later.patterns(asked === "" ? {} : { find: asked }));
  // The list has the beginning of each; its notes come when it is taken.
  const take = useMutation({
    mutationFn: ({ id }: PatternCard) => ask("pattern", { pattern: id }),
    onSuccess: (whole) => onPick(whole.name, patternHeld(whole)),
  });
  const list = patterns.data?.patterns ?? [];
  return (
    <Picker
      label="Patterns of the shelf"
      findLabel="Find a pattern"
      find={find}
      onFind={setFind}
      onFirst={() => {
        const [first] = list;
        // What was typed last may not have been looked for yet.
        if (first && asked === find.trim()) take.mutate(first);
      }}
      onLeave={onLeave}
      asked={patterns}
      what="Fetching the patterns"
      none={
        asked === "" ? (
          <>
            No patterns yet.{" "}
            <Link to="/library/sounds/patterns" className="text-moss hover:underline">
              Bring some from MIDI files
            </Link>
          </>
        ) : (
          "No such pattern. Try another word."
        )
      }
      below={<Trouble error={take.error} />}
    >
      {list.map((p) => (
        <li key={p.id} className="border-t border-line py-1 first:border-t-0">
          <button
            type="button"
            disabled={take.isPending}
            className="w-full rounded-sm px-1 py-0.5 text-left hover:bg-sunk"
            onClick={() => take.mutate(p)}
          >
            <span className="flex items-baseline gap-2">
              <span className="min-w-0 flex-1 truncate text-sm font-semibold">
                <span className="sr-only">Take </span>
                {p.name}
              </span>
              <span className="text-xs text-ink-2">{lengthInWords(p)}</span>
            </span>
            <PatternPicture of={p} />
          </button>
        </li>
      ))}
    </Picker>
  );
}
