/** The list with one item a place earlier or later; as it is where there is no such place. */
export function movedBy<T>(list: readonly T[], item: T, by: -1 | 1): T[] {
  const at = list.indexOf(item);
  const to = at + by;
  if (at < 0 || to < 0 || to >= list.length) return [...list];
  return list.toSpliced(at, 1).toSpliced(to, 0, item);
}
