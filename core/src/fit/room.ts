import { z } from "zod";
import { oneLine } from "../session/text.ts";
import { SOURCES, channelFormat, source } from "../session/document.ts";

/** One input of a room's interface. */
export const roomInput = z.object({
  /** As the interface counts it, from 1. */
  number: z.int().min(1).max(1024),
  label: oneLine(40).trim().min(1),
  /** What it is called where something at line level is plugged in; empty: the same. */
  line: oneLine(40).trim(),
  /** What may be plugged in. */
  takes: z.array(source).min(1).max(SOURCES.length),
  /** Whether it can feed phantom power. */
  phantom: z.boolean(),
  /** What is plugged in for good; empty: nothing. Nothing else gets this input. */
  holds: oneLine(60).trim(),
});
export type RoomInput = z.infer<typeof roomInput>;

/** What hangs on an output. */
export const SERVES = ["monitors", "headphones", "other"] as const;
export const roomOutput = z.object({
  /** As the interface counts it, from 1. */
  number: z.int().min(1).max(1024),
  label: oneLine(40).trim().min(1),
  serves: z.enum(SERVES),
});
export type RoomOutput = z.infer<typeof roomOutput>;

/** Where a room usually has a source: what is of this role and number, at all these positions. */
export const standing = z.object({
  input: z.int().min(1).max(1024),
  role: oneLine(60).min(1),
  positions: z.array(oneLine(40)).max(8),
  /** Null: whichever number. */
  number: z.int().min(0).max(9999).nullable(),
});
export type Standing = z.infer<typeof standing>;

/** How a room is wired. */
const wiring = {
  inputs: z.array(roomInput).max(512),
  outputs: z.array(roomOutput).max(512),
  standing: z.array(standing).max(512),
};

/** Another way a room can be wired. */
export const setUp = z.object({
  id: z
    .string()
    .min(1)
    .max(60)
    .regex(/^[a-z0-9-]+$/),
  name: oneLine(60).trim().min(1),
  says: oneLine(200),
  ...wiring,
});
export type SetUp = z.infer<typeof setUp>;
export type Wiring = Pick<SetUp, "inputs" | "outputs" | "standing">;

const upTo = (top: number) => z.int().min(1).max(top);

/** A computer of a room that holds samples. */
export const sampleMachine = z.object({
  name: oneLine(40).trim().min(1),
  /** MB it holds at most, and MB a second at which it loads. */
  memory: z.number().positive().max(10_000_000),
  speed: z.number().positive().max(100_000),
  /** Samplers that run on it at most; ports of sixteen channels, and stereo outputs, of each. */
  instances: upTo(256),
  ports: upTo(64),
  outputs: upTo(256),
});
export type SampleMachine = z.infer<typeof sampleMachine>;

/** A place with its interface and limits; it is wired as it usually is, unless a set-up is asked for. */
export const room = z.object({
  name: oneLine(60).trim().min(1),
  says: oneLine(200),
  ...wiring,
  /** How it can be wired besides. */
  setUps: z.array(setUp).max(20),
  /** Whether its engineers may edit it, beside the leads. */
  engineersEdit: z.boolean(),
  sampleRates: z.array(z.number().int().positive()).min(1).max(8),
  /** What its software can do, as the house calls that; null where nobody said. */
  software: oneLine(80).min(1).nullable(),
  /** The widest main path its monitors can show. */
  widest: channelFormat,
  /** The most a session may cost: percent of what its station can do, and megabytes; null: nobody said. */
  load: z.number().min(0).max(100_000).nullable(),
  memory: z.number().min(0).max(10_000_000).nullable(),
  /** Computers that hold samples for it. */
  machines: z.array(sampleMachine).max(16),
});
export type Room = z.infer<typeof room>;

/** A room of which nothing is known but its name. */
export const blankRoom = (name: string, rest: Partial<Room> = {}): Room => ({
  name,
  says: "",
  inputs: [],
  outputs: [],
  standing: [],
  setUps: [],
  engineersEdit: false,
  sampleRates: [48000],
  software: null,
  widest: "stereo",
  load: null,
  memory: null,
  machines: [],
  ...rest,
});

/** An input for microphones with nothing else said. */
export const blankInput = (number: number, rest: Partial<Omit<RoomInput, "number">> = {}): RoomInput => ({
  number,
  label: "Mic preamp",
  line: "",
  takes: ["mic"],
  phantom: false,
  holds: "",
  ...rest,
});

/**
 * A room wired as one of its set-ups says.
 * @param id null for how it usually is; one that is gone is taken for that too
 */
export function inSetUp(of: Room, id: string | null): Room {
  const other = id === null ? undefined : of.setUps.find((s) => s.id === id);
  if (!other) return of;
  return { ...of, inputs: other.inputs, outputs: other.outputs, standing: other.standing };
}

/** A room as it may be stored: nothing twice, and its standing patch on inputs that are there. */
export const wholeRoom = room.superRefine((doc, ctx) => {
  const say = (path: (string | number)[], message: string): void => {
    ctx.addIssue({ code: "custom", path, message });
  };
  const twice = <T extends number | string>(
    list: readonly T[],
    path: (string | number)[],
    words: (x: T) => string,
  ): void => {
    const seen = new Set<T>();
    list.forEach((x, i) => {
      if (seen.has(x)) say([...path, i], words(x));
      seen.add(x);
    });
  };
  const wired = (w: Wiring, path: (string | number)[]): void => {
    const numbers = w.inputs.map((i) => i.number);
    twice(numbers, [...path, "inputs"], (n) => `input ${n} is there twice`);
    twice(
      w.outputs.map((o) => o.number),
      [...path, "outputs"],
      (n) => `output ${n} is there twice`,
    );
    const there = new Set(numbers);
    w.standing.forEach((s, i) => {
      if (!there.has(s.input)) say([...path, "standing", i], `there is no input ${s.input}`);
    });
    twice(
      w.standing.map((s) => s.input),
      [...path, "standing"],
      (n) => `input ${n} stands in the standing patch twice`,
    );
  };
  wired(doc, []);
  doc.setUps.forEach((s, i) => wired(s, ["setUps", i]));
  twice(
    doc.setUps.map((s) => s.id),
    ["setUps"],
    (id) => `two set-ups go by “${id}”`,
  );
  twice(
    doc.setUps.map((s) => s.name.toLowerCase()),
    ["setUps"],
    (name) => `two set-ups are called “${name}”`,
  );
  twice(
    doc.machines.map((m) => m.name.toLowerCase()),
    ["machines"],
    (name) => `two sample machines are called “${name}”`,
  );
  twice(doc.sampleRates, ["sampleRates"], (r) => `${r} Hz is there twice`);
});
