import { z } from "zod";
import { device } from "../session/processor.ts";
import type { Device } from "../session/processor.ts";
import { deviceKey, lookUp } from "./installed.ts";
import type { Installed } from "./installed.ts";

/** A device the library asks for, with what hangs on it. */
export interface Need {
  readonly device: Device;
  readonly kind: string;
  readonly templates: readonly { readonly id: string; readonly tracks: number }[];
}

/** Open sessions of a room that use a device. */
export interface Use {
  readonly device: Device;
  readonly kind: string;
  readonly room: string;
  readonly sessions: number;
  readonly tracks: number;
}

/** How a device is in a room: there, there in an older version, in another format only, not there, or nobody said. */
export const SIGNS = { here: "+", older: "o", "other-format": "f", missing: "-", unknown: "?" } as const;
export type Sign = keyof typeof SIGNS;
const SIGN_OF = new Map(Object.entries(SIGNS).map(([sign, letter]) => [letter as string, sign as Sign]));
export const signAt = (row: Pick<MatrixRow, "signs">, room: number): Sign =>
  SIGN_OF.get(row.signs[room] ?? "?") ?? "unknown";

export const matrixRow = z.object({
  device,
  kind: z.string(),
  /** Templates that ask for it, and on how many of their tracks. */
  templates: z.int(),
  tracks: z.int(),
  /** How it is in each room, one letter a room. */
  signs: z.string(),
  /** The newest version there is in the house; empty where nobody said any. */
  newest: z.string(),
  /** Rooms that have an older version, and which. */
  older: z.array(z.object({ room: z.int(), version: z.string() })),
  /** What hangs on it where it is not there as it should be. */
  hangs: z.array(z.object({ room: z.int(), sessions: z.int(), tracks: z.int() })),
  /** Whether any template or open session uses it. */
  used: z.boolean(),
});
export type MatrixRow = z.infer<typeof matrixRow>;

/** A room with what is installed there; null where nobody said. */
export interface EquippedRoom {
  readonly id: string;
  readonly installed: readonly Installed[] | null;
}

/**
 * What the library and the open sessions need, and what is installed anywhere, against every room: what is needed and
 * missing in most rooms first. O(rooms × devices).
 */
export function matrixOf(
  rooms: readonly EquippedRoom[],
  needs: readonly Need[],
  uses: readonly Use[],
): MatrixRow[] {
  const all = new Map<string, { device: Device; kind: string }>();
  const here = rooms.flatMap((r) => r.installed ?? []).map((i) => ({ device: i, kind: i.kind }));
  for (const { device: d, kind } of [...needs, ...uses, ...here]) {
    const key = deviceKey(d);
    if (!all.has(key)) all.set(key, { device: plainDevice(d), kind });
  }
  const needed = new Map(needs.map((n) => [deviceKey(n.device), n.templates]));
  const used = new Map<string, Map<string, Use>>();
  for (const u of uses) {
    const key = deviceKey(u.device);
    used.set(key, (used.get(key) ?? new Map<string, Use>()).set(u.room, u));
  }
  const find = rooms.map((r) => r.installed && lookUp(r.installed));
  const rows = [...all].map(([key, { device: d, kind }]): MatrixRow => {
    const found = find.map((f) => f && f(d));
    const newest = found.reduce(
      (best, f) => (f?.how === "here" && newer(f.as.version, best) ? f.as.version : best),
      "",
    );
    const signs = found.map((f, i): Sign => {
      if (!find[i]) return "unknown";
      if (!f) return "missing";
      if (f.how === "other-format") return "other-format";
      return newer(newest, f.as.version) && f.as.version !== "" ? "older" : "here";
    });
    const templates = needed.get(key) ?? [];
    const own = used.get(key);
    return {
      device: d,
      kind,
      templates: templates.length,
      tracks: templates.reduce((sum, t) => sum + t.tracks, 0),
      signs: signs.map((s) => SIGNS[s]).join(""),
      newest,
      older: signs.flatMap((s, room) =>
        s === "older" ? [{ room, version: found[room]?.as.version ?? "" }] : [],
      ),
      hangs: rooms.flatMap(({ id }, room) => {
        const u = own?.get(id);
        const lacks = signs[room] === "missing" || signs[room] === "other-format";
        return u && lacks ? [{ room, sessions: u.sessions, tracks: u.tracks }] : [];
      }),
      used: templates.length > 0 || own !== undefined,
    };
  });
  return missingFirst(rows);
}

/** What is needed and missing in most rooms first, then what most tracks need. */
function missingFirst(rows: readonly MatrixRow[]): MatrixRow[] {
  const lacking = (r: MatrixRow): number =>
    r.used ? [...r.signs].filter((s) => s === SIGNS.missing || s === SIGNS["other-format"]).length : -1;
  return rows
    .map((r) => ({ r, lacks: lacking(r) }))
    .toSorted(
      (x, y) =>
        y.lacks - x.lacks ||
        y.r.tracks - x.r.tracks ||
        x.r.device.name.localeCompare(y.r.device.name, "en"),
    )
    .map(({ r }) => r);
}

const plainDevice = ({ maker, name, format, identifier }: Device): Device => ({
  maker,
  name,
  format,
  identifier,
});

/** Whether a version is newer than another, its numbers compared one by one; one that nobody said is the oldest. */
export function newer(a: string, b: string): boolean {
  const numbers = (v: string): number[] => (v.match(/\d+/g) ?? []).map(Number);
  const [x, y] = [numbers(a), numbers(b)];
  for (let i = 0; i < Math.max(x.length, y.length); i++) {
    const off = (x[i] ?? -1) - (y[i] ?? -1);
    if (off !== 0) return off > 0;
  }
  return false;
}
