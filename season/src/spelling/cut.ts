/** The ways somebody makes a word short as they go. */
const WAYS = ["first4", "first5", "consonants", "firstAndLast"] as const;
export type Cut = (typeof WAYS)[number];
export const CUTS: readonly Cut[] = WAYS;

const isVowel = (ch: string): boolean => /[aeiouy]/i.test(ch.normalize("NFD").charAt(0));

/**
 * A word made short: its first letters, its consonants (the first letter stays whatever it is), or its first
 * letters and its last. Never under three letters; a word of four or fewer stays.
 */
export function cut(word: string, way: Cut): string {
  const letters = [...word];
  if (letters.length <= 4) return word;
  const short: Record<Cut, () => string[]> = {
    first4: () => letters.slice(0, 4),
    first5: () => letters.slice(0, 5),
    consonants: () => letters.filter((ch, i) => i === 0 || !isVowel(ch)).slice(0, 5),
    firstAndLast: () => [...letters.slice(0, 3), letters[letters.length - 1]!],
  };
  const made = short[way]();
  return made.length < 3 ? word : made.join("");
}
