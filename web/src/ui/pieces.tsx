import { clsx } from "clsx";
import type { ComponentProps, ReactNode } from "react";
import { Link } from "react-router";

const PILLS = {
  ok: "bg-moss-soft text-moss",
  look: "bg-lantern-soft text-lantern",
  broken: "bg-brick-soft text-brick",
  note: "bg-tide-soft text-tide",
  quiet: "bg-sunk text-ink-2",
} as const;
export type PillLook = keyof typeof PILLS;

/** A word or two about how something stands. */
export function Pill({ look = "quiet", children }: { look?: PillLook; children: ReactNode }) {
  return (
    <span
      className={clsx(
        "inline-flex items-center gap-1.5 rounded-full px-2.5 py-0.5 text-xs font-semibold",
        "whitespace-nowrap",
        PILLS[look],
      )}
    >
      {children}
    </span>
  );
}

/** Head of a page: where I am, what it is, the main action at the right. */
export function PageHead({
  crumbs = [],
  also,
  title,
  beside,
  children,
}: {
  crumbs?: readonly (readonly [label: string, to: string])[];
  /** Beside where I am: what else there is of it, and the ways there. */
  also?: ReactNode;
  title: string;
  beside?: ReactNode;
  children?: ReactNode;
}) {
  return (
    <header className="flex min-h-[56px] flex-wrap items-end justify-between gap-x-4 gap-y-2">
      <div className="min-w-0 max-w-full">
        <div className="flex h-5 items-center gap-4">
          <nav aria-label="Where you are" className="flex h-5 items-center gap-1.5 text-sm text-ink-2">
            {crumbs.map(([label, to], i) => (
              <span key={label} className="flex gap-1.5">
                {i > 0 && <span aria-hidden>›</span>}
                <Link to={to} className="hover:text-ink hover:underline">
                  {label}
                </Link>
              </span>
            ))}
          </nav>
          {also && <span className="-mt-1 flex items-center gap-2">{also}</span>}
        </div>
        <div className="flex items-center gap-3">
          <h1 className="truncate font-title text-xl font-semibold tracking-tight">{title}</h1>
          {beside}
        </div>
      </div>
      <div className="ml-auto flex flex-wrap items-center justify-end gap-x-3 gap-y-2">{children}</div>
    </header>
  );
}

/** A share 0…1 as a bar and in per cent. */
export function Share({ share, label }: { share: number | null; label: string }) {
  if (share === null) return <span className="text-sm text-ink-3">no check-in yet</span>;
  const percent = Math.floor(share * 100);
  return (
    <span className="flex items-center gap-3">
      <span
        role="meter"
        aria-label={label}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={percent}
        className="h-2 w-24 overflow-hidden rounded-full bg-sunk"
      >
        <span
          className={`block h-full rounded-full ${percent >= 85 ? "bg-moss" : "bg-glow"}`}
          style={{ width: `${percent}%` }}
        />
      </span>
      <span className="w-10 text-right font-mono">{percent}%</span>
    </span>
  );
}

/** How a field looks. */
export const FIELD =
  "rounded-sm border border-line-strong bg-surface px-2.5 text-ink disabled:opacity-60 " +
  "aria-invalid:border-brick";
export function Input({
  small = false,
  className = "",
  ...rest
}: ComponentProps<"input"> & { small?: boolean }) {
  return (
    <input
      {...rest}
      className={`min-w-0 ${small ? "h-7 text-sm" : "h-8 text-base"} ${FIELD} ${className}`}
    />
  );
}

export function TextArea({ className = "", ...rest }: ComponentProps<"textarea">) {
  return <textarea {...rest} className={`min-h-16 py-1.5 ${FIELD} ${className}`} />;
}
/** A label above its field, with what is wrong below. */
export function Field({
  label,
  problem,
  hint,
  children,
}: {
  label: string;
  problem?: string | null;
  hint?: string;
  children: ReactNode;
}) {
  return (
    <label className="flex flex-col gap-1">
      <span className="text-xs font-semibold text-ink-2">{label}</span>
      {children}
      {hint !== undefined && <span className="text-xs text-ink-3">{hint}</span>}
      {problem ? (
        <span role="alert" className="text-xs font-semibold text-brick">
          {problem}
        </span>
      ) : null}
    </label>
  );
}
