import { ChevronRight } from "lucide-react";
import type { ReactNode } from "react";

/** A part of a panel that can be shut; how it was left is remembered in this browser. */
export function Section({ title, count, children, open = false }: { title: string; count?: number; children: ReactNode; open?: boolean }) {
  const key = `mossy-open-${title}`;
  const was = localStorage.getItem(key);
  return (
    <details open={was === null ? open : was === "yes"} onToggle={(e) => { localStorage.setItem(key, e.currentTarget.open ? "yes" : "no"); }} className="group border-t border-line pt-2.5">
      <summary className="flex cursor-pointer list-none items-center gap-1.5 rounded-sm py-0.5 text-sm font-semibold hover:bg-sunk"><ChevronRight size={14} aria-hidden className="-ml-0.5 shrink-0 text-ink-2 group-open:rotate-90" />{title}{count !== undefined && count > 0 && <span className="font-mono text-xs font-normal text-ink-2">{count}</span>}</summary>
      <div className="flex flex-col gap-2 pt-2.5">{children}</div>
    </details>
  );
}
