import type { Change } from "../session/change.ts";
import type { Kept, Session, Track, TrackId } from "../session/document.ts";
import type { HousePlan } from "../house/plan.ts";
import type { Style } from "../house/style.ts";

/** What the rules look at: a session, the house style, and what the session should still hold of its release. */
export interface View {
  readonly style: Style;
  readonly session: Session;
  readonly plan: HousePlan;
  readonly tracks: ReadonlyMap<TrackId, Track>;
  /** The tracks directly in each folder (null: in none), in order. */
  readonly inside: ReadonlyMap<TrackId | null, readonly Track[]>;
  /** The session as the room received it; null for a template. */
  readonly baseline: Session | null;
}

/** What a rule speaks of: the house style, where signal goes, or the release. */
export type RuleArea = "style" | "signal" | "release";

/** A way to put something right. */
export interface Fix {
  /** The word on the button: "Rename", "Move to PANS"… */
  readonly label: string;
  readonly changes: readonly Change[];
  /** Whether it may be done without asking. */
  readonly sure: boolean;
}

export interface Finding {
  /** Rule, track and what was off: the same as long as the same thing is off. */
  readonly id: string;
  readonly rule: string;
  readonly area: RuleArea;
  readonly track: TrackId | null;
  /** broken: sound or work is lost; look: off the house; note: to know. */
  readonly weight: "broken" | "look" | "note";
  /** What is off, as a person would say it. */
  readonly says: string;
  /** Why that matters, or which decision it goes against. */
  readonly because: string;
  readonly before: string | null;
  readonly after: string | null;
  readonly fix: Fix | null;
  /** Set where somebody let it stand, with the reason. */
  readonly kept: Kept | null;
}

/** What a rule says of one track or of the session. */
export type Remark = Omit<Finding, "id" | "rule" | "area" | "kept">;

/** One rule: `check` gives a remark for everything that is off, nothing where all is well. */
export interface Rule {
  readonly id: string;
  readonly area: RuleArea;
  /** The rule in a few words, for lists. */
  readonly title: string;
  readonly check: (view: View) => Remark[];
}
