import type { WholeSampleLibrary } from "@mossy/contract/instruments";
import type { Style } from "@mossy/core/house/style";
import { sampleLibrary } from "@mossy/core/instruments/library";
import type { SampleLibrary } from "@mossy/core/instruments/library";
import { plainChange, valueAt } from "@mossy/core/plain/change";
import type { PlainChange } from "@mossy/core/plain/change";
import { plainDiff } from "@mossy/core/plain/diff";
import { useEffect, useMemo, useSyncExternalStore } from "react";
import type { ClashWords } from "../documents/clashes.tsx";
import { plainClash, plainRules } from "../documents/plainRules.ts";
import type { Clash } from "../documents/rules.ts";
import type { Workpiece, WorkpieceState } from "../documents/workpiece.ts";
import { SAMPLES, heardOf, taken, workpieceFor } from "../documents/workpieces.ts";
import { mention } from "../ui/toasts.tsx";
import { ask } from "../wire/ask.ts";
import { hear } from "../wire/news.ts";

export type LibraryWork = Workpiece<SampleLibrary, PlainChange>;

hear((news) => {
  if (news.kind === "sample-library") heardOf(SAMPLES + news.library, news.revision);
});

function libraryWorkpiece({ id, revision, library, updatedAt }: WholeSampleLibrary): LibraryWork {
  return workpieceFor<SampleLibrary, PlainChange>(SAMPLES + id, {
    rules: plainRules(),
    change: plainChange,
    house: {
      send: (from, changes, key) =>
        ask("editSampleLibrary", { library: id }, { revision: from, changes: [...changes] }, key).catch(
          taken,
        ),
      load: () =>
        ask("sampleLibrary", { library: id })
          .then((l) => ({ revision: l.revision, doc: l.library }))
          .catch(taken),
    },
    start: { revision, doc: library, savedAt: new Date(updatedAt) },
  });
}

/** Brings a library to another state; what is in the way is said where it would not hold together. */
export type ChangeLibrary = (next: SampleLibrary, label: string) => boolean;

/** What every view of a library works with. */
export interface LibraryView {
  readonly style: Style;
  readonly library: SampleLibrary;
  /** Null for who may only look, and of a library that is put away. */
  readonly change: ChangeLibrary | null;
}

/** A sample library as it is worked on in this window: undone without limit, also after a reload. */
export function useLibraryWork(whole: WholeSampleLibrary): {
  work: LibraryWork;
  state: WorkpieceState<SampleLibrary, PlainChange>;
  change: ChangeLibrary;
} {
  // oxlint-disable-next-line react-hooks/exhaustive-deps
  const work = useMemo(() => libraryWorkpiece(whole), [whole.id]);
  useEffect(() => heardOf(SAMPLES + whole.id, whole.revision), [whole.id, whole.revision]);
  const state = useSyncExternalStore(work.subscribe, work.state);
  const { doc } = state;
  const change: ChangeLibrary = (next, label) => {
    const read = sampleLibrary.safeParse(next);
    if (!read.success) {
      const why = read.error.issues[0]?.message ?? "something is off";
      mention(`It would not hold together: ${why} It stays as it is.`, { weight: "look" });
      return false;
    }
    const changes = plainDiff(doc, next);
    return changes.length === 0 || work.edit(changes, label);
  };
  return { work, state, change };
}

/** Goes on with edits of libraries that had not reached the house, on whatever page. */
export async function goOnWithLibraries(ids: readonly string[]): Promise<void> {
  for (const library of ids)
    await ask("sampleLibrary", { library }).then(
      (whole) => {
        libraryWorkpiece(whole);
      },
      () => undefined,
    );
}

const FIELDS: Readonly<Record<string, string>> = {
  called: "called up by",
  low: "lowest key",
  high: "highest key",
  lagBy: "lag by how hard it is struck",
  soundsOut: "sounds out",
  at: "found at",
};

/** A clash of a library in words: of which patch or articulation, which field, theirs and one's own. */
export const clashOfLibrary = (library: SampleLibrary, clash: Clash<PlainChange>): ClashWords =>
  plainClash(library, clash, (at) => {
    const field = at.at(-1) ?? "";
    const name = valueAt(library, [...at.slice(0, -1), "name"]);
    return { name: typeof name === "string" ? name : clash.label, what: FIELDS[field] ?? field };
  });
