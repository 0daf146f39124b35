/** An escape in JSON that may stand for a character no text can hold: NUL, or half of a surrogate pair. */
export const BROKEN_ESCAPE = /\\u(?:0000|d[89a-f][0-9a-f]{2})/i;

// oxlint-disable-next-line no-control-regex -- NUL is exactly what is refused
const BROKEN = /[\u0000\ud800-\udfff]/u;

/**
 * Where in a value of plain JSON a text (or the name of a field) holds a character the database cannot
 * store; the empty string for the value itself, null where there is none. Walks without recursion, however
 * deep the value is.
 */
export function brokenText(value: unknown): string | null {
  const open: [path: string, value: unknown][] = [["", value]];
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    const [path, at] = next;
    if (typeof at === "string" && BROKEN.test(at)) return path;
    if (typeof at !== "object" || at === null) continue;
    for (const [key, inner] of Object.entries(at)) {
      if (BROKEN.test(key)) return path;
      open.push([path === "" ? key : `${path}.${key}`, inner]);
    }
  }
  return null;
}
