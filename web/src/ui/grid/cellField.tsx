import { clsx } from "clsx";
import { useId, useState } from "react";
import { useTyped } from "../useTyped.ts";

/**
 * A cell that is being typed into: Enter sets it, Escape leaves it as it was; what cannot be is said beside
 * it.
 */
export function CellField({
  label,
  offered,
  start,
  onType,
  onLeave,
}: {
  label: string;
  /** What it suggests. */
  offered: readonly string[];
  start: string;
  onType: (text: string) => string | null;
  onLeave: () => void;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const {
    text: typed,
    type,
    leave: put,
    drop,
  } = useTyped((said) => {
    if (said === start) {
      onLeave();
      return true;
    }
    const wrong = onType(said);
    setProblem(wrong);
    return wrong === null;
  });
  const text = typed ?? start;
  const list = useId();
  const leave = (): void => {
    drop();
    onLeave();
  };
  const done = (leaving: boolean): void => {
    if (typed === null) {
      leave();
      return;
    }
    // Left with a value that cannot be: it stays as it was.
    if (!put() && leaving) leave();
  };
  return (
    <span className="relative flex min-w-0 flex-1" onPointerDown={(e) => e.stopPropagation()}>
      <input
        aria-label={label}
        aria-invalid={problem !== null}
        autoFocus
        maxLength={400}
        list={offered.length > 0 ? list : undefined}
        value={text}
        onFocus={(e) => e.target.select()}
        onChange={(e) => {
          type(e.target.value);
          setProblem(null);
        }}
        onClick={(e) => e.stopPropagation()}
        onDoubleClick={(e) => e.stopPropagation()}
        onBlur={() => done(true)}
        onKeyDown={(e) => {
          e.stopPropagation();
          if (e.key === "Enter") {
            e.preventDefault();
            done(false);
          }
          if (e.key === "Escape") leave();
        }}
        className={clsx(
          "w-full min-w-0 rounded-sm border border-moss bg-surface px-1.5 font-mono outline-none",
          "aria-invalid:border-brick",
        )}
      />
      {offered.length > 0 && (
        <datalist id={list}>
          {offered.map((o) => (
            <option key={o} value={o} />
          ))}
        </datalist>
      )}
      {problem !== null && (
        <span
          role="alert"
          className={clsx(
            "absolute top-full left-0 z-30 mt-1 w-max max-w-72 rounded-md bg-brick-soft px-2.5 py-1.5",
            "text-sm text-brick shadow-sm",
          )}
        >
          {problem}
        </span>
      )}
    </span>
  );
}
