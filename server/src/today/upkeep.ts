import type { WaitingItem } from "@mossy/contract/today";
import { plural } from "@mossy/core/session/plural";
import type { Db } from "../database.ts";
import type { Space } from "../space.ts";

const DAY = 86_400_000;

/** What keeps the house itself going. */
export interface Upkeep {
  readonly space: Space;
  /** Days after which a backup is wanted again; 0 for never. */
  readonly backupDays: number;
}

/** What leads see to, or have seen to, so that the house goes on. */
export async function upkeepWaits(db: Db, { space, backupDays }: Upkeep): Promise<WaitingItem[]> {
  return [...littleSpace(space), ...(backupDays > 0 ? await oldBackup(db, backupDays) : [])];
}

function littleSpace({ state, left }: Space): WaitingItem[] {
  if (state === "ample") return [];
  const says =
    state === "full"
      ? `The house takes nothing in any more: its disk has ${left} left`
      : `The disk on which the house keeps its records has only ${left} left`;
  const next = "Make room on that disk, or move the house to a larger one";
  return [{ about: "Disk", weight: state === "full" ? "broken" : "look", says, next, to: null }];
}

/** A house without a backup is told of it once it is as old as a backup may be. */
async function oldBackup(db: Db, days: number): Promise<WaitingItem[]> {
  const { rows } = await db.query<{ last: Date | null; begun: Date | null }>(
    "select (select max(made_at) from backups) as last, (select min(published_at) from house_editions) as begun",
  );
  const { last, begun } = rows[0] ?? { last: null, begun: null };
  const since = last ?? begun;
  const old = since ? Math.floor((Date.now() - since.getTime()) / DAY) : 0;
  if (old < days) return [];
  const says = last ? `The last backup is ${plural(old, "day")} old` : "This house was never backed up";
  const next = "On its machine: npm run backup -- FILE";
  return [{ about: "Backup", weight: "look", says, next, to: null }];
}
