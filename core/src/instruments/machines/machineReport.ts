import { z } from "zod";
import { trackId } from "../../session/format.ts";
import { seat } from "../../session/plays.ts";
import { oneLine } from "../../session/text.ts";

/** So many tracks one machine may have: what its instances, ports and channels come to is more than anybody plays. */
export const MOST_TRACKS = 20_000;
export const MOST_MB = 100_000_000;

/** Where a patch sits, without the machine, and the channel it hears; null: all of its port. */
export const sits = seat.omit({ machine: true }).extend({ channel: z.int().min(1).max(16).nullable() });

/** A patch a machine says it has. */
const held = sits.extend({
  track: trackId,
  /** By their ids in the catalogue, and which issue of the library it is. */
  library: oneLine(60).min(1),
  issue: oneLine(40),
  patch: oneLine(60).min(1),
  loaded: z.boolean(),
});
export type Held = z.infer<typeof held>;

/** What a machine says it holds. */
export const machineReport = z.object({
  /** For which session. */
  session: oneLine(60).min(1),
  /** MB that are taken, and MB it has. */
  taken: z.number().min(0).max(MOST_MB),
  memory: z.number().min(0).max(MOST_MB),
  holds: z.array(held).max(MOST_TRACKS),
});
export type MachineReport = z.infer<typeof machineReport>;
