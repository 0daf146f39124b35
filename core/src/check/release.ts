import type { Change } from "@mossy/core/session/change";
import { setField } from "../session/change.ts";
import type { Track } from "../session/document.ts";
import { EVERYTHING } from "./rule.ts";
import type { Observation, Rule, RuleInput } from "./rule.ts";

/** A track of the release that the session has lost. */
export const missingTrack: Rule = {
  id: "missing-track",
  area: "release",
  title: "Track missing",
  reads: [],
  says: EVERYTHING,
  check: (input) =>
    (input.baseline?.tracks ?? []).flatMap((t): Observation[] => {
      if (input.tracks.has(t.id)) return [];
      const back = putBack(input, t);
      return [
        {
          track: t.id,
          weight: "look",
          says: `“${t.name}” was taken out.`,
          because: "The session went out with it. Put it back, or keep it out and say why.",
          before: "not there",
          after: t.name,
          fix: back ? { label: "Put it back", changes: back, sure: true } : null,
        },
      ];
    }),
};

function putBack(input: RuleInput, t: Track): Change[] | null {
  const parent = t.parent === null ? null : input.tracks.get(t.parent);
  if (t.parent !== null && parent?.kind !== "folder") return null;
  const neighbours = (input.baseline?.tracks ?? []).filter((x) => x.parent === t.parent);
  const before = neighbours
    .slice(
      0,
      neighbours.findIndex((x) => x.id === t.id),
    )
    .filter((x) => input.tracks.get(x.id)?.parent === t.parent)
    .at(-1);
  const feeds = t.feeds === null || input.tracks.has(t.feeds) ? t.feeds : t.parent;
  return [
    {
      do: "add",
      track: { ...t, feeds, sends: t.sends.filter((s) => input.tracks.has(s.to)) },
      after: before?.id ?? null,
    },
  ];
}

/** A track the release does not know: new work of this job, or something forgotten. */
export const extraTrack: Rule = {
  id: "extra-track",
  area: "release",
  title: "Track not in the release",
  reads: ["job", "blocks"],
  says: ["name"],
  check: (input) => {
    if (!input.baseline) return [];
    const known = new Set(input.baseline.tracks.map((t) => t.id));
    // A block put in on purpose is known by its own releases.
    for (const b of input.session.blocks) for (const t of b.tracks) known.add(t.track);
    return input.session.tracks.flatMap((t): Observation[] =>
      known.has(t.id) || t.job
        ? []
        : [
            {
              track: t.id,
              weight: "note",
              says: `“${t.name}” was added in the room.`,
              because:
                "The release does not know it. Marking it as this job's own keeps it out " +
                "of later comparisons.",
              before: "unknown",
              after: "this job's own",
              fix: { label: "It is this job's own", changes: [setField(t, "job", true)], sure: true },
            },
          ],
    );
  },
};

/** A source that records from another input than it was given. */
export const inputMoved: Rule = {
  id: "input-moved",
  area: "release",
  title: "Input changed",
  reads: ["input"],
  says: ["name"],
  check: (input) =>
    (input.baseline?.tracks ?? []).flatMap((out): Observation[] => {
      const t = input.tracks.get(out.id);
      if (!t || out.input === t.input) return [];
      const say = (n: number | null): string => (n === null ? "no input" : `Input ${n}`);
      return [
        {
          track: t.id,
          weight: "look",
          says:
            `“${t.name}” records from ${say(t.input).toLowerCase()} instead of ` +
            `${say(out.input).toLowerCase()}.`,
          because: "The input list on the floor of the room says otherwise.",
          before: say(t.input),
          after: say(out.input),
          fix: { label: "Put the input back", changes: [setField(t, "input", out.input)], sure: true },
        },
      ];
    }),
};

/** Settings of the session that were given and came back other. */
export const settingChanged: Rule = {
  id: "setting-changed",
  area: "release",
  title: "Session setting changed",
  reads: ["sampleRate", "bitDepth", "mainFormat"],
  check: (input) => {
    const { baseline, session: came } = input;
    if (!baseline) return [];
    const observations: Observation[] = [];
    const say = (what: string, before: string, after: string, changes: Change[]): void => {
      observations.push({
        track: null,
        weight: "broken",
        says: `The ${what} is ${before} instead of ${after}.`,
        because: "Everything of one job is recorded alike.",
        before,
        after,
        fix: { label: `Back to ${after}`, changes, sure: true },
      });
    };
    if (came.sampleRate !== baseline.sampleRate)
      say("sample rate", `${came.sampleRate / 1000} kHz`, `${baseline.sampleRate / 1000} kHz`, [
        { do: "set-session", field: "sampleRate", from: came.sampleRate, to: baseline.sampleRate },
      ]);
    if (came.bitDepth !== baseline.bitDepth)
      say("bit depth", `${came.bitDepth} bit`, `${baseline.bitDepth} bit`, [
        { do: "set-session", field: "bitDepth", from: came.bitDepth, to: baseline.bitDepth },
      ]);
    if (came.mainFormat !== baseline.mainFormat)
      say("main format", came.mainFormat, baseline.mainFormat, [
        { do: "set-session", field: "mainFormat", from: came.mainFormat, to: baseline.mainFormat },
      ]);
    return observations;
  },
};
