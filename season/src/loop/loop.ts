import { dice } from "@mossy/core/chance/dice";
import { makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import { SoftwareHere, moveIn, openRoom, putUp } from "../doors/beginning.ts";
import { findCustoms } from "../measure/customs.ts";
import { CUSTOMS, anyCustoms } from "../people/customs.ts";
import { anyWorker } from "../people/worker.ts";
import { anyPlace } from "../rooms/place.ts";
import { anyStation } from "../rooms/station.ts";
import type { Ground } from "../doors/ground.ts";
import type { Size } from "../size.ts";
import { PLANS_OF_HOUSE } from "../templates/plans.ts";
import { templateOf } from "../templates/template.ts";
import { atOnce, spread } from "./atOnce.ts";
import { blankFigures } from "./figures.ts";
import type { LoopFigures } from "./figures.ts";
import { leadsWeek } from "./lead.ts";
import { lookBack } from "./lookBack.ts";
import { RoomHere } from "./room.ts";
import { editionToAll } from "./toAll.ts";
import type { ToAll } from "./toAll.ts";
import { World } from "./world.ts";

/** Of how many stations whose software takes less than the house the house knows what it takes. Invented. */
const WRITTEN_DOWN = 0.75;
const FOREIGN = 0.6;
/** So many rooms are at work at once, each as fast as the house lets it: far more than in a house of people. */
const LANES = 3;

/** A season that was played. */
export interface Played {
  readonly figures: LoopFigures;
  /** What it took to bring an edition to everything in the end. */
  readonly toAll: ToAll;
}

/** What happens to a house while a season is played in it. */
export interface Around {
  /** Over how many seconds the work of a week is spread; null: as fast as it goes. */
  readonly weekTakes: number | null;
  /** A week begins in which so many things are done. @param week counted from 0 */
  beforeWeek(this: void, week: number, things: number): Promise<void>;
  /** Something is about to be done, the how-manieth of the week. */
  before(this: void, n: number): void;
  /** Once all is there again. */
  settled(this: void): Promise<void>;
}
const UNDISTURBED: Around = {
  weekTakes: null,
  beforeWeek: () => Promise.resolve(),
  before: () => undefined,
  settled: () => Promise.resolve(),
};

/**
 * A season through the doors of a house that nobody lives in yet: rooms work and hand in, leads publish, bring forward
 * and put right, and each time what the house makes of it is held against what was done.
 * @param around what happens to the house besides
 */
export async function loop(
  { base, servers, token }: Ground,
  { rooms, weeks, seed }: Size,
  { weekTakes, beforeWeek, before, settled }: Around = UNDISTURBED,
): Promise<Played> {
  const figures = blankFigures();
  const house = usualHouse("Season");
  const style = makeStyle(house);
  const leads = await moveIn(base, token, house);
  const [lead] = leads;
  const world = new World(leads, style, figures, seed, dice((seed * 1_000_003 - 1) | 0));
  for (const plan of PLANS_OF_HOUSE) {
    const template = await putUp(lead, plan.kind, templateOf(style, plan));
    world.templates.push(template);
    world.learn(template);
  }
  const software = new SoftwareHere(lead);
  const there: RoomHere[] = [];
  for (let n = 0; n < rooms; n++) there.push(await anyRoom(world, software, n, seed));
  world.rooms.push(...there);
  const each = servers.map((s) => lead.at(s));
  for (let week = 0; week < weeks; week++) {
    world.lookRound();
    await beforeWeek(week, rooms + 1);
    const work = async ([n, room]: readonly [number, RoomHere]): Promise<void> => {
      before(n);
      await room.week(world);
    };
    const all = [...there.entries()];
    await (weekTakes === null
      ? atOnce(all, LANES, work)
      : spread(all, weekTakes, world.rollFor(`week ${week}`), work));
    before(rooms);
    await leadsWeek(world);
    await settled();
    await lookBack(world, each, week < weeks - 1 ? world.openSessions() : world.ledger.sessions());
  }
  const toAll = await editionToAll(world);
  const { habits } = await lead.ask("habits", {});
  findCustoms(CUSTOMS, habits, figures.found, figures.alarms);
  return { figures, toAll };
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
