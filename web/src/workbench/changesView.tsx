import type { Template } from "@mossy/contract/library";
import { diff } from "@mossy/core/session/diff";
import type { Session } from "@mossy/core/session/document";
import { inWords } from "@mossy/core/session/says";
import { useQuery } from "@tanstack/react-query";
import { useDeferredValue, useMemo } from "react";
import { Link } from "react-router";
import { compareAddress } from "../compare/sides.ts";
import { Button } from "../ui/button.tsx";
import { queries } from "../wire/queries.ts";
import { Empty, Loading } from "../ui/states.tsx";
import { currentOf } from "@mossy/contract/currentOf";
import { ChangeList } from "../session/changeList.tsx";

/** How many changes lead from the latest release to the draft. */
export function useChanged(template: Template, session: Session): number {
  const latest = currentOf(template.releases) ?? undefined;
  const { data } = useQuery({
    ...queries.release(template.id, latest?.number ?? 0),
    enabled: latest !== undefined,
  });
  // Counting is not what somebody who types waits for.
  const later = useDeferredValue(session);
  return useMemo(() => (data ? diff(data.session, later).length : 0), [data, later]);
}

/** What is other in the draft than in the latest release. */
export function Changes({ template, session }: { template: Template; session: Session }) {
  const latest = currentOf(template.releases) ?? undefined;
  const { data } = useQuery({
    ...queries.release(template.id, latest?.number ?? 0),
    enabled: latest !== undefined,
  });
  if (!latest) return <Empty title="Nothing to compare with">This template has no release yet.</Empty>;
  if (!data) return <Loading />;
  return (
    <div tabIndex={0} role="region" aria-label="Changes" className="h-full overflow-y-auto">
      <div className="flex items-center gap-3 border-b border-line px-3.5 py-1.5">
        <h2 className="min-w-0 flex-1 text-sm font-semibold">From release {latest.number} to the draft</h2>
        <Button small asChild>
          <Link
            to={compareAddress(
              { of: "release", template: template.id, release: latest.number },
              { of: "draft", template: template.id },
            )}
          >
            Side by side
          </Link>
        </Button>
      </div>
      <ChangeList said={inWords(data.session, session, diff(data.session, session))} />
    </div>
  );
}
