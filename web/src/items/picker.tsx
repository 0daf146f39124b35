import { useEffect, useRef } from "react";
import type { ReactNode } from "react";
import { Button } from "../ui/button.tsx";
import { FindField } from "../ui/findField.tsx";

/** Something of a shelf to choose: one types what is looked for, Enter takes the first, Escape leaves it. */
export function Picker({
  label,
  findLabel,
  find,
  onFind,
  onFirst,
  onLeave,
  children,
}: {
  label: string;
  findLabel: string;
  find: string;
  onFind: (text: string) => void;
  onFirst: () => void;
  onLeave: () => void;
  children: ReactNode;
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
      {children}
    </section>
  );
}
