/**
 * A row of numbers 0…1 (1 left out) that is always the same for the same seed, for searches and invented
 * data that can be repeated (mulberry32, Tommy Ettinger 2017, from memory).
 */
export function dice(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
