import { CHANNELS } from "../session/document.ts";
import { setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import type { Track } from "../session/document.ts";
import type { Rule } from "./rule.ts";

/** An input the interface does not have. */
export const inputOutOfRange: Rule = {
  id: "input-out-of-range",
  area: "signal",
  title: "Input the interface lacks",
  reads: ["name", "input", "format", "interfaceInputs"],
  each: (input, t) => {
    const last = input.session.interfaceInputs;
    if (last === null || t.input === null || t.input + CHANNELS[t.format ?? "mono"] - 1 <= last)
      return null;
    return {
      track: t.id,
      weight: "broken",
      says:
        `“${t.name}” records from input ${t.input + CHANNELS[t.format ?? "mono"] - 1}, ` +
        `the interface has ${last}.`,
      because: "It would record nothing.",
      before: `Input ${t.input}`,
      after: "no input",
      fix: { label: "Take it off the input", changes: [setField(t, "input", null)], sure: false },
    };
  },
};

/** A source that was left without an input while the others have theirs. */
export const inputForgotten: Rule = {
  id: "input-forgotten",
  area: "signal",
  title: "Input forgotten",
  reads: ["kind", "source", "input", "format", "armed", "listenOnly", "interfaceInputs"],
  says: ["name"],
  check: (input) => {
    // What a room could not place is told by its fit report; what it moved, by another rule.
    if (input.baseline) return [];
    const sources = input.session.tracks.filter(
      (t) => t.kind === "audio" && t.source !== null && !t.listenOnly,
    );
    // A template that numbers nothing, or only a few, has not come to it yet.
    if (sources.filter((t) => t.input !== null).length * 2 <= sources.length) return [];
    const forgotten = sources.filter((t) => t.input === null);
    const [first] = forgotten;
    if (!first) return [];
    const names =
      forgotten
        .slice(0, 6)
        .map((t) => t.name)
        .join(", ") + (forgotten.length > 6 ? ` and ${forgotten.length - 6} more` : "");
    const changes = nextInputs(sources, forgotten, input.session.interfaceInputs ?? 1024);
    return [
      {
        track: forgotten.length === 1 ? first.id : null,
        weight: forgotten.some((t) => t.armed) ? "broken" : "note",
        says:
          forgotten.length === 1
            ? `“${first.name}” has no input.`
            : `${forgotten.length} sources have no input: ${names}.`,
        because: "The others have theirs; on the floor of the room these would be missing.",
        before: `no input: ${forgotten.map((t) => t.name).join(", ")}`.slice(0, 900),
        after: null,
        fix:
          changes.length === 0
            ? null
            : {
                label: forgotten.length === 1 ? "Give it the next one" : "Give them the next ones",
                changes,
                sure: false,
              },
      },
    ];
  },
};

/** The next inputs nobody uses, in track order, as far as the interface goes. */
function nextInputs(sources: readonly Track[], wanting: readonly Track[], last: number): Change[] {
  const taken = new Set(
    sources.flatMap((t) =>
      t.input === null
        ? []
        : Array.from({ length: CHANNELS[t.format ?? "mono"] }, (_, i) => (t.input ?? 0) + i),
    ),
  );
  return wanting.flatMap((t): Change[] => {
    const channels = Array.from({ length: CHANNELS[t.format ?? "mono"] }, (_, i) => i);
    for (let n = 1; n + channels.length - 1 <= last; n++) {
      if (channels.some((i) => taken.has(n + i))) continue;
      for (const i of channels) taken.add(n + i);
      return [setField(t, "input", n)];
    }
    return [];
  });
}

/** Phantom power where nothing wants it: at best it does nothing, at worst it kills a ribbon. */
export const phantomOff: Rule = {
  id: "phantom-off",
  area: "signal",
  title: "Phantom power on the wrong thing",
  reads: ["name", "kind", "source", "phantom", "microphone"],
  each: (_, t) => {
    if (!t.phantom) return null;
    const ribbon = /\bribbon\b/i.test(t.microphone);
    if (t.source === "mic" && !ribbon) return null;
    const what = ribbon
      ? "a ribbon microphone"
      : t.source === "di"
        ? "a DI"
        : t.source === "line"
          ? "a line source"
          : t.source === "wireless"
            ? "a wireless receiver"
            : "something that is no microphone";
    return {
      track: t.id,
      weight: "broken",
      says: `“${t.name}” puts 48 V on ${what}.`,
      because: ribbon
        ? "A wrong cable and the ribbon is gone."
        : "Phantom power is for microphones that need it.",
      before: "48 V",
      after: "off",
      fix: { label: "Switch it off", changes: [setField(t, "phantom", false)], sure: !ribbon },
    };
  },
};

/** A track that is only to be heard, armed all the same. */
export const listenArmed: Rule = {
  id: "listen-armed",
  area: "signal",
  title: "Listen only, but armed",
  reads: ["name", "listenOnly", "armed"],
  each: (_, t) =>
    t.listenOnly && t.armed
      ? {
          track: t.id,
          weight: "broken",
          says: `“${t.name}” is to be heard only, but it is armed.`,
          because: "It would be recorded with everything else.",
          before: "armed",
          after: "not armed",
          fix: { label: "Disarm", changes: [setField(t, "armed", false)], sure: true },
        }
      : null,
};
