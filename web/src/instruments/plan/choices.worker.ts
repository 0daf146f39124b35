import { choices } from "@mossy/core/instruments/plan/choices";
import type { Asked, Ground } from "@mossy/core/instruments/plan/planEnsemble";
import type { Player } from "@mossy/core/session/ensemble";

export interface ChoicesTask {
  readonly players: readonly Player[];
  readonly asked: Asked;
  readonly ground: Ground;
}

self.onmessage = ({ data: { players, asked, ground } }: MessageEvent<ChoicesTask>) => {
  self.postMessage(choices(players, asked, ground));
};
