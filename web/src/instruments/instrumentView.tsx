import { FileProblem } from "@mossy/core/formats/fileProblem";
import type { InstrumentCell } from "@mossy/core/instruments/cells";
import { doubled, isList, rowsAsText, withList } from "@mossy/core/instruments/clip";
import {
  fillDown,
  idsIn,
  instrumentRows,
  pasteCells,
  typeIntoRows,
  withArticulation,
  withPatch,
  withoutRows,
} from "@mossy/core/instruments/sheet";
import type { InstrumentRow, TypedLibrary } from "@mossy/core/instruments/sheet";
import type { SampleLibrary } from "@mossy/core/instruments/library";
import { libraryTable } from "@mossy/core/instruments/table";
import { plural } from "@mossy/core/session/plural";
import { useDeferredValue, useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { newId } from "../session/newId.ts";
import { Button } from "../ui/button.tsx";
import { FindField } from "../ui/findField.tsx";
import { SaveList } from "../ui/listFiles.tsx";
import { ListPage } from "../ui/listPage.tsx";
import { NONE, only, still, these } from "../ui/grid/selection.ts";
import type { Selection } from "../ui/grid/selection.ts";
import { Empty } from "../ui/states.tsx";
import { mention } from "../ui/toasts.tsx";
import { ChosenRow } from "./chosenRow.tsx";
import { InstrumentSheet } from "./instrumentSheet.tsx";
import type { LibraryView } from "./work.ts";

/** The sheet of a library with what narrows it, and beside it what is chosen. */
export function InstrumentView(view: LibraryView) {
  const { style, library, change } = view;
  const [query] = useSearchParams();
  const [selected, select] = useState<Selection>(() => only(query.get("row")));
  const [closed, setClosed] = useState<ReadonlySet<string>>(new Set());
  const [text, setText] = useState("");
  const [wide, setWide] = useState(false);
  const find = useDeferredValue(text);
  const rows = useMemo(
    () => instrumentRows(style.reader, library, closed, find),
    [style, library, closed, find],
  );
  const there = useMemo(() => idsIn(library), [library]);
  const selection = still(selected, there);
  const acts = useActs(view, rows, selection, select);
  const close = (id: string, shut: boolean): void =>
    setClosed((was) => new Set(shut ? [...was, id] : [...was].filter((x) => x !== id)));
  const chosen = rows.filter((r) => selection.all.has(r.id));
  return (
    <ListPage
      label="Patches and articulations"
      width="272px"
      bar={
        <>
          <FindField label="Find in this library" className="w-44" value={text} onFind={setText} />
          {change && (
            <>
              <Button small onClick={acts.addPatch}>
                New patch
              </Button>
              <Button small disabled={library.patches.length === 0} onClick={acts.addArticulation}>
                New articulation
              </Button>
            </>
          )}
          <label className="ml-auto flex items-center gap-1.5 text-sm text-ink-2">
            <input type="checkbox" checked={wide} onChange={() => setWide(!wide)} /> all columns
          </label>
          <span className="flex">
            <SaveList
              look="quiet"
              disabled={library.patches.length === 0}
              list={() => libraryTable(style.reader, library.name, library.patches)}
              file={library.name}
              csv="Save as CSV"
            />
          </span>
        </>
      }
      selected={
        wide ? null : (
          <ChosenRow
            style={style}
            chosen={chosen}
            at={rows.find((r) => r.id === selection.at) ?? null}
            type={acts.type}
            acts={change ? { double: acts.double, takeOut: acts.takeOut } : null}
          />
        )
      }
    >
      {library.patches.length === 0 ? (
        <NothingYet may={change !== null} />
      ) : (
        <InstrumentSheet
          style={style}
          rows={rows}
          all={wide}
          selection={selection}
          onSelect={select}
          onClose={close}
          onType={acts.type}
          onFill={acts.fill}
          onCopy={acts.copy}
          onPaste={acts.paste}
          onTakeOut={change ? acts.takeOut : undefined}
        />
      )}
    </ListPage>
  );
}

function NothingYet({ may }: { may: boolean }) {
  return (
    <Empty title="Nothing is known of it yet">
      {may ? (
        <>
          Begin with a new patch, or{" "}
          <Link to="issues" relative="path" className="font-semibold text-moss hover:underline">
            take in its list
          </Link>
          .
        </>
      ) : (
        "Whoever knows it types what it plays, or takes in a list."
      )}
    </Empty>
  );
}

/** What typing, filling, copying, pasting and taking out do; those that change are left out where it is only read. */
function useActs(
  { style, library, change }: LibraryView,
  rows: readonly InstrumentRow[],
  selection: Selection,
  select: (next: Selection) => void,
) {
  const { reader } = style;
  /** @returns what is wrong, or null */
  const done = (said: TypedLibrary, label: string): string | null => {
    if ("problem" in said) return said.problem;
    return change?.(said.library, label) === false ? "It stays as it is." : null;
  };
  const orSay = (problem: string | null): void => {
    if (problem !== null) mention(problem, { weight: "look" });
  };
  const ids = [...(selection.at === null ? [] : [selection.at]), ...selection.all].filter(
    (id, i, all) => all.indexOf(id) === i,
  );
  const several = (what: string): string => (ids.length > 1 ? `${what} of ${ids.length}` : what);
  const add = (made: (id: string) => SampleLibrary | null, label: string): void => {
    const id = newId();
    const next = made(id);
    if (next && change?.(next, label)) select(only(id));
  };
  const paste = (cell: InstrumentCell, cells: readonly InstrumentCell[], text: string): void => {
    if (!change || text.trim() === "") return;
    try {
      if (isList(text)) {
        const next = withList(reader, library, text, newId);
        const was = idsIn(library);
        const said = done({ library: next }, "paste a list");
        orSay(said);
        const made = [...idsIn(next)].filter((id) => !was.has(id));
        if (said === null && made.length > 0) select(these(made));
      } else if (/[\t\n]/.test(text.trimEnd())) {
        const row = rows.findIndex((r) => r.id === selection.at);
        const from = { row: Math.max(0, row), cell };
        orSay(done(pasteCells(reader, library, rows, cells, from, text), "paste"));
      } else orSay(done(typeIntoRows(reader, library, ids, cell, text), several(`paste ${cell}`)));
    } catch (e) {
      if (!(e instanceof FileProblem)) throw e;
      orSay(e.message);
    }
  };
  return {
    type: change
      ? (cell: InstrumentCell, text: string) =>
          done(typeIntoRows(reader, library, ids, cell, text), cell === "name" ? "rename" : several(cell))
      : null,
    fill: change
      ? (cell: InstrumentCell) => {
          const chosen = rows.filter((r) => selection.all.has(r.id));
          orSay(done(fillDown(reader, library, chosen, cell), several(`fill ${cell}`)));
        }
      : null,
    copy: (): string => {
      mention(
        `${plural(selection.all.size, "row")} copied. Paste here, in another library or a spreadsheet.`,
      );
      return rowsAsText(reader, library, selection.all);
    },
    paste,
    addPatch: () => add((id) => withPatch(library, selection.at, id), "new patch"),
    addArticulation: () => add((id) => withArticulation(library, selection.at, id), "new articulation"),
    double: () => {
      change?.(doubled(library, selection.all, newId), several("double"));
    },
    takeOut: () => {
      if (selection.all.size === 0 || !change?.(withoutRows(library, selection.all), several("take out")))
        return;
      mention(`${plural(selection.all.size, "row")} taken out. Undo brings them back.`);
      select(NONE);
    },
  };
}
