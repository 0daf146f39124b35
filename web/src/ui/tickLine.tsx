import { clsx } from "clsx";
import type { ReactNode } from "react";
import { Button } from "./button.tsx";
import type { Question } from "./useTick.ts";

/** A line that is ticked off, with who did it; a tick of somebody else's is asked about before it goes. */
export function TickLine<T>({
  line,
  ticked,
  busy,
  question,
  beside,
  children,
  onTick,
  onLeave,
}: {
  line: T;
  ticked: boolean;
  busy: boolean;
  question: Question<T> | null;
  /** Who ticked it off, and when. */
  beside: ReactNode;
  children: ReactNode;
  onTick: (done: boolean, sure?: boolean) => void;
  onLeave: () => void;
}) {
  return (
    <>
      <label className="flex items-start gap-2.5">
        <input
          type="checkbox"
          className="mt-1"
          checked={ticked}
          disabled={busy}
          onChange={(e) => onTick(e.target.checked)}
        />
        <span className="min-w-0 flex-1">{children}</span>
        {beside}
      </label>
      {question?.of === line && (
        <p
          role="alert"
          className={clsx(
            "mt-1 flex flex-wrap items-center gap-2 rounded-md bg-lantern-soft px-2.5 py-1.5 text-sm",
            "text-lantern",
          )}
        >
          <span className="flex-1">{question.says}</span>
          <Button small onClick={() => onTick(false, true)}>
            Take it away
          </Button>
          <Button small onClick={onLeave}>
            Leave it
          </Button>
        </p>
      )}
    </>
  );
}
