import { setField } from "../session/change.ts";
import { narrowsTo } from "../session/processor.ts";
import type { Observation, Rule } from "./rule.ts";

/**
 * A chain that lets fewer channels through than its track has. A mono track into a stereo chain is right, and on the
 * monitor path one may listen in mono.
 */
export const chainNarrow: Rule = {
  id: "chain-narrow",
  area: "signal",
  title: "Chain narrower than its track",
  reads: ["name", "kind", "format", "inserts"],
  each: (_, t) => {
    const narrow =
      t.format === null || t.kind === "monitor"
        ? null
        : narrowsTo(
            t.format,
            t.inserts.filter((i) => !i.bypassed),
          );
    if (narrow === null || t.format === null) return null;
    const at = t.inserts.find((i) => i.width === narrow);
    return {
      track: t.id,
      weight: "broken",
      says:
        `“${t.name}” is ${t.format}, its ${at?.device?.name ?? at?.kind ?? "chain"} lets ` +
        `only ${narrow} through.`,
      because: "The other channels are lost on the way.",
      before: narrow,
      after: t.format,
      fix: {
        label: `Make it ${t.format}`,
        changes: [
          setField(
            t,
            "inserts",
            t.inserts.map((i) => (i === at ? { ...i, width: t.format } : i)),
          ),
        ],
        sure: false,
      },
    };
  },
};

/** Correction for a room or a headphone anywhere but on the monitor path would be in what is printed. */
export const correctionPrinted: Rule = {
  id: "correction-printed",
  area: "signal",
  title: "Correction in the mix",
  reads: ["name", "kind", "inserts"],
  each: (_, t) => {
    const correcting = t.inserts.filter((i) => i.kind === "Correction" && !i.bypassed);
    if (correcting.length === 0 || t.kind === "monitor" || t.kind === "cue-mix") return null;
    return {
      track: t.id,
      weight: "look",
      says: `“${t.name}” carries correction for a room or headphones.`,
      because: "It is for the ears in this room: it belongs on the monitor path, or it is printed along.",
      before: "on",
      after: "bypassed",
      fix: {
        label: "Bypass it",
        changes: [
          setField(
            t,
            "inserts",
            t.inserts.map((i) => (i.kind === "Correction" ? { ...i, bypassed: true } : i)),
          ),
        ],
        sure: false,
      },
    };
  },
};

/** A processor that listens to a track which is gone. */
export const keyGone: Rule = {
  id: "key-gone",
  area: "signal",
  title: "Key input that is gone",
  reads: ["inserts"],
  says: ["name"],
  check: (input) =>
    input.session.tracks.flatMap((t): Observation[] =>
      t.inserts
        .filter((i) => i.key !== null && !input.tracks.has(i.key))
        .map((i): Observation => ({
          track: t.id,
          weight: "look",
          says: `The ${i.kind} on “${t.name}” listens to a track that is not there.`,
          because: "It would listen to itself instead, or to nothing.",
          before: `${i.kind}: gone`,
          after: "none",
          fix: {
            label: "Take the key input off",
            changes: [
              setField(
                t,
                "inserts",
                t.inserts.map((x) => (x.id === i.id ? { ...x, key: null } : x)),
              ),
            ],
            sure: true,
          },
        })),
    ),
};
