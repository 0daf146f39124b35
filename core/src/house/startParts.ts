import { z } from "zod";
import { decibels } from "../session/document.ts";
import { LATEST, MOST_NOTES, beatsInWords, note } from "../session/item.ts";
import { processor } from "../session/processor.ts";
import { oneLine } from "../session/text.ts";
import { levelInWords } from "../session/valueWords.ts";
import { id } from "./id.ts";

/** A processor a track starts with, and the role of what it listens to, where it listens to something. */
export const startProcessor = processor
  .pick({ kind: true, values: true, bypassed: true, width: true })
  .extend({ keyedBy: id.nullable() });
export type StartProcessor = z.infer<typeof startProcessor>;

/**
 * A send a track starts with: to the first path of a role, or from every path of one to this track, which then
 * records that and is heard nowhere.
 */
export const startSend = z.object({
  way: z.enum(["to", "from"]),
  role: id,
  level: decibels,
  beforeFader: z.boolean(),
});
export type StartSend = z.infer<typeof startSend>;

/** Notes a track starts with where the music begins, again and again; times in quarter notes. */
export const startPattern = z.object({
  name: oneLine(120).min(1),
  length: z.number().gt(0).max(LATEST),
  notes: z.array(note).min(1).max(MOST_NOTES),
});
export type StartPattern = z.infer<typeof startPattern>;

/** What starting values say of other roles. */
interface Led {
  readonly chain?: StartProcessor[] | undefined;
  readonly sends?: StartSend[] | undefined;
}

/** Starting values that speak of other roles; of one that is gone (null) nothing is left. */
export function withRoles<T extends Led>(then: T, swap: (role: string) => string | null): T {
  const { chain, sends, ...rest } = then;
  const left = sends?.flatMap((s) => {
    const role = swap(s.role);
    return role === null ? [] : [{ ...s, role }];
  });
  return {
    ...rest,
    ...(chain
      ? { chain: chain.map((p) => ({ ...p, keyedBy: p.keyedBy === null ? null : swap(p.keyedBy) })) }
      : {}),
    ...(left && left.length > 0 ? { sends: left } : {}),
  } as T;
}

/** "Compressor (Ratio = 4:1, keyed by kick, bypassed)" @param nameOf of a role */
export function startChainInWords(
  chain: readonly StartProcessor[],
  nameOf: (role: string) => string,
): string {
  return chain
    .map((p) => {
      const set = [
        ...p.values.map((v) => `${v.name} = ${v.value}`),
        ...(p.width === null ? [] : [`to ${p.width}`]),
        ...(p.keyedBy === null ? [] : [`keyed by ${nameOf(p.keyedBy)}`]),
        ...(p.bypassed ? ["bypassed"] : []),
      ];
      return set.length === 0 ? p.kind : `${p.kind} (${set.join(", ")})`;
    })
    .join(", ");
}

/** "to Plate reverb at −18.0 dB, from Main at 0.0 dB, before the fader" @param nameOf of a role */
export const startSendsInWords = (sends: readonly StartSend[], nameOf: (role: string) => string): string =>
  sends
    .map(({ way, role, level, beforeFader }) => {
      const loud = levelInWords(level) + (level > -144 ? " dB" : "");
      return `${way} ${nameOf(role)} at ${loud}${beforeFader ? ", before the fader" : ""}`;
    })
    .join(", ");

/** "pattern “Four to the bar”, 4 beats" */
export const startPatternInWords = (p: StartPattern): string =>
  `pattern “${p.name}”, ${beatsInWords(p.length)}`;
