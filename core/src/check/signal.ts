import { CHANNELS } from "../session/document.ts";
import { setField, setSessionField } from "../session/change.ts";
import { KIND_WORDS, PATHS } from "../session/kind.ts";
import type { Observation, Rule, RuleInput } from "./rule.ts";
import type { Track } from "../session/document.ts";

/** A bus, return or folder of another width than the main path loses or invents channels. */
export const busFormat: Rule = {
  id: "bus-format",
  area: "signal",
  title: "Bus of another width",
  reads: ["name", "kind", "format", "role", "mainFormat"],
  each: (input, t) => {
    const main = input.session.mainFormat;
    if (!PATHS.has(t.kind) || t.format === main || t.format === null) return null;
    if (t.kind === "cue-mix" || t.kind === "monitor" || t.role === "cue-mix") return null;
    const what =
      t.kind === "main"
        ? "The main path"
        : t.kind === "return"
          ? "The return"
          : t.kind === "folder"
            ? "The folder"
            : "The bus";
    return {
      track: t.id,
      weight: CHANNELS[t.format] < CHANNELS[main] ? "broken" : "look",
      says: `${what} “${t.name}” is ${t.format}, the session is ${main}.`,
      because: "A bus and a return are as wide as the session's main path.",
      before: t.format,
      after: main,
      fix: { label: `Make it ${main}`, changes: [setField(t, "format", main)], sure: true },
    };
  },
};

/** A folder that is armed records nothing and hides that something else should be. */
export const folderArmed: Rule = {
  id: "folder-armed",
  area: "signal",
  title: "Folder armed",
  reads: ["name", "kind", "armed"],
  each: (_, t) =>
    t.armed && PATHS.has(t.kind)
      ? {
          track: t.id,
          weight: "broken",
          says: `“${t.name}” is armed, but a ${KIND_WORDS[t.kind]} records nothing.`,
          because: "Only tracks with an input record; a folder passes on what it holds.",
          before: "armed",
          after: "not armed",
          fix: { label: "Disarm", changes: [setField(t, "armed", false)], sure: true },
        }
      : null,
};

/** Two tracks that record the same input. */
export const inputTwice: Rule = {
  id: "input-twice",
  area: "signal",
  title: "Input used twice",
  reads: ["input", "format"],
  says: ["name"],
  check: (input) => {
    const users = new Map<number, string>();
    const taken = new Set<number>();
    for (const t of input.session.tracks)
      if (t.input !== null) for (let i = 0; i < width(t); i++) taken.add(t.input + i);
    return input.session.tracks.flatMap((t): Observation[] => {
      if (t.input === null) return [];
      const mine = Array.from({ length: width(t) }, (_, i) => (t.input ?? 0) + i);
      const clash = mine.find((n) => users.has(n));
      const other = clash === undefined ? undefined : input.tracks.get(users.get(clash) ?? "");
      for (const n of mine) if (!users.has(n)) users.set(n, t.id);
      if (clash === undefined || !other) return [];
      const free = firstFree(taken, width(t));
      return [
        {
          track: t.id,
          weight: "broken",
          says: `Input ${clash} is used by “${other.name}” and by “${t.name}”.`,
          because: "Both would record the same source; one of them is missing its own.",
          before: `Input ${t.input}`,
          after: `Input ${free}`,
          fix: { label: `Use input ${free}`, changes: [setField(t, "input", free)], sure: false },
        },
      ];
    });
  },
};

const width = (t: { format: keyof typeof CHANNELS | null }): number =>
  t.format === null ? 1 : CHANNELS[t.format];

function firstFree(taken: ReadonlySet<number>, channels: number): number {
  for (let n = 1; ; n++)
    if (Array.from({ length: channels }, (_, i) => n + i).every((x) => !taken.has(x))) return n;
}

/**
 * Positions of which one hears a source from the other side: there its skin or cone moves the other way.
 */
const OPPOSITE: Readonly<Record<string, string>> = { top: "bottom", front: "back" };

/** The sides of its source that a track is known to hear. */
const sides = (input: RuleInput, t: Track): string[] =>
  input.plan.wanted
    .get(t.id)
    ?.what.positions.filter((p) => p in OPPOSITE || Object.values(OPPOSITE).includes(p)) ?? [];

/** Two microphones on one source from two sides, with the same polarity: they take from each other. */
export const polarityPair: Rule = {
  id: "polarity-pair",
  area: "signal",
  title: "Pair with equal polarity",
  reads: ["kind", "polarity"],
  plan: ["wanted"],
  says: ["name"],
  about: (input, t) => t.kind === "audio" && sides(input, t).length > 0,
  check: (input) => {
    const key = (
      what: { role: string | null; of: string | null; number: number | null; positions: readonly string[] },
      leave: string,
    ): string =>
      [what.role, what.of, what.number, ...what.positions.filter((p) => p !== leave).sort()].join("|");
    const known = input.session.tracks.flatMap((t) => {
      const what = input.plan.wanted.get(t.id)?.what;
      return t.kind === "audio" && what?.sure && sides(input, t).length > 0 ? [{ t, what }] : [];
    });
    const nearOnes = new Map(
      known.flatMap(({ t, what }) =>
        Object.keys(OPPOSITE)
          .filter((p) => what.positions.includes(p))
          .map((p) => [`${p} ${key(what, p)}`, t] as const),
      ),
    );
    return known.flatMap(({ t: far, what }): Observation[] => {
      const [near, side] =
        Object.entries(OPPOSITE).find(([, other]) => what.positions.includes(other)) ?? [];
      if (near === undefined || side === undefined) return [];
      const pair = nearOnes.get(`${near} ${key(what, side)}`);
      if (!pair || pair.polarity !== far.polarity) return [];
      const to = far.polarity === "inverted" ? "normal" : "inverted";
      return [
        {
          track: far.id,
          weight: "look",
          says: `“${far.name}” and “${pair.name}” hear one source from two sides with the same polarity.`,
          because:
            "What pushes one pulls the other, so together they lose their low end. Usually " +
            "the far one is inverted; listen to be sure.",
          before: far.polarity,
          after: to,
          fix: {
            label: to === "inverted" ? "Invert it" : "Set it normal",
            changes: [setField(far, "polarity", to)],
            sure: false,
          },
        },
      ];
    });
  },
};

/** A link set that names tracks nobody finds any more. */
export const linkGone: Rule = {
  id: "link-gone",
  area: "signal",
  title: "Link to a track that is gone",
  reads: ["links"],
  check: (input) =>
    input.session.links.flatMap((l): Observation[] => {
      const gone = [...l.members, ...l.followers].filter((id) => !input.tracks.has(id));
      if (gone.length === 0) return [];
      const there = (ids: readonly string[]): string[] => ids.filter((id) => input.tracks.has(id));
      const next = input.session.links.map((x) =>
        x.id === l.id ? { ...x, members: there(x.members), followers: there(x.followers) } : x,
      );
      return [
        {
          track: null,
          weight: "note",
          says:
            `The link set “${l.name}” names ` +
            `${gone.length === 1 ? "a track that is" : `${gone.length} tracks that are`} gone.`,
          because: "Nothing is linked to them any more.",
          before: `${l.name}: ${gone.length} gone`,
          after: l.name,
          fix: {
            label: "Take them off the set",
            changes: [setSessionField(input.session, "links", next)],
            sure: true,
          },
        },
      ];
    }),
};
