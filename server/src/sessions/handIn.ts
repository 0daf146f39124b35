import type { HandInAnswer, UnlikeAnswer } from "@mossy/contract/sessions";
import { doneAlready, once } from "../transaction.ts";
import type { Errand } from "../transaction.ts";
import type { Crew } from "../crew/crew.ts";
import type { Pool } from "../database.ts";
import { tell } from "../news/tell.ts";
import { doerOf } from "../doer.ts";
import { addDocument } from "../documents/store.ts";
import { addCheckIn } from "./checkInStore.ts";
import type { HandInWish } from "./handedIn.ts";
import { handInJob } from "./jobs.ts";
import { stepBack } from "./olderCopy.ts";
import { sessionCard } from "./cards.ts";
import { openForWriting } from "./store.ts";

export interface HandIn extends HandInWish {
  readonly name: string;
  /** In bytes. */
  readonly size: number;
  /** Null where it was handed in without a key. */
  readonly errand: Errand | null;
}

/** What is carried in a file is read, summed and written this fast, also where a disk is slow. */
const BYTES_A_MILLISECOND = 20_000;

/** Takes a session file in as a check-in. Nothing is stored when the file cannot be read. */
export async function handIn(pool: Pool, crew: Crew, what: HandIn): Promise<HandInAnswer | UnlikeAnswer> {
  const before = what.errand && (await doneAlready<HandInAnswer>(pool, what.errand));
  if (before) return before.answer;
  const { path, session, sure, by, size } = what;
  const look = await crew.run(
    handInJob,
    { path, session, sure, by },
    { who: by.id, what: `“${what.name}”`, more: size / BYTES_A_MILLISECOND },
  );
  if ("taken" in look) return look;
  const { target, there, recognised, notices, counts, stored } = look;
  const at = new Date();
  return once(pool, what.errand, async (db): Promise<HandInAnswer> => {
    await openForWriting(db, target.id);
    const document = await addDocument(db, look.session, by.id, at);
    const added = await addCheckIn(db, {
      session: target.id,
      fileName: what.name,
      ...stored,
      document,
      there,
      recognised,
      notices,
      by: by.id,
      at,
      counts,
    });
    await db.query("insert into check_in_facts (check_in, facts) values ($1, $2)", [
      added.id,
      JSON.stringify(look.facts),
    ]);
    if (look.forwards.length > 0)
      await stepBack(db, { session: target.id, checkIn: added.id, by: by.id }, look.forwards);
    await tell(db, {
      kind: "check-in",
      card: await sessionCard(db, target.id),
      findings: counts.open.room,
      by: doerOf(by),
    });
    return {
      taken: true,
      checkIn: added.id,
      session: target.id,
      number: added.number,
      findings: counts.open.room,
      notices: [...notices],
    };
  });
}
