import { partOf } from "../formats/bytes.ts";
import type { ByteSource } from "../formats/bytes.ts";
import { FileProblem } from "../formats/fileProblem.ts";
import { ascii, chunksOf, textOf, viewOf } from "../sound/chunks.ts";
import type { Chunk } from "../sound/chunks.ts";
import type { Span } from "../session/midiKeys.ts";

/** A sample of a bank: where its frames lie, and how it is played. */
export interface BankSample {
  readonly name: string;
  /** In frames of the whole bank. */
  readonly start: number;
  readonly end: number;
  readonly rate: number;
  /** The key at which it sounds as it was recorded. */
  readonly key: number;
}

/** One stretch of keys and strengths of a preset, and what it plays. */
export interface BankZone {
  readonly keys: Span;
  readonly velocities: Span;
  readonly sample: BankSample;
  /** In dB, above 0 softer. */
  readonly attenuation: number;
  /** In semitones. */
  readonly tuned: number;
}

export interface BankPreset {
  readonly name: string;
  readonly bank: number;
  /** From 0, as the file counts. */
  readonly program: number;
  readonly zones: readonly BankZone[];
}

export interface SoundFont {
  /** What it says of itself: its name, who made it. */
  readonly name: string;
  readonly engineer: string;
  readonly version: string;
  readonly presets: readonly BankPreset[];
  /** Where the frames lie in the file, two bytes each; one byte more each where it has 24 bits. */
  readonly frames: { readonly at: number; readonly size: number; readonly bytes: 2 | 3 };
}

/** Sizes of a record in bytes, by its chunk (SoundFont 2.04, section 7). */
const RECORD = { phdr: 38, pbag: 4, pgen: 4, inst: 22, ibag: 4, igen: 4, shdr: 46 } as const;
type Table = keyof typeof RECORD;
/** Generators that are read, by their number (section 8.1.2). */
const [INSTRUMENT, KEYS, VELOCITIES, ATTENUATION, COARSE, FINE, SAMPLE, ROOT] = [
  41, 43, 44, 48, 51, 52, 53, 58,
];
const ALL: Span = { low: 0, high: 127 };
/** So many zones of all presets together are read. */
const MOST_ZONES = 500_000;
const MOST_TABLE = 64 << 20;

/**
 * Reads presets, zones and samples of a SoundFont 2 bank (SoundFont Technical Specification 2.04): ranges of preset and
 * instrument meet, what is tuned or softened adds up. The frames themselves are left where they lie.
 * @throws FileProblem where it is none, or torn
 */
export async function readSoundFont(source: ByteSource): Promise<SoundFont> {
  const parts = await partsOf(source);
  const read = async (id: Table): Promise<DataView> => {
    const part = parts.get(id);
    if (!part) throw new FileProblem(`The bank has no ${id}: it is torn. Fetch it again.`, id);
    if (part.size > MOST_TABLE || part.size % RECORD[id] !== 0)
      throw new FileProblem(`Its ${id} has ${part.size} bytes, which are no whole records.`, id);
    return viewOf(await source.read(part.at, part.size));
  };
  const tables = {
    phdr: await read("phdr"),
    pbag: await read("pbag"),
    pgen: await read("pgen"),
    inst: await read("inst"),
    ibag: await read("ibag"),
    igen: await read("igen"),
    shdr: await read("shdr"),
  };
  const smpl = parts.get("smpl");
  if (!smpl) throw new FileProblem("The bank holds no samples.", "smpl");
  const word = async (id: string): Promise<string> => {
    const part = parts.get(id);
    return part ? textOf(await source.read(part.at, Math.min(part.size, 256))) : "";
  };
  return {
    name: await word("INAM"),
    engineer: await word("IENG"),
    version: await word("ICRD"),
    presets: presetsOf(tables),
    frames: { at: smpl.at, size: smpl.size, bytes: parts.has("sm24") ? 3 : 2 },
  };
}

type Part = Pick<Chunk, "at" | "size">;

/** What lies in the lists of a bank, by its four letters. */
async function partsOf(source: ByteSource): Promise<Map<string, Part>> {
  const head = await source.read(0, 12);
  if (head.length < 12 || ascii(head, 0, 4) !== "RIFF" || ascii(head, 8, 4) !== "sfbk")
    throw new FileProblem("It is no SoundFont 2 bank. Choose an .sf2 file.");
  const parts = new Map<string, Part>();
  for (const list of await chunksOf(source, "little")) {
    // A list begins as a file does: four letters, its size, what it is a list of.
    const from = list.at - 8;
    const inner = list.id === "LIST" ? await chunksOf(partOf(source, from, list.size + 8), "little") : [];
    for (const c of [list, ...inner])
      if (c.cut)
        throw new FileProblem(`The bank ends inside its ${c.id.trim()}: it is cut off. Fetch it again.`);
    for (const c of inner) parts.set(c.id, { at: from + c.at, size: c.size });
  }
  return parts;
}

const nameAt = (table: DataView, at: number): string =>
  textOf(new Uint8Array(table.buffer, table.byteOffset + at, 20));

