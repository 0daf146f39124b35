import type { LastStarted } from "@mossy/contract/life";
import type { Doer } from "@mossy/contract/people";
import type { ChosenSettings } from "@mossy/core/fit/settings";
import { chosenSettings } from "@mossy/core/fit/settings";
import { startBlocksOf } from "@mossy/core/library/startBlocks";
import type { Variant } from "@mossy/core/session/beside";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { doerIn } from "../doer.ts";
import { releaseWith } from "../library/store.ts";

interface Row {
  title: string;
  template: string;
  name: string;
  retired: boolean;
  latest: number | null;
  variant: Variant | null;
  production: string | null;
  setUp: string | null;
  baseline: Session;
  by: Doer;
  at: Date;
}

/** What was last started in a room, as it would be started again: from the latest release, with the same choices. */
export async function lastStarted(db: Db, room: string): Promise<LastStarted> {
  const { rows } = await db.query<Row>(
    `select s.title, s.template, t.name, is_retired(t) as retired, t.latest, s.variant, s.production,
       s.set_up as "setUp", s.baseline, ${doerIn("s.made_by")} as by, s.made_at as at
     from sessions s join templates t on t.id = s.template
     where s.room = $1 order by s.made_at desc, s.id desc limit 1`,
    [room],
  );
  const [r] = rows;
  if (!r) return { last: null };
  const release = r.retired ? null : r.latest;
  const next = release === null ? null : (await releaseWith(db, r.template, release)).session;
  return {
    last: {
      title: r.title,
      template: r.template,
      templateName: r.name,
      release,
      variant: next?.variants.some((v) => v.id === r.variant?.id) ? (r.variant?.id ?? null) : null,
      production: r.production,
      setUp: r.setUp,
      settings: next ? chosenOf(r.baseline, next) : {},
      blocks: await givenOut(
        db,
        startBlocksOf(r.baseline).map((b) => b.block),
      ),
      by: r.by,
      at: r.at.toISOString(),
    },
  };
}

/** Of some blocks those that can be put in. */
async function givenOut(db: Db, blocks: readonly string[]): Promise<string[]> {
  if (blocks.length === 0) return [];
  const { rows } = await db.query<{ id: string }>(
    "select id from templates where id = any($1) and latest is not null and not is_retired(templates)",
    [blocks],
  );
  return blocks.filter((id) => rows.some((r) => r.id === id));
}

/** What a session has otherwise than a release that leaves it free. */
function chosenOf(session: Session, release: Session): ChosenSettings {
  const free = Object.keys(chosenSettings.shape).filter((f) => {
    const field = f as keyof typeof chosenSettings.shape;
    return (
      !release.fixed.includes(field) && JSON.stringify(session[field]) !== JSON.stringify(release[field])
    );
  });
  return chosenSettings.parse(Object.fromEntries(free.map((f) => [f, Reflect.get(session, f) as unknown])));
}
