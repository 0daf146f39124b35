import { dice } from "@mossy/core/chance/dice";
import { makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import { SoftwareHere, moveIn, openRoom, putUp } from "../doors/beginning.ts";
import { findCustoms } from "../measure/customs.ts";
import { CUSTOMS, anyCustoms } from "../people/customs.ts";
import { anyWorker } from "../people/worker.ts";
import { anyPlace } from "../rooms/place.ts";
import { anyStation } from "../rooms/station.ts";
import type { Size } from "../size.ts";
import { PLANS_OF_HOUSE } from "../templates/plans.ts";
import { templateOf } from "../templates/template.ts";
import { blankFigures } from "./figures.ts";
import type { LoopFigures } from "./figures.ts";
import { leadsWeek } from "./lead.ts";
import { RoomHere } from "./room.ts";
import { World } from "./world.ts";

/** Of how many stations whose software takes less than the house the house knows what it takes. Invented. */
const WRITTEN_DOWN = 0.75;
const FOREIGN = 0.6;

/**
 * A season through the doors of a house that nobody lives in yet: rooms work and hand in, leads publish, bring forward
 * and put right, and each time what the house makes of it is held against what was done.
 * @param token with which the house is set up
 */
export async function loop(
  base: string,
  token: string,
  { rooms, weeks, seed }: Size,
): Promise<LoopFigures> {
  const figures = blankFigures();
  const house = usualHouse("Season");
  const style = makeStyle(house);
  const [lead, other] = await moveIn(base, token, house);
  const world = new World(lead, other, style, figures, dice((seed * 1_000_003 - 1) | 0));
  for (const plan of PLANS_OF_HOUSE) {
    const template = await putUp(lead, plan.kind, templateOf(style, plan));
    world.templates.push(template);
    world.learn(template);
  }
  const software = new SoftwareHere(lead);
  const there: RoomHere[] = [];
  for (let n = 0; n < rooms; n++) there.push(await anyRoom(world, software, n, seed));
  world.rooms.push(...there);
  for (let week = 0; week < weeks; week++) {
    for (const room of there) await room.week(world);
    await leadsWeek(world);
  }
  const { habits } = await lead.ask("habits", {});
  findCustoms(CUSTOMS, habits, figures.found, figures.alarms);
  return figures;
}

async function anyRoom(
  { lead }: World,
  software: SoftwareHere,
  n: number,
  seed: number,
): Promise<RoomHere> {
  const roll = dice((seed * 1_000_003 + n) | 0);
  const made = anyStation(roll);
  const known = roll() < WRITTEN_DOWN ? await software.of(made) : null;
  // Without folders and ids nobody could say which track of a file is which of the house.
  const station = made.folders ? made : { ...made, keepsExtra: true };
  const place = anyPlace(`Room ${n + 1}`, known, roll);
  const { id, client } = await openRoom(lead, place);
  const people = Array.from({ length: 1 + Math.floor(3 * roll()) }, () => anyWorker(roll));
  const customs = anyCustoms(roll);
  const foreign = roll() < FOREIGN;
  return new RoomHere({ id, room: place, station, client, people, customs, foreign, roll });
}
