import { pastedCells } from "../formats/grid.ts";
import type { Reader } from "../words/reader.ts";
import { callsInWords, callsTyped } from "./call.ts";
import {
  ARTICULATION_CELLS,
  PATCH_CELLS,
  articulationText,
  callsUp,
  patchText,
  typeArticulation,
  typePatch,
} from "./cells.ts";
import type { ArticulationCell, InstrumentCell, NotSo, PatchCell } from "./cells.ts";
import { foldedOf } from "./find.ts";
import { blankArticulation, blankPatch } from "./library.ts";
import type { Articulation, Patch, SampleLibrary } from "./library.ts";

/** A row of the sheet of instruments: a patch, or an articulation below its patch. */
export interface InstrumentRow {
  readonly id: string;
  readonly parent: string | null;
  readonly holds: number;
  readonly closed: boolean;
  readonly patch: Patch;
  readonly articulation: Articulation | null;
}

/** The rows that show: those of closed patches not, and where a text is looked for only what says it. */
export function instrumentRows(
  reader: Reader,
  library: SampleLibrary,
  closed: ReadonlySet<string>,
  find = "",
): InstrumentRow[] {
  const wanted = foldedOf(find);
  const says = (texts: readonly string[]): boolean => texts.some((t) => foldedOf(t).includes(wanted));
  return library.patches.flatMap((patch): InstrumentRow[] => {
    const all = patch.articulations;
    const whole = wanted === "" || says([patch.name, patch.at, patchText(reader, patch, "plays")]);
    const found = whole
      ? all
      : all.filter((a) => says([a.name, articulationText(reader, a, "plays"), callsInWords(a.called)]));
    if (!whole && found.length === 0) return [];
    const shut = wanted === "" && closed.has(patch.id);
    const own = { id: patch.id, parent: null, holds: all.length, closed: shut, patch, articulation: null };
    const inner = shut ? [] : found;
    return [
      own,
      ...inner.map((a) => ({
        id: a.id,
        parent: patch.id,
        holds: 0,
        closed: false,
        patch,
        articulation: a,
      })),
    ];
  });
}

const isPatchCell = (cell: InstrumentCell): cell is PatchCell =>
  (PATCH_CELLS as readonly string[]).includes(cell);
const isArticulationCell = (cell: InstrumentCell): cell is ArticulationCell =>
  (ARTICULATION_CELLS as readonly string[]).includes(cell);

/** Whether a row has such a cell at all. */
export const rowHas = (row: Pick<InstrumentRow, "articulation">, cell: InstrumentCell): boolean =>
  row.articulation ? isArticulationCell(cell) : isPatchCell(cell);

/** A cell of a row as it is typed; empty where the row has none such. */
export function rowText(
  reader: Reader,
  { patch, articulation }: Pick<InstrumentRow, "patch" | "articulation">,
  cell: InstrumentCell,
): string {
  if (articulation) return isArticulationCell(cell) ? articulationText(reader, articulation, cell) : "";
  return isPatchCell(cell) ? patchText(reader, patch, cell) : "";
}

/** A library after something was typed, or why it cannot be. */
export type TypedLibrary = { readonly library: SampleLibrary } | NotSo;

/** What becomes of patches and articulations by their id. */
interface Edits {
  readonly patches: ReadonlyMap<string, Partial<Patch>>;
  readonly articulations: ReadonlyMap<string, Partial<Articulation>>;
}

function edited(library: SampleLibrary, { patches, articulations }: Edits): SampleLibrary {
  return {
    ...library,
    patches: library.patches.map((p) => {
      const inner = p.articulations.some((a) => articulations.has(a.id))
        ? p.articulations.map((a) => ({ ...a, ...articulations.get(a.id) }))
        : p.articulations;
      return patches.has(p.id) || inner !== p.articulations
        ? { ...p, ...patches.get(p.id), articulations: inner }
        : p;
    }),
  };
}

const UP = /\s*(?:…|\.\.\.|\bup)$/i;

/**
 * Types a value into a cell of the chosen rows of one kind: where it was typed into a patch, of the patches, else of
 * the articulations. A name goes to the first alone. Of what calls an articulation up, "C0…" (or "C0 up") counts on:
 * C0, C♯0, D0, in the order of the rows.
 * @param ids the one that was typed into first
 */
export function typeIntoRows(
  reader: Reader,
  library: SampleLibrary,
  ids: readonly string[],
  cell: InstrumentCell,
  text: string,
): TypedLibrary {
  const chosen = new Set(cell === "name" ? ids.slice(0, 1) : ids);
  if (library.patches.some((p) => p.id === ids[0])) {
    const said = isPatchCell(cell) ? typePatch(reader, cell, text) : {};
    if ("problem" in said) return { problem: `${said.problem}` };
    const patches = new Map([...chosen].map((id) => [id, said]));
    return { library: edited(library, { patches, articulations: new Map() }) };
  }
  if (!isArticulationCell(cell)) return { library };
  const all = library.patches.flatMap((p) => p.articulations).filter((a) => chosen.has(a.id));
  const counts = cell === "called" && UP.test(text.trim()) ? callsTyped(text.trim().replace(UP, "")) : null;
  const articulations = new Map<string, Partial<Articulation>>();
  for (const [step, a] of all.entries()) {
    const up = counts && callsUp(counts, step);
    if (counts && !up) return { problem: `There is nothing left to call “${a.name}” up by.` };
    const said = up ? { called: [...up] } : typeArticulation(reader, cell, text);
    if ("problem" in said) return { problem: `${said.problem}` };
    articulations.set(a.id, said);
  }
  return { library: edited(library, { patches: new Map(), articulations }) };
}

