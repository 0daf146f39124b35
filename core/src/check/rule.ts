import type { Change } from "../session/change.ts";
import { SESSION_FIELDS, TRACK_FIELDS } from "../session/document.ts";
import type { Keep, Session, SessionField, Track, TrackField, TrackId } from "../session/document.ts";
import type { HousePlan } from "../house/plan.ts";
import type { ImagePlace } from "../signal/image.ts";
import type { Flow } from "../signal/ways.ts";
import type { Style } from "../house/style.ts";
import type { NamesInUse } from "./namesInUse.ts";

/**
 * What the rules look at: a session, the house style, and what the session should still hold of its
 * release.
 */
export interface RuleInput {
  readonly style: Style;
  readonly session: Session;
  readonly plan: HousePlan;
  /** The signal paths made ready; worked out when the first rule asks. */
  readonly flow: () => Flow;
  /** Where sources stand at the main output; likewise. */
  readonly standings: () => readonly ImagePlace[];
  /** Which names the tracks go by. */
  readonly names: NamesInUse;
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
  readonly kept: Keep | null;
}

/** What a rule says of one track or of the session. */
export type Observation = Omit<Finding, "id" | "rule" | "area" | "kept">;

/** For a rule whose fix carries whole tracks. */
export const EVERYTHING: readonly (TrackField | SessionField)[] = [...TRACK_FIELDS, ...SESSION_FIELDS];

/**
 * One rule. What it says of how it looks lets a session that changed a little be looked at again only
 * there.
 */
export type Rule = (EachRule | WholeRule) & About;

/**
 * Looks at each track by itself: it reads that track, the session's own fields and what the house wants of
 * it, no other track.
 */
interface EachRule {
  readonly each: (input: RuleInput, t: Track) => Observation | null;
  readonly check?: never;
}

/** Looks at the session as a whole: a observation for everything that is off. */
interface WholeRule {
  readonly check: (input: RuleInput) => Observation[];
  readonly each?: never;
  /** The parts of the house's plan its observations depend on. */
  readonly plan?: readonly (keyof HousePlan)[];
  /** Fields that are only in the wording or in the fix: while it has nothing to say, they do not matter. */
  readonly says?: readonly (TrackField | SessionField)[];
  /** Whether a track can matter to it at all: while none that can changed, its observations hold. */
  readonly about?: (input: RuleInput, t: Track) => boolean;
}

interface About {
  readonly id: string;
  readonly area: RuleArea;
  /** The rule in a few words, for lists. */
  readonly title: string;
  /**
   * The fields of tracks (and of the session) that decide what it finds; while they stay as they are, so do
   * the observations.
   */
  readonly reads: readonly (TrackField | SessionField)[];
  /** Whether a session can switch it off: it is a matter of taste. */
  readonly optional?: true;
  /** It is silent on tracks that another rule, looked at before it, speaks of. */
  readonly unless?: string;
}
