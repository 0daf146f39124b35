import { asOneLine } from "../session/text.ts";
import type { Reader } from "../words/reader.ts";
import type { Call } from "../session/calls.ts";
import { guessedPlayed, playerIn, playerInWords } from "./players.ts";
import type { BankPreset, SoundFont } from "./soundFont.ts";
import type { SaidArticulation, SaidPatch } from "./table.ts";

/** Banks stand for select values, MSB · 128; the last holds percussion, which plays on channel 10 (section 7.2). */
const PERCUSSION = 128;

/**
 * What a bank plays: presets of one player are one patch, each a way of playing it by its program; what the house does
 * not read is a patch of its own.
 */
export function patchesOfBank(reader: Reader, { presets, frames }: SoundFont): SaidPatch[] {
  const patches = new Map<string, BankPreset[]>();
  for (const p of [...presets].sort((a, b) => a.bank - b.bank || a.program - b.program)) {
    if (p.zones.length === 0) continue;
    const player = p.bank === PERCUSSION ? null : playerIn(reader, p.name);
    const key = player ? JSON.stringify(player) : `${p.bank} ${p.program}`;
    patches.set(key, [...(patches.get(key) ?? []), p]);
  }
  const names = new Map<string, number>();
  const once = (name: string, among: Map<string, number>): string => {
    const n = (among.get(name) ?? 0) + 1;
    among.set(name, n);
    return n === 1 ? name : `${name} (${n})`;
  };
  return [...patches.values()].map((all): SaidPatch => {
    const name = nameOf(all[0]);
    const player = playerIn(reader, name);
    const own = new Map<string, number>();
    return {
      name: once(player && all.length > 1 ? playerInWords(reader, player) : name, names),
      guessed: player ?? {},
      said: {
        at: all
          .map((p) => `bank ${p.bank}, program ${p.program + 1}`)
          .join("; ")
          .slice(0, 300),
        ...rangeOf(all),
        memory: memoryOf(all, frames.bytes),
        dynamics: "velocity",
      },
      articulations: all.map((p): SaidArticulation => {
        const name = once(nameOf(p).slice(0, 70), own);
        const range = all.length > 1 ? rangeOf([p]) : {};
        return { name, guessed: guessedPlayed(reader, name), said: { called: callsOf(p), ...range } };
      }),
    };
  });
}

const nameOf = (p: BankPreset | undefined): string =>
  asOneLine(p?.name ?? "", 100).trim() || `Program ${(p?.program ?? 0) + 1}`;

function callsOf({ bank, program }: BankPreset): Call[] {
  const of = { by: "program" as const, program: Math.min(127, program) + 1 };
  if (bank === PERCUSSION)
    return [
      { by: "channel", channel: 10 },
      { ...of, bank: null },
    ];
  return [{ ...of, bank: bank === 0 || bank > 127 ? null : bank * 128 }];
}

function rangeOf(presets: readonly BankPreset[]): { low: number; high: number } {
  const zones = presets.flatMap((p) => p.zones);
  return {
    low: zones.reduce((least, z) => Math.min(least, z.keys.low), 127),
    high: zones.reduce((most, z) => Math.max(most, z.keys.high), 0),
  };
}

/** MB of all their samples, each counted once. */
function memoryOf(presets: readonly BankPreset[], bytes: number): number {
  const spans = new Map<number, number>();
  for (const z of presets.flatMap((p) => p.zones))
    spans.set(z.sample.start, Math.max(spans.get(z.sample.start) ?? 0, z.sample.end - z.sample.start));
  const frames = [...spans.values()].reduce((sum, n) => sum + Math.max(0, n), 0);
  return Math.round((frames * bytes) / 1e4) / 100;
}
