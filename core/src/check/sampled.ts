import { setField } from "../session/change.ts";
import type { Session, Track } from "../session/document.ts";
import { grouped } from "../session/grouped.ts";
import { keyName } from "../session/midiKeys.ts";
import { plural } from "../session/plural.ts";
import type { Plays } from "../session/plays.ts";
import { carrierOf, mainOf } from "../session/routing.ts";
import { callsMeet } from "../sampled/callsMeet.ts";
import { bestOffset } from "../sampled/cover.ts";
import { keysPlayed, movedTo } from "../sampled/keys.ts";
import { gridOf } from "../sampled/onGrid.ts";
import { isCalledUp, leadsIn, resetProblems, withResets } from "../sampled/resets.ts";
import type { Observation, Rule, RuleInput } from "./rule.ts";

type Sampled = Track & { readonly plays: Plays };
const isSampled = (t: Track): t is Sampled => t.plays !== null;
const isLoaded = (t: Track): t is Sampled => isSampled(t) && t.plays.loading !== "off";

const limitOf = ({ style, session }: Pick<RuleInput, "style" | "session">): number =>
  (session.ensemble.limits ?? style.house.sampled).error;
const rounded = (ms: number): number => Math.round(ms * 10) / 10;
const lagsOf = ({ ways }: Plays) => ways.flatMap((w) => w.lag ?? []);
const setPlays = (t: Sampled, more: Partial<Plays>) => setField(t, "plays", { ...t.plays, ...more });
const looked = (
  t: Track,
  rest: Pick<Observation, "says" | "because"> & Partial<Observation>,
): Observation => ({
  track: t.id,
  weight: "look",
  before: null,
  after: null,
  fix: null,
  ...rest,
});

/** One offset serves all of a track, and these articulations are too far apart for any. */
export const articulationsApart: Rule = {
  id: "articulations-apart",
  area: "signal",
  title: "Articulations of a track too far apart in time",
  reads: ["plays", "name", "ensemble"],
  each: (input, t) => {
    if (!isSampled(t) || t.plays.ways.length < 2) return null;
    const limit = limitOf(input);
    if (gridOf(t.plays, limit) !== "too far off") return null;
    const { error } = bestOffset(lagsOf(t.plays));
    return looked(t, {
      before: `${rounded(error)} ms off`,
      says:
        `Articulations on “${t.name}” are ${rounded(error)} ms off at the best offset; ` +
        `${limit} ms are allowed.`,
      because:
        "A track has one offset: some of it comes early, some late. On tracks of their own they are in time.",
    });
  },
};

/** Another offset would leave its articulations closer to the grid. */
export const offsetOff: Rule = {
  id: "offset-off",
  area: "signal",
  title: "Offset of a track not the best",
  reads: ["plays", "name", "ensemble"],
  each: (input, t) => {
    if (!isSampled(t) || gridOf(t.plays, limitOf(input)) !== "could be closer") return null;
    const best = Math.round(bestOffset(lagsOf(t.plays)).offset * 100) / 100;
    return looked(t, {
      before: `${t.plays.offset} ms earlier`,
      after: `${best} ms earlier`,
      says: `“${t.name}” is played ${t.plays.offset} ms earlier; at ${best} ms it is closest to the beat.`,
      because: "What a sampled instrument plays is heard by the lag of its samples later.",
      fix: { label: `Set it to ${best} ms`, changes: [setPlays(t, { offset: best })], sure: true },
    });
  },
};

