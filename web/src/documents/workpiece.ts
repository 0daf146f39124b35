import { attempt } from "@mossy/core/session/attempt";
import type { Change } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import type { Deed, DeedBook } from "./deeds.ts";
import { NO_BOOK } from "./deeds.ts";
import { newKey } from "../wire/ask.ts";
import { onTop, withoutPart } from "./onTop.ts";
import { EditRefused } from "./rules.ts";
import type { ChangeRules, DocumentKeeper } from "./rules.ts";
import { lettingPass } from "./workpieceState.ts";
import type { WorkpieceState } from "./workpieceState.ts";

export type { WorkpieceState } from "./workpieceState.ts";

const AGAIN_AFTER = 3000;

/**
 * A document being worked on in this window: edits show at once, go to the house in order, and can be
 * undone without limit.
 * What other people change meanwhile is taken in; an edit that cannot stand beside it is named and taken
 * back.
 * What was done, and what has not reached the house yet, is kept in the book, so that both outlive the
 * page.
 */
export class Workpiece<D = Session, C = Change> {
  #state: WorkpieceState<D, C>;
  #revision: number;
  #done: Deed<C>[] = [];
  #undone: Deed<C>[] = [];
  #queue: Deed<C>[] = [];
  #sending = false;
  #sent: { readonly deed: Deed<C>; readonly revision: number; readonly key: string } | null = null;
  #clash = 0;
  readonly #listeners = new Set<() => void>();

