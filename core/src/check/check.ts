import { planHouse } from "../house/plan.ts";
import type { Style } from "../house/style.ts";
import { ChangeRefused, apply } from "../session/apply.ts";
import { setSessionField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import type { Session } from "../session/document.ts";
import { byId, insideOf } from "../session/routing.ts";
import type { Finding } from "./rule.ts";
import { RULES } from "./rules.ts";

/**
 * Everything that is off in a session, most pressing rules first. Findings somebody kept are in it, marked.
 * @param baseline the session as it went out, to say what is missing, extra or changed against it
 */
export function check(style: Style, session: Session, baseline: Session | null = null): Finding[] {
  const view = { style, session, baseline, plan: planHouse(style, session), tracks: byId(session), inside: insideOf(session.tracks) };
  const kept = new Map(session.kept.map((k) => [findingId(k.rule, k.track, k.was), k]));
  const findings: Finding[] = [];
  for (const rule of RULES) {
    for (const { track, weight, says, because, before, after, fix } of rule.check(view)) {
      const id = findingId(rule.id, track, before);
      findings.push({ id, rule: rule.id, area: rule.area, track, weight, says, because, before, after, fix, kept: kept.get(id) ?? null });
    }
  }
  return findings;
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