type Tables = Readonly<Record<Table, DataView>>;

/** What the generators of one zone say; those that may stand once, by their number. */
type Said = ReadonlyMap<number, DataView>;

/** The zones of record n of `head`: the bags up to the next record's. */
function zonesOf(
  { head, bags, generators }: { head: [DataView, number, number]; bags: DataView; generators: DataView },
  n: number,
): Said[] {
  const [table, size, at] = head;
  const bag = (k: number): number => table.getUint16(k * size + at, true);
  const many = bags.byteLength / 4;
  const list = generators.byteLength / 4;
  const zones: Said[] = [];
  for (let b = bag(n); b < Math.min(bag(n + 1), many - 1); b++) {
    const said = new Map<number, DataView>();
    const end = Math.min(bags.getUint16((b + 1) * 4, true), list);
    for (let g = bags.getUint16(b * 4, true); g < end; g++)
      said.set(
        generators.getUint16(g * 4, true),
        new DataView(generators.buffer, generators.byteOffset + g * 4 + 2, 2),
      );
    zones.push(said);
  }
  return zones;
}

const span = (said: Said, what: number): Span | null => {
  const v = said.get(what);
  return v ? { low: v.getUint8(0), high: v.getUint8(1) } : null;
};
const signed = (said: Said, what: number): number => said.get(what)?.getInt16(0, true) ?? 0;
const index = (said: Said, what: number): number | null => said.get(what)?.getUint16(0, true) ?? null;
const meet = (a: Span, b: Span): Span | null => {
  const [low, high] = [Math.max(a.low, b.low), Math.min(a.high, b.high)];
  return low <= high ? { low, high } : null;
};

/** A zone with what the first zone says of all, where that leads to nothing itself (sections 7.3 and 7.7). */
function withGlobal(zones: readonly Said[], leads: number): Said[] {
  const [first, ...rest] = zones;
  if (!first || first.has(leads)) return [...zones];
  return rest.map((z) => new Map([...first, ...z]));
}

/** What each instrument plays: its zones that lead to a sample. */
function instrumentsOf(t: Tables): BankZone[][] {
  const samples = samplesOf(t.shdr);
  const many = t.inst.byteLength / RECORD.inst - 1;
  return Array.from({ length: Math.max(0, many) }, (_, n) => {
    const zones = zonesOf({ head: [t.inst, RECORD.inst, 20], bags: t.ibag, generators: t.igen }, n);
    return withGlobal(zones, SAMPLE).flatMap((said) => {
      const sample = samples[index(said, SAMPLE) ?? -1];
      if (!sample) return [];
      const root = index(said, ROOT);
      return [
        {
          keys: span(said, KEYS) ?? ALL,
          velocities: span(said, VELOCITIES) ?? ALL,
          sample: root === null || root > 127 ? sample : { ...sample, key: root },
          attenuation: signed(said, ATTENUATION) / 10,
          tuned: signed(said, COARSE) + signed(said, FINE) / 100,
        },
      ];
    });
  });
}

function samplesOf(shdr: DataView): BankSample[] {
  const many = shdr.byteLength / RECORD.shdr - 1;
  return Array.from({ length: Math.max(0, many) }, (_, n) => {
    const at = n * RECORD.shdr;
    const said = (by: number): number => shdr.getUint32(at + by, true);
    return {
      name: nameAt(shdr, at),
      start: said(20),
      end: said(24),
      rate: said(36),
      key: shdr.getUint8(at + 40),
    };
  });
}

function presetsOf(t: Tables): BankPreset[] {
  const instruments = instrumentsOf(t);
  const many = t.phdr.byteLength / RECORD.phdr - 1;
  let all = 0;
  return Array.from({ length: Math.max(0, many) }, (_, n) => {
    const at = n * RECORD.phdr;
    const zones = zonesOf({ head: [t.phdr, RECORD.phdr, 24], bags: t.pbag, generators: t.pgen }, n);
    const name = nameAt(t.phdr, at);
    const made = withGlobal(zones, INSTRUMENT).flatMap((said) => {
      const played = instruments[index(said, INSTRUMENT) ?? -1] ?? [];
      all += played.length;
      if (all > MOST_ZONES)
        throw new FileProblem(`It has more than ${MOST_ZONES} zones.`, `preset “${name}”`);
      return played.flatMap((zone) => narrowed(zone, said));
    });
    return {
      name,
      program: t.phdr.getUint16(at + 20, true),
      bank: t.phdr.getUint16(at + 22, true),
      zones: made,
    };
  });
}

/** An instrument's zone within a preset's; nothing where they do not meet. */
function narrowed(zone: BankZone, said: Said): BankZone[] {
  const keys = meet(zone.keys, span(said, KEYS) ?? ALL);
  const velocities = meet(zone.velocities, span(said, VELOCITIES) ?? ALL);
  if (!keys || !velocities) return [];
  return [
    {
      ...zone,
      keys,
      velocities,
      attenuation: zone.attenuation + signed(said, ATTENUATION) / 10,
      tuned: zone.tuned + signed(said, COARSE) + signed(said, FINE) / 100,
    },
  ];
}
