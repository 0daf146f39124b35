import { z } from "zod";

export type Json = z.infer<ReturnType<typeof z.json>>;

export type Fields = Readonly<Record<string, Json>>;

export const isFields = (value: unknown): value is Fields =>
  typeof value === "object" && value !== null && !Array.isArray(value);

export type Items = ReadonlyMap<string, Fields>;

/** What tells an item of a list from the others: its id, of a folder of the order its role. */
export function keyOf(item: Fields): string | null {
  const { id, role } = item;
  return typeof id === "string" ? id : typeof role === "string" && "inside" in item ? role : null;
}

/**
 * The items of a list by what tells them apart, in order; null where it is one value. An empty list is
 * both.
 */
export function itemsOf(value: unknown): Map<string, Fields> | null {
  if (!Array.isArray(value)) return null;
  const items = new Map<string, Fields>();
  for (const item of value) {
    const key = isFields(item) ? keyOf(item) : null;
    if (key === null || items.has(key)) return null;
    items.set(key, item as Fields);
  }
  return items;
}
