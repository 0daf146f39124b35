import type { Origin } from "@mossy/core/session/sessionFields";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { queries } from "../wire/queries.ts";

/** That what a template was begun from has later releases, among what is to look at. */
export function LaterChanges({ template, origin }: { template: string; origin: Origin | null }) {
  const { data } = useQuery({ ...queries.library, enabled: origin !== null });
  const from = data?.templates.find((t) => t.id === origin?.template);
  if (!origin || !from?.latest || from.latest.number <= origin.release) return null;
  return (
    <div className="rounded-md bg-lantern-soft p-2.5">
      <p className="flex items-start gap-2 text-sm font-semibold text-lantern">
        <span className="flex-1">Its origin moved on</span>
        <Link
          to={`/library/${template}/origin`}
          className="rounded-sm px-1 text-ink underline underline-offset-2"
        >
          Look
        </Link>
      </p>
      <p className="mt-0.5 text-sm">
        Begun from {from.name}, release {origin.release}; release {from.latest.number} is out. What was
        changed here stays when its later changes are taken.
      </p>
    </div>
  );
}
