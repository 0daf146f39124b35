import type { Insert } from "../../session/document.ts";
import { asOneLine } from "../../session/text.ts";
import { attribute, child, numeric, xml } from "../xml.ts";
import type { Xml, XmlElement } from "../xml.ts";
import { ORDINARY } from "./plain.ts";

type Values = Insert["values"];

/** How a value is typed, and the unit the format has for it (from memory) with how many of it that is. */
const TYPED: readonly (readonly [suffix: RegExp, unit: string, times: number])[] = [
  [/^dB$/i, "decibel", 1],
  [/^Hz$/i, "hertz", 1],
  [/^kHz$/i, "hertz", 1000],
  [/^%$/, "percent", 1],
  [/^ms$/i, "seconds", 0.001],
  [/^s$/i, "seconds", 1],
  [/^(:1)?$/, "linear", 1],
];

const tidy = (n: number): number => Number(n.toPrecision(9));

/** The values of a processor as parameters, as far as they are numbers or switches. */
export const parametersOf = (values: Values): Xml[] => values.flatMap(parameterOf);

function parameterOf({ name, value }: Values[number]): Xml[] {
  if (/^(on|off)$/i.test(value)) return [xml("BoolParameter", { name, value: /^on$/i.test(value) })];
  const parts = /^([+−-]?\d+(?:[.,]\d+)?)\s*(\S*)$/.exec(value.trim());
  const number = Number(parts?.[1]?.replace("−", "-").replace(",", "."));
  const typed = TYPED.find(([suffix]) => suffix.test(parts?.[2] ?? "?"));
  if (!typed || !Number.isFinite(number)) return [];
  const [, unit, times] = typed;
  return [xml("RealParameter", { name, unit, value: tidy(number * times) })];
}

/** Children of an ordinary device that are no parameters (from memory). */
const OTHER = new Set(["Parameters", "Enabled", "State"]);
const MOST = 200;

/**
 * The values a device says. Those of plug-ins are their own business: only the ordinary devices are read, by
 * their parameters and by elements of their own.
 */
export function valuesIn(e: XmlElement): Values {
  if (!ORDINARY.has(e.name)) return [];
  const own = e.inside.filter((c) => !OTHER.has(c.name) && attribute(c, "value") !== null);
  return [...(child(e, "Parameters")?.inside ?? []), ...own].slice(0, MOST).flatMap((c) => {
    const name = asOneLine(attribute(c, "name") ?? c.name, 60).trim();
    const value = valueIn(c, name);
    return value === null || name === "" ? [] : [{ name, value }];
  });
}

function valueIn(e: XmlElement, name: string): string | null {
  const text = asOneLine(attribute(e, "value") ?? "", 80).trim();
  if (/^(true|false)$/.test(text)) return text === "true" ? "on" : "off";
  const number = numeric(e, "value");
  if (number === null) return text === "" ? null : text;
  const said = (n: number): string => String(tidy(n)).replace("-", "−");
  switch (attribute(e, "unit")) {
    case "decibel":
      return `${said(number)} dB`;
    case "hertz":
      return number >= 1000 ? `${said(number / 1000)} kHz` : `${said(number)} Hz`;
    case "percent":
      return `${said(number)} %`;
    case "seconds":
      return number < 1 ? `${said(number * 1000)} ms` : `${said(number)} s`;
    case "semitones":
      return `${said(number)} semitones`;
    default:
      return /^ratio$/i.test(name) ? `${said(number)}:1` : said(number);
  }
}
