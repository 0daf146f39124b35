import { useRef, useState } from "react";
import type { ChangeEvent, ComponentProps, SyntheticEvent } from "react";
import { FIELD } from "./pieces.tsx";

/**
 * One of a list. Walking it with the keys only shows what it would be: Enter, leaving the field or a choice
 * by mouse takes it, Escape leaves it as it was. A list that does something (its value is "") does it on
 * Enter or choice alone.
 */
export function Select({
  small = false,
  className = "",
  value,
  onChange,
  onKeyDown,
  onBlur,
  ...rest
}: ComponentProps<"select"> & { small?: boolean }) {
  const [walked, setWalked] = useState<string | null>(null);
  const byKey = useRef(false);
  const take = (e: SyntheticEvent<HTMLSelectElement>): void => {
    byKey.current = false;
    if (walked === null) return;
    setWalked(null);
    onChange?.({ ...e, target: e.currentTarget } as ChangeEvent<HTMLSelectElement>);
  };
  return (
    <select
      {...rest}
      value={walked ?? value}
      onPointerDown={() => {
        byKey.current = false;
      }}
      onChange={(e) => {
        if (byKey.current) setWalked(e.target.value);
        else {
          setWalked(null);
          onChange?.(e);
        }
      }}
      onKeyDown={(e) => {
        onKeyDown?.(e);
        if (e.key === "Enter") {
          if (walked !== null) {
            e.preventDefault();
            take(e);
          } else byKey.current = false;
        } else if (e.key === "Escape") {
          byKey.current = false;
          setWalked(null);
        } else if (e.key !== " " && e.key !== "Tab" && !e.altKey && !e.ctrlKey && !e.metaKey)
          byKey.current = true;
      }}
      onBlur={(e) => {
        onBlur?.(e);
        if (value === "" || value === undefined) {
          byKey.current = false;
          setWalked(null);
        } else take(e);
      }}
      className={`min-w-0 pr-1 ${small ? "h-7 text-sm" : "h-8 text-base"} ${FIELD} ${className}`}
    />
  );
}
