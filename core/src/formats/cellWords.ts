/** How people write yes and no in lists; what is empty is no. */
const YES = new Set(
  "yes y x ✓ ✔ true t on 1 1.0 ja j oui o si sí da 48 48v +48 +48v p48 phantom"
    .split(" ")
    .concat("48 v", "+48 v"),
);
const NO = new Set(
  " |no|n|none|nein|non|nej|false|f|off|0|0.0|-|–|—|n/a|na|aus|empty|leer".split("|").map((w) => w.trim()),
);

/** A yes or no; null where a cell says neither. */
export function yesIn(cell: string): boolean | null {
  const said = cell.trim().toLowerCase();
  if (NO.has(said)) return false;
  return YES.has(said) ? true : null;
}

const INVERTED = new Set(
  "inv inverted invert inverse reverse reversed rev 180 180° ø ⌀ flip flipped - minus".split(" "),
);
const NORMAL = new Set("normal norm 0 0° + plus ok".split(" "));

/** Whether polarity is inverted; null where a cell says neither. A dash alone is an empty cell. */
export function invertedIn(cell: string): boolean | null {
  const said = cell.trim().toLowerCase();
  if (NORMAL.has(said)) return false;
  const yes = yesIn(said);
  if (yes !== null) return yes;
  return INVERTED.has(said) ? true : null;
}

/** The inputs a cell names: the first and the last of them. */
export interface InputSpan {
  readonly first: number;
  readonly last: number;
}

const NONE = new Set(["", "-", "–", "—", "none", "n/a", "no"]);

/**
 * Inputs as people write them: “7”, “7.0”, “In 7”, “5-6”, “5/6”, “5, 6”. Null for none, undefined for no
 * such thing.
 */
export function inputsIn(cell: string): InputSpan | null | undefined {
  const said = cell.trim().toLowerCase();
  if (NONE.has(said)) return null;
  const bare = said.replace(/^(inputs?|in|ch|channels?|#)\.?\s*/, "");
  const one = /^(\d{1,4})(?:[.,]0+)?$/.exec(bare);
  if (one) return { first: Number(one[1]), last: Number(one[1]) };
  const pair = /^(\d{1,4})\s*(?:[-–—/+&,;]|to|and|bis)\s*(\d{1,4})$/.exec(bare);
  return pair ? { first: Number(pair[1]), last: Number(pair[2]) } : undefined;
}

/** A number with a point or a comma, and perhaps what it counts behind it; null where it is none. */
export function numberIn(cell: string): number | null {
  const said = /^([+\-−]?\d+(?:[.,]\d+)?)\s*(?:db)?$/i.exec(cell.trim())?.[1];
  return said === undefined ? null : Number(said.replace("−", "-").replace(",", "."));
}
