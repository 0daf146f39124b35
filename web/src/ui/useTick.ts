import { useState } from "react";
import { AskProblem } from "./askProblem.ts";

/** A tick that somebody else made: to be taken away only when asked once more. */
export interface Question<T> {
  readonly of: T;
  readonly says: string;
}

/**
 * Ticks and unticks lines. Where a tick is somebody else's, the house says so and it is asked once more.
 * @param send tells the house; `sure` the second time
 */
export function useTick<T>(send: (line: T, done: boolean, sure: boolean) => Promise<unknown>) {
  const [question, setQuestion] = useState<Question<T> | null>(null);
  const [problem, setProblem] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const tick = async (line: T, done: boolean, sure = false): Promise<void> => {
    setQuestion(null);
    setProblem(null);
    setBusy(true);
    try {
      await send(line, done, sure);
    } catch (e) {
      if (e instanceof AskProblem && e.status === 409 && !done && !sure && e.where !== null)
        setQuestion({ of: line, says: e.message });
      else setProblem(e);
    } finally {
      setBusy(false);
    }
  };
  return { tick, question, leave: () => setQuestion(null), problem, busy };
}
