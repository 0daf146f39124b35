import { useCallback, useEffect, useInsertionEffect, useRef, useState } from "react";

/** What fields that were typed into and not left yet do on being left. */
const typing = new Set<() => void>();
const leaveAll = (): void => {
  for (const leave of typing) leave();
};
// Also where the window is loaded anew, closed, or left for another site.
window.addEventListener("beforeunload", leaveAll);
window.addEventListener("pagehide", leaveAll);

export interface TypedField {
  /** What was typed and is not set yet; null where nothing was. */
  readonly text: string | null;
  readonly type: (text: string) => void;
  /** Sets what was typed, once. @returns false where it cannot be; it stays in the field then */
  readonly leave: () => boolean;
  /** Forgets what was typed. */
  readonly drop: () => void;
}

/**
 * A field that sets what stands in it on being left: by Tab, Enter or a click elsewhere, and as well where
 * it goes away with its page (a link, the back button, a reload) while somebody still types.
 * @param set takes the text; false where it cannot be
 */
export function useTyped(set: (text: string) => boolean): TypedField {
  const [text, setText] = useState<string | null>(null);
  const now = useRef<string | null>(null);
  const last = useRef(set);
  useInsertionEffect(() => {
    last.current = set;
  });
  const type = useCallback((to: string): void => {
    now.current = to;
    setText(to);
  }, []);
  const drop = useCallback((): void => {
    now.current = null;
    setText(null);
  }, []);
  const leave = useCallback((): boolean => {
    const typed = now.current;
    if (typed === null) return true;
    // Setting it may take the field away: whatever leaves it then finds nothing typed.
    now.current = null;
    if (last.current(typed)) {
      setText(null);
      return true;
    }
    now.current = typed;
    return false;
  }, []);
  useEffect(() => {
    const gone = (): void => {
      leave();
    };
    typing.add(gone);
    return () => {
      typing.delete(gone);
      gone();
    };
  }, [leave]);
  return { text, type, leave, drop };
}

/**
 * The same as the props of an input: Enter sets it, Escape takes it back. `off` where what stands in it cannot
 * be.
 */
export function useTypedInput(value: string, set: (text: string) => boolean) {
  const [off, setOff] = useState(false);
  const { text, type, leave, drop } = useTyped(set);
  const done = (): void => setOff(!leave());
  const input = {
    "aria-invalid": off,
    value: text ?? value,
    onChange: (e: { readonly target: { readonly value: string } }): void => type(e.target.value),
    onBlur: done,
    onKeyDown: (e: { readonly key: string; preventDefault(): void }): void => {
      if (e.key === "Enter") {
        e.preventDefault();
        done();
      }
      if (e.key === "Escape") {
        drop();
        setOff(false);
      }
    },
  };
  return { off, input };
}
