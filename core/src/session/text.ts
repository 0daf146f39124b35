import { z } from "zod";

// Lone surrogates and NUL are no text: neither XML nor the database can store them.
// oxlint-disable-next-line no-control-regex -- control characters are exactly what is refused
const ONE_LINE = /^[^\u0000-\u001f\u007f-\u009f\u2028\u2029\ufffe\uffff\ud800-\udfff]*$/u;
// oxlint-disable-next-line no-control-regex -- as above
const NOT_IN_A_LINE = /[\u0000-\u001f\u007f-\u009f\u2028\u2029\ufffe\uffff\ud800-\udfff]/gu;
// oxlint-disable-next-line no-control-regex -- as above
const TEXT = /^[^\u0000\ud800-\udfff]*$/u;

/** A text as a name may be: what a name cannot hold becomes a space, what is too long is cut. */
export function asOneLine(text: string, most: number): string {
  return text
    .replace(NOT_IN_A_LINE, " ")
    .slice(0, most)
    .replace(/[\ud800-\udbff]$/, "");
}

/** A name or label: no line breaks or control characters. */
export const oneLine = (most: number) =>
  z.string().max(most).regex(ONE_LINE, "no line breaks or control characters");
/** Text of several lines. */
export const longText = (most: number) => z.string().max(most).regex(TEXT, "no broken characters");
