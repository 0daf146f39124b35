import { waysOut } from "@mossy/core/order/waysOut";
import { gapInWords, problemInWords, wayInWords } from "@mossy/core/order/words";
import { timeInWords } from "@mossy/core/session/time";
import type { Workpiece } from "../documents/workpiece.ts";
import { AlertLine } from "../ui/listPage.tsx";
import { Button } from "../ui/button.tsx";
import { editOrder } from "./shown.ts";
import type { ShownOrder } from "./shown.ts";

/** More ways than one reads. */
const MOST = 6;

/** What does not go as it is written, what is free or too much, and what would help. */
export function GapsCard({ order, work }: { order: ShownOrder; work: Workpiece | null }) {
  const { gaps, laid, pieces, session, names } = order;
  if (gaps.length === 0 && laid.problems.length === 0) return null;
  return (
    <section aria-label="Ways out" className="card flex flex-col gap-2 p-4">
      {laid.problems.map((p, n) => (
        <AlertLine key={n}>{problemInWords(p, names)}</AlertLine>
      ))}
      {gaps.map((gap) => {
        const ways = waysOut(session, pieces, laid, gap).slice(0, MOST);
        return (
          <div key={`${gap.sort} ${gap.before}`}>
            <h2 className="pb-1 font-semibold">{gapInWords(gap, names)}</h2>
            {ways.length === 0 && (
              <p className="text-sm text-ink-2">
                Nothing here may be {gap.sort === "free" ? "longer" : "shorter"}: say of a piece how long it
                may be, or put one in.
              </p>
            )}
            <ul>
              {ways.map((way) => {
                const says = wayInWords(way, gap, names);
                return (
                  <li
                    key={`${way.by} ${way.piece}`}
                    className="flex items-center gap-2 border-t border-line py-1.5 text-sm first:border-t-0"
                  >
                    <span className="min-w-0 flex-1">
                      {says}
                      {Math.abs(way.worth - gap.by) > 0.05 && (
                        <span className="text-ink-2"> ({timeInWords(way.worth, 1)} of it)</span>
                      )}
                    </span>
                    {work && (
                      <Button
                        small
                        aria-label={`Do it: ${says}`}
                        onClick={() => editOrder(work, order, way.changes(), says)}
                      >
                        Do it
                      </Button>
                    )}
                  </li>
                );
              })}
            </ul>
          </div>
        );
      })}
    </section>
  );
}
