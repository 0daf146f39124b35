import { planHouse } from "../house/plan.ts";
import type { Style } from "../house/style.ts";
import { apply } from "../session/apply.ts";
import { attempt } from "../session/attempt.ts";
import { setSessionField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { changedBetween } from "../session/changed.ts";
import type { Difference } from "../session/changed.ts";
import type { Session, SessionField, TrackField, TrackId } from "../session/document.ts";
import { byId, insideOf } from "../session/routing.ts";
import { flowOf } from "../signal/ways.ts";
import { standings } from "../signal/image.ts";
import { HEARD_BY } from "./mix.ts";
import type { Finding, Observation, Rule, RuleInput } from "./rule.ts";
import { NamesInUse } from "./namesInUse.ts";
import { RULES } from "./rules.ts";

/** What a rule said: of each track in their order, or of the session as a whole. */
type RuleObservations =
  { readonly each: readonly (Observation | null)[] } | { readonly whole: readonly Observation[] };

/** The last session looked at with a style, and what the rules said of it. */
interface Look {
  readonly input: RuleInput;
  readonly said: ReadonlyMap<string, RuleObservations>;
}
const lastLooked = new WeakMap<Style, Look>();

/**
 * Everything that is off in a session, most pressing rules first. Findings somebody kept are in it, marked.
 * A session that follows on from the one looked at before with this style is looked at again only where it,
 * or what the house wants of it, changed.
 * @param baseline the session as it went out, to say what is missing, extra or changed against it
 */
export function check(style: Style, session: Session, baseline: Session | null = null): Finding[] {
  const last = lastLooked.get(style);
  const changed =
    last && last.input.baseline === baseline ? changedBetween(last.input.session, session) : null;
  const since = last && changed && !changed.order ? { last, changed } : null;
  // Names go along with the session; should a rule fail on the way, nothing half way is kept.
  lastLooked.delete(style);
  const input = inputOf(style, session, baseline, since);
  const touched = since ? touchedSince(since, input) : [];
  const said = new Map<string, RuleObservations>();
  const kept = new Map(session.kept.map((k) => [findingId(k.rule, k.track, k.was), k]));
  const findings: Finding[] = [];
  const spokenOf = new Map<string, ReadonlySet<TrackId | null>>();
  for (const rule of RULES) {
    if (rule.optional && session.rulesOff.includes(rule.id)) continue;
    const says = look(rule, input, since, touched);
    said.set(rule.id, says);
    const observations = "whole" in says ? says.whole : says.each.filter((r) => r !== null);
    const others = rule.unless === undefined ? undefined : spokenOf.get(rule.unless);
    spokenOf.set(rule.id, new Set(observations.map((r) => r.track)));
    for (const { track, weight, says: text, because, before: was, after, fix } of observations) {
      if (others?.has(track)) continue;
      const id = findingId(rule.id, track, was);
      findings.push({
        id,
        rule: rule.id,
        area: rule.area,
        track,
        weight,
        says: text,
        because,
        before: was,
        after,
        fix,
        kept: kept.get(id) ?? null,
      });
    }
  }
  lastLooked.set(style, { input, said });
  return findings;
}

/** A state that was looked at before with the same tracks in the same order, and what changed since. */
interface Predecessor {
  readonly last: Look;
  readonly changed: Difference;
}

/** What a rule says now; where nothing it looks at changed, what it said before. */
function look(
  rule: Rule,
  input: RuleInput,
  since: Predecessor | null,
  touched: readonly number[],
): RuleObservations {
  const before = since?.last.said.get(rule.id);
  const { tracks } = input.session;
  if (!since || !before)
    return rule.each ? { each: tracks.map((t) => rule.each(input, t)) } : { whole: rule.check(input) };
  const { changed, last } = since;
  const among = (list: readonly (TrackField | SessionField)[] | undefined): boolean =>
    list?.some((f) => changed.fields.has(f) || changed.session.has(f)) ?? false;
  if (rule.each && "each" in before) {
    if (rule.reads.some((f) => changed.session.has(f)))
      return { each: tracks.map((t) => rule.each(input, t)) };
    if (touched.length === 0) return before;
    const each = [...before.each];
    for (const i of touched) {
      const t = tracks[i];
      if (t) each[i] = rule.each(input, t);
    }
    return { each };
  }
  if (!rule.check || !("whole" in before)) return { whole: [] };
  const decided =
    among(rule.reads) || (rule.plan?.some((part) => input.plan[part] !== last.input.plan[part]) ?? false);
  const worded = before.whole.length > 0 && among(rule.says);
  if (!decided && !worded) return before;
  const { about } = rule;
  const matters = (of: RuleInput, i: number): boolean => {
    const t = of.session.tracks[i];
    return t !== undefined && (about?.(of, t) ?? true);
  };
  if (
    about &&
    !rule.reads.some((f) => changed.session.has(f)) &&
    !touched.some((i) => matters(last.input, i) || matters(input, i))
  )
    return before;
  return { whole: rule.check(input) };
}

/** The places of tracks that are other than before, or of which the house wants something else. */
function touchedSince({ last, changed }: Predecessor, input: RuleInput): readonly number[] {
  if (input.plan.wanted === last.input.plan.wanted) return changed.at;
  const at = new Set(changed.at);
  const { mended } = input.plan;
  if (mended?.from === last.input.plan.mark) return [...new Set([...at, ...mended.at])];
  return input.session.tracks.flatMap((t, i) =>
    at.has(i) || input.plan.wanted.get(t.id) !== last.input.plan.wanted.get(t.id) ? [i] : [],
  );
}

/**
 * What the rules look at; each part is worked out when the first rule asks for it, or taken from before
 * where it is the same.
 */
function inputOf(
  style: Style,
  session: Session,
  baseline: Session | null,
  since: Predecessor | null,
): RuleInput {
  const once = <T>(make: () => T): (() => T) => {
    let made: { is: T } | null = null;
    return () => (made ??= { is: make() }).is;
  };
  const { changed, last } = since ?? {};
  const heard =
    changed && last && !HEARD_BY.some((f) => changed.fields.has(f) || changed.session.has(f))
      ? last.input
      : null;
  const flow = heard?.flow ?? once(() => flowOf(session));
  const names = last?.input.names ?? new NamesInUse(session);
  if (changed) names.follow(session, changed.at);
  const [tracks, inside] = [once(() => byId(session)), once(() => insideOf(session.tracks))];
  return {
    style,
    session,
    baseline,
    names,
    flow,
    standings: heard?.standings ?? once(() => standings(flow())),
    plan: planHouse(style, session),
    get tracks() {
      return tracks();
    },
    get inside() {
      return inside();
    },
  };
}

const findingId = (rule: string, track: string | null, was: string | null): string =>
  `${rule}:${track ?? "session"}:${was ?? ""}`;

/** The change that lets a finding stand, with the reason. */
export function keep(session: Session, finding: Finding, why: string): Change {
  return setSessionField(session, "kept", [
    ...session.kept,
    { rule: finding.rule, track: finding.track, was: finding.before, why },
  ]);
}

/** The change that takes a finding up again. */
export function takeUpAgain(session: Session, finding: Finding): Change {
  return setSessionField(
    session,
    "kept",
    session.kept.filter((k) => findingId(k.rule, k.track, k.was) !== finding.id),
  );
}

/** The findings that still want somebody. */
export function open(findings: readonly Finding[]): Finding[] {
  return findings.filter((f) => f.kept === null);
}

/** How many tracks follow the house style: no open finding about name, look or place. */
export function followingTracks(session: Session, findings: readonly Finding[]): number {
  const off = new Set(
    open(findings)
      .filter((f) => f.area === "style")
      .map((f) => f.track),
  );
  return session.tracks.filter((t) => !off.has(t.id)).length;
}

/** The share of tracks that follow the house style, 0…1. An empty session follows it. */
export function followsTheHouse(session: Session, findings: readonly Finding[]): number {
  return session.tracks.length === 0 ? 1 : followingTracks(session, findings) / session.tracks.length;
}

const ROUNDS = 12;

/**
 * The changes that put right all that can be without asking. One fix can make another needless or possible,
 * so it looks again after each round of fixes that go together.
 * @param among which of what is found is meant; all where it is left out
 */
export function putAllRight(
  style: Style,
  session: Session,
  baseline: Session | null = null,
  among: (found: readonly Finding[], now: Session) => readonly Finding[] = (found) => found,
): Change[] {
  const changes: Change[] = [];
  let now = session;
  for (let round = 0; round < ROUNDS; round++) {
    const fixes = among(open(check(style, now, baseline)), now).filter((f) => f.fix?.sure);
    if (fixes.length === 0) break;
    const before = now;
    for (const { fix } of fixes) {
      if (!fix) continue;
      const made = attempt(apply, now, fix.changes);
      // Another fix of this round may have changed what this one speaks of; the next round sees it afresh.
      if ("refused" in made) continue;
      now = made.doc;
      changes.push(...fix.changes);
    }
    if (now === before) break;
  }
  return changes;
}
