/** Where long values are cut: between the items of a list, the lines of a text. */
const PIECES = /(\n|, )/;
/** Values shorter than this stand as they are. */
const SHORT = 60;

/** Two long values without what is the same at their beginnings and ends; "…" stands for that. */
export function onlyOther(a: string, b: string): readonly [string, string] {
  if (Math.max(a.length, b.length) <= SHORT || a === b) return [a, b];
  const [one, two] = [a.split(PIECES), b.split(PIECES)];
  const most = Math.min(one.length, two.length);
  let head = 0;
  while (head < most && one[head] === two[head]) head++;
  let tail = 0;
  while (tail < most - head && one.at(-1 - tail) === two.at(-1 - tail)) tail++;
  const cut = (pieces: readonly string[]): string => {
    const middle = pieces
      .slice(head, pieces.length - tail)
      .join("")
      .replace(/^(\n|, )|(\n|, )$/g, "");
    return `${head > 0 ? "… " : ""}${middle === "" ? "nothing" : middle}${tail > 0 ? " …" : ""}`;
  };
  return [cut(one), cut(two)];
}
