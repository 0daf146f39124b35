import { useSearchParams } from "react-router";

/**
 * Which of a few things a page shows, kept in its address.
 * @param key under which name; the first of `ways` stands in no address
 */
export function useShown<T extends string>(
  key: string,
  ways: readonly [T, ...T[]],
): readonly [T, (way: T) => void] {
  const [query, setQuery] = useSearchParams();
  const show = (way: T): void =>
    setQuery(
      (was) => {
        if (way === ways[0]) was.delete(key);
        else was.set(key, way);
        return was;
      },
      { replace: true },
    );
  return [ways.find((w) => w === query.get(key)) ?? ways[0], show];
}
