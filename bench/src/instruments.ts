import { dice } from "@mossy/core/chance/dice";
import { blankArticulation, blankLibrary, blankPatch } from "@mossy/core/instruments/library";
import type { Known } from "@mossy/core/instruments/plan/offers";
import type { SampleMachine } from "@mossy/core/fit/room";
import type { Sampled } from "@mossy/core/instruments/machines/always";
import { seatingOf } from "@mossy/core/instruments/machines/seating";
import { blankTrack } from "@mossy/core/session/document";
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

// Of those tracks 180, on three machines that hold all of them, and on three that do not.
const onMachine = (n: number): Sampled => ({
  ...blankTrack(`t${n}`, `Track ${n}`, { kind: "midi", format: null, feeds: `bus-${Math.floor(n / 20)}` }),
  plays: {
    player: `player-${Math.floor(n / 6) % PLAYERS}`,
    library: { id: `l${n % LIBRARIES}`, name: "Library", issue: "" },
    patch: {
      id: `l${n % LIBRARIES}-p${Math.floor(n / 6) % PLAYERS}`,
      name: "Patch",
      at: "",
      keys: null,
      sounds: null,
    },
    ways: [],
    offset: 0,
    moved: 0,
    dynamics: null,
    gain: 0,
    port: null,
    loading: "always",
    light: false,
    seat: null,
  },
});
const sampled = Array.from({ length: 180 }, (_, n) => onMachine(n));
const machines = (memory: number): SampleMachine[] =>
  [450, 300, 180].map((speed, n) => ({
    name: `Machine ${n}`,
    memory,
    speed,
    instances: 8,
    ports: 4,
    outputs: 16,
  }));
const roomy = seatingOf(sampled, machines(64_000), catalogue);
console.log(
  `${sampled.length} tracks on 3 machines: first note after ${roomy.first.toFixed(1)} s, ` +
    `none sooner than ${roomy.least.toFixed(1)} s`,
);
await compare(
  "their seats on three machines",
  ground,
  () => seatingOf(sampled, machines(64_000), catalogue),
  null,
  9,
);
await compare(
  "their seats where the memory holds two thirds of them",
  ground,
  () => seatingOf(sampled, machines(20_000), catalogue),
  null,
  9,
);
