import { planHouse } from "../house/plan.ts";
import type { Style } from "../house/style.ts";
import { ChangeRefused, apply } from "../session/apply.ts";
import { setSessionField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { changedBetween } from "../session/changed.ts";
import type { Session, SessionField, TrackField } from "../session/document.ts";
import { byId, insideOf } from "../session/routing.ts";
import { flowOf } from "../signal/ways.ts";
import { standings } from "../signal/image.ts";
import type { Finding, Remark, View } from "./rule.ts";
import { RULES } from "./rules.ts";

/** What the rules said of the last session, by style: a rule looks again only when something it reads has changed. */
const lastSaid = new WeakMap<Style, { readonly session: Session; readonly baseline: Session | null; readonly remarks: ReadonlyMap<string, readonly Remark[]> }>();

/**
 * Everything that is off in a session, most pressing rules first. Findings somebody kept are in it, marked.
 * A session that follows on from the one looked at before with this style costs what the rules that read the changed fields cost.
 * @param baseline the session as it went out, to say what is missing, extra or changed against it
 */
export function check(style: Style, session: Session, baseline: Session | null = null): Finding[] {
  const last = lastSaid.get(style);
  const changed = last && last.baseline === baseline ? changedBetween(last.session, session) : null;
  const view = viewOf(style, session, baseline);
  const remarks = new Map<string, readonly Remark[]>();
  const kept = new Map(session.kept.map((k) => [findingId(k.rule, k.track, k.was), k]));
  const findings: Finding[] = [];
  for (const rule of RULES) {
    if (rule.optional && session.rulesOff.includes(rule.id)) continue;
    const before = changed && !changed.order && !rule.reads.some((f) => changed.fields.has(f as TrackField) || changed.session.has(f as SessionField)) ? last?.remarks.get(rule.id) : undefined;
    const said = before ?? rule.check(view);
    remarks.set(rule.id, said);
    for (const { track, weight, says, because, before: was, after, fix } of said) {
      const id = findingId(rule.id, track, was);
      findings.push({ id, rule: rule.id, area: rule.area, track, weight, says, because, before: was, after, fix, kept: kept.get(id) ?? null });
    }
  }
  lastSaid.set(style, { session, baseline, remarks });
  return findings;
}

/** What the rules look at; each part is worked out when the first rule asks for it. */
function viewOf(style: Style, session: Session, baseline: Session | null): View {
  const once = <T>(make: () => T): (() => T) => { let made: { is: T } | null = null; return () => (made ??= { is: make() }).is; };
  const flow = once(() => flowOf(session));
  const [plan, tracks, inside] = [once(() => planHouse(style, session)), once(() => byId(session)), once(() => insideOf(session.tracks))];
  return { style, session, baseline, flow, standings: once(() => standings(flow())), get plan() { return plan(); }, get tracks() { return tracks(); }, get inside() { return inside(); } };
}

const findingId = (rule: string, track: string | null, was: string | null): string => `${rule}:${track ?? "session"}:${was ?? ""}`;

/** The change that lets a finding stand, with the reason. */
export function keep(session: Session, finding: Finding, why: string): Change {
  return setSessionField(session, "kept", [...session.kept, { rule: finding.rule, track: finding.track, was: finding.before, why }]);
}

/** The change that takes a finding up again. */
export function takeUpAgain(session: Session, finding: Finding): Change {
  return setSessionField(session, "kept", session.kept.filter((k) => findingId(k.rule, k.track, k.was) !== finding.id));
}

/** The findings that still want somebody. */
export function open(findings: readonly Finding[]): Finding[] {
  return findings.filter((f) => f.kept === null);
}

/** How many tracks follow the house style: no open finding about name, look or place. */
export function followingTracks(session: Session, findings: readonly Finding[]): number {
  const off = new Set(open(findings).filter((f) => f.area === "style").map((f) => f.track));
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
 * @param rule only what this rule finds
 */
export function putAllRight(style: Style, session: Session, baseline: Session | null = null, rule: string | null = null): Change[] {
  const changes: Change[] = [];
  let now = session;
  for (let round = 0; round < ROUNDS; round++) {
    const fixes = open(check(style, now, baseline)).filter((f) => f.fix?.sure && (rule === null || f.rule === rule));
    if (fixes.length === 0) break;
    const before = now;
    for (const { fix } of fixes) {
      if (!fix) continue;
      try {
        now = apply(now, fix.changes);
        changes.push(...fix.changes);
      } catch (e) {
        // Another fix of this round already changed what this one speaks of; the next round sees it afresh.
        if (!(e instanceof ChangeRefused)) throw e;
      }
    }
    if (now === before) break;
  }
  return changes;
}
