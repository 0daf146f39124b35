import { useEffect, useRef } from "react";
import type { ReactNode } from "react";
import { Button } from "../ui/button.tsx";
import { FindField } from "../ui/findField.tsx";
import { Failed, Loading } from "../ui/states.tsx";

/**
 * Something of a shelf to choose: one types what is looked for, Enter takes the first, Escape leaves it.
 * `children` are the lines of the list; `none` is said where there are none, `what` while they come.
 */
export function Picker({
  label,
  findLabel,
  find,
  onFind,
  onFirst,
  onLeave,
  asked: { data, error, refetch },
  what,
  none,
  children,
  below,
}: {
  label: string;
  findLabel: string;
  find: string;
  onFind: (text: string) => void;
  onFirst: () => void;
  onLeave: () => void;
  asked: { data: unknown; error: unknown; refetch: () => unknown };
  what: string;
  none: ReactNode;
  children: readonly ReactNode[];
  below: ReactNode;
}) {
  const around = useRef<HTMLElement>(null);
  useEffect(() => around.current?.querySelector("input")?.focus(), []);
  return (
    <section
      ref={around}
      aria-label={label}
      className="flex flex-col gap-2 rounded-md border border-line-strong p-2"
      onKeyDown={(e) => {
        if (e.key === "Enter" && e.target instanceof HTMLInputElement) {
          e.preventDefault();
          onFirst();
        }
        if (e.key !== "Escape") return;
        e.stopPropagation();
        onLeave();
      }}
    >
      <div className="flex items-center gap-2">
        <FindField label={findLabel} className="min-w-0 flex-1" value={find} onFind={onFind} />
        <Button small look="quiet" onClick={onLeave}>
          Leave it
        </Button>
      </div>
      {data === undefined &&
        (error ? <Failed error={error} again={() => void refetch()} /> : <Loading what={what} />)}
      {data !== undefined && children.length === 0 && <p className="text-sm text-ink-2">{none}</p>}
      <ul className="max-h-72 overflow-y-auto">{children}</ul>
      {below}
    </section>
  );
}
