import { productionCode } from "@mossy/contract/productions";
import type { Production } from "@mossy/contract/productions";
import type { Doer } from "@mossy/contract/people";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";
import { HouseProblem, notFound } from "../problems.ts";

interface Row {
  code: string;
  title: string;
  closed_by: Doer | null;
  closed_at: Date | null;
  templates: { id: string; name: string }[];
  sessions: number;
  open: number;
}
const ROWS = `select o.code, o.title, ${doerIn("o.closed_by")} as closed_by, o.closed_at,
  (select coalesce(jsonb_agg(jsonb_build_object('id', t.id, 'name', t.name) order by t.name), '[]')
   from templates t where t.production = o.code) as templates,
  (select count(*)::int from sessions s where s.production = o.code) as sessions,
  (select count(*)::int from sessions s where s.production = o.code and s.closed_at is null) as open
  from productions o`;
const productionOf = (r: Row): Production => ({
  code: r.code,
  title: r.title,
  closed: r.closed_by && r.closed_at && { by: r.closed_by, at: r.closed_at.toISOString() },
  templates: r.templates,
  sessions: r.sessions,
  open: r.open,
});

/** The productions of the house: those that run, by code, then the closed ones. */
export async function productionsOf(db: Db): Promise<Production[]> {
  const { rows } = await db.query<Row>(`${ROWS} order by o.closed_at desc nulls first, o.code`);
  return rows.map(productionOf);
}

async function productionWith(db: Db, code: string): Promise<Production> {
  const { rows } = await db.query<Row>(`${ROWS} where o.code = $1`, [code]);
  const [row] = rows;
  if (!row) throw notFound(`production “${code}”`);
  return productionOf(row);
}

/** Begins a production where there is none of that code. @throws HouseProblem 409 where it is closed */
export async function needProduction(db: Db, code: string): Promise<void> {
  await began(db, code);
  // Whoever closes it waits until what is begun for it stands.
  const { rows } = await db.query<{ closed: boolean }>(
    "select closed_at is not null as closed from productions where code = $1 for share",
    [code],
  );
  if (rows[0]?.closed)
    throw new HouseProblem(
      409,
      "That production is closed",
      `Production ${code} is closed. Open it again under Library, Productions, or choose another.`,
      "production",
    );
}

/** Begins a production where there is none of that code. @returns whether it was begun now */
const began = async (db: Db, code: string): Promise<boolean> =>
  (await db.query("insert into productions (code) values ($1) on conflict (code) do nothing", [code]))
    .rowCount === 1;

/** A code as it is written in an address. @throws HouseProblem 400 where it is none */
function codeIn(text: string): string {
  const code = productionCode.safeParse(text);
  if (code.success) return code.data;
  throw new HouseProblem(
    400,
    "That is no code",
    `“${text.slice(0, 40)}”: ${code.error.issues[0]?.message ?? "choose another"}.`,
    "production",
  );
}

/**
 * Begins or names a production, closes it or opens it again. What is closed already stays closed by whom it was.
 * @returns how it stands, and what was done to it in a word
 */
export async function editProduction(
  db: Db,
  text: string,
  { title, closed }: { title: string; closed: boolean },
  by: string,
  at: Date = new Date(),
): Promise<{ production: Production; did: string }> {
  const code = codeIn(text);
  const begun = await began(db, code);
  const was = (await productionWith(db, code)).closed !== null;
  await db.query(
    `update productions set title = $2, closed_at = case when $3 then coalesce(closed_at, $5) end,
       closed_by = case when $3 then coalesce(closed_by, $4) end where code = $1`,
    [code, title, closed, by, at],
  );
  const did = begun ? "began" : was === closed ? "named" : closed ? "closed" : "opened again";
  return { production: await productionWith(db, code), did };
}
