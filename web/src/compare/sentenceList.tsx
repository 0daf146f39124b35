import { clsx } from "clsx";
import type { Sentence } from "@mossy/core/compare/sentences";
import { Empty } from "../ui/states.tsx";
import { LongList } from "../ui/longList.tsx";

/** What happened, in sentences; one that is chosen shows its tracks alone. */
export function SentenceList({
  sentences,
  chosen,
  onChoose,
  nothing = "Both are the same.",
}: {
  sentences: readonly Sentence[];
  chosen: Sentence | null;
  /** Null where there is nothing beside to show them in. */
  onChoose: ((sentence: Sentence | null) => void) | null;
  nothing?: string;
}) {
  if (sentences.length === 0) return <Empty title="No difference">{nothing}</Empty>;
  return (
    <LongList items={sentences} keyOf={(s) => s.atoms[0]?.key ?? s.says} label="What happened" height={34}>
      {(s) => (
        <div className="border-b border-line">
          {onChoose ? (
            <button
              type="button"
              aria-pressed={s === chosen}
              onClick={() => onChoose(s === chosen ? null : s)}
              className={clsx(
                "w-full px-3 py-1.5 text-left text-sm [overflow-wrap:anywhere]",
                s === chosen ? "bg-moss-soft font-semibold" : "hover:bg-bg",
              )}
            >
              {s.says}
            </button>
          ) : (
            <p className="px-3 py-1.5 text-sm [overflow-wrap:anywhere]">{s.says}</p>
          )}
        </div>
      )}
    </LongList>
  );
}
