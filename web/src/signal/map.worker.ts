import { mapOf } from "@mossy/core/signal/map";
import type { FlowEnds } from "@mossy/core/signal/map";
import type { Session, TrackId } from "@mossy/core/session/document";

export interface MapTask {
  readonly session: Session;
  readonly folded: readonly TrackId[];
  /** What goes from where to where, if it is not what the session says. */
  readonly flows: readonly FlowEnds[] | null;
}

// Off the page's thread: laying out some hundred places takes up to a second.
self.onmessage = ({ data }: MessageEvent<MapTask>) =>
  self.postMessage(mapOf(data.session, new Set(data.folded), data.flows ?? undefined));