/** A key that calls an articulation up is one the instrument plays. */
export const callAmongNotes: Rule = {
  id: "call-among-notes",
  area: "signal",
  title: "House key among the notes of its track",
  reads: ["plays", "name"],
  each: (_, t) => {
    if (!isSampled(t) || !isCalledUp(t.plays)) return null;
    const keys = keysPlayed(t.plays);
    const among = t.plays.ways.filter(
      (w) => keys && w.key !== null && w.key >= keys.low && w.key <= keys.high,
    );
    const [first] = among;
    if (!first || first.key === null) return null;
    return looked(t, {
      before: among.map((w) => keyName(w.key ?? 0)).join(", "),
      says:
        `${keyName(first.key)} calls up ${first.name} on “${t.name}”, and is a note it plays` +
        (among.length === 1 ? "." : `; so ${plural(among.length - 1, "other does", "others do")}.`),
      because: "Whoever plays that note switches the articulation.",
    });
  },
};

/** "an octave too low", "5 semitones too high" */
function tooHighInWords(semitones: number): string {
  const by = Math.abs(semitones);
  const far = by % 12 !== 0 ? plural(by, "semitone") : by === 12 ? "an octave" : `${by / 12} octaves`;
  return `${far} too ${semitones > 0 ? "high" : "low"}`;
}

/** A track sounds elsewhere than it says. */
export const octaveOff: Rule = {
  id: "octave-off",
  area: "signal",
  title: "Sampled instrument at another octave than its track says",
  reads: ["plays", "transpose", "name"],
  each: (_, t) => {
    const sounds = t.plays?.patch.sounds ?? null;
    if (!isSampled(t) || sounds === null) return null;
    const moved = movedTo(t.transpose, { sounds });
    if (moved === t.plays.moved) return null;
    return looked(t, {
      before: `moved by ${t.plays.moved}`,
      after: `moved by ${moved}`,
      says: `“${t.name}” sounds ${tooHighInWords(t.plays.moved - moved)}.`,
      because:
        "Libraries have their instruments at different octaves; notes are moved so that all sound as written.",
      fix: { label: `Move its notes by ${moved}`, changes: [setPlays(t, { moved })], sure: true },
    });
  },
};

/** Two articulations of a track are called up by the same thing. */
export const calledAlike: Rule = {
  id: "called-alike",
  area: "signal",
  title: "Articulation nobody can call up by itself",
  reads: ["plays", "name"],
  each: (_, t) => {
    if (!isSampled(t)) return null;
    const { ways } = t.plays;
    const like = ways.flatMap((w, n) => {
      const other = ways.slice(0, n).find((o) => callsMeet(o.called, w.called));
      return other ? [{ w, other }] : [];
    });
    const [first] = like;
    if (!first) return null;
    return looked(t, {
      before: like
        .map((l) => l.w.name)
        .join(", ")
        .slice(0, 900),
      says: `Nobody can call up ${first.w.name} on “${t.name}”: it is called up like ${first.other.name}.`,
      because: "Both sound at once, or only one of them ever does. Say in its library what calls it up.",
    });
  },
};

/** Controllers, program, key or bend are not set back before the music. */
export const notReset: Rule = {
  id: "not-reset",
  area: "signal",
  title: "Sampled instrument not reset before the music",
  reads: [
    ...(["plays", "items", "controllers", "program", "name"] as const),
    ...(["leadIn", "musicBar", "meter", "meters", "tempo", "tempos"] as const),
  ],
  about: (_, t) => t.plays !== null,
  check: ({ session }) => {
    const own = session.tracks.filter(isSampled);
    const because = "What was played last time still stands on the instrument when the music begins.";
    if (own.length > 0 && !leadsIn(session))
      return [
        {
          track: null,
          weight: "look",
          says: `There is no lead-in in which ${plural(own.length, "sampled track")} could be reset.`,
          because,
          before: null,
          after: null,
          fix: null,
        },
      ];
    return own.flatMap((t) => {
      const problems = resetProblems(session, t);
      if (problems.length === 0) return [];
      const items = withResets(session, t);
      // What somebody wrote before the music may say otherwise all the same.
      const mends = resetProblems(session, { ...t, items }).length === 0;
      const fix = { label: "Reset it in the lead-in", changes: [setField(t, "items", items)], sure: true };
      return looked(t, {
        before: problems.join(", ").slice(0, 900),
        says: `“${t.name}” is not reset before the music: ${problems.slice(0, 3).join(", ")}.`,
        because,
        fix: mends ? fix : null,
      });
    });
  },
};

