import { houseWayOf } from "../../house/instruments.ts";
import type { HouseInstruments, HouseWay } from "../../house/instruments.ts";
import type { Style } from "../../house/style.ts";
import { sameNeed } from "../../session/ensemble.ts";
import type { Need } from "../../session/ensemble.ts";
import { callsInWords } from "../call.ts";
import type { Known } from "../plan/offers.ts";
import { playedInWords, playerInWords } from "../players.ts";
import { START_VOLUME, volumeInDb } from "./balance.ts";
import { houseKeys } from "./houseKeys.ts";
import type { HouseKeys } from "./houseKeys.ts";
import { waysUsed } from "./waysUsed.ts";
import type { WayUsed } from "./waysUsed.ts";

/** A way of playing with the house's key for it, the key that was worked out, and who has it. */
export interface KeyRow {
  readonly way: Need;
  readonly plays: string;
  readonly key: number | null;
  readonly found: number | null;
  readonly beside: number;
  /** Which instruments play it, each once. */
  readonly players: readonly string[];
  /** How libraries call it up themselves, by the code the house has for each: "C0, C♯0 TDL". */
  readonly calls: readonly string[];
}

export interface KeyTable {
  readonly rows: readonly KeyRow[];
  /** Keys as they would be best. */
  readonly found: HouseKeys;
  /** Why ways of playing have no key: "tremolo: Harp and Piano leave no key free". */
  readonly cannot: readonly string[];
}

const each = (list: readonly string[]): string[] => [...new Set(list)];

function callsOf({ reader }: Style, { uses }: WayUsed): string[] {
  const by = new Map<string, string[]>();
  for (const { library, articulation } of uses) {
    const { name, code } = library.library;
    const short = (code === null ? undefined : reader.positions.get(code)?.short) ?? name;
    by.set(short, [...(by.get(short) ?? []), callsInWords(articulation.called)]);
  }
  // What is short, keys, stands in front.
  return [...by]
    .map(([name, calls]) => `${each(calls).join(", ")} ${name}`)
    .sort((a, b) => a.length - b.length);
}

const roleOf = ({ reader }: Style, role: string | null): string =>
  role === null ? "" : (reader.roles.get(role)?.name ?? role);

/** House keys as they are and as they could be, way by way, with what libraries have. */
export function keyTable(style: Style, catalogue: readonly Known[]): KeyTable {
  const { instruments } = style.house;
  const used = waysUsed(style, catalogue);
  const found = houseKeys(used, instruments);
  const players = (w: WayUsed): string[] => each(w.uses.map((u) => playerInWords(style.reader, u.patch)));
  const all = found.ways.map((made): KeyRow => {
    const of = used.find((w) => sameNeed(w, made));
    const now = houseWayOf(instruments, made);
    return {
      way: { words: made.words, seconds: made.seconds },
      plays: playedInWords(style.reader, made),
      key: now?.key ?? null,
      found: made.key,
      beside: made.beside,
      players: of ? each(of.uses.map((u) => roleOf(style, u.patch.role))) : [],
      calls: of ? callsOf(style, of) : [],
    };
  });
  const cannot = found.cannot.map((w) => {
    const who = players(w);
    const said =
      who.length > 3 ? `${who.slice(0, 3).join(", ")} and ${who.length - 3} more` : who.join(", ");
    return `${playedInWords(style.reader, w)}: ${said} ${who.length === 1 ? "leaves" : "leave"} no key free`;
  });
  const last = 128;
  const rows = [...all].sort((a, b) => (a.key ?? a.found ?? last) - (b.key ?? b.found ?? last));
  return { rows, found, cannot };
}

/**
 * The ways of a house with another key or loudness for one of them, which comes in last where the house did not have
 * it. Null where another way has the key already.
 */
export function withHouseWay(
  ways: readonly HouseWay[],
  { words, seconds }: Need,
  set: Partial<Pick<HouseWay, "key" | "beside">>,
): HouseWay[] | null {
  const there = houseWayOf({ ways }, { words, seconds });
  const { key } = set;
  if (key != null && ways.some((w) => w !== there && w.key === key)) return null;
  return there
    ? ways.map((w) => (w === there ? { ...w, ...set } : w))
    : [...ways, { words, seconds, key: null, beside: 0, ...set }];
}

/**
 * The loudness at which half of all that is measured starts from above, half from below controller 7 at 90, in LUFS to
 * half a decibel; null where nothing is measured.
 */
export function loudnessFrom90(
  catalogue: readonly Known[],
  { ways }: Pick<HouseInstruments, "ways">,
): number | null {
  const all = catalogue
    .flatMap(({ library }) => library.patches.flatMap((p) => p.articulations))
    .flatMap((a) => (a.loudness === null ? [] : [a.loudness - (houseWayOf({ ways }, a)?.beside ?? 0)]))
    .sort((a, b) => a - b);
  const middle = all[Math.floor(all.length / 2)];
  return middle === undefined ? null : Math.round((middle + volumeInDb(START_VOLUME)) * 2) / 2;
}
