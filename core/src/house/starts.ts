import type { Identity } from "../names/pattern.ts";
import type { Programme } from "../session/pieces.ts";
import { soundFolderInWords } from "../session/soundFolder.ts";
import { levelInWords, panInWords, transposeInWords } from "../session/valueWords.ts";
import { emptySession } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { PATHS } from "../session/kind.ts";
import { panSide } from "../words/wordlist.ts";
import { decide, fieldsOf } from "./exceptions.ts";
import type { Case } from "./exceptions.ts";
import type { House, StartRule, StartValues } from "./house.ts";
import { startChainInWords, startPatternInWords, startSendsInWords } from "./startParts.ts";
import { familyFor } from "./style.ts";
import type { Style } from "./style.ts";

export type StartFields = Partial<
  Pick<
    Track,
    | "level"
    | "pan"
    | "width"
    | "polarity"
    | "format"
    | "source"
    | "channel"
    | "controllers"
    | "transpose"
    | "armed"
    | "monitor"
    | "notes"
  >
> &
  Pick<StartValues, "chain" | "sends" | "pattern" | "sounds">;

/** One starting value with the decision it came from. */
export interface StartOf {
  readonly field: keyof StartFields;
  readonly value: NonNullable<StartFields[keyof StartFields]>;
  readonly says: string;
  readonly exception: boolean;
  readonly id: string;
}

/** Whether a starting value holds for such a track. */
export function startFits(
  { when }: StartRule,
  what: Identity,
  family: string | null,
  kind: Track["kind"],
): boolean {
  return (
    (when.roles.length === 0 || when.roles.includes(what.role ?? "")) &&
    (when.families.length === 0 || when.families.includes(family ?? "")) &&
    (when.positions.length === 0 || when.positions.some((p) => what.positions.includes(p))) &&
    (when.kinds.length === 0 || when.kinds.includes(kind))
  );
}

/**
 * The values such a track gets from a starting value that holds for it. What passes sound on (folder, bus,
 * return, cue mix, main) takes a level only from one that speaks of it, by its kind or its role: a family's
 * headroom is pulled down once, at the sources.
 */
export function startGives(rule: StartRule, what: Identity, kind: Track["kind"]): (keyof StartValues)[] {
  const meant =
    !PATHS.has(kind) || rule.when.kinds.includes(kind) || rule.when.roles.includes(what.role ?? "");
  return fieldsOf(rule.then).filter((f) => f !== "level" || meant);
}

/**
 * The pan of something that lies on a side, as the house looks at it; undefined where it lies on none, or
 * on both.
 */
export function panAside(style: Style, positions: readonly string[], aside: number): number | undefined {
  const sides = new Set(
    positions
      .map((id) => {
        const p = style.reader.positions.get(id);
        return p ? panSide(p, style.house.view) : 0;
      })
      .filter((s) => s !== 0),
  );
  const [side] = sides;
  return sides.size === 1 && side !== undefined ? side * aside : undefined;
}

/**
 * Every starting value such a track gets and which decision gives it: exceptions first, then the first rule
 * that names a value.
 */
export function startTrace(style: Style, what: Identity, about: Case): StartOf[] {
  const got = new Map<keyof StartFields, StartOf>();
  const take = (
    fields: readonly (keyof StartValues)[],
    values: StartValues,
    from: { id: string; says: string },
    exception: boolean,
  ): void => {
    for (const f of fields) {
      const field = f === "aside" ? "pan" : f;
      const value = f === "aside" ? panAside(style, what.positions, values.aside ?? 0) : values[f];
      if (value !== undefined && !got.has(field))
        got.set(field, { field, value, says: from.says, id: from.id, exception });
    }
  };
  const verdict = decide(style.house.exceptions, about);
  for (const { field, by } of verdict.start) take([field], by.then.start ?? {}, by, true);
  // What no role fits is for exceptions only: a line without a condition speaks of what the house knows.
  if (verdict.alone || what.role === null) return [...got.values()];
  const family = familyFor(style, what);
  for (const rule of style.house.starts)
    if (startFits(rule, what, family, about.kind))
      take(startGives(rule, what, about.kind), rule.then, rule, false);
  return [...got.values()];
}

/** A new session as the house starts one. */
export function newSession(house: House, title: string): Session {
  return { ...emptySession(title), ...house.session };
}

/** How loud a programme of a shelf is to be; null where the house says nothing of it. */
export function programmeFor(house: House, shelf: string | null): Programme | null {
  const of = (name: string): Programme | undefined =>
    house.programmes.find((p) => p.shelf === name)?.programme;
  return (shelf === null ? undefined : of(shelf)) ?? of("") ?? null;
}

/** Starting values as a person says them. @param nameOf of a role */
export function startInWords(
  then: StartValues | StartFields,
  nameOf: (role: string) => string = (role) => role.replaceAll("-", " "),
): string {
  const said: string[] = [];
  if (then.level !== undefined) said.push(`${levelInWords(then.level)} dB`);
  if (then.pan !== undefined) said.push(then.pan === 0 ? "centre" : panInWords(then.pan));
  if ("aside" in then && then.aside !== undefined) said.push(`${then.aside} to its side`);
  if (then.width !== undefined) said.push(`width ${then.width} %`);
  if (then.polarity !== undefined) said.push(`polarity ${then.polarity}`);
  if (then.format !== undefined && then.format !== null) said.push(then.format);
  if (then.source !== undefined && then.source !== null) said.push(`from ${then.source}`);
  if (then.channel !== undefined && then.channel !== null) said.push(`MIDI channel ${then.channel}`);
  if (then.controllers !== undefined)
    said.push(then.controllers.map((c) => `controller ${c.controller} at ${c.value}`).join(", "));
  if (then.transpose !== undefined) said.push(`sounds ${transposeInWords(then.transpose)}`);
  if (then.armed !== undefined) said.push(then.armed ? "armed" : "not armed");
  if (then.monitor !== undefined) said.push(`monitor ${then.monitor}`);
  if (then.notes !== undefined) said.push(`note “${then.notes}”`);
  if (then.chain !== undefined) said.push(startChainInWords(then.chain, nameOf));
  if (then.sends !== undefined) said.push(`sends ${startSendsInWords(then.sends, nameOf)}`);
  if (then.pattern !== undefined) said.push(startPatternInWords(then.pattern));
  if (then.sounds !== undefined) said.push(soundFolderInWords(then.sounds));
  return said.join(", ");
}
