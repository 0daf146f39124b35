import { useCallback, useInsertionEffect, useRef } from "react";

/**
 * A function that stays the same and does what the last one given does: rows that take it are not drawn
 * again because of it. Not to be called while drawing.
 */
export function useSteady<A extends unknown[], R>(run: (...args: A) => R): (...args: A) => R {
  const last = useRef(run);
  useInsertionEffect(() => {
    last.current = run;
  });
  return useCallback((...args: A) => last.current(...args), []);
}
