import type { Why } from "@mossy/core/house/why";
import { Link } from "react-router";
import { lineAddress } from "../check/lineAddress.ts";

/** The trace that shows which decision of the house gives each value. */
export function WhyList({ why }: { why: readonly Why[] }) {
  return (
    <section aria-label="Why it looks like this" className="card p-3.5 pb-1.5">
      <h2 className="pb-2 font-semibold">Why the house wants it so</h2>
      <dl>
        {why.map((w) => (
          <div
            key={w.value + w.because}
            className="grid grid-cols-[58px_minmax(0,1fr)] gap-2 border-t border-line py-2 text-sm"
          >
            <dt className="text-ink-2">{w.value}</dt>
            <dd>
              <span className="font-semibold [overflow-wrap:anywhere]">{w.is}</span>
              <span className="block text-xs text-ink-2">
                {w.decidedBy ? (
                  <Link className="hover:underline" to={lineAddress(w.decidedBy)}>
                    {w.because}
                  </Link>
                ) : (
                  w.because
                )}
              </span>
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
