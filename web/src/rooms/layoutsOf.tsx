import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { later } from "../wire/laterQueries.ts";
import { standAt } from "./layoutStand.tsx";

/** The layouts and maps of a room's stations, and whether they have them. */
export function LayoutsOf({ room }: { room: string }) {
  const { data } = useQuery(later.layouts);
  const here = (data?.layouts ?? []).flatMap((l) =>
    l.stations.filter((s) => s.room === room && s.wants).map((s) => standAt(s, l.latest.version)),
  );
  const off = here.filter((s) => s.look === "look").length;
  const told = here.some((s) => s.look !== "quiet");
  const many = plural(here.length, "layout or map", "layouts and maps");
  return (
    <section aria-labelledby="layouts" className="card p-4 text-sm">
      <h2 id="layouts" className="pb-1 text-base font-semibold">
        Layouts and maps
      </h2>
      {data && (
        <p className={off > 0 ? "text-lantern" : "text-ink-2"}>
          {here.length === 0
            ? "None for a station of this room."
            : off === 0
              ? !told
                ? `${many} for stations that never said what they have.`
                : `${many}, the latest of each on its station.`
              : `${off} of ${here.length} not there at the latest version.`}
        </p>
      )}
      <Link
        className="mt-2 inline-block leading-6 text-moss underline underline-offset-2"
        to={`/rooms/layouts?room=${room}`}
      >
        See the layouts and maps here
      </Link>
    </section>
  );
}
