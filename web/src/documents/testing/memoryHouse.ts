import { smallSession } from "@mossy/core/fixtures/sessions";
import { apply } from "@mossy/core/session/apply";
import { setField } from "@mossy/core/session/change";
import type { Change } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import type { DeedBook } from "../deeds.ts";
import { Workpiece } from "../workpiece.ts";
import { EditRefused } from "../rules.ts";
import type { DocumentKeeper } from "../rules.ts";
import { SESSION_RULES } from "../sessionRules.ts";

/** A house in memory: one document, changed by anybody. */
export class MemoryHouse implements DocumentKeeper {
  session: Session = smallSession();
  revision = 0;
  down = 0;
  loadsDown = 0;
  async send(from: number, changes: readonly Change[]) {
    await Promise.resolve();
    if (this.down > 0) {
      this.down--;
      throw new EditRefused(false, "no line");
    }
    try {
      this.session = apply(this.session, changes);
    } catch (e) {
      throw new EditRefused(true, (e as Error).message);
    }
    return { revision: ++this.revision, merged: from < this.revision - 1 };
  }
  async load() {
    await Promise.resolve();
    if (this.loadsDown > 0) {
      this.loadsDown--;
      throw new EditRefused(false, "no line");
    }
    return { revision: this.revision, doc: this.session };
  }
}
export const work = (house: DocumentKeeper, book?: DeedBook) =>
  new Workpiece(
    SESSION_RULES,
    house,
    { revision: 0, doc: smallSession(), savedAt: new Date(0) },
    book,
    () => Promise.resolve(),
  );
export const find = (s: Session, id: string) => s.tracks.find((t) => t.id === id)!;
export const level = (d: Workpiece, id: string, to: number) =>
  d.edit([setField(find(d.state().doc, id), "level", to)], "level");
export const settled = async (d: Workpiece): Promise<void> => {
  for (let n = 0; n < 200 && d.state().saving !== "saved"; n++)
    await new Promise((r) => {
      setTimeout(r, 0);
    });
};
