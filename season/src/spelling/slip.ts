import { oneOf, weighed } from "./rolls.ts";

/** What lies beside a key of a QWERTY keyboard (ISO/IEC 9995, from memory). */
const BESIDE: Record<string, string> = {
  q: "wa",
  w: "qes",
  e: "wrd",
  r: "etf",
  t: "ryg",
  y: "tuh",
  u: "yij",
  i: "uok",
  o: "ipl",
  p: "ol",
  a: "qsz",
  s: "adwx",
  d: "sfec",
  f: "dgrv",
  g: "fhtb",
  h: "gjyn",
  j: "hkum",
  k: "jlim",
  l: "kop",
  z: "axs",
  x: "zcd",
  c: "xvf",
  v: "cbg",
  b: "vnh",
  n: "bmj",
  m: "njk",
};

/**
 * A word as it comes out when fingers are faster than eyes: two letters the other way round, one left out,
 * one twice, one from the key beside (F. J. Damerau's four kinds of error, CACM 7(3), 1964, from memory).
 * Words under five letters come out right: one letter off, they would be other words, also to a colleague.
 */
export function slip(word: string, roll: () => number): string {
  const letters = [...word];
  if (letters.length < 5) return word;
  // The first letter is hardly ever off, and one would see it.
  const at = 1 + Math.floor(roll() * (letters.length - 2));
  const here = letters[at]!;
  const next = letters[at + 1]!;
  switch (
    weighed(
      [
        ["turned", 30],
        ["missed", 30],
        ["twice", 20],
        ["beside", 20],
      ] as const,
      roll,
    )
  ) {
    case "turned":
      letters.splice(at, 2, next, here);
      break;
    case "missed":
      letters.splice(at, 1);
      break;
    case "twice":
      letters.splice(at, 0, here);
      break;
    case "beside": {
      const beside = BESIDE[here.toLowerCase()];
      if (beside !== undefined) letters[at] = oneOf([...beside], roll);
    }
  }
  return letters.join("");
}