/** Two tracks play what goes out by one port and channel. */
export const channelsAlike: Rule = {
  id: "channels-alike",
  area: "signal",
  title: "Two sampled tracks on one channel",
  reads: ["plays", "channel", "name"],
  about: (_, t) => t.plays !== null,
  check: ({ session }) =>
    [...grouped(session.tracks.filter(isLoaded), (t) => t.plays.port)].flatMap(([port, list]) => {
      if (port === null) return [];
      const taken = new Set(list.map((t) => t.channel));
      const free = [...Array(16).keys()].map((n) => n + 1).filter((c) => !taken.has(c));
      return list.flatMap((t, n) => {
        const other = list
          .slice(0, n)
          .find((o) => o.channel === t.channel || o.channel === null || t.channel === null);
        if (!other) return [];
        const channel = t.channel === null || other.channel === null ? undefined : free.shift();
        return looked(t, {
          before: `port ${port}, ${channelInWords(t)}`,
          says: `“${t.name}” and “${other.name}” both go out by port ${port}, ${channelInWords(t)}.`,
          because: "Each plays the notes of the other as well.",
          fix:
            channel === undefined
              ? null
              : { label: `Channel ${channel}`, changes: [setField(t, "channel", channel)], sure: false },
        });
      });
    }),
};
const channelInWords = ({ channel }: Track): string =>
  channel === null ? "all channels" : `channel ${channel}`;

/** One articulation of a patch on two tracks of a player: the patch is loaded twice. */
export const patchTwice: Rule = {
  id: "patch-twice",
  area: "signal",
  title: "Patch loaded twice for the same",
  reads: ["plays", "name"],
  about: (_, t) => t.plays !== null,
  check: ({ session }) => {
    const first = new Map<string, Sampled>();
    return session.tracks.filter(isLoaded).flatMap((t) => {
      const { player, library, patch, ways } = t.plays;
      const same = ways.flatMap((w) => {
        const key = [player, library.id, patch.id, w.id].join(" ");
        const other = first.get(key);
        if (!other) first.set(key, t);
        return other ? [{ other, name: w.name }] : [];
      });
      const [one] = same;
      if (!one) return [];
      return looked(t, {
        before: same
          .map((s) => s.name)
          .join(", ")
          .slice(0, 900),
        says: `“${t.name}” and “${one.other.name}” both play ${one.name} of ${patch.name}: it is loaded twice.`,
        because: "It takes its memory and its time to load a second time.",
      });
    });
  },
};

/** Where what a track of a sample machine plays could come back: what carries its folder, else the main path. */
const homeOf = (session: Session, t: Track, tracks: RuleInput["tracks"]): Track | null =>
  tracks.get(carrierOf(t.parent, tracks) ?? "") ?? mainOf(session) ?? null;

/** What a sample machine plays for it comes back on nothing. */
export const outputUntaken: Rule = {
  id: "output-untaken",
  area: "signal",
  title: "Output of a sample machine nobody takes",
  reads: ["plays", "kind", "format", "feeds", "name"],
  about: (_, t) => t.plays !== null || t.kind === "folder" || t.kind === "main",
  check: ({ session, tracks }) =>
    session.tracks.filter(isSampled).flatMap((t) => {
      if (t.kind !== "midi" || t.feeds !== null) return [];
      const home = homeOf(session, t, tracks);
      return looked(t, {
        says: `What “${t.name}” plays on its machine comes back on nothing.`,
        because: "Its output there is taken by no path of the session.",
        fix: home && {
          label: `Feed it into ${home.name}`,
          changes: [setField(t, "feeds", home.id)],
          sure: false,
        },
      });
    }),
};
