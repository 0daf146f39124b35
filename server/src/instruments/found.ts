import { ARTICULATIONS_A_PAGE } from "@mossy/contract/instruments";
import type { FoundArticulation } from "@mossy/contract/instruments";
import { findable } from "@mossy/core/instruments/find";
import type { Wanted } from "@mossy/core/instruments/find";
import type { Patch } from "@mossy/core/instruments/library";
import type { Db } from "../database.ts";

/**
 * Writes what can be found of a library.
 * @param without patches whose lines are taken out before
 * @param only of which patches lines are written; all where it is left out
 */
export async function putInPlace(
  db: Db,
  library: string,
  without: readonly string[],
  patches: readonly Patch[],
  only: ReadonlySet<string> | null = null,
): Promise<void> {
  if (without.length > 0)
    await db.query("delete from sample_articulations where library = $1 and patch = any($2)", [
      library,
      without,
    ]);
  const lines = patches.flatMap((p, patchAt) => {
    if (only && !only.has(p.id)) return [];
    const { articulations, ...own } = p;
    return articulations.map((a, at) => {
      const shown = { patch: own, articulation: a };
      return { ...findable(p, a), patch: p.id, patchAt, at, shown };
    });
  });
  if (lines.length === 0) return;
  await db.query(
    `insert into sample_articulations (library, patch, patch_at, at, role, marks, said, shown)
     select $1, x.patch, x."patchAt", x.at, x.role, x.marks, x.said, x.shown from jsonb_to_recordset($2::jsonb)
       as x (patch text, "patchAt" int, at int, role text, marks text[], said text, shown jsonb)`,
    [library, JSON.stringify(lines)],
  );
}

interface FoundRow extends Pick<FoundArticulation, "library" | "libraryName" | "code"> {
  shown: Pick<FoundArticulation, "patch" | "articulation">;
  of: number;
}

/** Articulations of all libraries in use of which everything is so that is wanted, a page from `from` on. */
export async function findArticulations(
  db: Db,
  wanted: readonly Wanted[],
  from: number,
): Promise<{ found: FoundArticulation[]; of: number; next: number | null }> {
  const values: unknown[] = [];
  const next = (value: unknown): string => `$${values.push(value)}`;
  const such = wanted.map(({ text, roles, marks }) => {
    const part = next(`%${text.replace(/[\\%_]/g, "\\$&")}%`);
    const [of, said] = [next(roles), next(marks)];
    return `(a.said like ${part} or l.said like ${part} or a.role = any(${of}::text[])
      or a.marks && ${said}::text[] or l.code = any(${said}::text[]))`;
  });
  const { rows } = await db.query<FoundRow>(
    `select l.id as library, l.name as "libraryName", l.code, a.shown, count(*) over ()::int as of
     from sample_articulations a join sample_libraries l on l.id = a.library
     where ${["l.gone_at is null", ...such].join(" and ")}
     order by lower(l.name), l.id, a.patch_at, a.at limit ${ARTICULATIONS_A_PAGE} offset ${next(from)}`,
    values,
  );
  const found = rows.map(({ shown, of: _of, ...r }) => ({ ...r, ...shown }));
  const of = rows[0]?.of ?? 0;
  const end = from + found.length;
  return { found, of, next: end < of ? end : null };
}
