import { dice } from "@mossy/core/chance/dice";
import { blankArticulation, blankLibrary, blankPatch } from "@mossy/core/instruments/library";
import type { Known } from "@mossy/core/instruments/plan/offers";
import { houseKeys } from "@mossy/core/instruments/same/houseKeys";
import { waysUsed } from "@mossy/core/instruments/same/waysUsed";
import { USUAL_INSTRUMENTS } from "@mossy/core/house/instruments";
import { makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import { choices } from "@mossy/core/instruments/plan/choices";
import { planEnsemble, totalsOf } from "@mossy/core/instruments/plan/planEnsemble";
import type { Asked } from "@mossy/core/instruments/plan/planEnsemble";
import { BLANK_ENSEMBLE, USUAL_LIMITS } from "@mossy/core/session/ensemble";
import type { Need } from "@mossy/core/session/ensemble";
import { compare } from "./measure.ts";

// A hundred players of twelve articulations each; three libraries have all of them, each later or earlier by chance.
const PLAYERS = 100;
const WAYS = 12;
const LIBRARIES = 3;
const random = dice(5);
const between = (low: number, high: number): number => Math.round(low + random() * (high - low));
const needs: Need[] = Array.from({ length: WAYS }, (_, n) => ({ words: [`way-${n}`], seconds: null }));
const catalogue = Array.from({ length: LIBRARIES }, (_l, l): Known => ({
  id: `l${l}`,
  library: {
    ...blankLibrary(`Library ${l}`),
    patches: Array.from({ length: PLAYERS }, (_p, p) => ({
      ...blankPatch(`l${l}-p${p}`, `Player ${p}`),
      role: `role-${p}`,
      low: between(24, 60),
      high: between(72, 108),
      load: between(4, 30),
      memory: between(100, 900),
      articulations: needs.map(({ words }, n) => ({
        ...blankArticulation(`l${l}-p${p}-a${n}`, `Way ${n}`),
        words,
        called: [{ by: "key" as const, low: between(0, 20), high: 127, held: false }],
        lag: between(5, 140),
        soundsOut: random() < 0.05,
      })),
    })),
  },
}));
const asked: Asked = {
  players: Array.from({ length: PLAYERS }, (_, p) => ({
    id: `player-${p}`,
    role: `role-${p}`,
    positions: [],
    number: null,
    needs,
    libraries: [],
  })),
  pins: [],
  ensemble: { ...BLANK_ENSEMBLE, libraries: catalogue.map((k) => k.id) },
};
const ground = { limits: USUAL_LIMITS, catalogue };

const one = planEnsemble(asked, { ...ground, catalogue: catalogue.slice(0, 1) });
const all = planEnsemble(asked, ground);
console.log(
  `${PLAYERS} players of ${WAYS} articulations: ${totalsOf(one).tracks} tracks from one library, ` +
    `${totalsOf(all).tracks} from ${LIBRARIES}; proven for ${all.filter((p) => p.proven).length}`,
);
await compare(
  "their tracks planned from one of three libraries",
  ground,
  () => planEnsemble(asked, { ...ground, catalogue: catalogue.slice(0, 1) }),
  null,
  9,
);
await compare("their tracks planned from all three", ground, () => planEnsemble(asked, ground), null, 9);
await compare(
  "the curve of choices of twenty of them",
  ground,
  () => choices(asked.players.slice(0, 20), asked, ground),
  null,
  5,
);

const style = makeStyle(usualHouse("Bench"));
const used = waysUsed(style, catalogue);
await compare(
  `house keys for ${used.length} ways of playing of ${PLAYERS * WAYS * LIBRARIES} articulations`,
  ground,
  () => houseKeys(waysUsed(style, catalogue), USUAL_INSTRUMENTS),
  null,
  9,
);
