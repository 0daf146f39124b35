import type { House, ProgrammeStart } from "@mossy/core/house/house";
import { USUAL_PROGRAMME } from "@mossy/core/session/pieces";
import { useQuery } from "@tanstack/react-query";
import { Plus, X } from "lucide-react";
import { ProgrammeForm } from "../session/programmeForm.tsx";
import { Button } from "../ui/button.tsx";
import { PickOne } from "../ui/chooser.tsx";
import { queries } from "../wire/queries.ts";

const nameOf = (p: ProgrammeStart): string => (p.shelf === "" ? "All others" : p.shelf);

/** How loud programmes with a running order begin, by the shelf of their template. */
export function Programmes({
  house,
  onChange,
}: {
  house: House;
  onChange: ((next: House) => void) | null;
}) {
  const { data } = useQuery(queries.library);
  const { programmes } = house;
  const put = (next: readonly ProgrammeStart[]): void => onChange?.({ ...house, programmes: [...next] });
  const free = ["", ...(data?.shelves ?? []).map((s) => s.name)].filter(
    (shelf) => !programmes.some((p) => p.shelf === shelf),
  );
  return (
    <section aria-label="How loud programmes are" className="max-w-4xl border-t border-line p-4">
      <h2 className="font-semibold">How loud programmes are</h2>
      <p className="pb-3 text-sm text-ink-2">
        What a running order begins with, by the shelf of its template.
      </p>
      <ul className="grid grid-cols-2 gap-4 max-[900px]:grid-cols-1">
        {programmes.map((p) => (
          <li key={p.shelf} aria-label={nameOf(p)} className="rounded-md border border-line p-3">
            <h3 className="flex items-center gap-2 pb-2 font-semibold">
              <span className="min-w-0 flex-1 truncate">{nameOf(p)}</span>
              {onChange && (
                <Button
                  small
                  look="quiet"
                  className="px-1"
                  aria-label={`Take out ${nameOf(p)}`}
                  onClick={() => put(programmes.filter((o) => o !== p))}
                >
                  <X size={13} aria-hidden />
                </Button>
              )}
            </h3>
            <ProgrammeForm
              of={p.programme}
              onChange={
                onChange && ((programme) => put(programmes.map((o) => (o === p ? { ...o, programme } : o))))
              }
            />
          </li>
        ))}
      </ul>
      {onChange && free.length > 0 && (
        <span className="mt-3 inline-flex items-center gap-2">
          <Plus size={14} aria-hidden />
          <PickOne
            small
            aria-label="Say it for a shelf"
            className="w-48"
            says="For a shelf…"
            options={free.map((shelf) => [shelf === "" ? "*" : shelf, shelf === "" ? "All others" : shelf])}
            onPick={(shelf) =>
              put([...programmes, { shelf: shelf === "*" ? "" : shelf, programme: USUAL_PROGRAMME }])
            }
          />
        </span>
      )}
    </section>
  );
}
