import { forgetful } from "../house/style.ts";
import type { Style } from "../house/style.ts";
import type { Session } from "../session/document.ts";
import { grouped } from "../session/grouped.ts";
import { check, followingTracks, open } from "./check.ts";
import type { Finding } from "./rule.ts";

/**
 * Who brought it about that something is off:
 * "room": what was done in the session since it went out; "edition": a later edition of the house style,
 * which asks for what the one it was started under did not; "release": it went out like that.
 */
export const CAUSES = ["room", "edition", "release"] as const;
export type Cause = (typeof CAUSES)[number];

/** A session that went out from the house: as it was, and the house style in force then. */
export interface Origin {
  readonly baseline: Session;
  readonly style: Style;
}

/**
 * Rules whose `before` names a neighbour, who may be another one without anything having been done to the
 * track.
 */
const BY_NEIGHBOURS: ReadonlySet<string> = new Set(["out-of-order"]);

/** The same for findings that say the same thing of the same track. */
export const sameThing = (f: Finding): string =>
  `${f.rule}|${f.track ?? ""}|${BY_NEIGHBOURS.has(f.rule) ? "" : (f.before ?? "")}`;

/** What some findings are about, to be asked for. */
export const things = (findings: readonly Finding[]): ReadonlySet<string> =>
  new Set(findings.map(sameThing));

/** What was off in a session when it went out; worked out once for each session and style. */
function broughtAlong({ baseline, style }: Origin): ReadonlySet<string> {
  const byStyle = brought.get(baseline) ?? new WeakMap<Style, ReadonlySet<string>>();
  brought.set(baseline, byStyle);
  const known = byStyle.get(style);
  if (known) return known;
  const found = things(check(forgetful(style), baseline, baseline));
  byStyle.set(style, found);
  return found;
}
const brought = new WeakMap<Session, WeakMap<Style, ReadonlySet<string>>>();

/**
 * Why each finding of a session is there, by the finding's id.
 * @param style the house style in force now, which the findings were made with
 * @param session the session as it stands
 */
export function causesOf(
  style: Style,
  session: Session,
  origin: Origin,
  findings: readonly Finding[],
): ReadonlyMap<string, Cause> {
  const release = broughtAlong(origin);
  const then = style === origin.style ? null : things(check(origin.style, session, origin.baseline));
  return new Map(
    findings.map((f) => {
      const thing = sameThing(f);
      return [f.id, release.has(thing) ? "release" : then && !then.has(thing) ? "edition" : "room"];
    }),
  );
}

/** Tracks by the rule they are off by; "" stands for the session as a whole. */
export type DriftOf = Readonly<Record<string, readonly string[]>>;

/**
 * How a session stands: its tracks, how many of them the room left as the house has them, and what is open
 * by who brought it about.
 */
export interface SessionState {
  readonly tracks: number;
  readonly following: number;
  readonly open: Readonly<Record<Cause, number>>;
  /** What its room brought about: what of it is open, and what somebody let stand. */
  readonly drift: { readonly open: DriftOf; readonly kept: DriftOf };
}

/**
 * How a session stands. What a later edition asks and what was off when it went out are not the room's
 * drift.
 */
export function standOf(style: Style, session: Session, origin: Origin): SessionState {
  const findings = check(style, session, origin.baseline);
  return countStand(session, findings, causesOf(style, session, origin, findings));
}

/** The same from findings that are known already. */
export function countStand(
  session: Session,
  findings: readonly Finding[],
  causes: ReadonlyMap<string, Cause>,
): SessionState {
  const off = { room: 0, edition: 0, release: 0 };
  for (const f of open(findings)) off[causes.get(f.id) ?? "room"]++;
  const byRoom = findings.filter((f) => (causes.get(f.id) ?? "room") === "room");
  const drift = {
    open: byRule(byRoom.filter((f) => f.kept === null)),
    kept: byRule(byRoom.filter((f) => f.kept !== null)),
  };
  return { tracks: session.tracks.length, following: followingTracks(session, byRoom), open: off, drift };
}

function byRule(findings: readonly Finding[]): DriftOf {
  const of = grouped(findings, (f) => f.rule);
  return Object.fromEntries(
    [...of].map(([rule, list]) => [rule, [...new Set(list.map((f) => f.track ?? ""))]]),
  );
}
