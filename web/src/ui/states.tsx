import { clsx } from "clsx";
import { CloudOff, Lamp, SearchX } from "lucide-react";
import type { ReactNode } from "react";
import { AskProblem } from "./askProblem.ts";
import { Button } from "./button.tsx";

/** Something is on its way; only said when it takes a while. */
export function Loading({ what = "Fetching" }: { what?: string }) {
  return (
    <div role="status" className="grid h-full min-h-40 place-items-center text-ink-2">
      <span
        className={clsx(
          "fade-in flex items-center gap-2 [animation-delay:250ms] [animation-fill-mode:backwards]",
        )}
      >
        <Lamp size={16} aria-hidden /> {what}…
      </span>
    </div>
  );
}

/** Nothing there yet, and what to do about it. */
export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="grid min-h-40 place-items-center p-8 text-center">
      <div className="max-w-sm">
        <Lamp size={20} aria-hidden className="mx-auto mb-2 text-ink-3" />
        <p className="font-semibold">{title}</p>
        <div className="mt-1 text-ink-2">{children}</div>
      </div>
    </div>
  );
}

/** An address that leads nowhere. */
export const NoSuchPage = () => (
  <Empty title="There is no page here">The address may be old. Choose a place at the left.</Empty>
);

/** Something could not be shown: what, and a way on. */
export function Failed({ error, again }: { error: unknown; again?: () => void }) {
  const problem = error instanceof AskProblem ? error : null;
  const Icon = problem?.status === 0 ? CloudOff : SearchX;
  return (
    <div role="alert" className="grid min-h-40 place-items-center p-8 text-center">
      <div className="max-w-md">
        <Icon size={20} aria-hidden className="mx-auto mb-2 text-brick" />
        <p className="font-semibold">{problem?.title ?? "This page stumbled"}</p>
        <p className="mt-1 text-ink-2">
          {problem?.message ??
            "Something went wrong in this window. Nothing was changed in the house. Load the page again."}
        </p>
        {again && (
          <Button className="mt-3" onClick={again}>
            Try again
          </Button>
        )}
      </div>
    </div>
  );
}

/** A problem beside the thing it is about. */
export function Trouble({ error }: { error: unknown }) {
  if (!error) return null;
  return (
    <p role="alert" className="rounded-md bg-brick-soft px-3 py-2 text-sm text-brick">
      {error instanceof Error ? error.message : "That did not work. Try again."}
    </p>
  );
}
