import { clsx } from "clsx";
import { ChevronRight } from "lucide-react";
import { useState } from "react";
import type { ReactNode } from "react";

/**
 * A part of a panel that can be shut; how it was left is remembered in this browser. What is in it is only
 * made while it is open.
 */
export function Section({
  title,
  open: wished = false,
  count,
  children,
}: {
  title: string;
  /** Opens it, whatever it was left as. */
  open?: boolean;
  count?: number;
  children: ReactNode;
}) {
  const key = `mossy-open-${title}`;
  const [open, setOpen] = useState(() => localStorage.getItem(key) === "yes");
  if (wished && !open) setOpen(true);
  return (
    <details
      open={open}
      onToggle={(e) => {
        const now = e.currentTarget.open;
        setOpen(now);
        localStorage.setItem(key, now ? "yes" : "no");
      }}
      className="group border-t border-line pt-2.5"
    >
      <summary
        className={clsx(
          "flex cursor-pointer list-none items-center gap-1.5 rounded-sm py-0.5 text-sm",
          "font-semibold hover:bg-sunk",
        )}
      >
        <ChevronRight size={14} aria-hidden className="-ml-0.5 shrink-0 text-ink-2 group-open:rotate-90" />
        {title}
        {count !== undefined && count > 0 && (
          <span className="font-mono text-xs font-normal text-ink-2">{count}</span>
        )}
      </summary>
      {open && <div className="flex flex-col gap-2 pt-2.5">{children}</div>}
    </details>
  );
}
