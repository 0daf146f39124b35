import { setImmediate } from "node:timers/promises";
import type { FolderGlance } from "@mossy/contract/library";
import { askedOf } from "@mossy/core/check/asks";
import { tracksOfBlock } from "@mossy/core/library/blockIds";
import { diff } from "@mossy/core/session/diff";
import { CHANNELS } from "@mossy/core/session/document";
import type { Session, Source, Track } from "@mossy/core/session/document";
import { job } from "../crew/crew.ts";
import type { Crew } from "../crew/crew.ts";
import { prepared } from "../database.ts";
import type { Db, Pool } from "../database.ts";
import type { Bench } from "../house/bench.ts";
import { currentEdition } from "../house/store.ts";
import type { Styles } from "../house/styles.ts";
import { inTransaction } from "../transaction.ts";

/** What the library shows of a draft. @param released the latest release, null where there is none */
const standOf = (draft: Session, released: Session | null) => {
  const own = { ...draft, tracks: tracksOfBlock(draft) };
  return {
    tracks: own.tracks.length,
    inputs: own.tracks.reduce(
      (n, t) => n + (t.kind === "audio" && t.source !== null ? CHANNELS[t.format ?? "mono"] : 0),
      0,
    ),
    changed: released === null || diff(released, draft).length > 0,
    folders: foldersOf(own),
    words: wordsOf(own),
  };
};

/** The outermost folders of a session with how many tracks are in each; what stands in none comes last. */
function foldersOf({ tracks }: Session): FolderGlance[] {
  const outermost = new Map<string, string>();
  const folders = new Map<string | null, FolderGlance>();
  for (const t of tracks) {
    const root =
      t.parent === null ? (t.kind === "folder" ? t.id : null) : (outermost.get(t.parent) ?? null);
    if (root !== null) outermost.set(t.id, root);
    const there = folders.get(root);
    if (root === t.id) folders.set(root, { name: t.name, colour: t.colour, tracks: 0 });
    else if (there) folders.set(root, { ...there, tracks: there.tracks + (t.kind === "folder" ? 0 : 1) });
    else folders.set(root, { name: "", colour: null, tracks: 1 });
  }
  const loose = folders.get(null);
  folders.delete(null);
  return [...folders.values(), ...(loose ? [loose] : [])];
}

/** So much is kept to find a template by; more is in no template somebody made by hand. */
const MOST_WORDS = 4000;

/** What a template is found by: what its tracks are called and are for, what processes them, what is noted. */
function wordsOf({ tracks, notes, checklist }: Session): string[] {
  const words = new Set<string>();
  for (const t of tracks) {
    words.add(`track ${t.name}`);
    if (t.role !== null) words.add(`role ${t.role.replaceAll("-", " ")}`);
    if (t.microphone !== "") words.add(`microphone ${t.microphone}`);
    for (const i of t.inserts) words.add(`processor ${i.device?.name ?? i.kind}`);
    if (t.notes !== "") words.add(`note of ${t.name}: ${t.notes}`);
  }
  for (const wants of wantedOf(tracks)) words.add(wants);
  for (const line of [...notes.split("\n"), ...checklist])
    if (line.trim() !== "") words.add(`note: ${line.trim()}`);
  return [...words].slice(0, MOST_WORDS);
}

const SOURCES: Readonly<Record<Source, string>> = {
  mic: "microphone",
  di: "DI",
  line: "line",
  wireless: "wireless",
};

/** How many inputs are wanted, in all and of each source: "wants 12 inputs", "wants 8 microphone inputs". */
function wantedOf(tracks: readonly Track[]): string[] {
  const many = new Map<string, number>();
  for (const t of tracks)
    if (t.kind === "audio" && t.source !== null)
      for (const what of ["", `${SOURCES[t.source]} `])
        many.set(what, (many.get(what) ?? 0) + CHANNELS[t.format ?? "mono"]);
  return [...many].map(([what, n]) => `wants ${n} ${what}${n === 1 ? "input" : "inputs"}`);
}

interface Latest {
  readonly number: number;
  readonly session: Session;
  readonly edition: number;
}
/**
 * Releases that drafts were compared with lately, by template, number and when they were published: one that came to
 * nothing with its transaction left its number to another.
 */
