import type { Origin } from "@mossy/core/session/sessionFields";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { Pill } from "../ui/pieces.tsx";
import { queries } from "../wire/queries.ts";

interface Of {
  readonly template: string;
  readonly origin: Origin | null;
}

/** The later release there is of what a template was begun from; null where there is none. */
function useLater(origin: Origin | null): { name: string; release: number } | null {
  const { data } = useQuery({ ...queries.library, enabled: origin !== null });
  const from = data?.templates.find((t) => t.id === origin?.template);
  if (!origin || !from?.latest || from.latest.number <= origin.release) return null;
  return { name: from.name, release: from.latest.number };
}

/** That what a template was begun from has later releases, among what is to look at. */
export function LaterChanges({ template, origin }: Of) {
  const later = useLater(origin);
  if (!later) return null;
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
        Begun from {later.name}, release {origin?.release}; release {later.release} is out. What was changed
        here stays when its later changes are taken.
      </p>
    </div>
  );
}

/** The same beside the template's name. */
export function OriginPill({ template, origin }: Of) {
  const later = useLater(origin);
  if (!later) return null;
  return (
    <Link
      to={`/library/${template}/origin`}
      title={`${later.name} has release ${later.release}`}
      className="hover:underline"
    >
      <Pill look="look">origin moved on</Pill>
    </Link>
  );
}
