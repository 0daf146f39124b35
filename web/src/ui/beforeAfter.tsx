import { ArrowRight } from "lucide-react";

/** Before and after, told apart by more than colour. */
export function BeforeAfter({ before, after }: { before: string | null; after: string | null }) {
  return (
    <span className="inline-flex min-w-0 flex-wrap items-center gap-x-2 font-mono text-sm">
      {before !== null && (
        <s className="text-ink-2 [overflow-wrap:anywhere]">{before === "" ? "(empty)" : before}</s>
      )}
      {before !== null && after !== null && (
        <ArrowRight aria-label="becomes" size={13} className="shrink-0 text-ink-2" />
      )}
      {after !== null && <strong className="font-bold [overflow-wrap:anywhere]">{after}</strong>}
    </span>
  );
}
