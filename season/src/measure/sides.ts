import { causesOf } from "@mossy/core/check/causes";
import type { Cause } from "@mossy/core/check/causes";
import { check, open } from "@mossy/core/check/check";
import type { Finding } from "@mossy/core/check/rule";
import type { Style } from "@mossy/core/house/style";
import type { Session, Track, TrackId } from "@mossy/core/session/document";
import { readName } from "@mossy/core/words/read";
import { ROLES } from "../truth/roles.ts";
import type { Hands, Told } from "../work/hands.ts";
import type { Count } from "./count.ts";

export type SideOutcome = "right" | "wrong";

/** What of a track a rule is about. */
export const ABOUT: Readonly<Record<string, Told>> = {
  "name-off-pattern": "name",
  "name-unreadable": "name",
  "colour-off": "colour",
  "icon-off": "name",
  "outside-folder": "parent",
};

/** A session as the house shows it: as it stands, how it went out, and the house style then and now. */
export interface Shown {
  readonly now: Session;
  readonly baseline: Session;
  readonly style: Style;
  readonly then: Style;
  /** What each of its tracks, and of those that went out, really is. */
  readonly things: ReadonlyMap<TrackId, string>;
}

/**
 * Holds whose each drift is told to be against who wrote what is off. The room's it cannot be where nobody there
 * touched the track it got from the house, nor any of its family, whose number and folder that may decide. The house's
 * it cannot be where the room wrote what is off in place of what the house gave.
 * @returns how many findings were told as each one's, to be held against what the house counts
 */
export function tellSides(shown: Shown, hands: Hands, count: Count<SideOutcome>): Record<Cause, number> {
  const { style, now, baseline, then } = shown;
  const findings = open(check(style, now, baseline));
  const causes = causesOf(style, now, { baseline, style: then }, findings);
  const stirred = stirredIn(shown, hands);
  const told = { room: 0, edition: 0, release: 0 };
  for (const f of findings) {
    const cause = causes.get(f.id) ?? "room";
    told[cause]++;
    const about = ABOUT[f.rule];
    if (f.track === null || about === undefined) continue;
    const says = wrongSide(shown, hands, stirred, { f, cause, about, track: f.track });
    count.all++;
    count.of[says === null ? "right" : "wrong"]++;
    if (says !== null) count.case(`${f.rule}: ${f.says} ${says}`);
  }
  return told;
}

interface Judged {
  readonly f: Finding;
  readonly cause: Cause;
  readonly about: Told;
  readonly track: TrackId;
}

function wrongSide(
  { now, baseline }: Shown,
  hands: Hands,
  stirred: Stirred,
  { f, cause, about, track }: Judged,
): string | null {
  const [is, was] = [now, baseline].map((s) => s.tracks.find((t) => t.id === track));
  const touched = new Set([...(hands.people.get(track) ?? []), ...(hands.software.get(track) ?? [])]);
  if (cause === "room")
    return was === undefined ||
      ((about !== "name" || f.rule === "icon-off") && hands.renamed.has(track)) ||
      touched.size > 0 ||
      stirred.isOf(was) ||
      stirred.isOf(is) ||
      (about === "parent" && stirred.any)
      ? null
      : "told as the room's, which did nothing to it";
  // Given another name it may be another thing, of which the house wants another look.
  const alone = about === "name" || !touched.has("name");
  const wrote =
    was && is && touched.has(about) && was[about] !== is[about] && alone && f.rule !== "icon-off";
  return wrote && !stirred.isOf(was) ? `told as the ${cause}'s, but the room wrote it` : null;
}

interface Stirred {
  /** Whether there are any: which folders there are hangs on all of them. */
  readonly any: boolean;
  readonly isOf: (t: Track | undefined) => boolean;
}

/** Families of which tracks came, went or were given another name in the room. */
function stirredIn({ now, baseline, style, things }: Shown, hands: Hands): Stirred {
  const familyOf = (role: string): string => style.reader.roles.get(role)?.family ?? "";
  const familiesOf = ({ id, name, role, of }: Track): string[] =>
    [...(ROLES[things.get(id) ?? ""] ?? []), role ?? "", of ?? "", readName(style.reader, name).role ?? ""]
      .map(familyOf)
      .filter((f) => f !== "");
  const isStirred = (id: TrackId): boolean =>
    hands.made.has(id) ||
    hands.gone.has(id) ||
    [hands.people, hands.software].some(
      (h) => h.get(id)?.has("name") === true || h.get(id)?.has("parent") === true,
    );
  const families = new Set(
    [...baseline.tracks, ...now.tracks].filter((t) => isStirred(t.id)).flatMap(familiesOf),
  );
  return {
    any: families.size > 0,
    isOf: (t) => t !== undefined && familiesOf(t).some((f) => families.has(f)),
  };
}
