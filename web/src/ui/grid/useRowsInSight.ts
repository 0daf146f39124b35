import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect } from "react";
import { HEAD } from "./head.tsx";

/** The rows that are drawn, the one the keyboard stands on among them. */
export function useRowsInSight(
  count: number,
  height: number,
  at: number,
  box: React.RefObject<HTMLDivElement | null>,
) {
  const virtual = useVirtualizer({
    count,
    getScrollElement: () => box.current,
    estimateSize: () => height,
    overscan: 12,
    scrollMargin: HEAD,
    scrollPaddingStart: HEAD,
  });
  useEffect(() => virtual.measure(), [virtual, height]);
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at);
  }, [at, virtual]);
  return virtual;
}
