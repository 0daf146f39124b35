import type { Session } from "@mossy/core/session/document";
import type { Db } from "@mossy/server/database";
import { editProduction, needProduction } from "@mossy/server/library/productions";
import { addRelease, addTemplate, releaseWith } from "@mossy/server/library/store";

interface DemoProduction {
  readonly code: string;
  readonly title: string;
  /** How many days ago it was closed; null while it runs. */
  readonly closed: number | null;
  /** Its own template, begun from a release of one of the house. */
  readonly template: {
    readonly id: string;
    readonly name: string;
    readonly shelf: string;
    readonly from: string;
    readonly release: number;
    readonly note: string;
    readonly days: number;
  };
}

const PRODUCTIONS: readonly DemoProduction[] = [
  {
    code: "EBB26",
    title: "Ebb and flow, the shanty record",
    closed: null,
    template: {
      id: "ebb-and-flow",
      name: "Ebb and flow, the record",
      shelf: "Choirs",
      from: "shanty-choir",
      release: 3,
      note: "From the first approved mix",
      days: 40,
    },
  },
  {
    code: "GULL25",
    title: "Gull season, a radio play",
    closed: 30,
    template: {
      id: "gull-season",
      name: "Gull season, the play",
      shelf: "Spoken word",
      from: "story-evening",
      release: 5,
      note: "As the first night stood",
      days: 70,
    },
  },
];

const LEADS = ["shanty-lead", "teller"];

/** What its first mix made of a session: whoever leads a little back. */
const mixed = (session: Session): Session => ({
  ...session,
  notes: "",
  tracks: session.tracks.map((t) => (LEADS.includes(t.role ?? "") ? { ...t, level: t.level - 1.5 } : t)),
});

/** Productions of the house with the templates made for them; one is over. */
export async function storeProductions(db: Db, by: string, ago: (days: number) => Date): Promise<void> {
  const { rows } = await db.query<{ edition: number }>("select max(number) as edition from house_editions");
  const edition = rows[0]?.edition ?? 1;
  for (const { code, title, closed, template: t } of PRODUCTIONS) {
    const { session } = await releaseWith(db, t.from, t.release);
    const origin = { template: t.from, release: t.release };
    const own = { ...mixed(session), title: t.name, origin };
    await needProduction(db, code);
    await addTemplate(
      db,
      { ...t, says: `For sessions of ${code}.`, production: code },
      by,
      own,
      ago(t.days),
    );
    await addRelease(db, t.id, own, t.note, edition, by, ago(t.days));
    await editProduction(db, code, { title, closed: closed !== null }, by, ago(closed ?? 0));
    if (closed === null)
      await db.query("update sessions set production = $1 where template = $2 and closed_at is null", [
        code,
        t.from,
      ]);
  }
}
