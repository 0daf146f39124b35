import { makeStyle } from "@mossy/core/house/style";
import type { Style } from "@mossy/core/house/style";
import type { Db } from "../database.ts";
import { currentEdition, draft, editionWith } from "./store.ts";

const REMEMBERED = 4;

/** House styles made ready, by edition. Editions never change, so one is made once. */
export class Styles {
  readonly #styles = new Map<number, Promise<Style>>();

  async current(db: Db): Promise<{ edition: number; style: Style }> {
    const edition = await currentEdition(db);
    return { edition, style: await this.of(db, edition) };
  }

  #draft: { revision: number; style: Style } | null = null;

  /** The draft made ready; made again when it was saved since. */
  async ofDraft(db: Db): Promise<Style> {
    const { house, revision } = await draft(db);
    if (this.#draft?.revision !== revision) this.#draft = { revision, style: makeStyle(house) };
    return this.#draft.style;
  }

  of(db: Db, edition: number): Promise<Style> {
    const known = this.#styles.get(edition);
    if (known) return known;
    const made = editionWith(db, edition).then((e) => makeStyle(e.house));
    this.#styles.set(edition, made);
    made.catch(() => this.#styles.delete(edition));
    for (const old of [...this.#styles.keys()].slice(0, -REMEMBERED)) this.#styles.delete(old);
    return made;
  }
}
