/**
 * A list in groups by what its items say, in the order in which each group begins. Items that say nothing (null)
 * are in none.
 */
export function grouped<T, K>(list: readonly T[], keyOf: (item: T) => K | null): Map<K, [T, ...T[]]> {
  const groups = new Map<K, [T, ...T[]]>();
  for (const item of list) {
    const key = keyOf(item);
    if (key === null) continue;
    const group = groups.get(key);
    if (group) group.push(item);
    else groups.set(key, [item]);
  }
  return groups;
}
