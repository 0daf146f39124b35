import { randomUUID } from "node:crypto";
import type { Doer } from "@mossy/contract/people";
import type { ProposalCard, ProposalState } from "@mossy/contract/proposals";
import type { Today } from "@mossy/contract/today";
import type { TemplateKind } from "@mossy/contract/library";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";
import { HouseProblem, notFound } from "../problems.ts";
import { isUuid } from "../uuid.ts";

interface Row {
  id: string;
  number: number;
  target: ProposalCard["target"];
  template: string | null;
  template_name: string;
  kind: TemplateKind;
  session: string | null;
  title: string;
  room_name: string;
  says: string;
  reason: string;
  touches: string[];
  made_by: Doer;
  made_at: Date;
  state: ProposalState;
  decided_by: Doer | null;
  decided_at: Date | null;
  word: string;
  taken: string[];
  release: number | null;
}
const ROW = `x.id, x.number, x.target, x.template, t.name as template_name, t.kind, x.session, s.title,
  r.room->>'name' as room_name, x.says, x.reason, x.touches, ${doerIn("x.made_by")} as made_by, x.made_at, x.state,
  ${doerIn("x.decided_by")} as decided_by, x.decided_at, x.word, x.taken, x.release
  from proposals x left join templates t on t.id = x.template left join sessions s on s.id = x.session
  left join rooms r on r.id = s.room`;
const cardOf = (r: Row): ProposalCard => ({
  id: r.id,
  number: r.number,
  target: r.target,
  template: r.template === null ? null : { id: r.template, name: r.template_name, kind: r.kind },
  session: r.session === null ? null : { id: r.session, title: r.title, roomName: r.room_name },
  says: r.says,
  reason: r.reason,
  touches: r.touches,
  by: r.made_by,
  at: r.made_at.toISOString(),
  state: r.state,
  decided: r.decided_by &&
    r.decided_at && {
      by: r.decided_by,
      at: r.decided_at.toISOString(),
      word: r.word,
      taken: r.taken,
      release: r.release,
    },
});

/** So long what was decided is listed, in days. */
const LATELY = 30;

/** All that are open, oldest first, then those decided lately, newest first. */
export async function proposalCards(db: Db): Promise<ProposalCard[]> {
  const { rows } = await db.query<Row>(
    `select ${ROW} where x.state = 'open' or x.decided_at > now() - make_interval(days => ${LATELY})
     order by x.state <> 'open', case when x.state = 'open' then x.made_at end, x.decided_at desc`,
  );
  return rows.map(cardOf);
}

/** A week, in milliseconds. */
const WEEK = 7 * 86_400_000;

/** What Today shows: all that are open, and those decided within a week. */
export async function proposalsLately(db: Db): Promise<Today["proposals"]> {
  const now = Date.now();
  return (await proposalCards(db))
    .filter((p) => p.decided === null || now - Date.parse(p.decided.at) < WEEK)
    .map(({ id, number, template, says, by, state, decided }) => ({
      id,
      number,
      about: template?.name ?? "House style",
      says,
      by,
      state,
      word: decided?.word ?? "",
      release: decided?.release ?? null,
    }));
}

export async function proposalCard(db: Db, id: string): Promise<ProposalCard> {
  const { rows } = isUuid(id) ? await db.query<Row>(`select ${ROW} where x.id = $1`, [id]) : { rows: [] };
  const [row] = rows;
  if (!row) throw notFound("proposal with this id");
  return cardOf(row);
}

/** What a proposal holds, as it was made. */
export async function whatOf(db: Db, id: string): Promise<unknown> {
  const { rows } = await db.query<{ what: unknown }>("select what from proposals where id = $1", [id]);
  return rows[0]?.what;
}

export interface NewProposal {
  readonly target: ProposalCard["target"];
  readonly template: string | null;
  readonly session: string | null;
  readonly says: string;
  readonly reason: string;
  readonly touches: readonly string[];
  readonly what: unknown;
}

export async function addProposal(
  db: Db,
  p: NewProposal,
  by: string,
  at: Date = new Date(),
): Promise<ProposalCard> {
  const id = randomUUID();
  await db.query(
    `insert into proposals (id, target, template, session, says, reason, what, touches, made_by, made_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)`,
    [id, p.target, p.template, p.session, p.says, p.reason, JSON.stringify(p.what), p.touches, by, at],
  );
  return proposalCard(db, id);
}

/** Holds a proposal that is open until this transaction ends. @throws HouseProblem 409 where it was decided */
export async function openProposal(db: Db, id: string): Promise<ProposalCard> {
  const { rows } = isUuid(id)
    ? await db.query("select 1 from proposals where id = $1 for update", [id])
    : { rows: [] };
  if (rows.length === 0) throw notFound("proposal with this id");
  const card = await proposalCard(db, id);
  if (card.state !== "open")
    throw new HouseProblem(
      409,
      "Decided already",
      card.state === "withdrawn"
        ? `${card.by.name} withdrew this proposal.`
        : `${card.decided?.by.name ?? "Somebody"} has ${card.state} this proposal.`,
    );
  return card;
}

export interface Decision {
  readonly state: Exclude<ProposalState, "open">;
  readonly word: string;
  readonly taken: readonly string[];
}

export async function decide(
  db: Db,
  id: string,
  { state, word, taken }: Decision,
  by: string,
): Promise<ProposalCard> {
  await db.query(
    `update proposals set state = $2, word = $3, taken = $4, decided_by = $5, decided_at = now() where id = $1`,
    [id, state, word, taken, by],
  );
  return proposalCard(db, id);
}
