/** Half the width of a mark's line, and its height. */
const HALF = 16;
const HEIGHT = 9;

/** Where a value stands between −most and most, on a line of `2 * HALF`; beyond them at the end. */
const along = (value: number, most: number): number =>
  HALF + Math.max(-1, Math.min(1, most === 0 ? 0 : value / most)) * (HALF - 2);

/**
 * Two small marks on one line each: how far from the beat something comes (left early, right late), and below how far
 * from the house's level (left soft, right loud). What nobody knows has no mark.
 */
export function Marks({
  off,
  level,
  limit,
}: {
  off: number | null;
  level: number | null;
  /** ms and dB at the ends of the lines. */
  limit: { readonly ms: number; readonly db: number };
}) {
  const mark = (value: number | null, most: number, y: number) =>
    value !== null && (
      <rect x={along(value, most) - 1.5} y={y - 2} width={3} height={4} rx={1} fill="currentColor" />
    );
  return (
    <svg
      aria-hidden
      width={HALF * 2}
      height={HEIGHT}
      viewBox={`0 0 ${HALF * 2} ${HEIGHT}`}
      className="mx-auto block"
    >
      <path
        d={`M0 2.5H${HALF * 2}M0 6.5H${HALF * 2}M${HALF} 0V${HEIGHT}`}
        stroke="currentColor"
        strokeOpacity={0.35}
        fill="none"
      />
      {mark(off, limit.ms, 2.5)}
      {mark(level, limit.db, 6.5)}
    </svg>
  );
}
