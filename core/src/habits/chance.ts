/** Two-sided 95 %. */
const Z = 1.959964;

/**
 * Wilson's score interval of a proportion of `k` in `n`, 95 %, without correction for continuity
 * (E. B. Wilson, J. Am. Stat. Assoc. 22, 1927).
 */
export function wilson(k: number, n: number): [low: number, high: number] {
  if (n === 0) return [0, 1];
  const p = k / n;
  const z2 = Z * Z;
  const middle = (p + z2 / (2 * n)) / (1 + z2 / n);
  const half = (Z / (1 + z2 / n)) * Math.sqrt((p * (1 - p)) / n + z2 / (4 * n * n));
  return [Math.max(0, middle - half), Math.min(1, middle + half)];
}

/**
 * The chance of at least `k` in `n` where each has the chance `q`: the upper tail of the binomial distribution, summed
 * exactly (in logarithms).
 */
export function atLeast(k: number, n: number, q: number): number {
  if (k <= 0) return 1;
  if (q <= 0) return 0;
  if (q >= 1) return 1;
  let term = n * Math.log1p(-q);
  let sum = 0;
  const step = Math.log(q) - Math.log1p(-q);
  for (let i = 0; i <= n; i++) {
    if (i >= k) sum += Math.exp(term);
    term += Math.log(n - i) - Math.log(i + 1) + step;
  }
  return Math.min(1, sum);
}

/**
 * Which of many chances are small enough that among those taken for more than chance no more than the share `q` are
 * expected to be chance (Y. Benjamini and Y. Hochberg, J. R. Stat. Soc. B 57, 1995).
 */
export function notByChance(chances: readonly number[], q = 0.05): boolean[] {
  const order = [...chances.keys()].toSorted((a, b) => (chances[a] ?? 1) - (chances[b] ?? 1));
  let last = -1;
  for (const [rank, i] of order.entries())
    if ((chances[i] ?? 1) <= ((rank + 1) / chances.length) * q) last = rank;
  const taken = new Set(order.slice(0, last + 1));
  return chances.map((_, i) => taken.has(i));
}

/** The logarithm of n!, summed. */
function logFactorial(n: number): number {
  let sum = 0;
  for (let i = 2; i <= n; i++) sum += Math.log(i);
  return sum;
}

/**
 * The chance that of `a` + `b` and `c` + `d` things, `a` + `c` of which are so, at least `a` of the first are:
 * Fisher's exact test, one-sided (R. A. Fisher, The Design of Experiments, 1935).
 */
export function fisher(a: number, b: number, c: number, d: number): number {
  const [first, second, so] = [a + b, c + d, a + c];
  const choose = (n: number, k: number): number => logFactorial(n) - logFactorial(k) - logFactorial(n - k);
  const all = choose(first + second, so);
  let sum = 0;
  for (let x = a; x <= Math.min(first, so); x++)
    if (so - x <= second) sum += Math.exp(choose(first, x) + choose(second, so - x) - all);
  return Math.min(1, sum);
}
