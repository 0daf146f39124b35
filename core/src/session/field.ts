import type { z } from "zod";
import type { TrackId } from "./format.ts";

/** What names a track of the session a value speaks of. */
export type NameOf = (id: TrackId) => string;

/** Everything of a field but its schema and its values. */
interface FieldUse {
  /** What it is called in a list of changes. */
  readonly called: string;
  /** A list of which people change one item at a time: two edits of it need not touch each other. */
  readonly itemByItem?: true;
  /** A long text that people write at in different places. */
  readonly lineByLine?: true;
  /**
   * The house's plan is made from it: what reads a track, names it, colours it and puts it in its place.
   */
  readonly planned?: true;
  /** It decides what is heard at the main output, and where. */
  readonly heard?: true;
  /** The exchange format has a place of its own for it; everything else goes into our extra file. */
  readonly exchanged?: true;
}

/**
 * Everything the house knows of one field of a track or of a session, in one place: its schema, the value
 * it has at rest, how it is said, how two people's lists of it go together, who reads it, and where a
 * session file has it.
 */
export interface Field<S extends z.ZodType> extends FieldUse {
  readonly schema: S;
  /** The value of a new track or session; also what a file means that does not say it. */
  readonly rest: z.output<S>;
  /** A value in words; ids of other tracks become their names. */
  readonly inWords: (value: z.output<S>, nameOf: NameOf) => string;
  /** The same at length, for what the words leave out; asked where they say the same before and after. */
  readonly inDetail?: (value: z.output<S>, nameOf: NameOf) => string;
}

/** Any field, as far as it can be asked without knowing which. */
export interface AnyField extends FieldUse {
  readonly schema: z.ZodType;
  readonly rest: unknown;
  readonly inWords: (value: never, nameOf: NameOf) => string;
  readonly inDetail?: (value: never, nameOf: NameOf) => string;
}
export type FieldTable = Readonly<Record<string, AnyField>>;

export const field = <S extends z.ZodType>(of: Field<S>): Field<S> => of;

export type ValuesOf<F extends FieldTable> = { [K in keyof F]: z.output<F[K]["schema"]> };

/** The names of fields, in the order they stand in. */
export const namesOf = <F extends FieldTable>(fields: F): (keyof F & string)[] => Object.keys(fields);

/** The names of those fields of which something holds. */
export const namesThat = <F extends FieldTable>(
  fields: F,
  holds: (field: AnyField) => boolean,
): (keyof F & string)[] => namesOf(fields).filter((name) => holds(fields[name] ?? never(name)));

function never(name: string): never {
  throw new Error(`there is no field “${name}”`);
}

// What is made of each entry of a table is as the table is: one statement for both, which the compiler
// cannot follow by itself.
const mapped = <F extends FieldTable, R>(fields: F, of: (field: AnyField) => unknown): R =>
  Object.fromEntries(namesOf(fields).map((name) => [name, of(fields[name] ?? never(name))])) as R;

/** The schemas of fields by their names, for an object schema. */
export const schemasOf = <F extends FieldTable>(fields: F) =>
  mapped<F, { [K in keyof F]: F[K]["schema"] }>(fields, (f) => f.schema);

/** The values of fields at rest. */
export const atRest = <F extends FieldTable>(fields: F) => mapped<F, ValuesOf<F>>(fields, (f) => f.rest);

/** What each field is called. */
export const called = <F extends FieldTable>(fields: F) =>
  mapped<F, { [K in keyof F]: string }>(fields, (f) => f.called);
