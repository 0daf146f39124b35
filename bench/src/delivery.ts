import { lookAt } from "@mossy/core/delivery/look";
import type { Delivered } from "@mossy/core/delivery/delivered";
import { rowsOf } from "@mossy/core/delivery/rows";
import { pairsIn } from "@mossy/core/delivery/together";
import { quay, style } from "@mossy/core/fixtures/delivered";
import { noise } from "@mossy/core/fixtures/sounds";
import { sourceOf } from "@mossy/core/formats/bytes";
import { alikeIn } from "@mossy/core/sound/alikeIn";
import { measureKept } from "@mossy/core/sound/measureFile";
import { writeWave } from "@mossy/core/sound/writeWave";
import { compare } from "./measure.ts";

const SECONDS = 60;
const bytes = [1, 2].map((seed) => writeWave([noise(-12, SECONDS, seed)], { rate: 48_000, bits: 24 }));
const [first = new Uint8Array(), second = new Uint8Array()] = bytes;
const found = await measureKept(sourceOf(first), "WAVE");
if ("unmeasured" in found) throw new Error(found.unmeasured);

// Four hundred files of a hundred takes, half of them named by hand.
const NAMES = ["Kick_In_T", "Snare_Top_T", "snare bottom ", "lead vox take "];
const files = Array.from({ length: 400 }, (_, n): Delivered => {
  const take = String(Math.floor(n / 4) + 1).padStart(2, "0");
  return {
    path: `Audio/${NAMES[n % 4] ?? ""}${take}.wav`,
    size: first.length,
    hash: n.toString(16).padStart(64, "0"),
    says: found.says,
    measures: found.measures,
    unmeasured: null,
  };
});
const against = { style, session: quay, sort: "recorded" } as const;
await compare("names of 400 recorded files read", files, () => rowsOf(against, files), null, 9);
const rows = rowsOf(against, files);
await compare("the same held against their session", files, () => lookAt(against, rows), null, 9);
await compare("pairs among them", files, () => pairsIn(style.house, rows), null, 9);

/** How long something takes in all, turn by turn with what it is compared with. */
const clock = async (work: () => Promise<unknown>): Promise<number> => {
  const start = performance.now();
  await work();
  return performance.now() - start;
};
const [a, b] = [sourceOf(first), sourceOf(second)];
const ratios: number[] = [];
const times: number[] = [];
for (let turn = 0; turn < 7; turn++) {
  const measured =
    (await clock(() => measureKept(a, "WAVE"))) + (await clock(() => measureKept(b, "WAVE")));
  const alike = await clock(() => alikeIn(a, b));
  if (turn < 2) continue;
  ratios.push(alike / measured);
  times.push(alike);
}
const middle = (list: number[]): number => list.sort((x, y) => x - y)[Math.floor(list.length / 2)] ?? 0;
console.log(
  `${`two files of ${SECONDS} s compared`.padEnd(64)} ${middle(times).toFixed(0).padStart(5)} ms  ` +
    `${middle(ratios).toFixed(2)} × measuring both; ${(SECONDS / (middle(times) / 1000)).toFixed(0)} × real time`,
);
