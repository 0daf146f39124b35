import type { House } from "@mossy/core/house/house";
import type { SoundFolder } from "@mossy/core/session/soundFolder";
import { writeWave } from "@mossy/core/sound/writeWave";
import { RATE, drum, fading, hiss, loud } from "./synth.ts";

/** A folder of sounds on the house's disk: what it is called, how many it holds, how the nth is made. */
interface Kit {
  readonly role: string;
  readonly folder: string;
  readonly name: string;
  readonly many: number;
  readonly made: (n: number) => Float32Array;
}
const KITS: readonly Kit[] = [
  {
    role: "kick-sample",
    folder: "Library/Samples/Kicks",
    name: "Kick",
    many: 40,
    made: (n) => drum(120 + 6 * (n % 10), 38 + 2 * (n % 7), 0.35, 0.04 * (n % 4), `kick ${n}`),
  },
  {
    role: "snare-sample",
    folder: "Library/Samples/Snares",
    name: "Snare",
    many: 24,
    made: (n) => drum(260 + 9 * (n % 8), 160 + 6 * (n % 5), 0.3, 0.5 + 0.05 * (n % 6), `snare ${n}`),
  },
  {
    role: "hi-hat",
    folder: "Library/Samples/Hats",
    name: "Hat",
    many: 16,
    made: (n) => fading(hiss(0.06 + 0.01 * (n % 9), `hat ${n}`), 0.001, 0.05),
  },
];

const fileOf = (kit: Kit, n: number): string => `${kit.name}_${String(n + 1).padStart(2, "0")}.wav`;
const numbers = ({ many }: Kit): number[] => Array.from({ length: many }, (_, n) => n);

/** The folders of sounds that stand on the house's disk, each sound made when it is written. */
export const beatSounds = (): { readonly path: string; readonly bytes: () => Uint8Array }[] =>
  KITS.flatMap((kit) =>
    numbers(kit).map((n) => ({
      path: `${kit.folder}/${fileOf(kit, n)}`,
      bytes: () => writeWave(loud([kit.made(n)], -1), { rate: RATE, bits: 16, bext: null }),
    })),
  );

/** The house with its folders of sounds behind what plays its beats. */
export const withBeatSounds = (house: House): House => ({
  ...house,
  starts: house.starts.map((rule) => {
    const kit = KITS.find((k) => rule.when.roles.includes(k.role) && rule.then.pattern !== undefined);
    if (!kit) return rule;
    const sounds: SoundFolder = {
      folder: kit.folder,
      files: numbers(kit).map((n) => fileOf(kit, n)),
      at: 0,
    };
    return { ...rule, then: { ...rule.then, sounds } };
  }),
});
