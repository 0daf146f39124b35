/** What is chosen in a sheet: the one the keyboard stands on, where a range began, and all of them. */
export interface Selection {
  readonly at: string | null;
  readonly from: string | null;
  readonly all: ReadonlySet<string>;
}

export const NONE: Selection = { at: null, from: null, all: new Set() };
export const only = (id: string | null): Selection =>
  id === null ? NONE : { at: id, from: id, all: new Set([id]) };
export const these = (ids: readonly string[], at: string | null = ids[0] ?? null): Selection => ({
  at,
  from: at,
  all: new Set(ids),
});

/** From where the range began to a row, in the order the rows show. */
export function upTo(was: Selection, id: string, rows: readonly string[]): Selection {
  const start = rows.indexOf(was.from ?? id),
    end = rows.indexOf(id);
  if (start < 0 || end < 0) return only(id);
  return {
    at: id,
    from: was.from ?? id,
    all: new Set(rows.slice(Math.min(start, end), Math.max(start, end) + 1)),
  };
}

/** One more or one fewer. */
export function toggled(was: Selection, id: string): Selection {
  const all = new Set(was.all);
  if (all.has(id)) all.delete(id);
  else all.add(id);
  return { at: id, from: id, all };
}

/** What is still there. */
export function still(was: Selection, there: ReadonlySet<string>): Selection {
  if ([...was.all].every((id) => there.has(id))) return was;
  const all = [...was.all].filter((id) => there.has(id));
  const at = was.at !== null && there.has(was.at) ? was.at : (all[0] ?? null);
  return { at, from: at, all: new Set(all) };
}

/** What is chosen once a row was clicked, with Shift up to it, with Ctrl it as well. */
export function clicked(
  was: Selection,
  id: string,
  order: readonly string[],
  e: Pick<React.MouseEvent, "shiftKey" | "ctrlKey" | "metaKey">,
): Selection {
  if (e.shiftKey) return upTo(was, id, order);
  return e.ctrlKey || e.metaKey ? toggled(was, id) : only(id);
}
