import { tabbed } from "../formats/table.ts";
import type { Reader } from "../words/reader.ts";
import { laidOver, libraryDifferences, takenOver } from "./issues.ts";
import type { SampleLibrary } from "./library.ts";
import { libraryTable, readLibraryTable } from "./table.ts";

/** The patches of chosen rows: a chosen patch with all its articulations, else with those that are chosen. */
const chosenOf = ({ patches }: SampleLibrary, ids: ReadonlySet<string>): SampleLibrary["patches"] =>
  patches.flatMap((p) => {
    if (ids.has(p.id)) return [p];
    const articulations = p.articulations.filter((a) => ids.has(a.id));
    return articulations.length > 0 ? [{ ...p, articulations }] : [];
  });

/** Chosen rows as a text that spreadsheets and `withList` take: the list of the library, parted by tabs. */
export const rowsAsText = (reader: Reader, library: SampleLibrary, ids: ReadonlySet<string>): string =>
  tabbed(libraryTable(reader, library.name, chosenOf(library, ids)));

/** Whether a text is such a list with its heads, and not cells to go into the sheet. */
export const isList = (text: string): boolean => /^\ufeff?patch\t/i.test(text.trimStart());

/**
 * A library with the rows of a list added: what it has already (by name) takes what the list says, nothing goes.
 * @throws FileProblem naming the line where a value cannot be
 */
export function withList(
  reader: Reader,
  library: SampleLibrary,
  text: string,
  newId: () => string,
): SampleLibrary {
  const laid = laidOver(library, readLibraryTable(reader, text), newId);
  const wanted = libraryDifferences(reader, library, laid).filter((d) => d.what !== "gone");
  return { ...library, patches: takenOver(library, laid, new Set(wanted.map((d) => d.id))) };
}

/** The chosen rows once more, each behind itself, named so that they can be told apart. */
export function doubled(
  library: SampleLibrary,
  ids: ReadonlySet<string>,
  newId: () => string,
): SampleLibrary {
  const again = (name: string, taken: Set<string>): string => {
    for (let n = 2; ; n++) {
      const next = `${name.slice(0, 70)} (${n})`;
      if (taken.has(next)) continue;
      taken.add(next);
      return next;
    }
  };
  const names = new Set(library.patches.map((p) => p.name));
  return {
    ...library,
    patches: library.patches.flatMap((p) => {
      if (ids.has(p.id)) {
        const articulations = p.articulations.map((a) => ({ ...a, id: newId() }));
        return [p, { ...p, id: newId(), name: again(p.name, names), articulations }];
      }
      if (!p.articulations.some((a) => ids.has(a.id))) return [p];
      const inner = new Set(p.articulations.map((a) => a.name));
      const articulations = p.articulations.flatMap((a) =>
        ids.has(a.id) ? [a, { ...a, id: newId(), name: again(a.name, inner) }] : [a],
      );
      return [{ ...p, articulations }];
    }),
  };
}
