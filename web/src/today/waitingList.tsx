import type { WaitingItem } from "@mossy/contract/today";
import { Link } from "react-router";
import { LongList } from "../ui/longList.tsx";
import { Pill } from "../ui/pieces.tsx";
import { Empty } from "../ui/states.tsx";

const WEIGHT_PILL = { broken: "broken", look: "look", note: "note" } as const;

/** What waits for somebody, and where to go on. */
export function WaitingList({ waiting, young }: { waiting: readonly WaitingItem[]; young: boolean }) {
  return (
    <section
      aria-label="Waiting for you"
      className="card min-h-0 overflow-y-auto px-4 py-3"
      {...(waiting.length > 0 && { tabIndex: 0 })}
    >
      <h2 className="pb-2.5 text-md font-semibold">
        Waiting for you{" "}
        {waiting.length > 12 && <span className="text-sm font-normal text-ink-2">{waiting.length}</span>}
      </h2>
      {waiting.length === 0 && (
        <Empty title="Nothing waits">
          {young
            ? "What comes back from rooms with something off shows here."
            : "Every check-in is put right and every draft is published."}
        </Empty>
      )}
      <LongList
        items={waiting}
        keyOf={(w) => w.about + w.says}
        height={104}
        itemClass="border-t border-line py-2.5"
      >
        {(w) => (
          <>
            <Pill look={WEIGHT_PILL[w.weight]}>{w.about}</Pill>
            <p className="my-1">{w.says}</p>
            {w.to === null ? (
              <p className="text-sm text-ink-2">{w.next}</p>
            ) : (
              <Link to={w.to} className="text-sm font-semibold text-moss hover:underline">
                {w.next} →
              </Link>
            )}
          </>
        )}
      </LongList>
    </section>
  );
}
