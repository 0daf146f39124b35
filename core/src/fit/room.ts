import { z } from "zod";
import { oneLine } from "../session/text.ts";
import { SOURCES, channelFormat, hexColour, source } from "../session/document.ts";

/** One input of a room's interface. */
export const roomInput = z.object({
  /** As the interface counts it, from 1. */
  number: z.int().min(1).max(1024),
  label: oneLine(40).trim().min(1),
  /** What may be plugged in. */
  takes: z.array(source).min(1).max(SOURCES.length),
  /** Whether it can feed phantom power. */
  phantom: z.boolean(),
});
export type RoomInput = z.infer<typeof roomInput>;

/** A place with its interface and limits. */
export const room = z.object({
  name: oneLine(60).trim().min(1),
  says: oneLine(200),
  inputs: z.array(roomInput).max(512),
  sampleRates: z.array(z.number().int().positive()).min(1).max(8),
  /** The only track colours its software can show; empty where it shows any. */
  palette: z.array(hexColour).max(256).default([]),
  /** The widest main path its monitors can show. */
  widest: channelFormat,
});
export type Room = z.infer<typeof room>;

/** A room as it may be stored: no input number, rate or colour twice. */
export const wholeRoom = room.superRefine((doc, ctx) => {
  const twice = (
    list: readonly (number | string)[],
    path: string,
    say: (x: number | string) => string,
  ): void => {
    const seen = new Set<number | string>();
    list.forEach((x, i) => {
      if (seen.has(x)) ctx.addIssue({ code: "custom", path: [path, i], message: say(x) });
      seen.add(x);
    });
  };
  twice(
    doc.inputs.map((i) => i.number),
    "inputs",
    (n) => `input ${n} is there twice`,
  );
  twice(doc.sampleRates, "sampleRates", (r) => `${r} Hz is there twice`);
  twice(doc.palette, "palette", (c) => `the colour ${c} is there twice`);
});
