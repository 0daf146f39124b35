/** One of them, each as likely. */
export function oneOf<T>(all: readonly T[], roll: () => number): T {
  const one = all[Math.floor(roll() * all.length)];
  if (one === undefined) throw new Error("nothing to choose from");
  return one;
}

/** One of them, as likely as the number beside it is large. */
export function weighed<T>(all: readonly (readonly [T, number])[], roll: () => number): T {
  let left = roll() * all.reduce((sum, [, w]) => sum + w, 0);
  for (const [one, w] of all) {
    left -= w;
    if (left < 0) return one;
  }
  return all[all.length - 1]![0];
}

/** A number made of text, always the same (FNV-1a, 32 bits, from memory). */
export function mixed(text: string): number {
  let h = 0x811c9dc5;
  for (const ch of text) h = Math.imul(h ^ ch.codePointAt(0)!, 0x01000193);
  return h | 0;
}

export const words = (list: string | undefined): string[] =>
  list === undefined ? [] : list.split(",").map((w) => w.trim());
