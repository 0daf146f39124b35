import { isOther, summed, withMeasured } from "@mossy/core/instruments/sums";
import type { MeasuredArticulation } from "@mossy/core/instruments/sums";
import { plural } from "@mossy/core/session/plural";
import { clsx } from "clsx";
import { useMemo, useState } from "react";
import { Button } from "../ui/button.tsx";
import { FileButton, FileDrop } from "../ui/fileField.tsx";
import { LIST_FILES } from "../ui/listFiles.tsx";
import { NumberField } from "../ui/numberField.tsx";
import { Empty, Trouble } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { MeasuredList } from "./measuredList.tsx";
import { NotesOf } from "./notesOf.tsx";
import type { NotesWork, NotMeasured } from "./useNotes.ts";
import type { LibraryView } from "./work.ts";

const FILES = `.wav,.wave,.bwf,.aif,.aiff,.w64,.mid,.midi,${LIST_FILES}`;

/** Lag, loudness and tail of articulations from notes that were rendered, taken over line by line. */
export function MeasureView({ library, style, change, notes }: LibraryView & { notes: NotesWork }) {
  const { state } = notes;
  const all = useMemo(
    () =>
      summed(
        library,
        state.found.flatMap(({ note, measures }) =>
          note.of === null ? [] : [{ of: note.of, velocity: note.velocity, measures }],
        ),
      ),
    [library, state.found],
  );
  const [shown, show] = useState<string | null>(null);
  const one = all.find((m) => m.id === shown) ?? all[0];
  return (
    <div
      className={clsx(
        "grid h-full min-h-0 gap-4 max-[900px]:grid-cols-1 max-[900px]:overflow-y-auto",
        one && "grid-cols-[minmax(0,1fr)_minmax(0,27rem)]",
      )}
    >
      <section aria-label="Measured" className="card flex min-h-0 flex-col gap-3 p-4">
        <Rendered notes={notes} />
        {all.length === 0 && state.going === null && state.failed.length === 0 && <HowTo />}
        <NotMeasuredList all={state.failed} silent={state.found.filter((f) => f.note.of === null).length} />
        {all.length > 0 && (
          <Measured {...{ library, style, change, all }} shown={one?.id ?? null} onShow={show} />
        )}
      </section>
      {one && (
        <NotesOf
          key={one.id}
          library={library}
          id={one.id}
          notes={state.found.filter((f) => f.note.of === one.id)}
        />
      )}
    </div>
  );
}

/** Where the notes come from, and how far their measuring is. */
function Rendered({ notes: { state, problem, begin, stop } }: { notes: NotesWork }) {
  const [at, setAt] = useState(0);
  const busy = state.going !== null;
  const take = (files: readonly File[]): void => void begin(files, at);
  return (
    <>
      <div className="flex flex-wrap items-center gap-3">
        <span className="min-w-64 flex-1">
          <FileDrop
            label="Rendered notes"
            accept={FILES}
            button="Choose files"
            busy={busy}
            many
            onFiles={take}
          >
            Rendered notes
          </FileDrop>
        </span>
        <FileButton label="Folder of rendered notes" folder disabled={busy} onFiles={take}>
          Choose a folder
        </FileButton>
        <NumberField
          className="w-44"
          label="In each file it is played at, s"
          value={String(at)}
          hint="seconds from 0 to 60"
          onSet={(said) => {
            const to = Number(said.replace(",", "."));
            if (said.trim() === "" || !(to >= 0 && to <= 60)) return false;
            setAt(to);
            return true;
          }}
        />
      </div>
      {state.going && (
        <p className="flex items-center gap-3 text-sm text-ink-2">
          <progress
            aria-label="Measuring"
            value={state.going.done}
            max={Math.max(1, state.going.of)}
            className="h-2 w-40"
          />
          {state.going.done} of {plural(state.going.of, "note")} measured
          <Button small look="quiet" onClick={stop}>
            Stop
          </Button>
        </p>
      )}
      <Trouble error={problem} />
    </>
  );
}

function HowTo() {
  return (
    <Empty title="Nothing is measured yet">
      Play each articulation a few times at velocity 100, controllers 7 and 11 at 127, effects off, and
      render it as WAVE or AIFF. Name each file by patch, articulation, key and velocity (
      <span className="font-mono">Violins 1_Long_C4_v100.wav</span>), or drop one long sound with the MIDI
      file that played it: a track a patch, called as the patch.
    </Empty>
  );
}

/** What of the files could not be measured, and how many notes call nothing up. */
function NotMeasuredList({ all, silent }: { all: readonly NotMeasured[]; silent: number }) {
  if (all.length === 0 && silent === 0) return null;
  return (
    <details open={all.length <= 3} className="rounded-md bg-lantern-soft px-3 py-2 text-sm text-lantern">
      <summary>
        {all.length > 0 && `${plural(all.length, "file")} could not be measured. `}
        {silent > 0 && `${plural(silent, "note")} call up no articulation of this library.`}
      </summary>
      <ul className="mt-1 max-h-32 overflow-y-auto">
        {all.map((f) => (
          <li key={f.path} className="[overflow-wrap:anywhere]">
            <span className="font-mono">{f.path}</span>: {f.why}
          </li>
        ))}
      </ul>
    </details>
  );
}

function Measured({
  library,
  style,
  change,
  all,
  shown,
  onShow,
}: LibraryView & {
  all: readonly MeasuredArticulation[];
  shown: string | null;
  onShow: (id: string) => void;
}) {
  const [left, leave] = useState<ReadonlySet<string>>(new Set());
  const by = new Map(library.patches.flatMap((p) => p.articulations.map((a) => [a.id, a] as const)));
  const others = all.filter((m) => {
    const a = by.get(m.id);
    return a !== undefined && isOther(a, m);
  });
  const chosen = new Set(others.filter((m) => !left.has(m.id)).map((m) => m.id));
  const take = (): void => {
    const many = plural(chosen.size, "articulation");
    if (change?.(withMeasured(library, all, chosen), `measures of ${many}`))
      mention(`Measures of ${many} taken over. Undo takes them back.`);
  };
  return (
    <>
      <div className="flex flex-wrap items-center justify-between gap-2">
        <p className="text-sm text-ink-2">{plural(all.length, "articulation")} measured</p>
        {change && (
          <Button look="main" disabled={chosen.size === 0} onClick={take}>
            {others.length === 0
              ? "All of it stands in the sheet"
              : `Take over ${plural(chosen.size, "articulation")}`}
          </Button>
        )}
      </div>
      <MeasuredList
        {...{ library, style, all, shown, onShow }}
        may={change !== null}
        others={new Set(others.map((m) => m.id))}
        chosen={chosen}
        onChoose={(id, is) => {
          const next = new Set(left);
          if (is) next.delete(id);
          else next.add(id);
          leave(next);
        }}
      />
    </>
  );
}
