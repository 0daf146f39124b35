import { z } from "zod";

/** Widths of a signal path the house knows, narrow to wide. */
export const CHANNEL_FORMATS = [
  "mono",
  "stereo",
  "lcr",
  "quad",
  "5.0",
  "5.1",
  "7.1",
  "5.1.4",
  "7.1.4",
  "9.1.6",
] as const;
export const channelFormat = z.enum(CHANNEL_FORMATS);
export type ChannelFormat = z.infer<typeof channelFormat>;

/** How many channels a format carries. */
export const CHANNELS: Readonly<Record<ChannelFormat, number>> = {
  mono: 1,
  stereo: 2,
  lcr: 3,
  quad: 4,
  "5.0": 5,
  "5.1": 6,
  "7.1": 8,
  "5.1.4": 10,
  "7.1.4": 12,
  "9.1.6": 16,
};

export const trackId = z
  .string()
  .min(1)
  .max(80)
  .regex(/^[A-Za-z0-9._-]+$/, "an id is letters, digits, . _ -");
export type TrackId = z.infer<typeof trackId>;
