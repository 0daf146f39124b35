import { useState } from "react";
import { Trouble } from "./states.tsx";

/** What was not done of many, and why. */
export interface Undone {
  readonly title: string;
  readonly error: unknown;
}

/** Does one thing after the other; what fails is left, and said. */
export function useOneByOne<T>(titleOf: (x: T) => string, work: (x: T) => Promise<unknown>) {
  const [going, setGoing] = useState<{ done: number; of: number } | null>(null);
  const [undone, setUndone] = useState<readonly Undone[]>([]);
  /** @returns how many were done */
  const run = async (list: readonly T[]): Promise<number> => {
    setUndone([]);
    const failed: Undone[] = [];
    let done = 0;
    for (const x of list) {
      setGoing({ done, of: list.length });
      try {
        await work(x);
        done++;
      } catch (error) {
        failed.push({ title: titleOf(x), error });
      }
    }
    setGoing(null);
    setUndone(failed);
    return done;
  };
  return { going, undone, run };
}

/** How far it is. */
export function Going({ what, going }: { what: string; going: { done: number; of: number } | null }) {
  if (!going) return null;
  return (
    <span role="status" className="flex items-center gap-2 text-sm text-ink-2">
      <progress aria-label={what} value={going.done} max={going.of} className="h-2 w-32" />
      {going.done} of {going.of}
    </span>
  );
}

/** What was left as it is. */
export const LeftAsItIs = ({ undone }: { undone: readonly Undone[] }) =>
  undone.map(({ title, error }) => (
    <Trouble
      key={title}
      error={
        new Error(
          `“${title}” stays as it is: ${error instanceof Error ? error.message : "it did not work."}`,
        )
      }
    />
  ));
