import type { Remark, RemarkOn, RemarksOf } from "@mossy/contract/remarks";
import { plural } from "@mossy/core/session/plural";
import { MessageSquare } from "lucide-react";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { Select } from "../ui/select.tsx";
import { CELLS } from "@mossy/core/sheet/cells";
import type { Cell } from "@mossy/core/sheet/cells";
import { RemarkCard } from "./remarkCard.tsx";
import { RemarkForm } from "./remarkForm.tsx";
import { useRemarks } from "./useRemarks.ts";
import { CELL_WORDS, onInWords, trackOf } from "./words.ts";

/** Open ones as cards, those that are done folded away. */
export function RemarkStack({
  remarks,
  on,
}: {
  remarks: readonly Remark[];
  on?: (remark: Remark) => React.ReactNode;
}) {
  const card = (r: Remark) => <RemarkCard key={r.id} remark={r} on={on?.(r)} />;
  const done = remarks.filter((r) => r.done);
  return (
    <>
      {remarks.filter((r) => !r.done).map(card)}
      {done.length > 0 && (
        <details>
          <summary className="cursor-pointer text-sm font-semibold text-ink-2 hover:text-ink">
            {plural(done.length, "remark")} done
          </summary>
          <div className="flex flex-col gap-2 pt-2">{done.map(card)}</div>
        </details>
      )}
    </>
  );
}

/** The remarks on one thing, and where a new one is made. @param which those that stand on it */
export function RemarksOn({
  of,
  on,
  which,
  title = "Remarks",
}: {
  of: RemarksOf;
  on: RemarkOn;
  which: (remark: Remark) => boolean;
  title?: string;
}) {
  const remarks = useRemarks(of).filter(which);
  const [writing, setWriting] = useState(false);
  return (
    <section aria-label={title} className="card flex shrink-0 flex-col gap-2 p-4">
      <div className="flex items-center gap-2">
        <h2 className="flex-1 font-semibold">{title}</h2>
        {!writing && (
          <Button small onClick={() => setWriting(true)}>
            <MessageSquare size={13} aria-hidden /> Remark
          </Button>
        )}
      </div>
      {writing && <RemarkForm of={of} on={on} onDone={() => setWriting(false)} />}
      <RemarkStack
        remarks={remarks}
        {...(of.sort === "session" ? { on: (r: Remark) => onInWords(r, null) } : {})}
      />
    </section>
  );
}

/** The remarks on a track, its cells and findings, where it is chosen. */
export function RemarksOnTrack({ of, track, name }: { of: RemarksOf; track: string; name: string }) {
  const remarks = useRemarks(of).filter((r) => trackOf(r.on) === track);
  const [writing, setWriting] = useState(false);
  const [cell, setCell] = useState<Cell | "">("");
  return (
    <section aria-label="Remarks on this track" className="card mt-4 flex flex-col gap-2 p-3.5">
      <div className="flex items-center gap-2">
        <h2 className="flex-1 text-sm font-semibold">Remarks</h2>
        {!writing && (
          <Button small onClick={() => setWriting(true)}>
            <MessageSquare size={13} aria-hidden /> Remark
          </Button>
        )}
      </div>
      {writing && (
        <>
          <Select
            small
            aria-label="What the remark stands on"
            value={cell === "" ? "track" : cell}
            onChange={(e) => setCell(CELLS.find((c) => c === e.target.value) ?? "")}
          >
            <option value="track">on the track</option>
            {CELLS.map((c) => (
              <option key={c} value={c}>
                on its {CELL_WORDS[c]}
              </option>
            ))}
          </Select>
          <RemarkForm
            of={of}
            on={{ what: "track", track, cell: cell === "" ? null : cell }}
            onDone={() => setWriting(false)}
          />
        </>
      )}
      <RemarkStack remarks={remarks} on={(r) => onInWords(r, new Map([[track, name]]))} />
    </section>
  );
}
