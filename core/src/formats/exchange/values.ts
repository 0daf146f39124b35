import type { Insert } from "../../session/document.ts";
import { blankInsert } from "../../session/processor.ts";
import { asOneLine } from "../../session/text.ts";
import { attribute, child, numeric } from "../xml.ts";
import type { XmlElement } from "../xml.ts";
import { DEVICE_ELEMENTS } from "./write.ts";
import { OUR_WORDS, decibels, panIn } from "./plain.ts";

export const oneLine = (text: string): string => asOneLine(text, 200);

export const idIn = (xmlId: string | null, prefix: string, fallback: string): string =>
  (xmlId
    ?.replace(prefix, "")
    .replace(/[^A-Za-z0-9._-]/g, "-")
    .slice(0, 80) ??
    "") ||
  fallback;

const KIND_OF_ELEMENT = new Map(Object.entries(DEVICE_ELEMENTS).map(([kind, element]) => [element, kind]));

/** Elements that name a plug-in format (from memory). */
const FORMAT_OF_ELEMENT = new Map([
  ["Vst2Plugin", "VST2"],
  ["Vst3Plugin", "VST3"],
  ["ClapPlugin", "CLAP"],
  ["AuPlugin", "AU"],
]);

export const said = (e: XmlElement, name: string, most: number): string =>
  asOneLine(attribute(e, name) ?? "", most);

/** #rgb, #rrggbb or #rrggbbaa; null for anything else. */
export function colourIn(text: string | null): string | null {
  const hex = text?.trim().toLowerCase() ?? "";
  if (/^#[0-9a-f]{3}$/.test(hex)) return hex.replace(/[0-9a-f]/g, "$&$&");
  return /^#[0-9a-f]{6}([0-9a-f]{2})?$/.test(hex) ? hex.slice(0, 7) : null;
}

export function ownNotes(comment: string | null): string {
  return (comment ?? "").split(OUR_WORDS)[0]?.trim().slice(0, 4000) ?? "";
}

export function levelIn(volume: XmlElement | undefined): number {
  const value = numeric(volume, "value");
  if (value === null) return 0;
  return attribute(volume, "unit") === "decibel" ? Math.max(-144, Math.min(24, value)) : decibels(value);
}

export function panOf(pan: XmlElement | undefined): number {
  const value = numeric(pan, "value");
  if (value === null) return 0;
  return attribute(pan, "unit") === "linear" ? panIn((value + 1) / 2) : panIn(value);
}

export function insertIn(e: XmlElement, index: number): Insert {
  const name = oneLine(attribute(e, "name") ?? attribute(e, "deviceName") ?? e.name);
  const kind = KIND_OF_ELEMENT.get(e.name) ?? (name === "" ? "Device" : name);
  const device = oneLine(attribute(e, "deviceName") ?? "");
  const exact =
    device === "" || device === kind
      ? null
      : {
          maker: said(e, "deviceVendor", 80),
          name: device,
          format: FORMAT_OF_ELEMENT.get(e.name) ?? "",
          identifier: said(e, "deviceID", 200),
        };
  return blankInsert(idIn(attribute(e, "id"), "device-", `device-${index + 1}`), kind, {
    device: exact,
    bypassed: attribute(child(e, "Enabled"), "value") === "false",
  });
}