const released = new Map<string, Latest>();
const REMEMBERED = 40;

async function latestOf(db: Db, template: string): Promise<Latest | null> {
  const { rows } = await prepared<{ number: number; at: string }>(
    db,
    `select r.number, r.published_at::text as at
     from templates t join releases r on r.template = t.id and r.number = t.latest where t.id = $1`,
    [template],
  );
  const [latest] = rows;
  if (!latest) return null;
  const { number, at } = latest;
  const key = `${template}|${number}|${at}`;
  const known = released.get(key) ?? (await releaseOf(db, template, number));
  if (!known) return null;
  released.delete(key);
  released.set(key, known);
  for (const old of [...released.keys()].slice(0, -REMEMBERED)) released.delete(old);
  return known;
}

async function releaseOf(db: Db, template: string, number: number): Promise<Latest | undefined> {
  const { rows } = await db.query<Latest>(
    "select number, session, edition from releases where template = $1 and number = $2",
    [template, number],
  );
  return rows[0];
}

/** What an edition asks of the latest release, and which. */
interface Asked {
  readonly things: number;
  readonly edition: number;
}

/**
 * Keeps what the library shows of a template, for whoever changed its draft in this transaction.
 * @param asked null where that does not change
 */
export async function keepStand(
  db: Db,
  template: string,
  draft: Session,
  asked: Asked | null = null,
): Promise<void> {
  const latest = await latestOf(db, template);
  const { tracks, inputs, changed, folders, words } = standOf(draft, latest?.session ?? null);
  await db.query(
    `insert into template_stands as n (template, tracks, inputs, changed, asked, counted_edition, folders, words)
     values ($1, $2, $3, $4, coalesce($5, 0), $6, $7, $8)
     on conflict (template) do update set tracks = $2, inputs = $3, changed = $4, folders = $7, words = $8,
       asked = coalesce($5, n.asked), counted_edition = coalesce($6, n.counted_edition)`,
    [
      template,
      tracks,
      inputs,
      changed,
      asked?.things ?? null,
      asked?.edition ?? null,
      JSON.stringify(folders),
      words,
    ],
  );
}

const OLD = `from templates t left join template_stands n on n.template = t.id
  where n.counted_edition is distinct from $1`;

/**
 * Counts what was never counted, or under another edition than the one in force. What is up to date already
 * costs one query.
 */
export async function countTemplatesAnew(db: Db, crew: Crew): Promise<void> {
  const { rows } = await prepared(db, `select 1 ${OLD} limit 1`, [await currentEdition(db)]);
  if (rows.length > 0) await crew.run(standsJob, null, { who: "counting", what: "what is asked of whom" });
}

export const standsJob = job("template-stands", ({ pool, styles }: Bench, _input: null) =>
  countAllAnew(pool, styles),
);

export async function countAllAnew(pool: Pool, styles: Styles): Promise<void> {
  for (;;) {
    const { edition } = await styles.current(pool);
    const { rows } = await pool.query<{ id: string; document: string }>(
      `select t.id, t.document ${OLD} limit 20`,
      [edition],
    );
    for (const { id, document } of rows) {
      await countOne(pool, styles, edition, { id, document });
      await setImmediate();
    }
    if (rows.length === 0) return;
  }
}

async function countOne(
  pool: Pool,
  styles: Styles,
  edition: number,
  { id, document }: { id: string; document: string },
): Promise<void> {
  const latest = await latestOf(pool, id);
  const things = latest
    ? askedOf(await styles.of(pool, edition), await styles.of(pool, latest.edition), latest.session)
        .findings.length
    : 0;
  await inTransaction(pool, async (db) => {
    // Whoever changes the draft or publishes it meanwhile waits, and counts it after us.
    const { rows } = await db.query<{ session: Session }>(
      "select session from documents where id = $1 for share",
      [document],
    );
    // Who published it before has counted it already, or left it to be found again by the next look.
    const now = await latestOf(db, id);
    if (rows[0] && now?.number === latest?.number)
      await keepStand(db, id, rows[0].session, { things, edition });
  });
}
