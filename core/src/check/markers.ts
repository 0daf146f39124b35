import { compose } from "../names/compose.ts";
import type { Style } from "../house/style.ts";
import { setSessionField } from "../session/change.ts";
import type { Session } from "../session/document.ts";
import { plural } from "../session/plural.ts";
import { Along } from "../time/along.ts";
import type { Observation, Rule } from "./rule.ts";

/** A number that leads a name, with what parts it from the rest. */
const NUMBER = /^\d{1,4}(?:[\s_.:)–—-]+|$)/;

/**
 * The names the markers of a session have by the house's pattern: numbered in the order of time, with what they are
 * called without a number. A marker of which the pattern makes nothing is not in it.
 */
export function markerNames(style: Style, session: Session): ReadonlyMap<string, string> {
  const along = new Along(session);
  const inOrder = session.markers
    .map((m) => ({ m, at: along.seconds(m.clock, m.at) }))
    .sort((a, b) => a.at - b.at);
  const named = inOrder.map(({ m }, n): [string, string | null] => {
    const title = m.name.replace(NUMBER, "");
    return [m.id, compose(style.house.names.marker, style.reader, { number: n + 1, title })];
  });
  return new Map(named.filter((x): x is [string, string] => x[1] !== null));
}

/** A marker that is not called as the house calls markers. */
export const markerOffPattern: Rule = {
  id: "marker-off-pattern",
  area: "style",
  title: "Marker off the house's pattern",
  reads: ["markers", "tempo", "tempos"],
  check: ({ style, session }) => {
    const names = markerNames(style, session);
    return session.markers.flatMap((m): Observation[] => {
      const name = names.get(m.id);
      if (name === undefined || name === m.name) return [];
      return [
        {
          track: null,
          weight: "note",
          says: `The marker “${m.name}” is “${name}” by the house.`,
          because: "Whoever opens the session finds the same place under the same name.",
          before: `${m.id} ${m.name}`,
          after: name,
          fix: {
            label: `Call it ${name}`,
            changes: [
              setSessionField(
                session,
                "markers",
                session.markers.map((x) => (x.id === m.id ? { ...x, name } : x)),
              ),
            ],
            sure: false,
          },
        },
      ];
    });
  },
};

/** Markers of one job in a template: everybody who starts from it gets them. */
export const markerOfAJob: Rule = {
  id: "marker-of-a-job",
  area: "release",
  title: "Markers of a job left in",
  reads: ["markers"],
  check: ({ session, baseline }) => {
    const left = baseline ? [] : session.markers.filter((m) => m.job);
    const [first] = left;
    if (!first) return [];
    return [
      {
        track: null,
        weight: "look",
        says: `It still carries ${plural(left.length, "marker")} of a job, the first “${first.name}”.`,
        because: "Every session that is started from this would begin with them.",
        before: left.map((m) => m.id).join(" "),
        after: null,
        fix: {
          label: left.length === 1 ? "Take it out" : "Take them out",
          changes: [
            setSessionField(
              session,
              "markers",
              session.markers.filter((m) => !m.job),
            ),
          ],
          sure: false,
        },
      },
    ];
  },
};
