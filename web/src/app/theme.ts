import { useSyncExternalStore } from "react";

export const THEMES = ["system", "daylight", "lamplight"] as const;
export type Theme = (typeof THEMES)[number];
const KEY = "mossy-theme";
const dark = window.matchMedia("(prefers-color-scheme: dark)");
const listeners = new Set<() => void>();

const isTheme = (v: string | null): v is Theme => THEMES.some((t) => t === v);
let chosen: Theme = (() => {
  const v = localStorage.getItem(KEY);
  return isTheme(v) ? v : "system";
})();

function show(): void {
  const lamplight = chosen === "lamplight" || (chosen === "system" && dark.matches);
  document.documentElement.dataset["theme"] = lamplight ? "lamplight" : "daylight";
}
dark.addEventListener("change", show);
show();

export function chooseTheme(theme: Theme): void {
  chosen = theme;
  localStorage.setItem(KEY, theme);
  show();
  for (const l of listeners) l();
}

export function useTheme(): Theme {
  return useSyncExternalStore(
    (l) => {
      listeners.add(l);
      return () => listeners.delete(l);
    },
    () => chosen,
  );
}
