import { randomUUID } from "node:crypto";
import type { Doer } from "@mossy/contract/people";
import type { FitReport, Forwarded } from "@mossy/contract/sessions";
import type { FitChoices } from "@mossy/core/fit/choices";
import type { Lowering } from "@mossy/core/fit/lowering";
import type { Room } from "@mossy/core/fit/room";
import type { Change } from "@mossy/core/session/change";
import type { Variant } from "@mossy/core/session/beside";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";
import { HouseProblem, notFound } from "../problems.ts";
import { isUuid } from "../uuid.ts";

/** A session as far as another release has to suit it. */
export interface Standing {
  readonly template: string;
  readonly release: number;
  readonly edition: number;
  readonly baseline: Session;
  readonly report: FitReport;
  readonly lowering: Lowering | null;
  readonly room: Room;
  readonly roomId: string;
  /** How the room is wired for it; null as usual. */
  readonly setUp: string | null;
  /** What was decided when it was fitted. */
  readonly choices: FitChoices;
  /** The variant it was started with; null for all of its template. */
  readonly variant: Variant | null;
  /** The document of its last check-in; null where nothing came back. */
  readonly document: string | null;
  readonly revision: number | null;
  readonly now: Session;
}

/** @param hold whether it is to be written to: whoever else wants to waits */
export async function standingOf(db: Db, session: string, hold = false): Promise<Standing> {
  const { rows } = isUuid(session)
    ? await db.query<Standing>(
        `select s.template, s.release, s.edition, s.baseline, s.report, s.lowering, s.variant, r.room,
           r.id as "roomId", s.set_up as "setUp",
           s.choices, c.document, d.revision,
           coalesce(d.session, s.baseline) as now
         from sessions s join rooms r on r.id = s.room
         left join check_ins c on c.id = s.last_check_in left join documents d on d.id = c.document
         where s.id = $1 ${hold ? "for update of s" : ""}`,
        [session],
      )
    : { rows: [] };
  const [row] = rows;
  if (!row) throw notFound("session with this id");
  return row;
}

/** What a session stands on. */
export interface Footing {
  readonly release: number;
  readonly edition: number;
  readonly baseline: Session;
  readonly report: FitReport;
  /** How it is written for its room; null: as it is. */
  readonly lowering: Lowering | null;
  /** Where it stands then; null: where it stands already. */
  readonly stood: Stood | null;
}
/** The room of a session, how that is wired for it, and what was decided when it was fitted there. */
export type Stood = Pick<Standing, "setUp" | "choices"> & { readonly room: string };

export async function putOn(db: Db, session: string, on: Footing): Promise<void> {
  await db.query(
    "update sessions set release = $2, edition = $3, " +
      // What it is called is said of it here, whatever it was called when it stood on that.
      "baseline = jsonb_set($4::jsonb, '{title}', to_jsonb(title)), report = $5, tracks = $6, unplaced = $7, " +
      "lowering = $8, room = coalesce($9, room), " +
      "set_up = case when $9::text is null then set_up else $10 end, choices = coalesce($11, choices) where id = $1",
    [
      session,
      on.release,
      on.edition,
      JSON.stringify(on.baseline),
      JSON.stringify(on.report),
      on.baseline.tracks.length,
      on.report.unplaced.length,
      on.lowering && JSON.stringify(on.lowering),
      on.stood?.room ?? null,
      on.stood?.setUp ?? null,
      on.stood && JSON.stringify(on.stood.choices),
    ],
  );
}

interface Row {
  id: string;
  number: number;
  from_release: number;
  to_release: number;
  what: string | null;
  many: number;
  choices: string[];
  made_by: Doer;
  made_at: Date;
  undone_by: Doer | null;
  undone_at: Date | null;
  undone_by_file: boolean;
}
const ROW = `id, number, from_release, to_release, what, jsonb_array_length(changes) as many, choices,
  ${doerIn("made_by")} as made_by, made_at, ${doerIn("undone_by")} as undone_by, undone_at, undone_by_file`;
const forwardedOf = (r: Row): Forwarded => ({
  id: r.id,
  number: r.number,
  from: r.from_release,
  to: r.to_release,
  what: r.what,
  changes: r.many,
  choices: r.choices,
  by: r.made_by,
  at: r.made_at.toISOString(),
  undone: r.undone_by &&
    r.undone_at && { by: r.undone_by, at: r.undone_at.toISOString(), byFile: r.undone_by_file },
});

/** When a session was brought to other releases, newest first. */
export async function forwardsOf(db: Db, session: string): Promise<Forwarded[]> {
  const { rows } = await db.query<Row>(
    `select ${ROW} from forwards where session = $1 order by number desc`,
    [session],
  );
  return rows.map(forwardedOf);
}

export interface NewForward {
  readonly session: string;
  readonly was: Standing;
  readonly to: number;
  /** The block that was brought forward, in words; null where it was the session. */
  readonly what: string | null;
  readonly changes: readonly Change[];
  readonly choices: readonly string[];
  readonly by: string;
}

/** Keeps what bringing a session forward changed, under the next number. */
export async function keepForward(db: Db, f: NewForward, at: Date = new Date()): Promise<Forwarded> {
  const { was } = f;
  const { rows } = await db.query<Row>(
    `insert into forwards (id, session, number, from_release, to_release, from_edition, baseline, report, document,
       changes, choices, made_by, made_at, what, lowering, stood)
     values ($1, $2, (select coalesce(max(number), 0) + 1 from forwards where session = $2), $3, $4, $5, $6, $7, $8,
       $9, $10, $11, $12, $13, $14, $15) returning ${ROW}`,
    [
      randomUUID(),
      f.session,
      was.release,
      f.to,
      was.edition,
      JSON.stringify(was.baseline),
      JSON.stringify(was.report),
      was.document,
      JSON.stringify(f.changes),
      JSON.stringify(f.choices),
      f.by,
      at,
      f.what,
      was.lowering && JSON.stringify(was.lowering),
      JSON.stringify({ room: was.roomId, setUp: was.setUp, choices: was.choices } satisfies Stood),
    ],
  );
  const [row] = rows;
  if (!row) throw new Error("what was brought forward was not kept");
  return forwardedOf(row);
}

/** The last time a session was brought forward that was not taken back, with what it takes to undo it. */
export interface LastForward {
  readonly id: string;
  readonly from: Footing;
  readonly document: string | null;
  readonly changes: readonly Change[];
}

export async function lastForward(db: Db, session: string): Promise<LastForward> {
  const { rows } = await db.query<Footing & Omit<LastForward, "from">>(
    `select id, from_release as release, from_edition as edition, baseline, report, lowering, stood, document, changes
     from forwards where session = $1 and undone_at is null order by number desc limit 1`,
    [session],
  );
  const [row] = rows;
  if (!row)
    throw new HouseProblem(
      409,
      "Nothing to take back",
      "This session was not brought forward, or no longer is.",
    );
  const { id, document, changes, ...from } = row;
  return { id, from, document, changes };
}

export async function markUndone(db: Db, id: string, by: string): Promise<Forwarded> {
  const { rows } = await db.query<Row>(
    `update forwards set undone_by = $2, undone_at = now() where id = $1 returning ${ROW}`,
    [id, by],
  );
  const [row] = rows;
  if (!row) throw notFound("bringing forward with this id");
  return forwardedOf(row);
}
