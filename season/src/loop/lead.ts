import { bringToEdition, bringToReleases } from "./bring.ts";
import { handOverSome } from "./handOver.ts";
import { publishEdition, publishRelease } from "./publish.ts";
import { putAllRight } from "./right.ts";
import type { World } from "./world.ts";

/** How often things happen in a week of a lead, 0…1. Invented. */
const OFTEN = { edition: 0.35, release: 0.4, putRight: 0.6 };

/** A week of the leads: they publish, bring what is open to it, and put right. */
export async function leadsWeek(world: World): Promise<void> {
  if (world.roll() < OFTEN.edition) await publishEdition(world);
  for (const template of world.templates)
    if (world.roll() < OFTEN.release) await publishRelease(world, template);
  await handOverSome(world);
  await bringToEdition(world);
  await bringToReleases(world);
  if (world.roll() < OFTEN.putRight) await putAllRight(world);
}
