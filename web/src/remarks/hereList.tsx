import type { Present } from "@mossy/contract/remarks";
import { plural } from "@mossy/core/session/plural";
import { people } from "./signs.ts";

const FACE =
  "grid h-6 min-w-6 place-items-center rounded-full border-2 bg-surface px-1 text-xs font-semibold text-ink";

/** Who else works on the same now, with what each has chosen. */
export function HereList({ here }: { here: readonly Present[] }) {
  const list = people(here);
  if (list.length === 0) return null;
  return (
    <ul aria-label="Who else is here" className="flex items-center gap-1">
      {list.map(({ who, chosen }) => (
        <li
          key={who.name}
          title={`${who.name} is here${chosen === 0 ? "" : `, ${plural(chosen, "track")} chosen`}`}
          className={FACE}
          style={{ borderColor: who.colour }}
        >
          <span aria-hidden>{who.initials}</span>
          <span className="sr-only">{who.name}</span>
        </li>
      ))}
    </ul>
  );
}
