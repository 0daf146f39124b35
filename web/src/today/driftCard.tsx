import type { Today } from "@mossy/contract/today";
import { useQuery } from "@tanstack/react-query";
import { Suspense, lazy, useMemo } from "react";
import { Link } from "react-router";
import { queries } from "../wire/queries.ts";
import { Empty, Failed, Loading } from "../ui/states.tsx";
import { linesOf } from "./driftLines.ts";

const DriftChart = lazy(() => import("./driftChart.tsx"));

/** How rooms followed the house, week by week. @param young a house that is still being set up */
export function DriftCard({ rooms, young }: { rooms: Today["rooms"]; young: boolean }) {
  const { data, error, refetch } = useQuery(queries.drift);
  const { lines, all } = useMemo(
    () => (data ? linesOf(data, rooms) : { lines: [], all: true }),
    [data, rooms],
  );
  const drifted = data?.house.some((share) => share !== null) ?? false;
  if (young && !drifted) return null;
  return (
    <section aria-label="Drift over twelve weeks" className="card flex min-h-56 flex-[2] flex-col p-4 pb-2">
      <h2 className="font-semibold">
        Drift over twelve weeks{" "}
        <span className="ml-1 text-sm font-normal text-ink-2">
          share of tracks that followed the house as sessions came in
          {all ? ", by room" : `: all rooms, and the ${lines.length - 1} that drifted furthest lately`}
        </span>{" "}
        <Link to="/sessions/drift" className="text-sm font-normal text-moss underline underline-offset-2">
          What drifts
        </Link>
      </h2>
      <div className="min-h-0 flex-1">
        {error && <Failed error={error} again={() => void refetch()} />}
        {!data && !error && <Loading />}
        {data && drifted && (
          <Suspense fallback={<Loading what="Drawing" />}>
            <DriftChart weeks={data.weeks} lines={lines} />
          </Suspense>
        )}
        {data && !drifted && (
          <Empty title="Nothing has come back yet">
            What rooms hand in is compared with the house here, week by week.
          </Empty>
        )}
      </div>
    </section>
  );
}
