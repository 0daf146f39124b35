import type { AnswerOf } from "@mossy/contract/routes";
import type { Session } from "@mossy/core/session/document";
import { told } from "./count.ts";
import type { Count } from "./count.ts";

export type LedgerOutcome = "there" | "lost";
type Whole = AnswerOf<"session">;

/** Something the house said it had done to a session. */
interface Done {
  readonly says: string;
  readonly holds: (session: Whole) => boolean;
}

/** What the house acknowledged, to be looked for in it later. */
export class Ledger {
  readonly #sessions = new Map<string, Done[]>();
  readonly #stand = new Map<string, string>();
  readonly #releases = new Map<string, number[]>();
  readonly #editions: number[] = [];

  /** Those something was acknowledged of, by id. */
  sessions(): string[] {
    return [...this.#sessions.keys()];
  }

  done(session: string, says: string, holds: Done["holds"]): void {
    this.#sessions.set(session, [...(this.#sessions.get(session) ?? []), { says, holds }]);
  }
  /** How a session stands once the house did something to it, until it does something else. */
  stands(session: string, now: Session): void {
    this.#stand.set(session, JSON.stringify(now));
  }
  release(template: string, number: number): void {
    this.#releases.set(template, [...(this.#releases.get(template) ?? []), number]);
  }
  edition(number: number): void {
    this.#editions.push(number);
  }

  /** Looks for all that was acknowledged of a session. */
  lookAtSession(session: Whole, count: Count<LedgerOutcome>): void {
    const stood = this.#stand.get(session.id);
    const done = this.#sessions.get(session.id) ?? [];
    const stands: Done[] =
      stood === undefined
        ? []
        : [{ says: "stands as it was left", holds: (s) => JSON.stringify(s.now) === stood }];
    for (const { says, holds } of [...done, ...stands])
      look(holds(session), `“${session.title}” ${says}`, count);
  }

  lookAtTemplate({ id, draft, releases }: AnswerOf<"template">, count: Count<LedgerOutcome>): void {
    const there = new Set(releases.map((r) => r.number));
    for (const number of this.#releases.get(id) ?? [])
      look(there.has(number), `release ${number} of “${draft.session.title}”`, count);
  }

  lookAtHouse({ editions }: AnswerOf<"house">, count: Count<LedgerOutcome>): void {
    const there = new Set(editions.map((e) => e.number));
    for (const number of this.#editions) look(there.has(number), `edition ${number}`, count);
  }
}

function look(isThere: boolean, says: string, count: Count<LedgerOutcome>): void {
  if (isThere) told(count, "there");
  else told(count, "lost", says);
}
