import { namesThat } from "../../session/field.ts";
import { TRACK } from "../../session/trackFields.ts";
import { CHANNELS } from "../../session/document.ts";
import type { ChannelFormat, Decibels } from "../../session/document.ts";

/** What the exchange format itself has a place for; everything else goes into our extra file. */
export const TOLD = namesThat(TRACK, (f) => f.exchanged === true);
/** What a file without our extra file cannot say about a track. */
export const UNTOLD = namesThat(TRACK, (f) => f.exchanged !== true);

/** Element names of the devices the format knows by kind (from memory); any other kind is a plain device. */
export const DEVICE_ELEMENTS: Readonly<Record<string, string>> = {
  EQ: "Equalizer",
  Compressor: "Compressor",
  Limiter: "Limiter",
  Gate: "NoiseGate",
};
export const ORDINARY: ReadonlySet<string> = new Set(Object.values(DEVICE_ELEMENTS));

/** Element names of plug-ins by their format (from memory). */
export const FORMATS: Readonly<Record<string, string>> = {
  VST2: "Vst2Plugin",
  VST3: "Vst3Plugin",
  CLAP: "ClapPlugin",
  AU: "AuPlugin",
};

/** The level a fader of the format goes up to unless it says more: linear 2, +6 dB (from memory). */
export const LOUDEST = 2;
const SILENT: Decibels = -144;

/** dB to linear, 1 = 0 dB, six decimals. */
export const linear = (db: Decibels): number => (db <= SILENT ? 0 : Number((10 ** (db / 20)).toFixed(6)));
/** Linear to dB, two decimals; 0 is silent. */
export const decibels = (value: number): Decibels =>
  value <= 1e-7 ? SILENT : Math.max(SILENT, Math.min(24, Math.round(2000 * Math.log10(value)) / 100 || 0));
/** Pan −100…100 to 0…1 and back, as the format writes it. */
export const panOut = (pan: number): number => Number(((pan + 100) / 200).toFixed(6));
export const panIn = (value: number): number =>
  Math.max(-100, Math.min(100, Math.round((value * 200 - 100) * 100) / 100 || 0));

/** Begins the part of a comment that we wrote for people; it is dropped again on reading. */
export const OUR_WORDS = "[Mossy Lantern]";

/** The format with that many channels; null where we have none. */
export function formatOf(channels: number): ChannelFormat | null {
  const entry = Object.entries(CHANNELS).find(([, n]) => n === channels);
  return entry ? (entry[0] as ChannelFormat) : null;
}

/** Notes as an attribute can carry them. */
export const plainNotes = (notes: string): string => notes.split(OUR_WORDS)[0]?.trim() ?? "";

/**
 * XML id of one of our tracks and its channel, of a send or a processor of it. XML ids start with a letter,
 * ours need not; within a track ours are unique, in the document only with the track before them.
 */
export const trackXmlId = (id: string): string => `track-${id}`;
export const channelXmlId = (id: string): string => `channel-${id}`;
export const xmlIdOf = (what: "send" | "device", track: string, id: string): string =>
  `${what}-${track}-${id}`;
