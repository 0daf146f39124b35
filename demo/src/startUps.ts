import type { StartUpLine } from "@mossy/core/devices/startUp";
import type { Db } from "@mossy/server/database";
import { setStartUp } from "@mossy/server/rooms/startUp";
import type { History } from "./history.ts";

/** What the stations of the rooms open with. */
const START_UPS: Readonly<Record<string, readonly StartUpLine[]>> = {
  "pan-yard": [
    { template: "steelpan-orchestra-full-yard", purpose: "Orchestra evenings" },
    { template: "engine-room-only", purpose: "Overdubs" },
  ],
  "ferry-van": [{ template: "shanty-choir", purpose: "On the quay" }],
  "story-tent": [{ template: "story-evening", purpose: "Evenings" }],
  loft: [
    { template: "album-mix-marram", purpose: "Mixing" },
    { template: "sound-walk", purpose: "Field recordings" },
  ],
};

/** Says it, as far as a house has those rooms and templates. */
export async function storeStartUps(db: Db, { lead, rooms, templates }: History): Promise<void> {
  const there = new Set(templates.map((t) => t.id));
  for (const { id } of rooms) {
    const list = (START_UPS[id] ?? []).filter((l) => there.has(l.template));
    if (list.length > 0) await setStartUp(db, id, { list, revision: 0 }, lead);
  }
}
