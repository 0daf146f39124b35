import { clsx } from "clsx";
import type { Style } from "@mossy/core/house/style";
import { plural } from "@mossy/core/session/plural";
import type { Session, TrackId } from "@mossy/core/session/document";
import { useState } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import { Bar } from "../ui/listPage.tsx";
import { Pill } from "../ui/pieces.tsx";
import { Empty } from "../ui/states.tsx";
import { HeldBlockDetail } from "./heldBlock.tsx";
import { isBehind } from "./useHeld.ts";
import type { Held } from "./useHeld.ts";

/** The blocks that stand in a template or session: each with its release, what was changed here, what is newer. */
export function BlocksView({
  style,
  session,
  held,
  work,
  self,
  bringAt,
  onShow,
}: {
  style: Style;
  session: Session;
  held: readonly Held[];
  /** Null for those who only look. */
  work: Workpiece | null;
  /** The template or block it is; null for a session. */
  self: string | null;
  /** Where a block of a session is brought forward; null where that is done here. */
  bringAt: ((held: string, release: number) => string) | null;
  onShow: (ids: readonly TrackId[]) => void;
}) {
  const [at, setAt] = useState<string | null>(null);
  const chosen = held.find((h) => h.block.id === at) ?? held.find(isBehind) ?? held[0] ?? null;
  if (!chosen)
    return (
      <Empty title="No block stands here">
        A block is a group of tracks with releases of its own. Put one in from the track sheet, or choose
        tracks there and make one.
      </Empty>
    );
  return (
    <div
      className={clsx(
        "grid h-full min-h-0 grid-cols-[230px_minmax(0,1fr)]",
        "max-[1023px]:grid-cols-1 max-[1023px]:overflow-y-auto",
      )}
    >
      <section aria-label="Blocks" className="flex min-h-0 flex-col border-r border-line">
        <Bar>
          <span className="flex-1 font-semibold">Blocks</span>
        </Bar>
        <ul className="min-h-0 flex-1 overflow-y-auto">
          {held.map((h) => (
            <li key={h.block.id} className="border-b border-line">
              <button
                type="button"
                aria-pressed={h === chosen}
                onClick={() => setAt(h.block.id)}
                className={`w-full px-3.5 py-2 text-left ${h === chosen ? "bg-moss-soft" : "hover:bg-bg"}`}
              >
                <span className="flex items-center gap-2">
                  <span className="min-w-0 flex-1 truncate font-semibold">{h.block.name}</span>
                  {isBehind(h) && <Pill look="look">release {h.latest} is out</Pill>}
                </span>
                <span className="text-sm text-ink-2">
                  release {h.block.release} · {plural(h.tracks.length, "track")}
                  {h.own && h.own.length > 0 ? ` · ${plural(h.own.length, "change")} here` : ""}
                </span>
              </button>
            </li>
          ))}
        </ul>
      </section>
      <HeldBlockDetail
        key={`${chosen.block.id} ${chosen.block.release}`}
        style={style}
        session={session}
        held={chosen}
        work={work}
        self={self}
        bringAt={bringAt}
        onShow={onShow}
      />
    </div>
  );
}
