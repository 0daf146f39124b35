import { LATEST, MOST_SETS } from "../../session/item.ts";
import type { Item, MidiSet } from "../../session/item.ts";
import { attribute, child, children, numeric, xml } from "../xml.ts";
import type { Xml, XmlElement } from "../xml.ts";

// What a clip sets beside its notes stands in curves of points that hold, one for each controller, for the program and
// for the bend, as parts of the whole range (from memory of the format's description).

const HIGHEST = 127;
const BEND = 16_383;
const LOWEST_BEND = -8192;
const part = (value: number, of: number): number => Math.round((value / of) * 1e9) / 1e9;

/** What a set is of, as the format calls it. */
function targetOf(s: MidiSet): { expression: string; channel: number; controller: number | null } {
  const expression = { controller: "channelController", program: "programChange", bend: "pitchBend" }[
    s.sets
  ];
  return { expression, channel: 0, controller: s.sets === "controller" ? s.controller : null };
}
function valueOf(s: MidiSet): number {
  if (s.sets === "controller") return part(s.value, HIGHEST);
  return s.sets === "program" ? part(s.program - 1, HIGHEST) : part(s.value - LOWEST_BEND, BEND);
}

/** What a pattern sets, by what it is of. */
function byTarget(sets: readonly MidiSet[]): MidiSet[][] {
  const by = new Map<string, MidiSet[]>();
  for (const s of sets) {
    const key = s.sets === "controller" ? `${s.controller}` : s.sets;
    by.set(key, [...(by.get(key) ?? []), s]);
  }
  return [...by.values()];
}

/** How many curves an item has in a session file: one of its gain, and one for each thing its pattern sets. */
export const curvesOf = ({ gain, points, holds }: Item): number =>
  (gain !== 0 || points.length > 0 ? 1 : 0) + (holds.kind === "pattern" ? byTarget(holds.sets).length : 0);

/** What a pattern sets, as curves beside its notes. */
export const setsXml = (sets: readonly MidiSet[]): Xml[] =>
  byTarget(sets).flatMap(([first, ...more]) =>
    first
      ? [
          xml(
            "Points",
            { unit: "normalized", timeUnit: "beats" },
            xml("Target", targetOf(first)),
            ...[first, ...more].map((s) =>
              xml("RealPoint", { time: s.at, value: valueOf(s), interpolation: "hold" }),
            ),
          ),
        ]
      : [],
  );

/** What curves in a clip set, in the order it is set. Points outside what MIDI has are passed over. */
export function setsIn(clip: XmlElement): MidiSet[] {
  const curves = children(clip).flatMap((e) => (e.name === "Points" ? [e] : children(e, "Points")));
  return curves
    .flatMap((curve) => {
      const target = child(curve, "Target");
      const expression = attribute(target, "expression");
      const controller = numeric(target, "controller");
      return children(curve, "RealPoint").flatMap((p): MidiSet[] => {
        const [at, value] = [numeric(p, "time"), numeric(p, "value")];
        if (at === null || at < 0 || at > LATEST || value === null || value < 0 || value > 1) return [];
        if (expression === "programChange")
          return [{ sets: "program", at, program: Math.round(value * HIGHEST) + 1 }];
        if (expression === "pitchBend")
          return [{ sets: "bend", at, value: Math.round(value * BEND) + LOWEST_BEND }];
        const known =
          controller !== null && Number.isInteger(controller) && controller >= 0 && controller <= HIGHEST;
        return expression === "channelController" && known
          ? [{ sets: "controller", at, controller, value: Math.round(value * HIGHEST) }]
          : [];
      });
    })
    .sort((a, b) => a.at - b.at)
    .slice(0, MOST_SETS);
}
