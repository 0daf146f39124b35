import type { ChannelFormat, Track, TrackId, TrackKind } from "../session/document.ts";
import { foldersAround } from "../session/routing.ts";
import { fold } from "../words/fold.ts";
import type { Exception, StartValues } from "./house.ts";

/** An exception that asks for what `when` says and nothing else, and decides what `then` says alone. */
export function exceptionOf(
  id: string,
  says: string,
  when: Partial<Exception["when"]>,
  then: Partial<Exception["then"]>,
): Exception {
  return {
    id,
    says,
    when: {
      words: [],
      roles: [],
      families: [],
      kinds: [],
      formats: [],
      inside: [],
      hasNote: null,
      ...when,
    },
    then: { colour: null, icon: null, folder: null, start: null, alone: false, ...then },
  };
}

/** What an exception looks at. */
export interface Case {
  readonly name: string;
  readonly role: string | null;
  readonly family: string | null;
  readonly kind: TrackKind;
  readonly format: ChannelFormat | null;
  /** Roles of the folders around it. */
  readonly inside: readonly string[];
  readonly hasNote: boolean;
}

/** A track as exceptions look at it. @param inside roles of the folders around it, see `rolesAround` */
export function caseOf(
  t: Track,
  role: string | null,
  family: string | null,
  inside: readonly string[],
): Case {
  return {
    name: t.name,
    role,
    family,
    kind: t.kind,
    format: t.format,
    inside,
    hasNote: t.notes.trim() !== "",
  };
}

/** Roles of the folders around a track, innermost first. */
export const rolesAround = (tracks: ReadonlyMap<TrackId, Track>, t: Track): string[] =>
  foldersAround(tracks, t).flatMap((f) => f.role ?? []);

/** The words of a text, folded, with a gap around each. */
export function wordsOf(text: string): string {
  const f = fold(text);
  return ` ${f.starts.map((s, i) => f.text.slice(s, f.ends[i])).join(" ")} `;
}

/** Whether all that an exception asks for holds. */
export function fits({ when }: Exception, c: Case): boolean {
  const one = <T>(list: readonly T[], value: T | null): boolean =>
    list.length === 0 || (value !== null && list.includes(value));
  return (
    one(when.roles, c.role) &&
    one(when.families, c.family) &&
    one(when.kinds, c.kind) &&
    one(when.formats, c.format) &&
    (when.hasNote === null || when.hasNote === c.hasNote) &&
    (when.inside.length === 0 || when.inside.some((r) => c.inside.includes(r))) &&
    (when.words.length === 0 || when.words.some((w) => wordsOf(c.name).includes(wordsOf(w))))
  );
}

/**
 * What the exceptions say of one track: of each value the first that fits decides; `alone` takes all that
 * was not decided before it.
 */
export interface Verdict {
  readonly colour: Exception | null;
  readonly icon: Exception | null;
  readonly folder: Exception | null;
  readonly start: readonly { readonly field: keyof StartValues; readonly by: Exception }[];
  readonly alone: Exception | null;
}

const NOTHING: Verdict = { colour: null, icon: null, folder: null, start: [], alone: null };

/** Goes through the exceptions in their order. */
export function decide(exceptions: readonly Exception[], c: Case): Verdict {
  if (exceptions.length === 0) return NOTHING;
  let colour: Exception | null = null,
    icon: Exception | null = null,
    folder: Exception | null = null;
  const start = new Map<keyof StartValues, Exception>();
  for (const e of exceptions) {
    if (!fits(e, c)) continue;
    if (e.then.colour !== null) colour ??= e;
    if (e.then.icon !== null) icon ??= e;
    if (e.then.folder !== null) folder ??= e;
    for (const field of fieldsOf(e.then.start)) if (!start.has(field)) start.set(field, e);
    if (e.then.alone)
      return { colour, icon, folder, start: [...start].map(([field, by]) => ({ field, by })), alone: e };
  }
  return { colour, icon, folder, start: [...start].map(([field, by]) => ({ field, by })), alone: null };
}

/** The values a set of starting values names. */
export function fieldsOf(values: StartValues | null): (keyof StartValues)[] {
  return values === null
    ? []
    : (Object.keys(values) as (keyof StartValues)[]).filter((k) => values[k] !== undefined);
}
