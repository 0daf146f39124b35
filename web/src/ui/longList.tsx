import { defaultRangeExtractor, useVirtualizer } from "@tanstack/react-virtual";
import type { Virtualizer } from "@tanstack/react-virtual";
import { useCallback, useLayoutEffect, useRef, useState, useSyncExternalStore } from "react";
import type { ReactNode } from "react";

/** Up to so many are drawn whether in sight or not: the browser's own search finds them all. */
const FEW = 24;

/** What scrolls around an element: the nearest box that does, or the page. */
function scrollerOf(element: HTMLElement): HTMLElement {
  for (let up = element.parentElement; up; up = up.parentElement)
    if (/auto|scroll/.test(getComputedStyle(up).overflowY)) return up;
  return document.documentElement;
}

/** Whether nothing of a list is in sight. */
function isOff({
  scrollOffset,
  scrollRect,
  options,
  getTotalSize,
}: Virtualizer<HTMLElement, Element>): boolean {
  const [from, seen] = [scrollOffset ?? 0, scrollRect?.height ?? 0];
  const above = options.scrollMargin;
  return from > above + getTotalSize() || from + seen < above;
}

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
 * @param height about how high a line is, in pixels; each is measured when it is drawn
 * @param columns side by side on a wide page
 * @param gap between lines, in pixels
 * @param atEnd called when the last of them comes in sight
 */
export function LongList<T>({
  items,
  keyOf,
  height,
  columns = 1,
  gap = 0,
  label,
  className = "",
  itemClass,
  atEnd,
  children,
}: {
  items: readonly T[];
  keyOf: (item: T) => string;
  height: number;
  columns?: 1 | 2;
  gap?: number;
  label?: string;
  className?: string;
  itemClass?: string;
  atEnd?: () => void;
  children: (item: T, index: number) => ReactNode;
}) {
  const list = useRef<HTMLUListElement>(null);
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  const [above, setAbove] = useState(0);
  const wide = useWide();
  const across = wide ? columns : 1;
  const long = items.length > FEW;
  const lines = Math.ceil(items.length / across);
  const virtual: Virtualizer<HTMLElement, Element> = useVirtualizer<HTMLElement, Element>({
    count: long ? lines : 0,
    getScrollElement: () => scroller,
    estimateSize: () => height,
    // As many lines again before and after as are seen at once would take as long again to draw.
    rangeExtractor: (range) => (isOff(virtual) ? [] : defaultRangeExtractor(range)),
    overscan: 4,
    gap,
    scrollMargin: above,
    // A key stays with its line when lines come in before it.
    getItemKey: (line) => {
      const first = items[line * across];
      return first === undefined ? line : keyOf(first);
    },
  });
  // Where the list begins in what scrolls changes with what stands above it.
  const look = useCallback(() => {
    const box = scroller;
    if (!list.current || !box) return;
    setAbove(
      Math.round(
        list.current.getBoundingClientRect().top - box.getBoundingClientRect().top + box.scrollTop,
      ),
    );
  }, [scroller]);
  useLayoutEffect(() => {
    if (list.current) setScroller(scrollerOf(list.current));
  }, []);
  useLayoutEffect(() => {
    if (!scroller) return;
    look();
    const watch = new ResizeObserver(look);
    for (const child of scroller.children) watch.observe(child);
    return () => watch.disconnect();
  }, [scroller, look]);
  const drawn = virtual.getVirtualItems();
  const [first, last] = [drawn[0], drawn.at(-1)];
  const [from, to] = !long
    ? [0, items.length]
    : first && last
      ? [first.index * across, (last.index + 1) * across]
      : [0, 0];
  const reached = to >= items.length;
  useLayoutEffect(() => {
    if (reached) atEnd?.();
  }, [reached, items.length, atEnd]);
  return (
    <ul
      ref={list}
      aria-label={label}
      className={`${across === 2 ? "grid grid-cols-2" : "flex flex-col"} ${className}`}
      style={{
        gap,
        ...(long && {
          paddingTop: Math.max(0, (first?.start ?? above) - above),
          paddingBottom: Math.max(0, virtual.getTotalSize() - ((last?.end ?? above) - above)),
        }),
      }}
    >
      {items.slice(from, to).map((item, i) => {
        const index = from + i;
        return (
          <li
            key={keyOf(item)}
            ref={long && index % across === 0 ? virtual.measureElement : undefined}
            data-index={Math.floor(index / across)}
            aria-setsize={long ? items.length : undefined}
            aria-posinset={long ? index + 1 : undefined}
            className={itemClass}
          >
            {children(item, index)}
          </li>
        );
      })}
    </ul>
  );
}
