import { useEffect } from "react";

interface Pages {
  readonly hasNextPage: boolean;
  readonly isFetching: boolean;
  readonly fetchNextPage: () => unknown;
}

/** Fetches page after page until all are there. */
export function useEveryPage({ hasNextPage, isFetching, fetchNextPage }: Pages): void {
  useEffect(() => {
    if (hasNextPage && !isFetching) void fetchNextPage();
  }, [hasNextPage, isFetching, fetchNextPage]);
}

/** How far the house is with looking through many things. */
function LookingThrough({
  what,
  things,
  done,
  of,
}: {
  /** "Looking through the library" */
  what: string;
  things: string;
  done: number;
  of: number;
}) {
  return (
    <p className="flex items-center gap-3 text-sm text-ink-2">
      <progress aria-label={what} value={done} max={of} className="h-2 w-40" /> {done} of {of} {things}{" "}
      looked through
    </p>
  );
}

/** How far a list is that comes page by page; nothing once all of it is there. */
export function SoFar({
  what,
  things,
  pages: { hasNextPage, data },
}: {
  what: string;
  things: string;
  pages: {
    readonly hasNextPage: boolean;
    readonly data: { readonly pages: readonly { readonly next: number | null; readonly of: number }[] };
  };
}) {
  const last = data.pages.at(-1);
  if (!hasNextPage) return null;
  return <LookingThrough what={what} things={things} done={last?.next ?? 0} of={last?.of ?? 1} />;
}
