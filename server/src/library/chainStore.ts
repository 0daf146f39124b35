import type { Chain, ChainUse } from "@mossy/contract/chains";
import type { Doer } from "@mossy/contract/people";
import type { Processor } from "@mossy/core/session/processor";
import { idOf } from "@mossy/core/words/usual/index";
import { doerIn } from "../doer.ts";
import type { Db } from "../database.ts";
import { HouseProblem, notFound } from "../problems.ts";

/** Chains of the shelf with all their versions, the newest first; one of them by its id. */
export async function chainsOf(db: Db, id: string | null = null): Promise<Chain[]> {
  const { rows } = await db.query<{
    id: string;
    name: string;
    version: number;
    processors: Processor[];
    note: string;
    saved_by: Doer;
    saved_at: Date;
  }>(
    `select c.id, c.name, v.version, v.processors, v.note, ${doerIn("v.saved_by")} as saved_by, v.saved_at
     from chains c join chain_versions v on v.chain = c.id where $1::text is null or c.id = $1
     order by c.name, v.version desc`,
    [id],
  );
  const chains = new Map<string, Chain>();
  for (const r of rows) {
    const version = {
      version: r.version,
      processors: r.processors,
      note: r.note,
      by: r.saved_by,
      at: r.saved_at.toISOString(),
    };
    const chain = chains.get(r.id);
    if (chain) chain.versions.push(version);
    else chains.set(r.id, { id: r.id, name: r.name, versions: [version] });
  }
  return [...chains.values()];
}

/**
 * Puts a chain on the shelf: a new one, or the next version of the one with that name. @throws HouseProblem
 * where the name cannot be used
 */
export async function saveChain(
  db: Db,
  wish: { name: string; processors: readonly Processor[]; note: string },
  by: string,
  at: Date = new Date(),
): Promise<Chain> {
  const id = idOf(wish.name);
  if (id === "")
    throw new HouseProblem(
      400,
      "That name cannot be used",
      "A chain's name needs at least one letter or digit.",
      "name",
    );
  // Whichever of the two unique columns another's save got first: it is the same chain.
  await db.query("insert into chains (id, name) values ($1, $2) on conflict do nothing", [id, wish.name]);
  // Two that save at once wait for each other, so each gets a number of its own.
  await db.query("select 1 from chains where id = $1 for update", [id]);
  await db.query(
    "insert into chain_versions (chain, version, processors, note, saved_by, saved_at) " +
      "values ($1, (select coalesce(max(version), 0) + 1 from chain_versions where chain = $1), $2, $3, $4, $5)",
    [id, JSON.stringify(wish.processors), wish.note, by, at],
  );
  const [saved] = await chainsOf(db, id);
  if (!saved) throw notFound(`chain “${wish.name}”`);
  return saved;
}

export async function usesOf(db: Db): Promise<ChainUse[]> {
  const { rows } = await db.query<ChainUse>(
    `select i->'chain'->>'id' as chain, t.id as template, t.name,
            (i->'chain'->>'version')::int as version, count(distinct tr->>'id')::int as tracks
     from templates t join documents d on d.id = t.document,
          jsonb_array_elements(d.session->'tracks') tr, jsonb_array_elements(tr->'inserts') i
     where jsonb_typeof(i->'chain') = 'object' group by 1, 2, 3, 4 order by t.name, 4`,
  );
  return rows;
}
