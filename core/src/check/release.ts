import type { Change } from "@mossy/core/session/change";
import { setField } from "../session/change.ts";
import type { Track } from "../session/document.ts";
import { EVERYTHING } from "./rule.ts";
import type { Remark, Rule, RuleInput } from "./rule.ts";

/** A track of the release that the session has lost. */
export const missingTrack: Rule = {
  id: "missing-track",
  area: "release",
  title: "Track missing",
  reads: [],
  says: EVERYTHING,
  check: (view) =>
    (view.baseline?.tracks ?? []).flatMap((t): Remark[] => {
      if (view.tracks.has(t.id)) return [];
      const back = putBack(view, t);
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

function putBack(view: RuleInput, t: Track): Change[] | null {
  const parent = t.parent === null ? null : view.tracks.get(t.parent);
  if (t.parent !== null && parent?.kind !== "folder") return null;
  const neighbours = (view.baseline?.tracks ?? []).filter((x) => x.parent === t.parent);
  const before = neighbours
    .slice(
      0,
      neighbours.findIndex((x) => x.id === t.id),
    )
    .filter((x) => view.tracks.get(x.id)?.parent === t.parent)
    .at(-1);
  const feeds = t.feeds === null || view.tracks.has(t.feeds) ? t.feeds : t.parent;
  return [
    {
      do: "add",
      track: { ...t, feeds, sends: t.sends.filter((s) => view.tracks.has(s.to)) },
      after: before?.id ?? null,
    },
  ];
}

/** A track the release does not know: new work of this job, or something forgotten. */
export const extraTrack: Rule = {
  id: "extra-track",
  area: "release",
  title: "Track not in the release",
  reads: ["job"],
  says: ["name"],
  check: (view) => {
    if (!view.baseline) return [];
    const known = new Set(view.baseline.tracks.map((t) => t.id));
    return view.session.tracks.flatMap((t): Remark[] =>
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
  check: (view) =>
    (view.baseline?.tracks ?? []).flatMap((given): Remark[] => {
      const t = view.tracks.get(given.id);
      if (!t || given.input === t.input) return [];
      const say = (n: number | null): string => (n === null ? "no input" : `Input ${n}`);
      return [
        {
          track: t.id,
          weight: "look",
          says:
            `“${t.name}” records from ${say(t.input).toLowerCase()} instead of ` +
            `${say(given.input).toLowerCase()}.`,
          because: "The input list on the floor of the room says otherwise.",
          before: say(t.input),
          after: say(given.input),
          fix: { label: "Put the input back", changes: [setField(t, "input", given.input)], sure: true },
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
  check: (view) => {
    const given = view.baseline;
    if (!given) return [];
    const came = view.session;
    const remarks: Remark[] = [];
    const say = (what: string, before: string, after: string, changes: Change[]): void => {
      remarks.push({
        track: null,
        weight: "broken",
        says: `The ${what} is ${before} instead of ${after}.`,
        because: "Everything of one job is recorded alike.",
        before,
        after,
        fix: { label: `Back to ${after}`, changes, sure: true },
      });
    };
    if (came.sampleRate !== given.sampleRate)
      say("sample rate", `${came.sampleRate / 1000} kHz`, `${given.sampleRate / 1000} kHz`, [
        { do: "set-session", field: "sampleRate", from: came.sampleRate, to: given.sampleRate },
      ]);
    if (came.bitDepth !== given.bitDepth)
      say("bit depth", `${came.bitDepth} bit`, `${given.bitDepth} bit`, [
        { do: "set-session", field: "bitDepth", from: came.bitDepth, to: given.bitDepth },
      ]);
    if (came.mainFormat !== given.mainFormat)
      say("main format", came.mainFormat, given.mainFormat, [
        { do: "set-session", field: "mainFormat", from: came.mainFormat, to: given.mainFormat },
      ]);
    return remarks;
  },
};
