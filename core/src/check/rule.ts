import type { Change } from "../session/change.ts";
import { SESSION_FIELDS, TRACK_FIELDS } from "../session/document.ts";
import type { Kept, Session, SessionField, Track, TrackField, TrackId } from "../session/document.ts";
import type { HousePlan } from "../house/plan.ts";
import type { Standing } from "../signal/image.ts";
import type { Flow } from "../signal/ways.ts";
import type { Style } from "../house/style.ts";

/** What the rules look at: a session, the house style, and what the session should still hold of its release. */
export interface View {
  readonly style: Style;
  readonly session: Session;
  readonly plan: HousePlan;
  /** The signal paths made ready; worked out when the first rule asks. */
  readonly flow: () => Flow;
  /** Where sources stand at the main output; likewise. */
  readonly standings: () => readonly Standing[];
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

/** For a rule whose fix carries whole tracks: any change of any track makes it look again. */
export const EVERYTHING: readonly (TrackField | SessionField)[] = [...TRACK_FIELDS, ...SESSION_FIELDS];

/** One rule: `check` gives a remark for everything that is off, nothing where all is well. */
export interface Rule {
  readonly id: string;
  readonly area: RuleArea;
  /** The rule in a few words, for lists. */
  readonly title: string;
  /** The fields of tracks (and of the session) its remarks depend on; while they stay as they are, so do the remarks. */
  readonly reads: readonly (TrackField | SessionField)[];
  /** Whether a session can switch it off: it is a matter of taste. */
  readonly optional?: true;
  readonly check: (view: View) => Remark[];
}
