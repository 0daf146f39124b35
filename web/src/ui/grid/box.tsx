import { clsx } from "clsx";
import type { ComponentProps } from "react";

/** What a sheet stands in: it has the focus, whichever cell the keyboard stands on. */
export function GridBox({
  watch,
  label,
  rows,
  columns,
  active,
  className,
  ...rest
}: Pick<ComponentProps<"div">, "className" | "children" | "onKeyDown" | "onPointerDown"> & {
  watch: (element: HTMLDivElement | null) => void;
  label: string;
  /** How many of each, the row of heads not counted. */
  rows: number;
  columns: number;
  /** The id of the cell the keyboard stands on. */
  active: string | undefined;
}) {
  return (
    <div
      ref={watch}
      role="treegrid"
      tabIndex={0}
      aria-label={label}
      aria-multiselectable
      aria-rowcount={rows + 1}
      aria-colcount={columns}
      aria-activedescendant={active}
      className={clsx("outline-none focus-visible:shadow-[inset_0_0_0_2px_var(--moss)]", className)}
      {...rest}
    />
  );
}
