import type { Session } from "@mossy/core/session/document";
import { plural } from "@mossy/core/session/plural";
import type { ReactNode } from "react";
import { useFindings } from "../check/useFindings.ts";
import { useStyle } from "../wire/queries.ts";

/** What a check of the result says, against one of what there was before. */
export function Checked({
  before,
  after,
  children,
}: {
  before: Session;
  after: Session;
  /** What else there is to say of it, as lines of a list. */
  children?: ReactNode;
}) {
  const { style } = useStyle();
  const was = useFindings(style, before, null);
  const is = useFindings(style, after, null);
  const known = new Set(was.open.map((f) => f.id));
  const more = is.open.filter((f) => !known.has(f.id));
  const gone = was.open.length - (is.open.length - more.length);
  return (
    <section aria-labelledby="checked" className="card shrink-0 p-3.5 text-sm">
      <h2 id="checked" className="pb-1 text-base font-semibold">
        The result, checked
      </h2>
      <p className="text-ink-2">
        {plural(is.open.length, "finding")}
        {gone + more.length === 0 ? ", as before." : `: ${gone} go, ${more.length} come.`}
      </p>
      <ul>
        {more.slice(0, 6).map((f) => (
          <li key={f.id} className="border-t border-line py-1.5">
            {f.says}
          </li>
        ))}
        {more.length > 6 && <li className="py-1 text-ink-2">and {more.length - 6} more</li>}
        {children}
      </ul>
    </section>
  );
}
