import type { Sentence } from "@mossy/core/compare/sentences";

/** What happened, in sentences, each to be left out or not. */
export function TickList({
  title,
  sentences,
  out,
  onOut,
  beside,
}: {
  title: string;
  sentences: readonly Sentence[];
  /** What is left out, by what it says. */
  out: ReadonlySet<string>;
  onOut: (out: ReadonlySet<string>) => void;
  /** What else there is to say of one. */
  beside?: (s: Sentence) => string | null;
}) {
  const flip = (says: string): void => {
    const next = new Set(out);
    if (!next.delete(says)) next.add(says);
    onOut(next);
  };
  return (
    <section aria-label={title} className="card shrink-0 overflow-hidden">
      <h2 className="flex items-center gap-3 border-b border-line px-3 py-2 font-semibold">
        <span className="flex-1">{title}</span>
        <button
          type="button"
          className="text-sm font-semibold text-moss hover:underline"
          onClick={() => onOut(out.size === 0 ? new Set(sentences.map((s) => s.says)) : new Set())}
        >
          {out.size === 0 ? "None of it" : "All of it"}
        </button>
      </h2>
      <ul className="max-h-96 overflow-y-auto" tabIndex={0} aria-label={title}>
        {sentences.map((s) => (
          <li key={s.says} className="border-b border-line">
            <label className="flex items-center gap-2.5 px-3 py-1.5 text-sm hover:bg-bg">
              <input
                type="checkbox"
                className="accent-moss"
                checked={!out.has(s.says)}
                onChange={() => flip(s.says)}
              />
              <span className="min-w-0 flex-1 [overflow-wrap:anywhere]">{s.says}</span>
              {beside?.(s) !== null && <span className="text-ink-2">{beside?.(s)}</span>}
            </label>
          </li>
        ))}
      </ul>
    </section>
  );
}
