import type { RemarkOn, RemarksOf } from "@mossy/contract/remarks";
import type { Cell } from "@mossy/core/sheet/cells";
import type { Db } from "@mossy/server/database";
import { addRemark, answerRemark, setDone } from "@mossy/server/remarks/store";

/** What somebody says, on a track by its name, a release, or all of it. */
interface RemarkPlan {
  /** A template by its id, or a session by its title. */
  readonly template?: string;
  readonly session?: string;
  readonly track?: string;
  readonly cell?: Cell;
  readonly release?: number;
  readonly by: string;
  readonly for?: string;
  readonly days: number;
  readonly text: string;
  readonly answers?: readonly (readonly [by: string, text: string])[];
  readonly done?: string;
}

const REMARKS: readonly RemarkPlan[] = [
  {
    template: "steelpan-orchestra-full-yard",
    track: "Iron_2",
    cell: "place",
    by: "tamsin",
    for: "marram",
    days: 2,
    text: "In Pan Yard the second iron stands on the other side. Meant like this?",
  },
  {
    template: "steelpan-orchestra-full-yard",
    track: "Iron_1",
    by: "wren",
    days: 6,
    text: "Clips on the last chorus whenever Marram's players have it.",
    answers: [
      ["tamsin", "Six dB less at the pad and it holds."],
      ["marram", "Noted in the track from release 6 on."],
    ],
    done: "marram",
  },
  {
    template: "story-evening",
    release: 5,
    by: "ossian",
    for: "marram",
    days: 4,
    text: "The tellers' returns are new to us in the Loft: which of them does the hall get?",
    answers: [["marram", "The long one. I put a line about it into the next note."]],
  },
  {
    session: "Engine overdubs",
    by: "marram",
    for: "tamsin",
    days: 1,
    text: "Please send this one back tonight, however it stands.",
  },
];

/** Stores the remarks of the demo. @param ago so many days ago */
export async function storeRemarks(db: Db, ago: (days: number) => Date): Promise<void> {
  for (const plan of REMARKS) {
    const place = await placeOf(db, plan);
    // In a house of many rooms sessions go by other names.
    if (!place) continue;
    const { of, on } = place;
    const at = ago(plan.days);
    const later = (n: number): Date => new Date(at.getTime() + n * 3_600_000);
    const made = await addRemark(db, { of, on, text: plan.text, for: plan.for ?? null }, plan.by, at);
    for (const [n, [by, text]] of (plan.answers ?? []).entries())
      await answerRemark(db, made.id, text, by, later(n + 1));
    if (plan.done !== undefined) await setDone(db, made.id, true, plan.done, later(5));
  }
}

async function placeOf(
  db: Db,
  { template, session, track, cell, release }: RemarkPlan,
): Promise<{ of: RemarksOf; on: RemarkOn } | null> {
  const { rows } = await db.query<{ id: string; track: string | null }>(
    `select x.id, (select t->>'id' from jsonb_array_elements(x.doc->'tracks') t where t->>'name' = $3 limit 1) as track
     from (select t.id, d.session as doc from templates t join documents d on d.id = t.document where t.id = $1
           union all select s.id::text, s.baseline from sessions s where s.title = $2) x`,
    [template ?? null, session ?? null, track ?? null],
  );
  const [row] = rows;
  if (!row) return null;
  const of: RemarksOf = { sort: template === undefined ? "session" : "template", id: row.id };
  if (release !== undefined) return { of, on: { what: "release", release } };
  if (track === undefined) return { of, on: { what: "all" } };
  return row.track === null ? null : { of, on: { what: "track", track: row.track, cell: cell ?? null } };
}
