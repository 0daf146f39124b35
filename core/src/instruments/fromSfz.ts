import { FileProblem } from "../formats/fileProblem.ts";
import { asOneLine } from "../session/text.ts";
import type { Reader } from "../words/reader.ts";
import { callsInWords } from "./call.ts";
import type { Call } from "../session/calls.ts";
import { keyTyped } from "../session/midiKeys.ts";
import type { Articulation } from "./library.ts";
import { guessedPlayed, guessedPlayer } from "./players.ts";
import { pathBelow, readRegions } from "./sfz.ts";
import type { Opcodes, TextOf } from "./sfz.ts";
import type { SaidArticulation, SaidPatch } from "./table.ts";

/** A folder with SFZ files: their texts, and how large what they play is, in bytes; null where it is not there. */
export interface SampleFolder {
  readonly textOf: TextOf;
  readonly sizeOf: (path: string) => number | null;
}

/**
 * The patches of SFZ files: of each what its regions are called up by (a key or range of keys switched to or held,
 * a controller, a program, a channel), over which keys they play, how long they sound on, how large what they play is.
 * Files that others take in are no patches.
 * @throws FileProblem naming file and line
 */
export function patchesOfSfz(reader: Reader, paths: readonly string[], folder: SampleFolder): SaidPatch[] {
  const taken = new Set<string>();
  const textOf =
    (from: string): TextOf =>
    (path) => {
      if (path !== from) taken.add(path);
      return folder.textOf(path);
    };
  const read = paths.map((path) => ({ path, ...readRegions(path, textOf(path)) }));
  const own = read.filter((r) => !taken.has(r.path) && r.regions.length > 0);
  if (own.length === 0)
    throw new FileProblem("There is no region in it: nothing would sound.", paths[0] ?? "");
  return own.map((r) => patchOf(reader, r.path, r.control, r.regions, folder));
}

const stemOf = (path: string): string =>
  asOneLine(path.slice(path.lastIndexOf("/") + 1).replace(/\.[^.]*$/, ""), 110).trim() || "Patch";

function patchOf(
  reader: Reader,
  path: string,
  control: Opcodes,
  regions: readonly Opcodes[],
  folder: SampleFolder,
): SaidPatch {
  const name = stemOf(path);
  const shift =
    (number(control.get("note_offset")) ?? 0) + 12 * (number(control.get("octave_offset")) ?? 0);
  const groups = new Map<string, { calls: Call[]; regions: Opcodes[] }>();
  for (const region of regions) {
    // What sounds as a key is let go belongs to what sounded before.
    if (region.get("trigger")?.startsWith("release")) continue;
    const calls = callsOf(region, shift);
    const says = callsInWords(calls);
    const group = groups.get(says) ?? { calls, regions: [] };
    group.regions.push(region);
    groups.set(says, group);
  }
  const sounding = regions.map((r) => number(r.get("transpose")) ?? 0);
  const [semitones = 0] = sounding;
  const voices = number(control.get("polyphony") ?? regions[0]?.get("polyphony"));
  const names = new Set<string>();
  const once = (wish: string): string => {
    for (let n = 1; ; n++) {
      const said = n === 1 ? wish : `${wish} (${n})`;
      if (names.has(said)) continue;
      names.add(said);
      return said;
    }
  };
  return {
    name,
    guessed: guessedPlayer(reader, name),
    said: {
      at: path.slice(-300),
      ...rangeOf(regions, shift),
      // An octave all of it sounds elsewhere; anything else tunes single samples.
      ...(semitones % 12 === 0 && sounding.every((s) => s === semitones) ? { sounds: semitones } : {}),
      ...(voices !== null && voices >= 1 ? { voices: Math.round(voices) } : {}),
      ...memoryOf(path, control, regions, folder),
    },
    articulations: [...groups.values()].map(({ calls, regions: of }): SaidArticulation => {
      const label = labelOf(of) ?? (groups.size === 1 ? name : callsInWords(calls));
      const played = once(asOneLine(label, 70).trim() || "Plain");
      return {
        name: played,
        guessed: guessedPlayed(reader, played),
        said: {
          called: calls.slice(0, 3),
          ...(groups.size > 1 ? rangeOf(of, shift) : {}),
          ...tailOf(of),
        },
      };
    }),
  };
}

