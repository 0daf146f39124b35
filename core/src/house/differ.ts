import type { House } from "./house.ts";

export const gone = <T extends { readonly id: string }>(before: readonly T[], after: readonly T[]): T[] => {
  const there = new Set(after.map((x) => x.id));
  return before.filter((x) => !there.has(x.id));
};

export const inOld = <T extends { readonly id: string }>(list: readonly T[]): ReadonlyMap<string, T> =>
  new Map(list.map((x) => [x.id, x]));

export const list = (words: readonly string[]): string => words.map((t) => `“${t}”`).join(", ");

export const colourName = (h: House, id: string | null): string =>
  h.palette.find((c) => c.id === id)?.name ?? "the family's";
