import { Suspense, lazy, useLayoutEffect, useSyncExternalStore } from "react";
import { COLUMNS } from "./lines.ts";
import type { Lines } from "./lines.ts";

// What draws long lists is fetched with the first long one, which keeps it out of the first page's script.
const LongLines = lazy(
  () => import("./longLines.tsx"),
) as unknown as typeof import("./longLines.tsx").default;

/** Up to so many are drawn whether in sight or not: the browser's own search finds them all. */
const FEW = 24;

const WIDE = "(min-width: 901px)";
const useWide = (): boolean =>
  useSyncExternalStore(
    (changed) => {
      const query = window.matchMedia(WIDE);
      query.addEventListener("change", changed);
      return () => query.removeEventListener("change", changed);
    },
    () => window.matchMedia(WIDE).matches,
  );

/**
 * A list of which, where it is long, only what is in sight is drawn; it scrolls with the box or page it stands in.
 * @param columns side by side on a wide page
 */
export function LongList<T>({ columns = 1, ...lines }: Lines<T> & { readonly columns?: 1 | 2 }) {
  const across = useWide() ? columns : 1;
  if (lines.items.length <= FEW) return <Few {...lines} across={across} />;
  return (
    <Suspense fallback={<Few {...lines} items={lines.items.slice(0, FEW)} across={across} />}>
      <LongLines {...lines} across={across} />
    </Suspense>
  );
}

function Few<T>({
  items,
  keyOf,
  gap = 0,
  label,
  className = "",
  itemClass,
  atEnd,
  across,
  children,
}: Lines<T> & { readonly across: 1 | 2 }) {
  const many = items.length;
  useLayoutEffect(() => {
    if (many > 0) atEnd?.();
  }, [many, atEnd]);
  return (
    <ul aria-label={label} className={`${COLUMNS[across]} ${className}`} style={{ gap }}>
      {items.map((item, i) => (
        <li key={keyOf(item)} className={itemClass}>
          {children(item, i)}
        </li>
      ))}
    </ul>
  );
}
