import { HouseProblem, asProblem } from "../problems.ts";

/** What a thread says: threads hand no classes to each other. */
export type Said<T> =
  | { readonly answer: T }
  | {
      readonly problem: Pick<HouseProblem, "status" | "title" | "detail" | "where" | "retryAfter">;
    }
  | { readonly error: { readonly message: string; readonly stack: string; readonly code: unknown } };

/** The outcome of work as it goes from thread to thread. */
export async function saying<T>(work: () => Promise<T>): Promise<Said<T>> {
  try {
    return { answer: await work() };
  } catch (e) {
    const known = asProblem(e);
    if (known) {
      const { status, title, detail, where, retryAfter } = known;
      return { problem: { status, title, detail, where, retryAfter } };
    }
    const { message, stack = "", code } = e as Error & { code?: unknown };
    return { error: { message, stack, code } };
  }
}