const number = (text: string | undefined): number | null => {
  const n = text === undefined || text === "" ? NaN : Number(text);
  return Number.isFinite(n) ? n : null;
};
/** A key by its number or its name; in SFZ "c4" is key 60. */
const key = (text: string | undefined, shift: number): number | null => {
  const k = text === undefined ? null : keyTyped(text);
  return k === null ? null : Math.max(0, Math.min(127, k + shift));
};

/** Controllers that carry dynamics, level, place and pedals: what they part is no way of playing. */
const CARRIES = new Set([1, 2, 7, 10, 11, 64, 66, 67]);

/** What calls a region up. */
function callsOf(region: Opcodes, shift: number): Call[] {
  const calls: Call[] = [];
  const keys = (low: number | null, high: number | null, held: boolean): void => {
    if (low !== null && high !== null && low <= high) calls.push({ by: "key", low, high, held });
  };
  const last = key(region.get("sw_last"), shift);
  const down = key(region.get("sw_down"), shift);
  keys(key(region.get("sw_lolast"), shift) ?? last, key(region.get("sw_hilast"), shift) ?? last, false);
  keys(down, down, true);
  for (const [name, said] of region) {
    const n = number(/^locc(\d{1,3})$/.exec(name)?.[1]);
    if (n === null || n > 127 || CARRIES.has(n)) continue;
    const [low, high] = [number(said) ?? 0, number(region.get(`hicc${n}`)) ?? 127].map((v) =>
      Math.max(0, Math.min(127, Math.round(v))),
    ) as [number, number];
    if ((low > 0 || high < 127) && low <= high) calls.push({ by: "controller", controller: n, low, high });
  }
  const program = number(region.get("loprog"));
  if (program !== null && program === number(region.get("hiprog")) && program >= 0 && program <= 127)
    calls.push({ by: "program", program: Math.round(program) + 1, bank: null });
  const channel = number(region.get("lochan"));
  if (channel !== null && channel === number(region.get("hichan")) && channel >= 1 && channel <= 16)
    calls.push({ by: "channel", channel: Math.round(channel) });
  return calls.slice(0, 3);
}

const labelOf = (regions: readonly Opcodes[]): string | null => {
  for (const name of ["sw_label", "group_label", "region_label"])
    for (const r of regions) if (r.get(name)) return r.get(name) ?? null;
  return null;
};

function rangeOf(
  regions: readonly Opcodes[],
  shift: number,
): { low: number; high: number } | Record<never, never> {
  let [low, high] = [128, -1];
  for (const r of regions) {
    // A region whose key is below 0 is only played by controllers.
    if (r.get("key") === "-1" || r.get("hikey") === "-1") continue;
    const at = key(r.get("key"), shift);
    low = Math.min(low, key(r.get("lokey"), shift) ?? at ?? 0);
    high = Math.max(high, key(r.get("hikey"), shift) ?? at ?? 127);
  }
  return low <= high ? { low, high } : {};
}

/** How long it sounds on after a key is let go: the longest of its regions. */
function tailOf(regions: readonly Opcodes[]): Pick<Articulation, "tail"> | Record<never, never> {
  const tails = regions.flatMap((r) => number(r.get("ampeg_release")) ?? []);
  const tail = tails.reduce((most, t) => Math.max(most, t), -1);
  return tail >= 0 && tail <= 120 ? { tail } : {};
}

/** MB of what its regions play, each file once; nothing where one of them is not there. */
function memoryOf(
  path: string,
  control: Opcodes,
  regions: readonly Opcodes[],
  { sizeOf }: SampleFolder,
): { memory: number } | Record<never, never> {
  const folder = path.slice(0, path.lastIndexOf("/") + 1) + (control.get("default_path") ?? "");
  const files = new Set(regions.flatMap((r) => r.get("sample") ?? []).filter((s) => !s.startsWith("*")));
  let bytes = 0;
  for (const file of files) {
    const at = pathBelow("", `${folder}${file}`);
    const size = at === null ? null : sizeOf(at);
    if (size === null) return {};
    bytes += size;
  }
  return files.size === 0 ? {} : { memory: Math.round(bytes / 1e4) / 100 };
}
