import { clsx } from "clsx";
import type { ChangeSentence } from "@mossy/core/session/says";
import { ArrowUpDown, Minus, PenLine, Plus } from "lucide-react";
import { BeforeAfter } from "../ui/beforeAfter.tsx";
import { Empty } from "../ui/states.tsx";

const SIGN = {
  added: { Icon: Plus, look: "bg-moss-soft text-moss" },
  "taken out": { Icon: Minus, look: "bg-brick-soft text-brick" },
  moved: { Icon: ArrowUpDown, look: "bg-tide-soft text-tide" },
  changed: { Icon: PenLine, look: "bg-lantern-soft text-lantern" },
} as const;

/** More lines than these nobody reads, and drawing them takes long. */
const MOST = 400;

/** Changes in words, one a line. */
export function ChangeList({
  said,
  narrow = false,
}: {
  said: readonly ChangeSentence[];
  narrow?: boolean;
}) {
  if (said.length === 0) return <Empty title="No difference">Both are the same.</Empty>;
  return (
    <ul>
      {said.slice(0, MOST).map((s, i) => {
        const { Icon, look } = SIGN[s.sort];
        return (
          <li
            key={`${s.name}-${s.what}-${i}`}
            className={clsx(
              "grid items-center gap-x-3 border-b border-line py-1.5 text-sm",
              narrow
                ? "grid-cols-[22px_minmax(0,1fr)]"
                : "grid-cols-[22px_minmax(140px,220px)_120px_minmax(0,1fr)] px-3.5",
            )}
          >
            <span
              role="img"
              aria-label={s.sort}
              className={`grid size-[22px] place-items-center rounded-full ${look}`}
            >
              <Icon size={12} aria-hidden />
            </span>
            {narrow ? (
              <span className="min-w-0">
                <span className="font-mono font-semibold">{s.name}</span>{" "}
                <span className="text-ink-2">{s.what}</span>
                <br />
                <BeforeAfter before={s.before} after={s.after} />
              </span>
            ) : (
              <>
                <span className="truncate font-mono font-semibold">{s.name}</span>
                <span className="text-ink-2">{s.what}</span>
                <BeforeAfter before={s.before} after={s.after} />
              </>
            )}
          </li>
        );
      })}
      {said.length > MOST && (
        <li className="px-3.5 py-2 text-sm text-ink-2">and {said.length - MOST} more</li>
      )}
    </ul>
  );
}
