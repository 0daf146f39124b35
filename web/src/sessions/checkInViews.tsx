import type { Style } from "@mossy/core/house/style";
import type { Session, TrackId } from "@mossy/core/session/document";
import { useQuery } from "@tanstack/react-query";
import { Suspense, lazy } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import { Views } from "../ui/sideBySide.tsx";
import { Loading } from "../ui/states.tsx";
import { queries } from "../wire/queries.ts";

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

const OrderView = lazy(() => import("../order/orderView.tsx").then((m) => ({ default: m.OrderView })));

/** The running order of a session that came in. */
export function CheckInOrder({
  of: { now, session: of },
  session,
  style,
  work,
}: {
  of: {
    readonly now: { readonly id: string };
    readonly session: { readonly title: string; readonly template: string };
  };
  session: Session;
  style: Style;
  work: Workpiece | null;
}) {
  const { data } = useQuery(queries.library);
  return (
    <section aria-label="The running order" className="card min-h-0 flex-1 overflow-hidden">
      <Suspense fallback={<Loading />}>
        <OrderView
          session={session}
          work={work}
          house={style.house}
          document={now.id}
          name={of.title}
          shelf={data?.templates.find((t) => t.id === of.template)?.shelf ?? null}
          ofJob
          template={null}
        />
      </Suspense>
    </section>
  );
}

export function CheckInViews({
  id,
  blocks,
  remarks,
  pieces,
}: {
  id: string;
  blocks: number;
  remarks: number;
  pieces: number;
}) {
  return (
    <Views
      label="Views of the check-in"
      views={[
        { to: `/check-ins/${id}`, name: "Findings" },
        { to: `/check-ins/${id}/sheet`, name: "Track sheet" },
        { to: `/check-ins/${id}/time`, name: "Time" },
        ...(pieces > 0 ? [{ to: `/check-ins/${id}/order`, name: "Order" }] : []),
        { to: `/check-ins/${id}/differences`, name: "All differences" },
        { to: `/check-ins/${id}/remarks`, name: remarks > 0 ? `Remarks · ${remarks}` : "Remarks" },
        ...(blocks > 0 ? [{ to: `/check-ins/${id}/blocks`, name: `Blocks · ${blocks}` }] : []),
      ]}
    />
  );
}
