import { useCallback, useRef, useState } from "react";

/**
 * How large an element is, also when it comes later than the component that asks. Give `watch` to it as its
 * ref.
 */
export function useSize<E extends Element>(start: { width: number; height: number }) {
  const [size, setSize] = useState(start);
  const element = useRef<E>(null);
  const watch = useCallback((e: E | null) => {
    element.current = e;
    if (!e) return;
    const observer = new ResizeObserver(() => {
      const { width, height } = e.getBoundingClientRect();
      setSize({ width, height });
    });
    observer.observe(e);
    return () => observer.disconnect();
  }, []);
  return { size, element, watch };
}
