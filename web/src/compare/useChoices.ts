import type { Choices } from "@mossy/core/merge/decisions";
import { merge } from "@mossy/core/merge/merge";
import type { Merged } from "@mossy/core/merge/merge";
import { saferSide } from "@mossy/core/merge/safer";
import type { Side } from "@mossy/core/merge/values";
import { useMemo, useState } from "react";
import type { Three } from "./decideList.tsx";

/** Two put together with what was chosen; where one side is safer that is chosen already. */
export interface Chosen extends Merged {
  readonly choices: Choices;
  readonly choose: (key: string, side: Side) => void;
}

export function useChoices({ baseline, now, theirs, job }: Three): Chosen {
  const [said, setSaid] = useState<Choices>(new Map());
  const merged = useMemo(() => {
    const proposed = new Map<string, Side>();
    const sides = { base: baseline, ours: now, theirs, job };
    const all = (): Choices => new Map([...proposed, ...said]);
    // A choice can bring up another question: those are proposed for as well.
    for (;;) {
      const made = merge(baseline, now, theirs, all());
      const more = made.clashes.flatMap((c) => {
        const side = c.chosen ? undefined : saferSide(sides, c)?.side;
        return side ? [[c.key, side] as const] : [];
      });
      if (more.length === 0) return { ...made, choices: all() };
      for (const [key, side] of more) proposed.set(key, side);
    }
  }, [baseline, now, theirs, job, said]);
  const choose = (key: string, side: Side): void => setSaid(new Map([...said, [key, side]]));
  return { ...merged, choose };
}
