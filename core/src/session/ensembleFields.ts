import { z } from "zod";
import {
  BLANK_ENSEMBLE,
  ensemble,
  ensembleInDetail,
  ensembleInWords,
  pin,
  pinInDetail,
  player,
  playerInDetail,
} from "./ensemble.ts";
import type { Pin, Player } from "./ensemble.ts";
import { field } from "./field.ts";
import { each } from "./valueWords.ts";

const howMany = (list: readonly unknown[]): string => `${list.length}`;

/** Who plays sampled instruments in a session, and how their tracks are planned. */
export const SAMPLED = {
  /** Who plays sampled instruments. */
  players: field({
    schema: z.array(player).max(400),
    rest: [],
    called: "players",
    inWords: howMany,
    inDetail: each<Player>(playerInDetail, "nobody", "; "),
    itemByItem: true,
  }),
  /** What of their tracks is as somebody said. */
  pins: field({
    schema: z.array(pin).max(2000),
    rest: [],
    called: "tracks held as they are",
    inWords: howMany,
    inDetail: each<Pin>(pinInDetail, "none", "; "),
    itemByItem: true,
  }),
  /** How their tracks are planned. */
  ensemble: field({
    schema: ensemble,
    rest: BLANK_ENSEMBLE,
    called: "how instruments are planned",
    inWords: ensembleInWords,
    inDetail: ensembleInDetail,
  }),
} as const;
