/** A level for people, with a sign that stands apart: "−23.0"; a dash where there is none. */
export function inLevel(value: number | null, digits = 1): string {
  if (value === null) return "–";
  const shown = value.toFixed(digits);
  // What rounds to nothing has no sign.
  return Number(shown) === 0 ? shown.replace("-", "") : shown.replace("-", "−");
}

/** Of a form of sound in short: "48 kHz, 24 bit, stereo". */
export function formInShort({
  rate,
  bits,
  channels,
  float = false,
}: {
  readonly rate: number;
  readonly bits: number | null;
  readonly channels: number;
  readonly float?: boolean;
}): string {
  const wide = channels === 1 ? "mono" : channels === 2 ? "stereo" : `${channels} channels`;
  return [
    `${rate / 1000} kHz`,
    ...(bits === null ? [] : [`${bits} bit${float ? " float" : ""}`]),
    wide,
  ].join(", ");
}
