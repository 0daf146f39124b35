import type { Style } from "@mossy/core/house/style";
import type { Session, TrackId } from "@mossy/core/session/document";
import { isAround } from "@mossy/core/signal/speakers";
import { useState } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import { Choice } from "../ui/sideBySide.tsx";
import { AroundView } from "./aroundView.tsx";
import { PictureView } from "./pictureView.tsx";

const LOOKS = [
  ["around", "Among the loudspeakers"],
  ["across", "From left to right"],
] as const;

/**
 * Where everything is heard: from left to right, and where the main path stands around whoever listens in a
 * plan of its loudspeakers.
 */
export function Picture(props: {
  style: Style;
  session: Session;
  selected: TrackId | null;
  onSelect: (id: TrackId | null) => void;
  work: Workpiece | null;
}) {
  const [look, setLook] = useState<(typeof LOOKS)[number][0]>("around");
  const main = props.session.tracks.find((t) => t.kind === "main")?.format ?? props.session.mainFormat;
  if (!isAround(main)) return <PictureView {...props} />;
  return (
    <div className="flex h-full min-h-0 flex-col">
      <div className="flex flex-wrap items-center gap-3 border-b border-line px-3.5 py-1.5">
        <Choice label="How to look" value={look} choices={LOOKS} onChoose={setLook} />
        <span className="ml-auto text-sm text-ink-2">main path {main}</span>
      </div>
      <div className="min-h-0 flex-1">
        {look === "around" ? <AroundView {...props} format={main} /> : <PictureView {...props} />}
      </div>
    </div>
  );
}
