import { z } from "zod";

/** What a schema made by `stored` stands for, by that schema. */
const shapes = new WeakMap<object, z.ZodType>();

/**
 * A document as the house stored it: it was looked through then, and is not again on its way out, which would
 * hold everybody up. In the description of the interface it is what it stands for.
 */
export function stored<S extends z.ZodType>(shape: S): z.ZodType<z.output<S>, z.output<S>> {
  const schema = z.custom<z.output<S>>((value) => typeof value === "object" && value !== null);
  shapes.set(schema, shape);
  return schema;
}

/** What a schema made by `stored` stands for; undefined of any other. */
export const shapeOf = (schema: object): z.ZodType | undefined => shapes.get(schema);