/** The value the first of the chosen rows has in a cell goes into all of them. */
export function fillDown(
  reader: Reader,
  library: SampleLibrary,
  rows: readonly InstrumentRow[],
  cell: InstrumentCell,
): TypedLibrary {
  const [first, ...others] = rows.filter((r) => rowHas(r, cell));
  if (!first || others.length === 0)
    return { problem: "Choose several rows: what the first says is filled down." };
  if (cell === "name") return { problem: "Names are not filled down: each is its own." };
  const same = others.filter((r) => (r.articulation === null) === (first.articulation === null));
  return typeIntoRows(
    reader,
    library,
    same.map((r) => r.id),
    cell,
    rowText(reader, first, cell),
  );
}

/**
 * Pastes cells of a spreadsheet or a text with tabs into the sheet, from a row and a cell on, over the rows and
 * columns as they show. Nothing is taken where one of them cannot be.
 */
export function pasteCells(
  reader: Reader,
  library: SampleLibrary,
  rows: readonly InstrumentRow[],
  columns: readonly InstrumentCell[],
  from: { readonly row: number; readonly cell: InstrumentCell },
  text: string,
): TypedLibrary {
  const lines = pastedCells(text);
  const first = columns.indexOf(from.cell);
  if (lines.length > rows.length - from.row)
    return {
      problem:
        `${lines.length} lines do not go into the ${rows.length - from.row} rows from here on. Add rows ` +
        "first, or paste a list with its heads.",
    };
  let next = library;
  for (const [i, line] of lines.entries()) {
    const row = rows[from.row + i];
    for (const [j, value] of line.entries()) {
      const cell = columns[first + j];
      const where = `Line ${i + 1}, column ${j + 1}`;
      if (!row || cell === undefined) return { problem: `${where} would stand beside the sheet.` };
      if (!rowHas(row, cell)) {
        if (value.trim() === "") continue;
        return {
          problem: `${where}: “${nameOf(row)}” has nothing there. Paste it beside, or leave it empty.`,
        };
      }
      const said = typeIntoRows(reader, next, [row.id], cell, value);
      if ("problem" in said) return { problem: `${where}: ${said.problem}` };
      next = said.library;
    }
  }
  return { library: next };
}

const nameOf = ({ articulation, patch }: InstrumentRow): string => articulation?.name ?? patch.name;

/** The ids of all patches and articulations, in their order. */
export const idsIn = ({ patches }: SampleLibrary): Set<string> =>
  new Set(patches.flatMap((p) => [p.id, ...p.articulations.map((a) => a.id)]));

/** Takes patches and articulations out. */
export function withoutRows(library: SampleLibrary, ids: ReadonlySet<string>): SampleLibrary {
  return {
    ...library,
    patches: library.patches
      .filter((p) => !ids.has(p.id))
      .map((p) =>
        p.articulations.some((a) => ids.has(a.id))
          ? { ...p, articulations: p.articulations.filter((a) => !ids.has(a.id)) }
          : p,
      ),
  };
}

/** A new patch behind the one a row belongs to, at the end where nothing is chosen. */
export function withPatch(library: SampleLibrary, behind: string | null, id: string): SampleLibrary {
  const at = library.patches.findIndex(
    (p) => p.id === behind || p.articulations.some((a) => a.id === behind),
  );
  const n = at < 0 ? library.patches.length : at + 1;
  const made = blankPatch(id, "New patch");
  return { ...library, patches: [...library.patches.slice(0, n), made, ...library.patches.slice(n)] };
}

/** A new articulation behind a row: behind an articulation, or first in a patch. Null where there is no patch yet. */
export function withArticulation(
  library: SampleLibrary,
  behind: string | null,
  id: string,
): SampleLibrary | null {
  const into =
    library.patches.find((p) => p.id === behind || p.articulations.some((a) => a.id === behind)) ??
    library.patches.at(-1);
  if (!into) return null;
  const after = into.articulations.findIndex((a) => a.id === behind);
  const n = behind === into.id ? 0 : after < 0 ? into.articulations.length : after + 1;
  const list = into.articulations;
  const articulations = [...list.slice(0, n), blankArticulation(id, "New articulation"), ...list.slice(n)];
  return { ...library, patches: library.patches.map((p) => (p === into ? { ...p, articulations } : p)) };
}
