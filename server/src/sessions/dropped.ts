import { heldOf } from "@mossy/contract/heldSound";
import { dropIn } from "@mossy/core/order/dropIn";
import type { Drop } from "@mossy/core/order/dropIn";
import { settle } from "@mossy/core/order/settle";
import { apply } from "@mossy/core/session/apply";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { HouseProblem } from "../problems.ts";
import { factsIn } from "./facts.ts";

/** Sounds of the shelf for a piece of a running order. */
export interface DropWish {
  readonly piece: string;
  readonly sounds: readonly string[];
}

interface Kept {
  readonly id: string;
  readonly hash: string;
  readonly name: string;
  readonly file: string;
  readonly is: { readonly seconds: number; readonly rate: number; readonly channels: number } | null;
}

/**
 * A session with this week's files in its running order, everything where the order says and as loud as it says.
 * @throws HouseProblem where a piece or a sound is not there
 */
export async function droppedIn(db: Db, session: Session, drops: readonly DropWish[]): Promise<Session> {
  if (drops.length === 0) return session;
  const { rows } = await db.query<Kept>(
    `select s.id, s.hash, s.name, s.file, case when f.measures is not null then jsonb_build_object(
         'seconds', f.measures->'seconds', 'rate', f.says->'rate', 'channels', f.says->'channels') end as is
     from sounds s join sound_files f using (hash) where s.id = any($1)`,
    [drops.flatMap((d) => d.sounds)],
  );
  const kept = new Map(rows.map((r) => [r.id, r]));
  const filled = drops.map(({ piece, sounds }): Drop => {
    if (!session.order.some((p) => p.id === piece))
      throw refused(
        "No such piece",
        "The running order has no such piece any more. Drop the files in again.",
      );
    return { piece, sounds: sounds.map((id) => soundOf(kept.get(id))) };
  });
  const { changes, nowhere } = dropIn(session, filled);
  if (nowhere.length > 0) {
    const names = session.order.filter((p) => nowhere.includes(p.id)).map((p) => `“${p.name}”`);
    throw refused(
      "Nowhere to lie",
      `Nothing on a track stands for ${names.join(", ")}: put a placeholder for it into the template.`,
    );
  }
  const next = apply(session, changes);
  return apply(next, settle(next, await factsIn(db, next)));
}

function soundOf(kept: Kept | undefined): Drop["sounds"][number] {
  if (!kept)
    throw refused("No such sound", "One of the files is not on the shelf any more. Drop it in again.");
  if (!kept.is)
    throw refused("Not measured", `“${kept.name}” is not measured, so nobody knows how long it is.`);
  return { name: kept.name, held: heldOf(kept) };
}
const refused = (title: string, says: string): HouseProblem => new HouseProblem(422, title, says, "drops");
