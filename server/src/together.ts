/**
 * Works something out for everybody who asks for it at the same time: whoever asks while it is worked out gets
 * the next outcome, which is begun after they asked, so nobody is told what was so before. However many ask, it is
 * worked out once at a time.
 */
export function together<T>(work: () => Promise<T>): () => Promise<T> {
  let now: Promise<T> | null = null;
  let next: Promise<T> | null = null;
  const begin = (): Promise<T> => {
    const one = work().finally(() => {
      if (now === one) now = null;
    });
    now = one;
    return one;
  };
  return () => {
    if (!now) return begin();
    next ??= now
      .catch(() => undefined)
      .then(() => {
        next = null;
        return begin();
      });
    return next;
  };
}
