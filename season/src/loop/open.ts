import type { Session, TrackId } from "@mossy/core/session/document";
import type { HouseClient } from "@mossy/station/house";
import type { TemplateHere } from "../doors/beginning.ts";
import type { Came } from "../rooms/station.ts";
import type { Running } from "./running.ts";

/** A file that was handed in. */
export interface HandedIn {
  readonly checkIn: string;
  readonly came: Came;
  /** As the house took it in. */
  readonly house: Session;
  /** What the house calls each of its tracks, by what it calls them itself. */
  readonly ids: ReadonlyMap<TrackId, TrackId>;
}

/** A session that is open in a room. */
export interface OpenSession {
  readonly id: string;
  readonly template: TemplateHere;
  running: Running;
  last: HandedIn | null;
  /** Whether something was done to it that the house has not seen. */
  fresh: boolean;
  /** Whether the room has nothing of it yet but what waits. */
  isNew: boolean;
  /** What the house has ready for it. */
  waits: "package" | "correction" | null;
}

/** A room as whoever is not in it knows it. */
export interface RoomSeen {
  readonly id: string;
  readonly client: HouseClient;
  open: OpenSession | null;
}
