import { plural } from "@mossy/core/session/plural";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { day } from "../ui/dates.ts";
import { later } from "../wire/laterQueries.ts";

/** How many devices are installed in a room, as told when by whom. */
export function DevicesOf({ room }: { room: string }) {
  const { data } = useQuery(later.installed(room));
  return (
    <section aria-labelledby="devices" className="card p-4 text-sm">
      <h2 id="devices" className="pb-1 text-base font-semibold">
        What is installed
      </h2>
      {data && (
        <p className="text-ink-2">
          {data.devices === null
            ? "Nobody told yet: fits cannot say which devices are missing here."
            : plural(data.devices.length, "device")}
          {data.told && `, told by ${data.told.by.name} on ${day(data.told.at)}`}
        </p>
      )}
      <Link
        className="mt-2 inline-block leading-6 text-moss underline underline-offset-2"
        to={`/rooms/${room}/devices`}
      >
        See what is installed
      </Link>
    </section>
  );
}
