import type { Insert } from "../../session/document.ts";
import { PROCESSORS, blankInsert } from "../../session/processor.ts";
import { asOneLine } from "../../session/text.ts";
import { attribute, child, numeric } from "../xml.ts";
import type { XmlElement } from "../xml.ts";
import { DEVICE_ELEMENTS, FORMATS, OUR_WORDS, decibels, panIn, xmlIdOf } from "./plain.ts";
import { valuesIn } from "./parameters.ts";

export const oneLine = (text: string): string => asOneLine(text, 200);

/** An id of ours within a track, from the one of the file: what we put before it is taken off. */
export function idIn(xmlId: string | null, what: "send" | "device", track: string, index: number): string {
  const bare = [xmlIdOf(what, track, ""), `${what}-`].find((prefix) => xmlId?.startsWith(prefix)) ?? "";
  return (
    xmlId
      ?.slice(bare.length)
      .replace(/[^A-Za-z0-9._-]/g, "-")
      .slice(0, 80) || `${what}-${index + 1}`
  );
}

const KIND_OF_ELEMENT = new Map(Object.entries(DEVICE_ELEMENTS).map(([kind, element]) => [element, kind]));
const FORMAT_OF_ELEMENT = new Map(Object.entries(FORMATS).map(([format, element]) => [element, format]));

/** #rgb, #rrggbb or #rrggbbaa; null for anything else. */
export function colourIn(text: string | null): string | null {
  const hex = text?.trim().toLowerCase() ?? "";
  if (/^#[0-9a-f]{3}$/.test(hex)) return hex.replace(/[0-9a-f]/g, "$&$&");
  return /^#[0-9a-f]{6}([0-9a-f]{2})?$/.test(hex) ? hex.slice(0, 7) : null;
}

export function ownNotes(comment: string | null): string {
  return (comment ?? "").split(OUR_WORDS)[0]?.trim().slice(0, 4000) ?? "";
}

/** A yes or no, as XML Schema and people write them; null where it says neither. */
export function flag(e: XmlElement | undefined, name: string): boolean | null {
  const text = attribute(e, name)?.trim().toLowerCase() ?? "";
  if (["true", "1", "yes", "on"].includes(text)) return true;
  return ["false", "0", "no", "off"].includes(text) ? false : null;
}

const clamped = (n: number, least: number, most: number): number => Math.max(least, Math.min(most, n));
const tidy = (n: number): number => Math.round(n * 100) / 100 || 0;

/** The level a volume says, in dB: linear gain unless it names decibels or per cent. */
export function levelIn(volume: XmlElement | undefined): number {
  if (/^\s*-\s*inf/i.test(attribute(volume, "value") ?? "")) return -144;
  const value = numeric(volume, "value");
  if (value === null) return 0;
  const unit = attribute(volume, "unit");
  if (unit === "decibel") return clamped(value, -144, 24);
  return decibels(unit === "percent" ? value / 100 : value);
}

/** −100 left to 100 right: 0 to 1 unless the unit is linear (−1 to 1) or per cent (−100 to 100). */
export function panOf(pan: XmlElement | undefined): number {
  const value = numeric(pan, "value");
  if (value === null) return 0;
  const unit = attribute(pan, "unit");
  if (unit === "percent") return clamped(tidy(value), -100, 100);
  return panIn(unit === "linear" ? (value + 1) / 2 : value);
}

const KINDS = new Set<string>(PROCESSORS);

/** What a device of a file is: by its element, the name it goes by where that is a kind, its part. */
function kindIn(e: XmlElement, shown: string): string {
  const byElement = KIND_OF_ELEMENT.get(e.name);
  if (byElement !== undefined) return byElement;
  if (KINDS.has(shown)) return shown;
  const role = attribute(e, "deviceRole");
  if (role === "instrument") return "Instrument";
  if (role === "analyzer") return "Meter";
  return shown === "" ? "Device" : shown;
}

export function insertIn(e: XmlElement, index: number, track: string): Insert {
  const said = (name: string, most: number): string => asOneLine(attribute(e, name) ?? "", most);
  const named = said("deviceName", 200);
  const shown = said("name", 200) || named;
  const kind = kindIn(e, shown);
  const [maker, identifier] = [said("deviceVendor", 80), said("deviceID", 200)];
  const format = FORMAT_OF_ELEMENT.get(e.name) ?? "";
  const name = named || shown || e.name;
  const exact = maker !== "" || identifier !== "" || format !== "" || (named !== "" && named !== kind);
  return blankInsert(idIn(attribute(e, "id"), "device", track, index), kind, {
    device: exact || (shown !== "" && shown !== kind) ? { maker, name, format, identifier } : null,
    values: valuesIn(e),
    bypassed: flag(child(e, "Enabled"), "value") === false,
  });
}
