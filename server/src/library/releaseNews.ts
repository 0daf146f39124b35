import type { Release } from "@mossy/contract/library";
import type { Db } from "../database.ts";
import { tell } from "../news/tell.ts";
import { note } from "../record/store.ts";
import type { AskedBy } from "../record/store.ts";
import { templateCard } from "./cards.ts";

/** Everybody hears of a release, and the record has it. */
export async function tellOfRelease(
  db: Db,
  via: AskedBy,
  template: string,
  release: Release,
): Promise<Release> {
  const by = release.publishedBy;
  const card = await templateCard(db, template);
  const says = `published release ${release.number} of “${card.name}”: ${release.note}`;
  await note(db, via, { what: "published", who: by, says });
  await tell(db, { kind: "release", release: release.number, card, by });
  return release;
}
