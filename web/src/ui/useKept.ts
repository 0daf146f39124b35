import { useState } from "react";
import type { z } from "zod";

/**
 * State that survives a reload of this window: what stands half typed in a form. `null` keys keep nothing.
 * @param read what a kept value must look like; another is passed over
 * @returns the value, a function that sets it, and one that forgets it (the form was sent or given up)
 */
export function useKept<T>(
  key: string | null,
  start: T,
  read: z.ZodType<T>,
): [T, (value: T) => void, () => void] {
  const [value, setValue] = useState<T>(() => (key === null ? start : (kept(key, read) ?? start)));
  const set = (next: T): void => {
    setValue(next);
    if (key !== null) keep(key, next);
  };
  const forget = (): void => {
    setValue(start);
    if (key !== null) sessionStorage.removeItem(KEPT + key);
  };
  return [value, set, forget];
}

const KEPT = "mossy-kept-";

/** What is kept under a key; null where nothing is, or something else. */
export function kept<T>(key: string, read: z.ZodType<T>): T | null {
  try {
    const found = read.safeParse(JSON.parse(sessionStorage.getItem(KEPT + key) ?? "null"));
    return found.success ? found.data : null;
  } catch {
    return null;
  }
}

export function keep(key: string, value: unknown): void {
  try {
    sessionStorage.setItem(KEPT + key, JSON.stringify(value));
  } catch {
    /* full: it stays for this visit */
  }
}

/** Everything half typed, for another person at this window. */
export function forgetAllKept(): void {
  for (const key of Object.keys(sessionStorage)) if (key.startsWith(KEPT)) sessionStorage.removeItem(key);
}
