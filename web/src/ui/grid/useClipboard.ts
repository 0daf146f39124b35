import { useEffect, useRef } from "react";

/** Copying, cutting and pasting while the sheet has the focus, wherever the last text was clicked. */
export function useClipboard(
  box: React.RefObject<HTMLElement | null>,
  acts: {
    copy: (() => string) | undefined;
    paste: ((text: string) => void) | undefined;
    cut: (() => void) | undefined;
  },
): void {
  const now = useRef(acts);
  useEffect(() => {
    now.current = acts;
  });
  useEffect(() => {
    const act = (e: ClipboardEvent): void => {
      const { copy, paste, cut } = now.current;
      if (document.activeElement !== box.current || !e.clipboardData) return;
      if (e.type === "paste" && paste) {
        e.preventDefault();
        paste(e.clipboardData.getData("text/plain"));
      }
      if (e.type !== "paste" && copy) {
        e.preventDefault();
        e.clipboardData.setData("text/plain", copy());
        if (e.type === "cut") cut?.();
      }
    };
    for (const type of ["copy", "cut", "paste"] as const) document.addEventListener(type, act);
    return () => {
      for (const type of ["copy", "cut", "paste"] as const) document.removeEventListener(type, act);
    };
  }, [box]);
}
