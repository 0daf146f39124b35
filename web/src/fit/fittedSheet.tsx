import type { Session, TrackId } from "@mossy/core/session/document";
import { useState } from "react";
import { useFindings } from "../check/useFindings.ts";
import { NONE, only } from "../ui/grid/selection.ts";
import { SheetView } from "../sheet/sheetView.tsx";
import { useStyle } from "../wire/queries.ts";

/** The tracks as they will stand in the room, to be looked through before anything is made. */
export default function FittedSheet({
  session,
  chosen,
  onChoose,
}: {
  session: Session;
  chosen: TrackId | null;
  onChoose: (track: TrackId | null) => void;
}) {
  const { style } = useStyle();
  const findings = useFindings(style, session, null);
  const [find, setFind] = useState("");
  const [compact, setCompact] = useState(true);
  const [shows, setShows] = useState("");
  const there = session.tracks.some((t) => t.id === chosen);
  return (
    <SheetView
      style={style}
      session={session}
      findings={findings}
      work={null}
      compact={compact}
      onDense={() => setCompact(!compact)}
      selection={there ? only(chosen) : NONE}
      onSelect={(next) => onChoose(next.at)}
      find={find}
      onFind={setFind}
      showing={shows}
      onShow={setShows}
      onTakeOut={() => undefined}
      onPasteNames={() => undefined}
    />
  );
}
