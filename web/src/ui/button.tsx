import { clsx } from "clsx";
import { Slot } from "radix-ui";
import type { ComponentProps } from "react";

const LOOKS = {
  main: "bg-moss text-on-moss border-moss hover:brightness-110",
  plain: "bg-surface text-ink border-line-strong hover:bg-sunk",
  quiet: "bg-transparent text-ink border-transparent hover:bg-sunk",
} as const;

/** A button; `asChild` lends its look to a link. */
export function Button({
  look = "plain",
  small = false,
  asChild = false,
  className = "",
  ...rest
}: ComponentProps<"button"> & { look?: keyof typeof LOOKS; small?: boolean; asChild?: boolean }) {
  const Root = asChild ? Slot.Root : "button";
  return (
    <Root
      type={asChild ? undefined : "button"}
      {...rest}
      className={clsx(
        "inline-flex items-center justify-center gap-2 rounded-md border font-semibold",
        "whitespace-nowrap transition-colors disabled:opacity-50",
        small ? "h-7 px-2.5 text-sm" : "h-8 px-3.5 text-base",
        LOOKS[look],
        className,
      )}
    />
  );
}

/** A key on the keyboard, shown beside what it does. @param onMain whether that is a button that is the main one */
export function Key({ children, onMain = false }: { children: string; onMain?: boolean }) {
  return (
    <kbd
      className={clsx(
        "rounded-[5px] border px-1.5 font-mono text-xs",
        onMain ? "border-current text-inherit" : "border-line-strong text-ink-2",
      )}
    >
      {children}
    </kbd>
  );
}
