import { noteFrom } from "@mossy/core/compare/note";
import { compare } from "@mossy/core/compare/sentences";
import { likenesses } from "@mossy/core/library/proposal";
import type { Session, Track } from "@mossy/core/session/document";
import { addProposal } from "@mossy/server/proposals/store";
import type { Db } from "@mossy/server/database";

/** What somebody proposes from a session: what they did in it that the template should have. */
interface ProposalPlan {
  readonly session: string;
  readonly by: string;
  readonly days: number;
  readonly reason: string;
  readonly work: (went: Session) => Session;
}

const set = (session: Session, id: string, fields: Partial<Track>): Session => ({
  ...session,
  tracks: session.tracks.map((t) => (t.id === id ? { ...t, ...fields } : t)),
});

/** A track behind another one, in its folder. */
const behind = (session: Session, id: string, made: (other: Track) => Track): Session => ({
  ...session,
  tracks: session.tracks.flatMap((t) => (t.id === id ? [t, made(t)] : [t])),
});

export const PROPOSALS: readonly ProposalPlan[] = [
  {
    session: "Engine overdubs",
    by: "tamsin",
    days: 3,
    reason: "Somebody brings claves every time, and they end up on the cowbell's track.",
    work: (s) =>
      behind(s, "cowbell", (other) => ({
        ...other,
        id: "claves",
        name: "Claves",
        role: "claves",
        input: null,
      })),
  },
  {
    session: "Ferry landing",
    by: "wren",
    days: 1,
    reason:
      "The lead stands closer than the crew by now; at these levels nothing is pulled down on the night.",
    work: (s) => set(set(s, "shanty-lead", { level: -12 }), "accordion", { level: -10 }),
  },
];

/** Stores the proposals of the demo, as they came from sessions under way. @param ago so many days ago */
export async function storeProposals(db: Db, ago: (days: number) => Date): Promise<void> {
  for (const { session, by, days, reason, work } of PROPOSALS) {
    const { rows } = await db.query<{ id: string; template: string; baseline: Session }>(
      "select id, template, baseline from sessions where title = $1",
      [session],
    );
    const [one] = rows;
    // In a house of many rooms sessions go by other names.
    if (!one) continue;
    const base = one.baseline;
    const { changes, sentences } = compare(base, work(base));
    if (changes.length === 0) throw new Error(`nothing is proposed from “${session}”`);
    await addProposal(
      db,
      {
        target: "session",
        template: one.template,
        session: one.id,
        says: noteFrom(sentences),
        reason,
        touches: [...likenesses(base, work(base))],
        what: { base, changes },
      },
      by,
      ago(days),
    );
  }
}
