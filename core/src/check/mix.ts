import { familyFor } from "../house/style.ts";
import type { SessionField, TrackField, TrackId } from "../session/document.ts";
import { namesThat } from "../session/field.ts";
import { SESSION } from "../session/sessionFields.ts";
import { TRACK } from "../session/trackFields.ts";
import { panInWords } from "../session/valueWords.ts";
import { leaning } from "../signal/image.ts";
import type { ImagePlace } from "../signal/image.ts";
import type { Observation, Rule, RuleInput } from "./rule.ts";

/** So far off the middle a place was chosen, not left. */
const CHOSEN = 10;
/** Nearer than this, two places sound as one. */
const ONE_SPOT = 2;
/** A side so much louder than the other is heard to lean, in dB. */
const LEANS = 3;

/** The fields that decide where a source stands at the main output. */
export const HEARD_BY: readonly (TrackField | SessionField)[] = [
  ...namesThat(TRACK, (f) => f.heard === true),
  ...namesThat(SESSION, (f) => f.heard === true),
];

/** Sources as they stand at the main output; none while nobody has placed any. */
function placed(input: RuleInput): readonly ImagePlace[] {
  if (input.session.tracks.every((t) => t.pan === 0)) return [];
  return input.standings();
}

/**
 * Two different sources at one place off the middle hide each other. Matters of taste: can be switched off.
 */
export const onOneSpot: Rule = {
  id: "one-spot",
  area: "signal",
  title: "Two sources on one spot",
  optional: true,
  reads: HEARD_BY,
  plan: ["wanted"],
  says: ["name"],
  check: (input) => {
    const what = (id: TrackId): string | null => {
      const w = input.plan.wanted.get(id)?.what;
      return w?.sure && w.role !== null && input.style.reader.roles.get(w.role)?.sort === "source"
        ? `${w.role}|${w.of ?? ""}`
        : null;
    };
    const points = placed(input)
      .filter((s) => s.to - s.from < ONE_SPOT && Math.abs(s.place) >= CHOSEN && what(s.id) !== null)
      .sort((a, b) => a.place - b.place);
    return points.flatMap((s, i): Observation[] => {
      const before = points[i - 1];
      if (
        !before ||
        s.place - before.place >= ONE_SPOT ||
        Math.abs(s.level - before.level) > 6 ||
        what(s.id) === what(before.id)
      )
        return [];
      const [a, b] = [input.tracks.get(before.id), input.tracks.get(s.id)];
      if (!a || !b) return [];
      return [
        {
          track: b.id,
          weight: "note",
          says: `“${b.name}” stands on one spot with “${a.name}”.`,
          because:
            `Both come from ${panInWords(s.place)}: one hides the other. Move one, or ` +
            "switch this off for this template.",
          before: panInWords(s.place),
          after: null,
          fix: null,
        },
      ];
    });
  },
};

/** Everything together louder on one side. */
export const leansAside: Rule = {
  id: "leans-aside",
  area: "signal",
  title: "Everything leans to a side",
  optional: true,
  reads: HEARD_BY,
  check: (input) => {
    const all = placed(input);
    if (all.length < 3) return [];
    const by = leaning(all);
    if (Math.abs(by) < LEANS) return [];
    const side = by > 0 ? "right" : "left";
    return [
      {
        track: null,
        weight: "note",
        says: `With every source alike, the ${side} is ${Math.abs(by).toFixed(1)} dB louder.`,
        because: "The whole picture leans. Something may be missing on the other side.",
        before: `${side} ${Math.abs(by).toFixed(1)} dB`,
        after: null,
        fix: null,
      },
    ];
  },
};

/** What is low in pitch, by what the house calls it: the bass family, and roles whose names say so. */
function isLow(input: RuleInput, id: TrackId): boolean {
  const w = input.plan.wanted.get(id)?.what;
  if (!w?.sure || w.role === null) return false;
  return (
    familyFor(input.style, w) === "bass" ||
    /\b(bass|kick|tuba|sub|contrabassoon|timpani)\b/i.test(input.style.reader.roles.get(w.role)?.name ?? "")
  );
}

/**
 * A low instrument far on one side with nothing low across from it takes the weight out of the other
 * loudspeaker.
 */
export const lowAside: Rule = {
  id: "low-aside",
  area: "signal",
  title: "Low instrument on one side",
  optional: true,
  reads: HEARD_BY,
  plan: ["wanted"],
  says: ["name"],
  check: (input) => {
    const low = placed(input).filter((s) => isLow(input, s.id));
    return low
      .filter(
        (s) => Math.abs(s.place) > 60 && !low.some((o) => o.place * s.place < 0 && Math.abs(o.place) > 30),
      )
      .map((s): Observation => ({
        track: s.id,
        weight: "note",
        says: `“${input.tracks.get(s.id)?.name ?? ""}” is low and stands alone at ${panInWords(s.place)}.`,
        because: "One loudspeaker would carry all the low end. Usually it stands near the middle.",
        before: panInWords(s.place),
        after: null,
        fix: null,
      }));
  },
};
