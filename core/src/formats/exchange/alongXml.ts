import type { Session } from "../../session/document.ts";
import { Along } from "../../time/along.ts";
import { xml } from "../xml.ts";
import type { Xml } from "../xml.ts";

/** Numbers as a file has them: microseconds are enough. */
const tidy = (n: number): number => Math.round(n * 1e6) / 1e6;

/**
 * What runs along the time of a session, as an arrangement has it (from memory): its markers, in seconds where all of
 * them count so and else in beats; tempo and meter as curves where they change. The end of a region, keys, sections and
 * the picture have no place there.
 */
export function alongXml(session: Session): Xml[] {
  const along = new Along(session);
  return [...markersXml(session, along), ...temposXml(session), ...metersXml(session, along)];
}

function markersXml({ markers }: Session, along: Along): Xml[] {
  if (markers.length === 0) return [];
  const seconds = markers.every((m) => m.clock === "seconds");
  const placed = markers.map((m) => ({ m, at: seconds ? m.at : along.quarters(m.clock, m.at) }));
  const said = placed.sort((a, b) => a.at - b.at);
  return [
    xml(
      "Markers",
      { timeUnit: seconds ? "seconds" : "beats" },
      ...said.map(({ m, at }) =>
        xml("Marker", {
          time: tidy(at),
          name: m.name,
          color: m.colour,
          comment: m.note === "" ? null : m.note,
        }),
      ),
    ),
  ];
}

function temposXml({ tempo, tempos }: Session): Xml[] {
  if (tempos.length === 0) return [];
  const points = [{ at: 0, bpm: tempo, by: "step" }, ...tempos].sort((a, b) => a.at - b.at);
  return [
    xml(
      "TempoAutomation",
      { unit: "bpm", timeUnit: "beats" },
      xml("Target", { parameter: "tempo" }),
      ...points.map(({ at, bpm }, n) =>
        xml("RealPoint", {
          time: tidy(at),
          value: bpm,
          interpolation: points[n + 1]?.by === "ramp" ? "linear" : "hold",
        }),
      ),
    ),
  ];
}

function metersXml({ meter, meters }: Session, along: Along): Xml[] {
  if (meters.length === 0) return [];
  const points = [{ bar: 1, ...meter }, ...meters].sort((a, b) => a.bar - b.bar);
  return [
    xml(
      "TimeSignatureAutomation",
      { timeUnit: "beats" },
      xml("Target", { parameter: "meter" }),
      ...points.map(({ bar, beats, unit }) =>
        xml("TimeSignaturePoint", {
          time: tidy(along.bars.quartersOf({ bar, beat: 1, part: 0 })),
          numerator: beats,
          denominator: unit,
        }),
      ),
    ),
  ];
}
