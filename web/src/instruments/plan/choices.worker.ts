import { choices } from "@mossy/core/instruments/plan/choices";
import type { Choice } from "@mossy/core/instruments/plan/choices";
import type { Asked, Ground } from "@mossy/core/instruments/plan/planEnsemble";
import { enoughFor } from "@mossy/core/instruments/plan/sections";
import type { Over } from "@mossy/core/instruments/plan/sections";
import type { Player } from "@mossy/core/session/ensemble";

export interface ChoicesTask {
  readonly players: readonly Player[];
  readonly over: readonly Over[];
  readonly asked: Asked;
  readonly ground: Ground;
}
export interface ChoicesFound {
  readonly choices: readonly Choice[];
  /** Of each thing that is over, within which error it would be enough. */
  readonly enough: readonly (number | null)[];
}

self.onmessage = ({ data: { players, over, asked, ground } }: MessageEvent<ChoicesTask>) => {
  const found: ChoicesFound = {
    choices: choices(players, asked, ground),
    enough: over.map((o) => enoughFor(o, asked, ground)),
  };
  self.postMessage(found);
};
