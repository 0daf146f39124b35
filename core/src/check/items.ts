import { setField } from "../session/change.ts";
import { beyond } from "../items/lay.ts";
import type { Track } from "../session/document.ts";
import type { Item } from "../session/item.ts";
import { plural } from "../session/plural.ts";
import { timeInWords } from "../session/time.ts";
import type { Observation, Rule } from "./rule.ts";

/** Things by their names: the first few, then how many more. */
const named = (list: readonly Item[]): string => {
  const said = list.slice(0, 4).map((i) => `“${i.name === "" ? i.holds.kind : i.name}”`);
  return said.join(", ") + (list.length > said.length ? ` and ${list.length - said.length} more` : "");
};
/** What is off, as long as it stays so; a finding that is kept knows it again by it. */
const which = (list: readonly Item[]): string =>
  list
    .map((i) => `${i.id} ${i.name}`)
    .join(", ")
    .slice(0, 900);
const noted = (t: Track, list: readonly Item[], rest: Pick<Observation, "says" | "because" | "fix">) => ({
  track: t.id,
  weight: "look" as const,
  before: which(list),
  after: null,
  ...rest,
});

/** What belongs to one job lies in a template: everybody who starts from it gets it. */
export const itemOfAJob: Rule = {
  id: "item-of-a-job",
  area: "release",
  title: "Something of a job left in",
  reads: ["items", "name"],
  each: ({ baseline }, t) => {
    const left = baseline ? [] : t.items.filter((i) => i.job);
    if (left.length === 0) return null;
    return noted(t, left, {
      says: `“${t.name}” still carries ${plural(left.length, "item")} of a job: ${named(left)}.`,
      because: "Every session that is started from this would begin with it.",
      fix: {
        label: left.length === 1 ? "Take it out" : "Take them out",
        changes: [
          setField(
            t,
            "items",
            t.items.filter((i) => !i.job),
          ),
        ],
        sure: false,
      },
    });
  },
};

/** A sound file only its file's name is known of: no package can carry it. */
export const soundNotHere: Rule = {
  id: "sound-not-here",
  area: "release",
  title: "Sound the house does not have",
  reads: ["items", "name"],
  each: (_, t) => {
    const away = t.items.filter((i) => i.holds.kind === "sound" && i.holds.hash === null);
    if (away.length === 0) return null;
    return noted(t, away, {
      says: `The house does not have the sound of ${named(away)} on “${t.name}”.`,
      because: "Packages cannot carry it. Bring the file to the shelf, and put that in its place.",
      fix: null,
    });
  },
};

/** A sound at another rate than the session runs at. */
export const soundOtherRate: Rule = {
  id: "sound-other-rate",
  area: "signal",
  title: "Sound at another rate",
  reads: ["items", "name", "sampleRate"],
  each: ({ session: { sampleRate } }, t) => {
    const other = t.items.filter(
      (i) => i.holds.kind === "sound" && i.holds.rate !== null && i.holds.rate !== sampleRate,
    );
    const [first] = other;
    if (first?.holds.kind !== "sound") return null;
    const rates = new Set(other.map((i) => (i.holds.kind === "sound" ? i.holds.rate : null)));
    const at = rates.size === 1 ? `${(first.holds.rate ?? 0) / 1000} kHz` : "other rates";
    return noted(t, other, {
      says:
        `${named(other)} on “${t.name}” ${other.length === 1 ? "is" : "are"} at ${at}, ` +
        `the session runs at ${sampleRate / 1000} kHz.`,
      because: "Where a workstation does not convert it, it plays at another speed and pitch.",
      fix: null,
    });
  },
};

/** An item that goes on longer than the sound or the pattern it holds. */
export const itemBeyond: Rule = {
  id: "item-beyond",
  area: "signal",
  title: "Longer than what it holds",
  reads: ["items", "name", "tempo", "tempos"],
  each: ({ session }, t) => {
    const long = t.items.filter((i) => beyond(i, session) > JUST);
    const [first] = long;
    if (!first) return null;
    return noted(t, long, {
      says:
        long.length === 1
          ? `${named(long)} on “${t.name}” is ${timeInWords(beyond(first, session), 2)} longer than what it holds.`
          : `${named(long)} on “${t.name}” are longer than what they hold.`,
      because: "Its end is silent. Let it loop, or make it shorter.",
      fix: {
        label: long.length === 1 ? "Let it loop" : "Let them loop",
        changes: [
          setField(
            t,
            "items",
            t.items.map((i) => (long.includes(i) ? { ...i, loops: true } : i)),
          ),
        ],
        sure: false,
      },
    });
  },
};
/** Less than that nobody hears, in seconds. */
const JUST = 0.01;