  constructor(
    private readonly rules: ChangeRules<D, C>,
    private readonly house: DocumentKeeper<D, C>,
    start: { revision: number; doc: D; savedAt: Date },
    private readonly book: DeedBook<C> = NO_BOOK,
    private readonly pause: (ms: number) => Promise<void> = lettingPass,
  ) {
    this.#revision = start.revision;
    const { done, undone, unsent } = book.load();
    this.#done = [...done];
    this.#undone = [...undone];
    this.#state = {
      doc: start.doc,
      saving: "saved",
      savedAt: start.savedAt,
      problem: null,
      clashes: [],
      before: null,
      undoes: done.at(-1)?.label ?? null,
      redoes: undone.at(-1)?.label ?? null,
    };
    // What did not reach the house before the page went away goes on from here.
    if (unsent.length > 0) {
      this.#putOnTop(start.doc, start.doc, unsent);
      this.#set({ saving: "saving" });
      void this.#flush();
    }
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => {
      this.#listeners.delete(listener);
    };
  };
  readonly state = (): WorkpieceState<D, C> => this.#state;
  get revision(): number {
    return this.#revision;
  }

  /** Does something. A change that no longer fits is said, not done. */
  edit(changes: readonly C[], label: string): boolean {
    return this.#edit({ changes, label });
  }

  /** Does something more that belongs to what was done last: both are undone as one. */
  editAlong(changes: readonly C[], label: string): boolean {
    return this.#edit({ changes, label, along: this.#done.length > 0 });
  }

  #edit(deed: Deed<C>): boolean {
    const { changes } = deed;
    const before = this.#state.doc;
    if (changes.length === 0 || !this.#show(changes)) return false;
    // Who decides a thing anew need not be asked about it any more.
    const open = this.#state.clashes.filter(
      (c) => !c.yours.every((y) => changes.some((x) => this.rules.decidesTheSame(x, y))),
    );
    if (open.length < this.#state.clashes.length) this.#set({ clashes: open });
    this.#done.push(deed);
    this.#undone = [];
    this.#set({ before: deed.along ? null : before });
    this.#post(deed);
    return true;
  }

  /** Does several things one after the other as one deed; steps that change nothing are left out. */
  editInSteps(steps: readonly ((doc: D) => readonly C[])[], label: string): boolean {
    let now = this.#state.doc;
    const all: C[] = [];
    for (const step of steps) {
      const changes = step(now);
      now = this.rules.apply(now, changes);
      all.push(...changes);
    }
    return this.edit(all, label);
  }

  /** Decides a clash, or a part of it: theirs stays, or one's own is done over it (and can be undone). */
  settle(id: number, as: "yours" | "theirs", part: number | null = null): void {
    const clash = this.#state.clashes.find((c) => c.id === id);
    if (!clash) return;
    const left = part === null ? null : withoutPart(clash, part);
    const decided = part === null ? clash.yours : (clash.parts[part] ?? []);
    this.#set({ clashes: this.#state.clashes.filter((c) => c.id !== id) });
    if (as === "yours")
      this.edit(this.rules.insist(this.#state.doc, this.#state.doc, decided), clash.label);
    if (left) this.#set({ clashes: [...this.#state.clashes, left] });
  }

  undo(): void {
    for (let more = true; more;) {
      more = this.#done.at(-1)?.along === true;
      this.#back(this.#done, this.#undone);
    }
  }
  redo(): void {
    this.#back(this.#undone, this.#done);
    while (this.#undone.at(-1)?.along === true) this.#back(this.#undone, this.#done);
  }
  dismiss(): void {
    this.#set({ problem: null });
  }

  /** Somebody else changed the document: takes it in, unless own edits still on their way bring it back. */
  async heard(revision: number): Promise<void> {
    if (revision > this.#revision && this.#queue.length === 0) await this.#caughtUp();
  }

  #back(from: Deed<C>[], to: Deed<C>[]): void {
    const deed = from.at(-1);
    if (!deed) return;
    this.#set({ before: null });
    const changes = this.#fitting(this.rules.inverse(deed.changes));
    if (changes.length === 0 || !this.#show(changes)) {
      from.pop();
      this.book.save({ done: this.#done, undone: this.#undone });
      this.#set({});
      return;
    }
    from.pop();
    const back = { ...deed, changes };
    to.push(back);
    this.#post(back);
  }

  /** The changes as they fit beside what others changed in the same lists; as they are where they do not. */
  #fitting(changes: readonly C[]): readonly C[] {
    const made = attempt(this.rules.apply, this.#state.doc, changes);
    if ("doc" in made) return changes;
    const sorted = this.rules.sortOut(this.#state.doc, changes);
    return sorted.clash.length === 0 ? sorted.stand : changes;
  }

  #show(changes: readonly C[]): boolean {
    const made = attempt(this.rules.apply, this.#state.doc, changes);
    this.#set("doc" in made ? { doc: made.doc, problem: null } : { problem: made.refused });
    return "doc" in made;
  }

  #post(deed: Deed<C>): void {
    this.#queue.push(deed);
    this.book.keep(this.#queue);
    this.book.save({ done: this.#done, undone: this.#undone });
    this.#set({ saving: "saving" });
    void this.#flush();
  }

  /** What is sent again, because nobody knows whether it arrived, goes by the same key and is done once. */
  #keyOf(deed: Deed<C>): string {
    const known = this.#sent;
    if (known?.deed === deed && known.revision === this.#revision) return known.key;
    this.#sent = { deed, revision: this.#revision, key: newKey() };
    return this.#sent.key;
  }

  async #flush(): Promise<void> {
    if (this.#sending) return;
    this.#sending = true;
    for (let deed = this.#queue[0]; deed; deed = this.#queue[0]) {
      try {
        const answer = await this.house.send(this.#revision, deed.changes, this.#keyOf(deed));
        this.#queue.shift();
        this.book.keep(this.#queue);
        this.#revision = answer.revision;
        if (answer.merged) await this.#caughtUp();
      } catch (e) {
        if (!(e instanceof EditRefused)) {
          this.#sending = false;
          throw e;
        }
        if (e.refused) await this.#giveUp(deed, e.message);
        else {
          this.#set({ saving: "waiting", ...(e.told ? { problem: e.message } : {}) });
          await this.pause(AGAIN_AFTER);
          if (e.told) this.#set({ problem: null });
        }
      }
    }
    this.#sending = false;
    this.#set({ saving: "saved", savedAt: new Date() });
  }

  /**
   * The state of the house with edits still on their way put on top. Of those that no longer fit, what
   * touches nothing of others' goes in; the rest are clashes.
   */
  async #takeIn(pending: () => readonly Deed<C>[]): Promise<void> {
    const { revision, doc } = await this.#load();
    this.#revision = revision;
    this.#putOnTop(doc, this.#state.doc, pending());
  }

  #putOnTop(doc: D, mine: D, waiting: readonly Deed<C>[]): void {
    const { now, kept, parts, lost, clashes } = onTop(this.rules, doc, mine, waiting);
    this.#queue = [...kept];
    this.#done.push(...parts);
    this.book.keep(kept);
    this.#forget(lost);
    const asked = clashes.map((c) => ({ ...c, id: ++this.#clash }));
    this.#set({ doc: now, ...(asked.length > 0 ? { clashes: [...this.#state.clashes, ...asked] } : {}) });
  }

  /** The document as the house has it, however long it takes to answer. */
  async #load(): Promise<{ revision: number; doc: D }> {
    for (;;) {
      try {
        return await this.house.load();
      } catch (e) {
        if (!(e instanceof EditRefused) || e.refused) throw e;
        this.#set({ saving: "waiting" });
        await this.pause(AGAIN_AFTER);
      }
    }
  }

  /** Takes deeds that did not go through off the undo and redo lists. */
  #forget(lost: readonly Deed<C>[]): void {
    const gone = new Set(lost.map((d) => d.changes));
    this.#done = this.#done.filter((d) => !gone.has(d.changes));
    this.#undone = this.#undone.filter((d) => !gone.has(d.changes));
    if (lost.length > 0) this.book.save({ done: this.#done, undone: this.#undone });
  }

  /**
   * Takes in what the house has. Where it shows nothing (signed out meanwhile), that is said and tried
   * again later; edits wait.
   */
  async #caughtUp(): Promise<boolean> {
    try {
      await this.#takeIn(() => this.#queue);
      return true;
    } catch (e) {
      if (!(e instanceof EditRefused)) throw e;
      this.#set({ saving: "waiting", problem: e.message });
      await this.pause(AGAIN_AFTER);
      return false;
    }
  }

  /**
   * The house did not take an edit. Where it fits what the house has now, the reason is another than
   * somebody else's change: it is said.
   */
  async #giveUp(deed: Deed<C>, reason: string): Promise<void> {
    if (!(await this.#caughtUp()) || this.#queue[0] !== deed) return;
    this.#queue.shift();
    this.book.keep(this.#queue);
    this.#forget([deed]);
    await this.#caughtUp();
    this.#set({ problem: `Not done (${deed.label}): ${reason}` });
  }

  #set(change: Partial<WorkpieceState<D, C>>): void {
    this.#state = {
      ...this.#state,
      ...change,
      undoes: this.#done.at(-1)?.label ?? null,
      redoes: this.#undone.at(-1)?.label ?? null,
    };
    for (const l of this.#listeners) l();
  }
}
