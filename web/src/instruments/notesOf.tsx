import { keyName } from "@mossy/core/session/midiKeys";
import type { SampleLibrary } from "@mossy/core/instruments/library";
import { clsx } from "clsx";
import { useState } from "react";
import { LongList } from "../ui/longList.tsx";
import { NoteWave, inMs } from "./noteWave.tsx";
import type { FoundNote } from "./useNotes.ts";

const noteId = (f: FoundNote): string => `${f.path} ${f.note.at}`;

/** The notes of one articulation that were measured, and the wave of one of them. */
export function NotesOf({
  library,
  id,
  notes,
}: {
  library: SampleLibrary;
  id: string;
  notes: readonly FoundNote[];
}) {
  const [chosen, choose] = useState<string | null>(null);
  const one = notes.find((f) => noteId(f) === chosen) ?? notes[0];
  const name = library.patches.flatMap((p) => p.articulations).find((a) => a.id === id)?.name ?? "";
  return (
    <aside aria-label={`Notes of ${name}`} className="card flex min-h-0 flex-col gap-3 p-4">
      <h2 className="font-semibold">Notes of {name}</h2>
      {one && <NoteWave of={one} />}
      <div
        role="region"
        aria-label="Notes"
        tabIndex={0}
        className="min-h-24 flex-1 overflow-y-auto text-sm"
      >
        <LongList items={notes} keyOf={noteId} height={32} itemClass="border-t border-line">
          {(f) => (
            <button
              type="button"
              aria-pressed={f === one}
              className={clsx(
                "grid min-h-8 w-full grid-cols-[2.5rem_2.5rem_4.5rem_6rem_minmax(0,1fr)] items-center gap-2 px-2",
                "text-left",
                f === one && "rounded-md bg-moss-soft",
              )}
              onClick={() => choose(noteId(f))}
            >
              <span className="font-mono">{f.note.key === null ? "–" : keyName(f.note.key)}</span>
              <span className="text-ink-2">v{f.note.velocity}</span>
              {f.measures ? (
                <>
                  <span className="text-right font-mono">{inMs(f.measures.lag)}</span>
                  <span className="text-right font-mono">
                    {f.measures.loudness.toFixed(1).replace("-", "−")} LUFS
                  </span>
                </>
              ) : (
                <span className="col-span-2">nothing is heard</span>
              )}
              <span className="truncate text-right text-ink-2" title={f.path}>
                {f.note.says}
              </span>
            </button>
          )}
        </LongList>
      </div>
    </aside>
  );
}
