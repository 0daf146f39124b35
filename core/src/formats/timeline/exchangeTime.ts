import { colourIn } from "../exchange/values.ts";
import { attribute, child, children, numeric } from "../xml.ts";
import type { XmlElement } from "../xml.ts";
import { TimeReading } from "./brought.ts";
import type { BroughtTime } from "./brought.ts";

/**
 * What the arrangement of a session exchange file says of time: its markers, tempos and meters. Where nothing says
 * otherwise, times are in beats, as those of the arrangement's lanes are.
 * @param tempo that of the transport, by which curves in seconds are counted
 */
export function timeInArrangement(arrangement: XmlElement | undefined, tempo: number): BroughtTime {
  const reading = new TimeReading();
  const lanes = attribute(child(arrangement, "Lanes"), "timeUnit");
  const unit = (e: XmlElement | undefined): "seconds" | "beats" =>
    (attribute(e, "timeUnit") ?? lanes) === "seconds" ? "seconds" : "beats";
  const markers = child(arrangement, "Markers");
  for (const m of children(markers, "Marker"))
    reading.marker({
      clock: unit(markers),
      at: numeric(m, "time") ?? 0,
      name: attribute(m, "name") ?? "",
      colour: colourIn(attribute(m, "color")),
      note: attribute(m, "comment") ?? "",
    });
  // A curve in seconds is counted by the tempo it begins with: exact up to its first move.
  const quarters = (e: XmlElement | undefined, at: number): number =>
    unit(e) === "seconds" ? (at * tempo) / 60 : at;
  const tempos = child(arrangement, "TempoAutomation");
  let way: "step" | "ramp" = "step";
  for (const p of children(tempos, "RealPoint")) {
    reading.tempo(quarters(tempos, numeric(p, "time") ?? 0), numeric(p, "value") ?? 0, way);
    way = attribute(p, "interpolation") === "linear" ? "ramp" : "step";
  }
  const meters = child(arrangement, "TimeSignatureAutomation");
  for (const p of children(meters, "TimeSignaturePoint"))
    reading.meter(
      quarters(meters, numeric(p, "time") ?? 0),
      numeric(p, "numerator") ?? 0,
      numeric(p, "denominator") ?? 0,
    );
  return reading.brought("session exchange file");
}
