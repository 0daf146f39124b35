import type { Session, TrackId } from "@mossy/core/session/document";
import { bypassOf, putChain } from "@mossy/core/sheet/chains";
import { Button } from "../ui/button.tsx";
import { Pill } from "../ui/pieces.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import { PutChain } from "./shelfChains.tsx";

/**
 * Processors of several tracks: a chain put on all, one track's copied to the others, all of a kind
 * bypassed or on.
 */
export function ManyProcessors({
  session,
  ids,
  from,
  work,
}: {
  session: Session;
  ids: readonly TrackId[];
  from: TrackId | null;
  work: Workpiece;
}) {
  const source = session.tracks.find((t) => t.id === from && t.inserts.length > 0);
  return (
    <>
      <PutChain session={session} ids={ids} work={work} />
      {source && (
        <Button
          small
          onClick={() => {
            work.edit(
              putChain(
                session,
                ids.filter((id) => id !== source.id),
                source.inserts,
                null,
              ),
              "copy processors",
            );
          }}
        >
          Copy those of {source.name.slice(0, 12)} to the others
        </Button>
      )}
      <BypassAll session={session} ids={ids} work={work} />
    </>
  );
}

function BypassAll({ session, ids, work }: { session: Session; ids: readonly TrackId[]; work: Workpiece }) {
  const kinds = [
    ...new Set(
      session.tracks.filter((t) => ids.includes(t.id)).flatMap((t) => t.inserts.map((i) => i.kind)),
    ),
  ].sort();
  if (kinds.length === 0) return <p className="text-sm text-ink-2">No processors on them.</p>;
  return (
    <ul className="flex flex-col gap-1">
      {kinds.map((kind) => {
        const all = session.tracks
          .filter((t) => ids.includes(t.id))
          .flatMap((t) => t.inserts.filter((i) => i.kind === kind));
        const off = all.filter((i) => i.bypassed).length;
        return (
          <li key={kind} className="flex items-center gap-2 text-sm">
            <span className="flex-1">
              {kind}{" "}
              <Pill>
                {off === 0
                  ? `${all.length} on`
                  : off === all.length
                    ? `${off} bypassed`
                    : `${off} of ${all.length} bypassed`}
              </Pill>
            </span>
            <Button
              small
              onClick={() => {
                work.edit(
                  bypassOf(session, ids, kind, off < all.length),
                  off < all.length ? `bypass ${kind}` : `${kind} on`,
                );
              }}
            >
              {off < all.length ? "Bypass" : "On"}
            </Button>
          </li>
        );
      })}
    </ul>
  );
}
