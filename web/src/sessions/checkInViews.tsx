import type { Style } from "@mossy/core/house/style";
import type { Session, TrackId } from "@mossy/core/session/document";
import { Suspense, lazy } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import { Views } from "../ui/sideBySide.tsx";
import { Loading } from "../ui/states.tsx";

const TimeView = lazy(() => import("../time/timeView.tsx").then((m) => ({ default: m.TimeView })));

/** What runs along the time of a session that came in. */
export function CheckInTime({
  session,
  style,
  work,
  onShow,
}: {
  session: Session;
  style: Style;
  work: Workpiece | null;
  onShow: (tracks: readonly TrackId[]) => void;
}) {
  return (
    <section aria-label="The session in time" className="card min-h-0 flex-1 overflow-hidden">
      <Suspense fallback={<Loading />}>
        <TimeView
          session={session}
          work={work}
          house={style.house}
          ofJob
          onTrack={(track) => onShow([track])}
        />
      </Suspense>
    </section>
  );
}

export function CheckInViews({ id, blocks, remarks }: { id: string; blocks: number; remarks: number }) {
  return (
    <Views
      label="Views of the check-in"
      views={[
        { to: `/check-ins/${id}`, name: "Findings" },
        { to: `/check-ins/${id}/sheet`, name: "Track sheet" },
        { to: `/check-ins/${id}/time`, name: "Time" },
        { to: `/check-ins/${id}/differences`, name: "All differences" },
        { to: `/check-ins/${id}/remarks`, name: remarks > 0 ? `Remarks · ${remarks}` : "Remarks" },
        ...(blocks > 0 ? [{ to: `/check-ins/${id}/blocks`, name: `Blocks · ${blocks}` }] : []),
      ]}
    />
  );
}
