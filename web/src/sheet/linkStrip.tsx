import type { Session } from "@mossy/core/session/document";
import { linkOffer } from "@mossy/core/sheet/linked";
import type { LinkOffer } from "@mossy/core/sheet/linked";
import { plural } from "@mossy/core/session/plural";
import { Link2 } from "lucide-react";
import { useMemo, useState } from "react";
import type { Workpiece, WorkpieceState } from "../documents/workpiece.ts";
import { Button, Key } from "../ui/button.tsx";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { nameOf } from "./pathsPanel.tsx";

/** What was done last, offered to the others of its link sets; null where there is nothing, or it was declined. */
function useLinkOffer(state: WorkpieceState): { offer: LinkOffer | null; decline: () => void } {
  const { before, doc } = state;
  const [declined, setDeclined] = useState<Session | null>(null);
  // It is about what was done last: what others do meanwhile does not change it.
  // oxlint-disable-next-line react-hooks/exhaustive-deps
  const offer = useMemo(() => before && linkOffer(before, doc), [before]);
  return { offer: before === declined ? null : offer, decline: () => setDeclined(before) };
}

/** So many tracks are named, not counted. */
const NAMED = 3;

/** Asks whether what was done to a member of a link set is to be done to the others as well: one deed with it. */
export function LinkStrip({
  session,
  work,
  state,
}: {
  session: Session;
  work: Workpiece;
  state: WorkpieceState;
}) {
  const { offer, decline } = useLinkOffer(state);
  const take = (): void => {
    if (offer) work.editAlong(offer.changes, `${state.undoes ?? "edit"}, linked`);
  };
  useShortcuts(offer ? [{ keys: "Y", says: "Do it to what is linked as well", run: take }] : []);
  if (!offer) return null;
  const { tracks, sets, says } = offer;
  const whom =
    tracks.length <= NAMED
      ? tracks.map((id) => nameOf(session, id)).join(", ")
      : plural(tracks.length, "more track");
  return (
    <section
      aria-label="Linked tracks"
      className="flex shrink-0 flex-wrap items-center gap-x-3 gap-y-1.5 rounded-md bg-tide-soft px-3 py-1.5 text-sm"
    >
      <Link2 size={15} aria-hidden className="shrink-0 text-tide" />
      <p role="status" className="min-w-0 flex-1">
        Linked in <span className="font-semibold">{sets.join(", ")}</span>: {says} on {whom} as well?
      </p>
      <Button small look="main" onClick={take}>
        Do it there too <Key onMain>Y</Key>
      </Button>
      <Button small onClick={decline}>
        Only here
      </Button>
    </section>
  );
}
