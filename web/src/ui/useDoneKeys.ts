import { useEffect, useInsertionEffect, useRef } from "react";
import type { RefObject } from "react";

/**
 * In a panel Ctrl+Enter does its main thing and Escape gives it up, wherever in it the focus stands.
 * @param main null while it cannot be done yet
 */
export function useDoneKeys(
  box: RefObject<HTMLElement | null>,
  main: (() => void) | null,
  giveUp: (() => void) | null,
): void {
  const last = useRef({ main, giveUp });
  useInsertionEffect(() => {
    last.current = { main, giveUp };
  });
  useEffect(() => {
    const panel = box.current;
    if (!panel) return;
    const onKey = (e: KeyboardEvent): void => {
      const act =
        e.key === "Enter" && (e.ctrlKey || e.metaKey)
          ? last.current.main
          : e.key === "Escape"
            ? last.current.giveUp
            : null;
      if (!act || e.defaultPrevented) return;
      e.preventDefault();
      e.stopPropagation();
      act();
    };
    panel.addEventListener("keydown", onKey);
    return () => panel.removeEventListener("keydown", onKey);
  }, [box]);
}
