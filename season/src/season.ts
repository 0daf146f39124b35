import { dice } from "@mossy/core/chance/dice";
import { emptySession } from "@mossy/core/session/document";
import { makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import { Count } from "./measure/count.ts";
import { readNames } from "./measure/names.ts";
import type { NameOutcome } from "./measure/names.ts";
import { recognise } from "./measure/recognised.ts";
import type { InHouse, PairOutcome } from "./measure/recognised.ts";
import { anyWorker } from "./people/worker.ts";
import { anyStation, through } from "./rooms/station.ts";
import type { Size } from "./size.ts";
import { oneOf } from "./spelling/rolls.ts";
import { PLANS_OF_HOUSE } from "./templates/plans.ts";
import { templateOf } from "./templates/template.ts";
import { afternoon, begun } from "./work/afternoon.ts";
import type { Worked } from "./work/afternoon.ts";

/** What is counted of a season. */
export interface Figures {
  readonly names: Count<NameOutcome>;
  readonly pairs: Count<PairOutcome>;
  /** Files handed in, and those of them without our ids. */
  readonly files: { all: number; withoutIds: number };
}

/** How often a session is over at the end of a week. */
const OVER = 0.35;

/**
 * A season: in every room somebody works on a session each week, the station saves it, and the house reads
 * what comes. Each room has dice of its own, so more rooms or weeks leave the others as they were.
 */
export async function season({ rooms, weeks, seed }: Size): Promise<Figures> {
  const style = makeStyle(usualHouse("Season"));
  const templates = PLANS_OF_HOUSE.map((plan) => templateOf(style, plan));
  const figures: Figures = {
    names: new Count<NameOutcome>("right", "asked", "wrongAndSure"),
    pairs: new Count<PairOutcome>("right", "wrong", "missed"),
    files: { all: 0, withoutIds: 0 },
  };
  for (let room = 0; room < rooms; room++) {
    const roll = dice((seed * 1_000_003 + room) | 0);
    const station = anyStation(roll);
    const people = Array.from({ length: 1 + Math.floor(3 * roll()) }, () => anyWorker(roll));
    let worked: Worked | null = null;
    let house: InHouse = { baseline: emptySession(""), latest: null, others: new Map() };
    for (let week = 0; week < weeks; week++) {
      if (worked === null) {
        const template = oneOf(templates, roll);
        worked = begun(template);
        house = { baseline: template.session, latest: null, others: new Map() };
      }
      worked = afternoon(style, oneOf(people, roll), worked, roll);
      readNames(style, worked, figures.names);
      figures.files.all++;
      const came = await through(station, worked.session);
      if (!station.keepsExtra) {
        figures.files.withoutIds++;
        house = recognise(style, house, worked, came, figures.pairs);
      }
      if (roll() < OVER) worked = null;
    }
  }
  return figures;
}
