import { setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { IMPORTANCES, channelFormat } from "../session/document.ts";
import type { Session, TrackId } from "../session/document.ts";
import {
  between,
  canRecord,
  each,
  feeding,
  level,
  noSends,
  numbered,
  one,
  pan,
  sendingTo,
  sounds,
} from "./edits.ts";
import type { Edit } from "./edits.ts";

/** What a sentence does to the chosen tracks, or why it cannot be done. */
export type ManyAnswer =
  { readonly changes: Change[]; readonly says: string } | { readonly problem: string };

const NUMBER = "([+\\-−]?\\d+(?:[.,]\\d+)?)";
const numberIn = (text: string | undefined): number =>
  Number((text ?? "").replace(",", ".").replace("−", "-"));

/** A way of saying an edit: what is typed, an example, and what comes of it. */
interface Phrase {
  readonly pattern: RegExp;
  readonly example: string;
  readonly edit: (m: RegExpExecArray) => Edit;
  readonly says: (m: RegExpExecArray) => string;
}

const aside = (text: string | undefined): number =>
  text === undefined ? 100 : between(numberIn(text), 0, 100);
const way = (
  source: string,
  example: string,
  says: (m: RegExpExecArray) => string,
  edit: Phrase["edit"],
): Phrase => ({ pattern: new RegExp(`^${source}$`, "i"), example, says, edit });

const WAYS: readonly Phrase[] = [
  way(
    `${NUMBER} ?db (down|up)`,
    "8 dB down",
    (m) => `${Math.abs(numberIn(m[1]))} dB ${m[2]?.toLowerCase() ?? ""}`,
    (m) =>
      each("level", sounds, (t) =>
        t.level <= -144
          ? t.level
          : one(
              between(
                t.level + (m[2]?.toLowerCase() === "down" ? -1 : 1) * Math.abs(numberIn(m[1])),
                -144,
                24,
              ),
            ),
      ),
  ),
  way(
    `(?:(?:level|at) ${NUMBER}(?: ?db)?|${NUMBER} ?db)`,
    "level −6",
    (m) => `level ${m[1] ?? m[2] ?? ""} dB`,
    (m) => level(numberIn(m[1] ?? m[2])),
  ),
  way(
    "every second one (left|right)(?: (\\d+))?",
    "every second one right 40",
    (m) => `every second one ${m[1]?.toLowerCase() ?? ""} ${m[2] ?? "100"}`,
    (m) => (tracks) =>
      tracks
        .filter(sounds)
        .flatMap((t, n) =>
          n % 2 === 0 ? [] : pan(t, (m[1]?.toLowerCase() === "left" ? -1 : 1) * aside(m[2])),
        ),
  ),
  way(
    "alternate(?: (\\d+))?",
    "alternate 40",
    (m) => `left and right ${m[1] ?? "100"} in turn`,
    (m) => (tracks) =>
      tracks.filter(sounds).flatMap((t, n) => pan(t, (n % 2 === 0 ? -1 : 1) * aside(m[1]))),
  ),
  way(
    "(?:pan )?(left|right)(?: (\\d+))?",
    "pan left 30",
    (m) => `${m[1]?.toLowerCase() ?? ""} ${m[2] ?? "100"}`,
    (m) => (tracks) =>
      tracks.filter(sounds).flatMap((t) => pan(t, (m[1]?.toLowerCase() === "left" ? -1 : 1) * aside(m[2]))),
  ),
  way(
    "(?:pan )?cent(?:re|er)",
    "centre",
    () => "to the centre",
    () => (tracks) => tracks.filter(sounds).flatMap((t) => pan(t, 0)),
  ),
  way(
    "spread(?: (\\d+))?",
    "spread 80",
    (m) => `spread evenly to ${m[1] ?? "100"}`,
    (m) => (tracks) => {
      const heard = tracks.filter(sounds);
      return heard.flatMap((t, n) =>
        pan(t, heard.length === 1 ? 0 : Math.round(aside(m[1]) * ((2 * n) / (heard.length - 1) - 1))),
      );
    },
  ),
  way(
    "width (\\d+)(?: ?%)?",
    "width 90",
    (m) => `width ${m[1] ?? ""} %`,
    (m) =>
      numberIn(m[1]) > 200
        ? () => "A width is 0 to 200 %."
        : each(
            "width",
            (t) => sounds(t) && t.format !== "mono",
            () => numberIn(m[1]),
          ),
  ),
  way(
    "(must|should|may)(?: have (?:an input|one))?",
    "must have an input",
    (m) => `${m[1]?.toLowerCase() ?? ""} have an input where there are few`,
    (m) =>
      each(
        "importance",
        (t) => t.kind === "audio" && t.source !== null,
        () => IMPORTANCES.find((i) => i === m[1]?.toLowerCase()) ?? null,
      ),
  ),
  way(
    "(arm|disarm)",
    "arm",
    (m) => m[1]?.toLowerCase() ?? "",
    (m) => each("armed", canRecord, () => m[1]?.toLowerCase() === "arm"),
  ),
  way(
    "(mute|unmute)",
    "mute",
    (m) => m[1]?.toLowerCase() ?? "",
    (m) => each("muted", sounds, () => m[1]?.toLowerCase() === "mute"),
  ),
  way(
    "listen only(?: (off))?",
    "listen only",
    (m) => `listen only${m[1] ? " off" : ""}`,
    (m) => each("listenOnly", canRecord, () => m[1] === undefined),
  ),
  way(
    "phantom (on|off)",
    "phantom on",
    (m) => `phantom ${m[1]?.toLowerCase() ?? ""}`,
    (m) =>
      each(
        "phantom",
        (t) => t.kind === "audio" && t.source !== null,
        () => m[1]?.toLowerCase() === "on",
      ),
  ),
  way(
    "(invert|normal)",
    "invert",
    (m) => (m[1]?.toLowerCase() === "invert" ? "polarity turned" : "polarity normal"),
    (m) =>
      each("polarity", sounds, (t) =>
        m[1]?.toLowerCase() === "normal" || t.polarity === "inverted" ? "normal" : "inverted",
      ),
  ),
  way(
    "(bypass|on) (.+)",
    "bypass EQ",
    (m) => `${m[2] ?? ""} ${m[1]?.toLowerCase() === "on" ? "on" : "bypassed"}`,
    (m) => (tracks) =>
      tracks.flatMap((t) => {
        const next = t.inserts.map((i) =>
          m[2]?.toLowerCase() === "all" || i.kind.toLowerCase() === m[2]?.trim().toLowerCase()
            ? { ...i, bypassed: m[1]?.toLowerCase() !== "on" }
            : i,
        );
        return next.some((i, n) => i.bypassed !== t.inserts[n]?.bypassed)
          ? [setField(t, "inserts", next)]
          : [];
      }),
  ),
  way(
    "feed (.+)",
    "feed PANS",
    (m) => `feed ${m[1] ?? ""}`,
    (m) => feeding(m[1] ?? ""),
  ),
  way(
    `send to (.+?)(?: at ${NUMBER}(?: ?db)?)?`,
    "send to Plate at −12",
    (m) => `send to ${m[1] ?? ""}${m[2] === undefined ? "" : ` at ${m[2]} dB`}`,
    (m) => sendingTo(m[1] ?? "", m[2] === undefined ? null : numberIn(m[2])),
  ),
  way(
    "no sends?(?: to (.+))?",
    "no sends",
    (m) => (m[1] === undefined ? "no sends" : `no send to ${m[1]}`),
    (m) => noSends(m[1] ?? null),
  ),
  way(
    "inputs? from (\\d+)",
    "inputs from 9",
    (m) => `inputs from ${m[1] ?? ""}`,
    (m) => numbered(numberIn(m[1])),
  ),
  way(
    "no inputs?",
    "no input",
    () => "no input",
    () =>
      each(
        "input",
        () => true,
        () => null,
      ),
  ),
  way(
    "(?:make )?(mono|stereo|lcr|quad|5\\.0|5\\.1|7\\.1|5\\.1\\.4|7\\.1\\.4|9\\.1\\.6)",
    "stereo",
    (m) => m[1]?.toLowerCase() ?? "",
    (m) => each("format", sounds, () => channelFormat.parse(m[1]?.toLowerCase())),
  ),
];

/** Sentences that can be said, for the person to read. */
export const EXAMPLES: readonly string[] = WAYS.map((w) => w.example);

/** Sentences that what was typed so far may become. */
export function examplesFor(typed: string): readonly string[] {
  const words = typed
    .trim()
    .toLowerCase()
    .split(/\s+/)
    .filter((w) => w !== "" && !/^[+\-−]?\d/.test(w));
  return words.length === 0
    ? EXAMPLES
    : EXAMPLES.filter((e) =>
        words.every((w) =>
          e
            .toLowerCase()
            .split(/\s+/)
            .some((x) => x.startsWith(w)),
        ),
      );
}

/**
 * What a sentence ("8 dB down", "every second one right 40", "feed PANS") does to the chosen tracks, in
 * session order.
 * Tracks a sentence cannot mean (a level for MIDI, arming for a folder) stay as they are.
 * @returns the changes and the sentence as understood, or what cannot be
 */
export function say(session: Session, ids: Iterable<TrackId>, sentence: string): ManyAnswer {
  const chosen = new Set(ids);
  const tracks = session.tracks.filter((t) => chosen.has(t.id));
  const text = sentence.trim().replace(/\s+/g, " ");
  for (const w of WAYS) {
    const m = w.pattern.exec(text);
    if (!m) continue;
    const done = w.edit(m)(tracks, session);
    return typeof done === "string" ? { problem: done } : { changes: done, says: w.says(m) };
  }
  return {
    problem:
      text === ""
        ? "Say what to do with them."
        : `“${text}” is not understood. Try “${EXAMPLES.slice(0, 4).join("”, “")}”.`,
  };
}
