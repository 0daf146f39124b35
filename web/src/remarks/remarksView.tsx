import type { Remark, RemarksOf } from "@mossy/contract/remarks";
import type { Session, TrackId } from "@mossy/core/session/document";
import { MessageSquare } from "lucide-react";
import { useMemo, useState } from "react";
import { Button } from "../ui/button.tsx";
import { Empty } from "../ui/states.tsx";
import { RemarkForm } from "./remarkForm.tsx";
import { RemarkStack } from "./remarksOn.tsx";
import { useRemarks } from "./useRemarks.ts";
import { onInWords, trackOf } from "./words.ts";
import type { Wished } from "./words.ts";

/** All remarks on a template or a session, with the way to what they stand on. */
export function RemarksView({
  of,
  session,
  whole,
  wished = null,
  onWished,
  onShow,
}: {
  of: RemarksOf;
  session: Session;
  /** "the template". */
  whole: string;
  /** What somebody wants to say something about; told when they have, or gave it up. */
  wished?: Wished | null;
  onWished?: () => void;
  onShow: (track: TrackId) => void;
}) {
  const remarks = useRemarks(of);
  const [writing, setWriting] = useState(false);
  const names = useMemo(() => new Map(session.tracks.map((t) => [t.id, t.name])), [session]);
  const where = (r: Remark) => {
    const track = trackOf(r.on);
    const says = onInWords(r, names);
    return track !== null && names.has(track) ? (
      <button type="button" className="text-moss hover:underline" onClick={() => onShow(track)}>
        {says}
      </button>
    ) : (
      says
    );
  };
  return (
    <div className="flex h-full min-h-0 flex-col">
      <div className="flex items-center gap-3 border-b border-line px-3.5 py-2">
        <p className="flex-1 text-sm text-ink-2">
          A remark on a track is made where the track is chosen, one on a finding at the finding.
        </p>
        {!writing && (
          <Button small onClick={() => setWriting(true)}>
            <MessageSquare size={13} aria-hidden /> Remark on {whole}
          </Button>
        )}
      </div>
      <div className="flex min-h-0 max-w-3xl flex-1 flex-col gap-2.5 overflow-y-auto p-3.5">
        {wished && onWished && <RemarkPanel of={of} wished={wished} onDone={onWished} />}
        {writing && <RemarkForm of={of} on={{ what: "all" }} onDone={() => setWriting(false)} />}
        {remarks.length === 0 && !writing && !wished && (
          <Empty title="No remarks">
            What somebody should see, ask or do about a track goes here, for all or for somebody by name.
          </Empty>
        )}
        <RemarkStack remarks={remarks} on={where} />
      </div>
    </div>
  );
}

/** Where a remark on what is chosen is typed, at the side of the sheet. */
export function RemarkPanel({
  of,
  wished: { on, says },
  onDone,
}: {
  of: RemarksOf;
  wished: Wished;
  onDone: () => void;
}) {
  const track = trackOf(on);
  const there = useRemarks(of).filter((r) => track !== null && trackOf(r.on) === track);
  return (
    <section aria-label="Make a remark" className="card flex flex-col gap-2 p-3.5">
      <h2 className="font-semibold">Make a remark</h2>
      <p className="text-sm text-ink-2 [overflow-wrap:anywhere]">On {says}</p>
      <RemarkForm of={of} on={on} onDone={onDone} />
      <RemarkStack remarks={there} on={(r) => onInWords(r, null)} />
    </section>
  );
}
