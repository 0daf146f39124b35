import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { Button } from "../ui/button.tsx";
import { PickOne } from "../ui/chooser.tsx";
import { Pill } from "../ui/pieces.tsx";
import { queries } from "../wire/queries.ts";

/** Blocks that are put in at the start, beside what the template has. */
export function StartBlocks({
  chosen,
  onChange,
}: {
  chosen: readonly string[];
  onChange: (blocks: string[]) => void;
}) {
  const { data } = useQuery(queries.library);
  const blocks = data?.templates.filter((t) => t.kind === "block") ?? [];
  const offered = blocks.filter((t) => t.latest !== null && !t.retired && !chosen.includes(t.id));
  if (chosen.length === 0 && offered.length === 0) return null;
  return (
    <section aria-label="Blocks to put in" className="card p-3.5">
      <h2 className="pb-1 font-semibold">Blocks to put in</h2>
      <ul>
        {chosen.map((id) => {
          const block = blocks.find((t) => t.id === id);
          return (
            <li key={id} className="flex items-center gap-2 border-t border-line py-1.5 text-sm">
              <span className="min-w-0 flex-1">
                <span className="font-semibold">{block?.name ?? id}</span>{" "}
                {block?.latest && (
                  <span className="text-ink-2">
                    release {block.latest.number} · {plural(block.tracks, "track")}
                  </span>
                )}
              </span>
              {block && (block.retired || !block.latest) && (
                <Pill look="broken">not given out any more</Pill>
              )}
              <Button
                small
                look="quiet"
                aria-label={`Leave it: ${block?.name ?? id}`}
                onClick={() => onChange(chosen.filter((x) => x !== id))}
              >
                Leave it
              </Button>
            </li>
          );
        })}
      </ul>
      {offered.length > 0 && (
        <PickOne
          small
          className="w-full max-w-72"
          aria-label="A block to put in"
          says="Put in a block…"
          options={offered.map((t) => [t.id, t.name] as const)}
          onPick={(id) => onChange([...chosen, id])}
        />
      )}
    </section>
  );
}
