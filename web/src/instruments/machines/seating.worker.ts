import type { SampleMachine } from "@mossy/core/fit/room";
import { tracksOnMachines } from "@mossy/core/instruments/machines/inRoom";
import { seatingOf } from "@mossy/core/instruments/machines/seating";
import type { Seating } from "@mossy/core/instruments/machines/seating";
import type { Known } from "@mossy/core/instruments/plan/offers";
import type { Session } from "@mossy/core/session/document";

export interface SeatingTask {
  readonly session: Session;
  readonly catalogue: readonly Known[];
  /** The machines of each room. */
  readonly rooms: readonly (readonly SampleMachine[])[];
}

self.onmessage = ({ data: { session, catalogue, rooms } }: MessageEvent<SeatingTask>) => {
  const tracks = tracksOnMachines(session);
  self.postMessage(rooms.map((machines): Seating => seatingOf(tracks, machines, catalogue)));
};
