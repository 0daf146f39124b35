import { z } from "zod";
import { trackId } from "./format.ts";

/** What stands at the far end of an input. */
export const SOURCES = ["mic", "di", "line", "wireless"] as const;
export const source = z.enum(SOURCES);
export type Source = z.infer<typeof source>;

/** Six hex digits after a hash, lower case. */
export const hexColour = z.string().regex(/^#[0-9a-f]{6}$/, "a colour is written #rrggbb");
export type HexColour = z.infer<typeof hexColour>;

/** Level in dB; −144 stands for silence. */
export const decibels = z.number().min(-144).max(24);
export type Decibels = z.infer<typeof decibels>;

export const send = z.object({
  id: trackId,
  to: trackId,
  level: decibels,
  beforeFader: z.boolean(),
});
export type Send = z.infer<typeof send>;

export const around = z.object({
  azimuth: z.number().min(-180).max(180),
  elevation: z.number().min(0).max(90),
});
export type Around = z.infer<typeof around>;

/** What a fit gives up last, and first. */
export const IMPORTANCES = ["must", "should", "may"] as const;
export const importance = z.enum(IMPORTANCES);
export type Importance = z.infer<typeof importance>;

/** When an input is heard. */
export const MONITOR = ["auto", "on", "off"] as const;
export const controller = z.object({
  controller: z.int().min(0).max(127),
  value: z.int().min(0).max(127),
});
export type Controller = z.infer<typeof controller>;
