import type { Piece } from "@mossy/core/order/pieces";
import { levelInWords } from "@mossy/core/session/valueWords";
import type { ShownOrder } from "./shown.ts";

const [WIDE, HIGH] = [260, 120];
/** Where 0 dB and the deepest level lie, from above. */
const [TOP, BOTTOM] = [26, 84];

/** How a bed goes along: its envelope as it was worked out, and where somebody speaks over it. */
export function BedCurve({ piece, order }: { piece: Piece; order: ShownOrder }) {
  const [part] = piece.parts;
  const place = order.laid.places.get(piece.id);
  const rule = order.session.programme;
  if (!part || !place || !rule) return null;
  const { points, fadeIn, fadeOut, length, gain } = part.lies;
  const x = (at: number): number => (at / length) * WIDE;
  const deepest = Math.max(6, ...points.map((p) => -p.level));
  const y = (level: number): number => TOP + (Math.min(deepest, -level) / deepest) * (BOTTOM - TOP);
  const corners =
    points.length > 0
      ? points
      : [
          { at: 0, level: 0 },
          { at: length, level: 0 },
        ];
  const inner = corners
    .filter((p) => p.at > fadeIn.length && p.at < length - fadeOut.length)
    .map((p) => `${x(p.at)},${y(p.level)}`);
  const [first, last] = [corners[0]?.level ?? 0, corners.at(-1)?.level ?? 0];
  const line = [
    `0,${BOTTOM + 18}`,
    `${x(fadeIn.length)},${y(first)}`,
    ...inner,
    `${x(length - fadeOut.length)},${y(last)}`,
    `${WIDE},${BOTTOM + 18}`,
  ].join(" ");
  const spoken = order.speech.filter((s) => s.to > place.from && s.from < place.to);
  return (
    <figure className="flex flex-col gap-1.5">
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        className="w-full rounded-md bg-sunk"
        role="img"
        aria-label={
          points.length > 0
            ? `It goes down ${rule.under} LU where somebody speaks`
            : "Nobody speaks over it: it stays as it is"
        }
      >
        <text x={8} y={16} className="fill-ink-2 font-mono text-[10px]">
          {levelInWords(gain)} dB
        </text>
        {points.length > 0 && (
          <text x={8} y={HIGH - 8} className="fill-ink-2 font-mono text-[10px]">
            {rule.under} LU below what is said
          </text>
        )}
        {spoken.map((s) => (
          <rect
            key={s.from}
            x={x(Math.max(0, s.from - place.from))}
            width={Math.max(1, x(Math.min(place.to, s.to) - Math.max(place.from, s.from)))}
            y={HIGH - 28}
            height={6}
            rx={3}
            className="fill-brick"
          />
        ))}
        <polyline points={line} fill="none" strokeWidth={2.5} className="stroke-moss" />
      </svg>
      <figcaption className="text-xs text-ink-2">
        Down {rule.ahead} s ahead of the first word, held {rule.hold} s after the last, back in {rule.back}{" "}
        s: worked out from what was measured, not drawn.
      </figcaption>
    </figure>
  );
}
