import { CHANNELS } from "../session/document.ts";
import { setField, setSessionField } from "../session/change.ts";
import { KIND_WORDS, PATHS } from "../session/kind.ts";
import { circles, leavesTheSession, mainOf } from "../session/routing.ts";
import { EVERYTHING } from "./rule.ts";
import type { Remark, Rule, RuleInput } from "./rule.ts";
import type { Track } from "../session/document.ts";

/** A bus, return or folder of another width than the main path loses or invents channels. */
export const busFormat: Rule = {
  id: "bus-format",
  area: "signal",
  title: "Bus of another width",
  reads: ["name", "kind", "format", "role", "mainFormat"],
  each: (view, t) => {
    const main = view.session.mainFormat;
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

/** A feed or send to something that is not there, or nowhere at all, makes no sound. */
export const feedsNowhere: Rule = {
  id: "feeds-nowhere",
  area: "signal",
  title: "Feed that leads nowhere",
  reads: ["kind", "format", "feeds", "sends"],
  says: ["name"],
  check: (view) => {
    const main = mainOf(view.session);
    return view.session.tracks.flatMap((t): Remark[] => {
      const remarks: Remark[] = [];
      const home = t.parent ?? main?.id ?? null;
      const gone = t.feeds !== null && !view.tracks.has(t.feeds);
      if (gone || (t.feeds === null && !leavesTheSession(t) && t.kind !== "midi" && t.format !== null)) {
        const to = home === null ? undefined : view.tracks.get(home);
        remarks.push({
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
      const lost = t.sends.filter((s) => !view.tracks.has(s.to));
      if (lost.length > 0) {
        remarks.push({
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
      return remarks;
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
  check: (view) =>
    circles(view.session).map((ids): Remark => {
      const names = ids.map((id) => view.tracks.get(id)?.name ?? id);
      const last = view.tracks.get(ids.at(-1) ?? "");
      const first = ids[0];
      const main = mainOf(view.session);
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

/** Two tracks that record the same input. */
export const inputTwice: Rule = {
  id: "input-twice",
  area: "signal",
  title: "Input used twice",
  reads: ["input", "format"],
  says: ["name"],
  check: (view) => {
    const users = new Map<number, string>();
    const taken = new Set<number>();
    for (const t of view.session.tracks)
      if (t.input !== null) for (let i = 0; i < width(t); i++) taken.add(t.input + i);
    return view.session.tracks.flatMap((t): Remark[] => {
      if (t.input === null) return [];
      const mine = Array.from({ length: width(t) }, (_, i) => (t.input ?? 0) + i);
      const clash = mine.find((n) => users.has(n));
      const other = clash === undefined ? undefined : view.tracks.get(users.get(clash) ?? "");
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

/** Positions of which one hears a source from the other side: there its skin or cone moves the other way. */
const OPPOSITE: Readonly<Record<string, string>> = { top: "bottom", front: "back" };

/** The sides of its source that a track is known to hear. */
const sides = (view: RuleInput, t: Track): string[] =>
  view.plan.wanted
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
  about: (view, t) => t.kind === "audio" && sides(view, t).length > 0,
  check: (view) => {
    const key = (
      what: { role: string | null; of: string | null; number: number | null; positions: readonly string[] },
      leave: string,
    ): string =>
      [what.role, what.of, what.number, ...what.positions.filter((p) => p !== leave).sort()].join("|");
    const known = view.session.tracks.flatMap((t) => {
      const what = view.plan.wanted.get(t.id)?.what;
      return t.kind === "audio" && what?.sure && sides(view, t).length > 0 ? [{ t, what }] : [];
    });
    const nearOnes = new Map(
      known.flatMap(({ t, what }) =>
        Object.keys(OPPOSITE)
          .filter((p) => what.positions.includes(p))
          .map((p) => [`${p} ${key(what, p)}`, t] as const),
      ),
    );
    return known.flatMap(({ t: far, what }): Remark[] => {
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
            "What pushes one pulls the other, so together they lose their low end. Usually the far one is inverted; listen to be sure.",
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

/** A headphone mix that goes on into the mix is heard by everybody, and printed. */
export const cueIntoMain: Rule = {
  id: "cue-into-main",
  area: "signal",
  title: "Cue mix in the mix",
  reads: ["kind", "feeds"],
  says: ["name"],
  check: (view) =>
    view.session.tracks.flatMap((t): Remark[] => {
      if (t.kind !== "cue-mix" || t.feeds === null) return [];
      const to = view.tracks.get(t.feeds)?.name ?? "nothing that is there";
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

/** A link set that names tracks nobody finds any more. */
export const linkGone: Rule = {
  id: "link-gone",
  area: "signal",
  title: "Link to a track that is gone",
  reads: ["links"],
  check: (view) =>
    view.session.links.flatMap((l): Remark[] => {
      const gone = [...l.members, ...l.followers].filter((id) => !view.tracks.has(id));
      if (gone.length === 0) return [];
      const there = (ids: readonly string[]): string[] => ids.filter((id) => view.tracks.has(id));
      const next = view.session.links.map((x) =>
        x.id === l.id ? { ...x, members: there(x.members), followers: there(x.followers) } : x,
      );
      return [
        {
          track: null,
          weight: "note",
          says: `The link set “${l.name}” names ${gone.length === 1 ? "a track that is" : `${gone.length} tracks that are`} gone.`,
          because: "Nothing is linked to them any more.",
          before: `${l.name}: ${gone.length} gone`,
          after: l.name,
          fix: {
            label: "Take them off the set",
            changes: [setSessionField(view.session, "links", next)],
            sure: true,
          },
        },
      ];
    }),
};

/** A return or cue mix that nothing sends to makes no sound: say which, offer to take it out. */
export const unfedReturn: Rule = {
  id: "unfed-return",
  area: "signal",
  title: "Return nobody feeds",
  reads: ["kind", "feeds", "sends"],
  says: EVERYTHING,
  check: (view) => {
    const waiting = new Set(
      view.session.tracks.filter((t) => t.kind === "return" || t.kind === "cue-mix").map((t) => t.id),
    );
    for (const t of view.session.tracks) {
      if (t.feeds !== null) waiting.delete(t.feeds);
      for (const s of t.sends) waiting.delete(s.to);
    }
    return view.session.tracks.flatMap((t, i): Remark[] => {
      if (!waiting.has(t.id)) return [];
      const siblings = view.session.tracks.slice(0, i).filter((x) => x.parent === t.parent);
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
