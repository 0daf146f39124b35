import { setField } from "../session/change.ts";
import { circleThrough } from "../session/circle.ts";
import { KIND_WORDS } from "../session/kind.ts";
import { circles, leavesTheSession, mainOf } from "../session/routing.ts";
import { EVERYTHING } from "./rule.ts";
import type { Observation, Rule } from "./rule.ts";

/** A feed or send to something that is not there, or nowhere at all, makes no sound. */
export const feedsNowhere: Rule = {
  id: "feeds-nowhere",
  area: "signal",
  title: "Feed that leads nowhere",
  reads: ["kind", "format", "feeds", "sends"],
  says: ["name"],
  check: (input) => {
    const main = mainOf(input.session);
    const sentTo = new Set(input.session.tracks.flatMap((t) => t.sends.map((x) => x.to)));
    return input.session.tracks.flatMap((t): Observation[] => {
      const observations: Observation[] = [];
      const home = t.parent ?? main?.id ?? null;
      const gone = t.feeds !== null && !input.tracks.has(t.feeds);
      // What records the path it would feed is heard there already.
      const records =
        home !== null && sentTo.has(t.id) && circleThrough(input.session, t.id, home) !== null;
      const silent = t.feeds === null && !leavesTheSession(t) && t.kind !== "midi" && t.format !== null;
      if (gone || (silent && !records)) {
        const to = home === null ? undefined : input.tracks.get(home);
        observations.push({
          track: t.id,
          weight: "broken",
          says: gone ? `“${t.name}” feeds a track that is not there.` : `“${t.name}” feeds nothing.`,
          because: "Nobody will hear it.",
          before: "nowhere",
          after: to?.name ?? null,
          fix:
            to && to.id !== t.id
              ? { label: `Feed ${to.name}`, changes: [setField(t, "feeds", to.id)], sure: true }
              : null,
        });
      }
      const lost = t.sends.filter((s) => !input.tracks.has(s.to));
      if (lost.length > 0) {
        observations.push({
          track: t.id,
          weight: "broken",
          says: `“${t.name}” sends to a track that is not there.`,
          because: "The send makes no sound and hides that one is missing.",
          before: `${t.sends.length} sends`,
          after: `${t.sends.length - lost.length} sends`,
          fix: {
            label: "Take the send out",
            changes: [
              setField(
                t,
                "sends",
                t.sends.filter((s) => !lost.includes(s)),
              ),
            ],
            sure: false,
          },
        });
      }
      return observations;
    });
  },
};

/** A feed that comes back to where it started howls, or is refused by the software. */
export const feedsCircle: Rule = {
  id: "feeds-circle",
  area: "signal",
  title: "Feed round in a circle",
  reads: ["kind", "format", "feeds", "sends"],
  says: ["name"],
  check: (input) =>
    circles(input.session).map((ids): Observation => {
      const names = ids.map((id) => input.tracks.get(id)?.name ?? id);
      const last = input.tracks.get(ids.at(-1) ?? "");
      const first = ids[0];
      const main = mainOf(input.session);
      const back = last && last.feeds === first;
      const changes =
        !last || first === undefined
          ? []
          : back
            ? [setField(last, "feeds", main && !ids.includes(main.id) ? main.id : null)]
            : [
                setField(
                  last,
                  "sends",
                  last.sends.filter((s) => s.to !== first),
                ),
              ];
      return {
        track: last?.id ?? null,
        weight: "broken",
        says: `Signal goes round in a circle: ${[...names, names[0]].join(" → ")}.`,
        because: "It would feed back, or the room's software will refuse it.",
        before: names.join(" → "),
        after: back
          ? `${last.name} → ${main?.name ?? "nothing"}`
          : `without the send from ${last?.name ?? ""}`,
        fix: {
          label: back ? `Feed ${main?.name ?? "nothing"} instead` : "Take that send out",
          changes,
          sure: false,
        },
      };
    }),
};

/** A return or cue mix that nothing sends to makes no sound: say which, offer to take it out. */
export const unfedReturn: Rule = {
  id: "unfed-return",
  area: "signal",
  title: "Return nobody feeds",
  reads: ["kind", "feeds", "sends"],
  says: EVERYTHING,
  check: (input) => {
    const waiting = new Set(
      input.session.tracks.filter((t) => t.kind === "return" || t.kind === "cue-mix").map((t) => t.id),
    );
    for (const t of input.session.tracks) {
      if (t.feeds !== null) waiting.delete(t.feeds);
      for (const s of t.sends) waiting.delete(s.to);
    }
    return input.session.tracks.flatMap((t, i): Observation[] => {
      if (!waiting.has(t.id)) return [];
      const siblings = input.session.tracks.slice(0, i).filter((x) => x.parent === t.parent);
      return [
        {
          track: t.id,
          weight: "note",
          says: `Nothing sends to the ${KIND_WORDS[t.kind]} “${t.name}”.`,
          because: "It costs processing and makes no sound.",
          before: t.name,
          after: "taken out",
          fix: {
            label: "Take it out",
            changes: [{ do: "take-out", track: t, after: siblings.at(-1)?.id ?? null }],
            sure: false,
          },
        },
      ];
    });
  },
};

/** A headphone mix that goes on into the mix is heard by everybody, and printed. */
export const cueIntoMain: Rule = {
  id: "cue-into-main",
  area: "signal",
  title: "Cue mix in the mix",
  reads: ["kind", "feeds"],
  says: ["name"],
  check: (input) =>
    input.session.tracks.flatMap((t): Observation[] => {
      if (t.kind !== "cue-mix" || t.feeds === null) return [];
      const to = input.tracks.get(t.feeds)?.name ?? "nothing that is there";
      return [
        {
          track: t.id,
          weight: "look",
          says: `The cue mix “${t.name}” feeds ${to}.`,
          because: "What the players hear would be in the mix as well. A cue mix goes to headphones only.",
          before: to,
          after: "headphones only",
          fix: { label: "Headphones only", changes: [setField(t, "feeds", null)], sure: false },
        },
      ];
    }),
};
