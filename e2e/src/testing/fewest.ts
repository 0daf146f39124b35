/** An articulation: its lag in each library, null where it has none; alone: it shares its track with nothing. */
export interface Way {
  readonly alone: boolean;
  readonly lags: readonly (number | null)[];
}

/**
 * The fewest tracks of one library each that hold some articulations, all of a track within so many ms of one offset:
 * every choice of libraries is tried, and of each library's lags the lowest that is left begins a track.
 */
export function fewestByTrying(ways: readonly Way[], error: number): number {
  const alone = ways.filter((w) => w.alone).length;
  const shared = ways.filter((w) => !w.alone);
  const tried = (n: number, taken: readonly (readonly number[])[]): number => {
    const way = shared[n];
    if (!way) return taken.reduce((sum, lags) => sum + tracksOf(lags, error), 0);
    return Math.min(
      ...way.lags.flatMap((lag, l) =>
        lag === null
          ? []
          : [
              tried(
                n + 1,
                taken.map((lags, i) => (i === l ? [...lags, lag] : lags)),
              ),
            ],
      ),
    );
  };
  const libraries = ways[0]?.lags.length ?? 0;
  return (
    alone +
    tried(
      0,
      Array.from({ length: libraries }, () => []),
    )
  );
}

function tracksOf(lags: readonly number[], error: number): number {
  let [tracks, from] = [0, -Infinity];
  for (const lag of [...lags].sort((a, b) => a - b))
    if (lag - from > 2 * error) [tracks, from] = [tracks + 1, lag];
  return tracks;
}
