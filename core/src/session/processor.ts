import { z } from "zod";
import type { NameOf } from "./field.ts";
import { CHANNELS, channelFormat, trackId } from "./format.ts";
import type { ChannelFormat } from "./format.ts";
import { oneLine } from "./text.ts";

/** Kinds of processors the trade has common words for; a session may hold others. */
export const PROCESSORS = [
  "EQ",
  "Compressor",
  "Gate",
  "De-esser",
  "Limiter",
  "Saturation",
  "Reverb",
  "Delay",
  "Modulation",
  "Pitch",
  "Restoration",
  "Meter",
  "Correction",
  "Instrument",
  "Gain",
  "Width",
] as const;

/** What some kinds are called where there is little room. */
export const SHORT_KINDS: Readonly<Record<string, string>> = {
  Compressor: "Comp",
  Limiter: "Lim",
  Reverb: "Rev",
  Delay: "Dly",
  Saturation: "Sat",
  "De-esser": "DeS",
  Correction: "Corr",
  Modulation: "Mod",
  Instrument: "Inst",
  Restoration: "Rest",
};

/**
 * Kinds of processors as they are typed: parted by commas, or only by spaces where every word is a kind or
 * a short form ("EQ Comp DeS").
 * What is no kind the trade has a word for is taken as it stands.
 */
export function kindsTyped(text: string): string[] {
  const known = new Map<string, string>(
    PROCESSORS.flatMap((k) => [
      [k.toLowerCase(), k],
      [(SHORT_KINDS[k] ?? k).toLowerCase(), k],
    ]),
  );
  return text.split(",").flatMap((part) => {
    const said = part.trim();
    const words = said.split(/\s+/).map((w) => known.get(w.toLowerCase()));
    const all = words.flatMap((w) => w ?? []);
    return all.length === words.length ? all : said === "" ? [] : [known.get(said.toLowerCase()) ?? said];
  });
}

/** An exact device: whose, which, in which plug-in format, and the identifier that format knows it by. */
export const device = z.object({
  maker: oneLine(80),
  name: oneLine(200).min(1),
  format: oneLine(20),
  identifier: oneLine(200),
});
export type Device = z.infer<typeof device>;

/** A named value as the device shows it: "Ratio" "3:1". */
export const processorValue = z.object({ name: oneLine(60).min(1), value: oneLine(80) });

/** What a processor is, apart from where it stands: what a chain on the shelf is made of. */
export const processor = z.object({
  /** What it is: "EQ", "Compressor"… */
  kind: oneLine(200).min(1),
  /** An exact device, where one is meant. */
  device: device.nullable(),
  values: z.array(processorValue).max(200),
  bypassed: z.boolean(),
  /** Before the recording: it is in what is recorded. */
  before: z.boolean(),
  /** How wide it passes sound on; null: as it came. */
  width: channelFormat.nullable(),
});
export type Processor = z.infer<typeof processor>;

/** A processor on a track. */
export const insert = processor.extend({
  id: trackId,
  /** The track it listens to, to duck or open by. */
  key: trackId.nullable(),
  /** The chain of the shelf it came with, and which version. */
  chain: z.object({ id: oneLine(80), version: z.int().min(1) }).nullable(),
});
export type Insert = z.infer<typeof insert>;

/** A processor on a track with all that is set of it: "Compressor (Ratio 3:1, keyed by Kick)". */
export function insertInDetail(i: Insert, nameOf: NameOf): string {
  const set = [
    ...(i.device === null ? [] : [i.kind, i.device.maker, i.device.format, i.device.identifier]),
    ...i.values.map((v) => `${v.name} ${v.value}`),
    i.bypassed ? "bypassed" : "",
    i.before ? "recorded" : "",
    i.width === null ? "" : `to ${i.width}`,
    i.key === null ? "" : `keyed by ${nameOf(i.key)}`,
    i.chain === null ? "" : `chain ${i.chain.id}, version ${i.chain.version}`,
  ].filter((said) => said !== "");
  return (i.device?.name ?? i.kind) + (set.length === 0 ? "" : ` (${set.join(", ")})`);
}

/** A processor with nothing said but its kind: on, after the recording, as wide as what comes in. */
export const blankInsert = (
  id: string,
  kind: string,
  rest: Partial<Omit<Insert, "id" | "kind">> = {},
): Insert => ({
  id,
  kind,
  device: null,
  values: [],
  bypassed: false,
  before: false,
  width: null,
  key: null,
  chain: null,
  ...rest,
});

/** How wide a chain passes on what comes in at `from`: a processor that says a width gives that one. */
export function widthBehind(
  from: ChannelFormat,
  chain: readonly Pick<Processor, "width">[],
): ChannelFormat {
  return chain.reduce((at, p) => p.width ?? at, from);
}

/**
 * The narrowest place behind which the chain is wider again than it let through; null where nothing is
 * lost.
 */
export function narrowsTo(
  from: ChannelFormat,
  chain: readonly Pick<Processor, "width">[],
): ChannelFormat | null {
  let narrowest = from;
  for (const p of chain)
    if (p.width !== null && CHANNELS[p.width] < CHANNELS[narrowest]) narrowest = p.width;
  return CHANNELS[narrowest] < CHANNELS[from] ? narrowest : null;
}
