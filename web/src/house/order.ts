/** The list with one item a place earlier or later; as it is where there is no such place. */
export function movedBy<T>(list: readonly T[], item: T, by: -1 | 1): T[] {
  const at = list.indexOf(item);
  const to = at + by;
  if (at < 0 || to < 0 || to >= list.length) return [...list];
  return list.toSpliced(at, 1).toSpliced(to, 0, item);
}

/** An id nobody has: the word itself, or with the next free number. */
export function freeId(word: string, list: readonly { readonly id: string }[]): string {
  let id = word;
  for (let n = 2; list.some((x) => x.id === id); n++) id = `${word}-${n}`;
  return id;
}
