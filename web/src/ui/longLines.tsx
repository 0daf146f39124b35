import { defaultRangeExtractor, useVirtualizer } from "@tanstack/react-virtual";
import type { Virtualizer } from "@tanstack/react-virtual";
import { useCallback, useLayoutEffect, useRef, useState } from "react";
import { COLUMNS } from "./lines.ts";
import type { Lines } from "./lines.ts";

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

/** The lines of a long list that are in sight, and as much room as all of them take. */
export default function LongLines<T>({
  items,
  keyOf,
  height,
  across,
  gap = 0,
  label,
  className = "",
  itemClass,
  atEnd,
  children,
}: Lines<T> & { readonly across: 1 | 2 }) {
  const list = useRef<HTMLUListElement>(null);
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  const [above, setAbove] = useState(0);
  const lines = Math.ceil(items.length / across);
  const virtual: Virtualizer<HTMLElement, Element> = useVirtualizer<HTMLElement, Element>({
    count: lines,
    getScrollElement: () => scroller,
    estimateSize: () => height,
    // As many lines again before and after as are seen at once would take as long again to draw.
    rangeExtractor: (range) => (isOff(virtual) ? [] : defaultRangeExtractor(range)),
    overscan: 4,
    // A jump to the end is shown before its lines are drawn: no key waits for them.
    useFlushSync: false,
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
  const [from, to] = first && last ? [first.index * across, (last.index + 1) * across] : [0, 0];
  // How many were there when the last of them came in sight: once for each page that follows.
  const reached = to >= items.length ? items.length : 0;
  useLayoutEffect(() => {
    if (reached > 0) atEnd?.();
  }, [reached, atEnd]);
  return (
    <ul
      ref={list}
      aria-label={label}
      className={`${COLUMNS[across]} ${className}`}
      style={{
        gap,
        paddingTop: Math.max(0, (first?.start ?? above) - above),
        paddingBottom: Math.max(0, virtual.getTotalSize() - ((last?.end ?? above) - above)),
      }}
    >
      {items.slice(from, to).map((item, i) => {
        const index = from + i;
        return (
          <li
            key={keyOf(item)}
            ref={index % across === 0 ? virtual.measureElement : undefined}
            data-index={Math.floor(index / across)}
            aria-setsize={items.length}
            aria-posinset={index + 1}
            className={itemClass}
          >
            {children(item, index)}
          </li>
        );
      })}
    </ul>
  );
}
