import type { House } from "@mossy/core/house/house";
import {
  applyToHouse,
  decidesTheSameOfHouse,
  insistOnHouse,
  sortOutOfHouse,
  undoOfHouse,
} from "@mossy/core/house/houseChange";
import type { HouseChange } from "@mossy/core/house/houseChange";
import type { ChangeRules } from "../documents/rules.ts";

/** How the house style changes. */
export const HOUSE_RULES: ChangeRules<House, HouseChange> = {
  apply: applyToHouse,
  inverse: undoOfHouse,
  sortOut: sortOutOfHouse,
  decidesTheSame: decidesTheSameOfHouse,
  insist: (now, _mine, clashes) => insistOnHouse(now, clashes),
};
