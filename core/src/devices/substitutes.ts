import { z } from "zod";
import { device, processorValue } from "../session/processor.ts";
import type { Device, Insert, Processor } from "../session/processor.ts";
import { oneLine } from "../session/text.ts";
import type { Installed } from "./installed.ts";
import { deviceKey, lookUp } from "./installed.ts";

/** What may stand for a device, or for any of a kind, in the order the house wants it. */
export const substitute = z.object({
  /** What is not there: one device, or (null) any of the kind. */
  of: device.nullable(),
  kind: oneLine(200).trim(),
  /** The room this holds in; null: in all that have no line of their own. */
  room: oneLine(80).min(1).nullable(),
  by: z
    .array(
      z.object({
        device,
        /** What to set; null: the same values, where both know them. */
        values: z.array(processorValue).max(200).nullable(),
      }),
    )
    .min(1)
    .max(20),
});
export type Substitute = z.infer<typeof substitute>;
export const substitutes = z.array(substitute).max(2000);

/** One device that may stand for another in a room. */
export interface Stand {
  readonly device: Installed;
  /** Why it is offered: the house says so, it is the same in another format, or it is of the same kind. */
  readonly why: "house" | "other-format" | "same-kind";
  /** What it is set to; null: the same values. */
  readonly values: readonly z.infer<typeof processorValue>[] | null;
  /** Values that are set and that it does not know. */
  readonly loses: readonly string[];
}

/** Values of processors, by name, that a device does not know; none where nobody said what it knows. */
const losesOf = (by: Installed, set: readonly Pick<Processor, "values">[]): string[] => {
  if (by.knows.length === 0) return [];
  const known = new Set(by.knows.map((n) => n.toLowerCase()));
  return [...new Set(set.flatMap((p) => p.values.map((v) => v.name)))].filter(
    (name) => !known.has(name.toLowerCase()),
  );
};

/**
 * What may stand for a device in a room, best first: what the house says (of the room before of all, of the device
 * before of its kind), then the same device in another format, then what is of its kind, by how many of the values
 * that are set it knows.
 * @param set the processors it would stand for
 * @param room the room, as the house calls it
 */
export function standsFor(
  of: Device,
  set: readonly Insert[],
  here: readonly Installed[],
  house: readonly Substitute[],
  room: string,
): Stand[] {
  const find = lookUp(here);
  const kind = set[0]?.kind ?? "";
  const key = deviceKey(of);
  const rank = (s: Substitute): number => (s.room === room ? 0 : 2) + (s.of === null ? 1 : 0);
  const said = house
    .filter(
      (s) => (s.room === null || s.room === room) && (s.of ? deviceKey(s.of) === key : sameKind(s, kind)),
    )
    .toSorted((a, b) => rank(a) - rank(b));
  const stands: Stand[] = said.flatMap((s) =>
    s.by.flatMap(({ device: by, values }): Stand[] => {
      const there = find(by);
      if (there?.how !== "here") return [];
      return [{ device: there.as, why: "house", values, loses: values ? [] : losesOf(there.as, set) }];
    }),
  );
  const other = find(of);
  if (other?.how === "other-format")
    stands.push({ device: other.as, why: "other-format", values: null, loses: losesOf(other.as, set) });
  const alike = here
    .filter((i) => sameKind(i, kind))
    .map((i): Stand => ({ device: i, why: "same-kind", values: null, loses: losesOf(i, set) }))
    .toSorted((a, b) => a.loses.length - b.loses.length || b.device.knows.length - a.device.knows.length);
  const seen = new Set([key]);
  return [...stands, ...alike].filter(({ device: d }) => {
    const own = deviceKey(d);
    if (seen.has(own)) return false;
    seen.add(own);
    return true;
  });
}

const sameKind = (a: { readonly kind: string }, kind: string): boolean =>
  kind !== "" && a.kind.toLowerCase() === kind.toLowerCase();
