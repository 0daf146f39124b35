import type { FollowPage, FollowProposal, Release } from "@mossy/contract/library";
import type { Doer } from "@mossy/contract/people";
import { askedInWords, askedOf } from "@mossy/core/check/asks";
import type { EditionAsk } from "@mossy/core/check/asks";
import { apply } from "@mossy/core/session/apply";
import { diff } from "@mossy/core/session/diff";
import type { Session } from "@mossy/core/session/document";
import { inWords } from "@mossy/core/session/says";
import { AT_MOST, asManyAsFit } from "../asManyAsFit.ts";
import type { Db, Pool } from "../database.ts";
import type { Styles } from "../house/styles.ts";
import { tell } from "../news/tell.ts";
import { HouseProblem, notFound } from "../problems.ts";
import { changeDocument } from "../documents/store.ts";
import { countAllAnew } from "./stands.ts";
import { templateCard } from "./cards.ts";
import { publishRelease } from "./store.ts";

const SHOWN = 200;

interface Row {
  id: string;
  name: string;
  shelf: string;
  document: string;
  revision: number;
  draft: Session;
  number: number;
  edition: number;
  session: Session;
}
const BEHIND = `
  from templates t join documents d on d.id = t.document
  join releases r on r.template = t.id and r.number = t.latest
  where r.edition < $1 and not is_retired(t)`;
/** Of those, the ones that are asked something. */
const ASKED = `${BEHIND} and exists (select 1 from template_stands n where n.template = t.id and n.asked > 0)`;
const ROW =
  "t.id, t.name, t.shelf, d.id as document, d.revision, d.session as draft, r.number, r.edition, r.session";

/** Of how many templates the edition in force asks something, and how many things in all. */
export async function askedInAll(db: Db): Promise<{ templates: number; things: number }> {
  const { rows } = await db.query<{ templates: number; things: number }>(
    "select count(*)::int as templates, coalesce(sum(n.asked), 0)::int as things from template_stands n " +
      "join templates t on t.id = n.template where n.asked > 0 and not is_retired(t)",
  );
  return rows[0] ?? { templates: 0, things: 0 };
}

/**
 * The templates that the edition in force asks something of, some at a time, with what following it would
 * change in their drafts.
 */
export async function followPage(pool: Pool, styles: Styles, from: number): Promise<FollowPage> {
  await countAllAnew(pool, styles);
  const { edition } = await styles.current(pool);
  const {
    rows: [all],
  } = await pool.query<{ many: number }>(`select count(*)::int as many ${ASKED}`, [edition]);
  const { rows } = await pool.query<Row>(
    `select ${ROW} ${ASKED} order by t.shelf, t.name offset $2 limit $3`,
    [edition, from, AT_MOST],
  );
  const templates = await asManyAsFit(rows, (row) => followingOf(pool, styles, row));
  const of = all?.many ?? 0;
  const next = from + templates.length;
  return { edition, of, next: next < of && rows.length > 0 ? next : null, templates };
}

async function followingOf(db: Db, styles: Styles, row: Row): Promise<FollowProposal> {
  const { edition, style } = await styles.current(db);
  const asked = askedOf(style, await styles.of(db, row.edition), row.draft);
  const left = leftOf(asked);
  const said = inWords(row.draft, apply(row.draft, asked.changes), asked.changes);
  return {
    template: row.id,
    name: row.name,
    shelf: row.shelf,
    release: row.number,
    revision: row.revision,
    tracks: row.draft.tracks.length,
    touched: new Set(asked.findings.map((f) => f.track)).size,
    asked: asked.findings.length,
    left: left.slice(0, SHOWN),
    notListed: Math.max(0, said.length - SHOWN) + Math.max(0, left.length - SHOWN),
    changed: diff(row.session, row.draft).length > 0,
    changes: said.slice(0, SHOWN).map(({ name, what, before, after }) => ({ name, what, before, after })),
    note: askedInWords(edition, asked.findings),
  };
}

/** What only a person can decide. */
const leftOf = (asked: EditionAsk): string[] =>
  asked.findings.filter((f) => !f.fix?.sure).map((f) => f.says);

/** Dresses a template's draft as the edition in force asks and publishes it as the next release. */
export async function followEdition(
  db: Db,
  styles: Styles,
  template: string,
  revision: number,
  note: string,
  by: Doer,
): Promise<Release> {
  const { edition, style } = await styles.current(db);
  const {
    rows: [row],
  } = await db.query<Row>(`select ${ROW} ${BEHIND} and t.id = $2 for update of d`, [edition, template]);
  if (!row) throw notFound(`template “${template}” that edition ${edition} asks something of`);
  if (row.revision !== revision)
    throw new HouseProblem(
      409,
      "Somebody was faster",
      `Somebody changed the draft of “${row.name}” since you looked at it. Look at it again, then publish.`,
    );
  const { changes } = askedOf(style, await styles.of(db, row.edition), row.draft);
  let now = revision;
  if (changes.length > 0)
    now = (await changeDocument(db, row.document, revision, changes, by.id)).document.revision;
  const release = await publishRelease(db, template, now, note, edition, by.id);
  const of = { template: await templateCard(db, template) };
  if (now !== revision) await tell(db, { kind: "document", document: row.document, revision: now, of, by });
  return release;
}
