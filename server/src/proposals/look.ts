import type { WholeProposal } from "@mossy/contract/proposals";
import { differing } from "@mossy/core/compare/atoms";
import { likenesses, likenessOf } from "@mossy/core/library/proposal";
import { apply } from "@mossy/core/session/apply";
import type { Change } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import { sessionNow } from "@mossy/core/session/sessionVersions";
import type { StoredDocument } from "@mossy/core/session/newer";
import type { Db } from "../database.ts";
import type { Bench } from "../house/bench.ts";
import { templateWith } from "../library/store.ts";
import { setImmediate } from "node:timers/promises";
import { proposalCard, whatOf } from "./store.ts";

/** So many sessions of a template are asked at most whether they did the same, the latest first. */
const ASKED = 60;

/** What is kept of a proposal of changes. */
export interface KeptChanges {
  readonly base: StoredDocument;
  readonly changes: readonly Change[];
}

/** A proposal with all that is needed to decide. */
export async function proposalLook({ pool }: Bench, id: string): Promise<WholeProposal> {
  const card = await proposalCard(pool, id);
  const what = await whatOf(pool, id);
  if (card.target !== "session" || !card.template)
    return { ...card, what: { target: card.target, ...(what as object) } as WholeProposal["what"] };
  const kept = what as KeptChanges;
  const base = sessionNow(kept.base) as unknown as Session;
  const proposed = apply(base, kept.changes);
  const { draft } = await templateWith(pool, card.template.id);
  const { same, of } = await didTheSame(pool, card.template.id, card.session?.id ?? null, base, proposed);
  return {
    ...card,
    what: {
      target: "session",
      base,
      proposed,
      draft: { document: draft.id, revision: draft.revision, session: draft.session },
      same,
      of,
    },
  };
}

/**
 * In how many other sessions the same was done, change by change: of those that stand on the template, or that
 * hold it where it is a block.
 */
async function didTheSame(
  db: Db,
  template: string,
  except: string | null,
  base: Session,
  proposed: Session,
): Promise<{ same: [string, number][]; of: number }> {
  const { rows } = await db.query<{ id: string }>(
    `select s.id from sessions s where (s.template = $1
       or exists (select 1 from jsonb_array_elements(s.blocks) b where b->>'block' = $1))
       and s.last_check_in is not null and s.id is distinct from $2
     order by s.made_at desc limit ${ASKED}`,
    [template, except],
  );
  const d = differing(base, proposed);
  const wanted = new Map(d.atoms.map((x) => [x.key, likenessOf(d, x)]));
  const counts = new Map<string, number>();
  for (const { id } of rows) {
    const { rows: both } = await db.query<{ baseline: Session; session: Session }>(
      `select s.baseline, d.session from sessions s join check_ins c on c.id = s.last_check_in
         join documents d on d.id = c.document where s.id = $1`,
      [id],
    );
    const [one] = both;
    if (one) {
      const did = likenesses(one.baseline, one.session);
      for (const like of new Set(wanted.values()))
        if (did.has(like)) counts.set(like, (counts.get(like) ?? 0) + 1);
    }
    await setImmediate();
  }
  return {
    same: [...wanted].flatMap(([key, like]): [string, number][] => {
      const n = counts.get(like) ?? 0;
      return n === 0 ? [] : [[key, n]];
    }),
    of: rows.length,
  };
}
