import { useVirtualizer } from "@tanstack/react-virtual";
import { useRef } from "react";

/**
 * The rows of a long table that are in sight, and how much room those before and after them take.
 * Put `box` on what scrolls, `row` on each row with its index as `data-index`, and two empty rows of the
 * heights `before` and `after` around them.
 * @param height about how high a row is, in pixels; each is measured when it is drawn
 */
export function useRows(count: number, height: number) {
  const box = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count,
    getScrollElement: () => box.current,
    estimateSize: () => height,
    overscan: 15,
  });
  const items = virtual.getVirtualItems();
  const [first, last] = [items[0], items.at(-1)];
  return {
    box,
    row: virtual.measureElement,
    items,
    before: first?.start ?? 0,
    after: last ? virtual.getTotalSize() - last.end : 0,
  };
}
