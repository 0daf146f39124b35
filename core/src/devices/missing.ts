import { z } from "zod";
import type { Session, Track, TrackId } from "../session/document.ts";
import { grouped } from "../session/grouped.ts";
import { plural } from "../session/plural.ts";
import { device } from "../session/processor.ts";
import type { Device, Insert } from "../session/processor.ts";
import { deviceKey, inWords, lookUp } from "./installed.ts";
import type { Installed } from "./installed.ts";
import { standsFor } from "./substitutes.ts";
import type { Stand, Substitute } from "./substitutes.ts";

/** What can be done with a device that is not there, or that costs too much. */
export const DEEDS = ["replace", "bypass", "leave-out", "leave-out-bypassed", "keep"] as const;
/** What became of a device, in words. */
export const DEED_DONE: Readonly<Record<(typeof DEEDS)[number], string>> = {
  replace: "replaced",
  bypass: "bypassed",
  "leave-out": "left out",
  "leave-out-bypassed": "left out where it is bypassed",
  keep: "kept as it is",
};

/** What somebody decided about a device in a room, for all tracks it stands on. */
export const deviceChoice = z
  .object({
    of: device,
    do: z.enum(DEEDS),
    /** What it is replaced by. */
    by: device.nullable(),
  })
  .refine((c) => c.do !== "replace" || c.by !== null, "say what it is replaced by");
export type DeviceChoice = z.infer<typeof deviceChoice>;

/** What is installed in a room, and what may stand for what there. */
export interface Equipment {
  /** The room, as the house calls it. */
  readonly room: string;
  /** Null where nobody said: nothing is missing then. */
  readonly installed: readonly Installed[] | null;
  readonly substitutes: readonly Substitute[];
}
export const NO_EQUIPMENT: Equipment = { room: "", installed: null, substitutes: [] };

/** A device a session asks for that is not installed, or that is decided about, with the tracks it stands on. */
export interface MissingDevice {
  readonly device: Device;
  readonly kind: string;
  readonly tracks: readonly TrackId[];
  /** How often it stands there. */
  readonly places: number;
  readonly stands: readonly Stand[];
  /** What was decided; null where nobody did. */
  readonly decided: DeviceChoice | null;
}

/** A session with what was decided about the devices that are not there, and those devices. */
export interface Equipped {
  readonly session: Session;
  readonly missing: readonly MissingDevice[];
  /** Devices that are there and were decided about: they would cost too much. */
  readonly spared: readonly MissingDevice[];
}

/**
 * Finds the devices of a session that a room has not, and does with each what was decided about it, on all tracks at
 * once; then what was decided about devices that are there, also those that stand for others. What nobody decided
 * about stays as it is.
 */
export function equip(session: Session, by: Equipment, choices: readonly DeviceChoice[]): Equipped {
  const { installed } = by;
  if (installed === null) return { session, missing: [], spared: [] };
  const find = lookUp(installed);
  const decided = new Map(choices.map((c) => [deviceKey(c.of), c]));
  const first = settle(session, { ...by, installed }, decided, (d) =>
    find(d)?.how === "here" ? null : deviceKey(d),
  );
  const second = settle(first.session, { ...by, installed }, decided, (d) => {
    const found = find(d);
    const key = found?.how === "here" ? deviceKey(found.as) : null;
    return key !== null && decided.has(key) ? key : null;
  });
  return { session: second.session, missing: first.settled, spared: second.settled };
}

/** Does with devices what was decided. @param keyOf under which key a device was decided about; null: not at all */
function settle(
  session: Session,
  by: Equipment & { readonly installed: readonly Installed[] },
  decided: ReadonlyMap<string, DeviceChoice>,
  keyOf: (d: Device) => string | null,
): { session: Session; settled: MissingDevice[] } {
  const keyed = ({ device: d }: Insert): string | null => d && keyOf(d);
  const all = session.tracks.flatMap((track) => track.inserts.map((insert) => ({ track, insert })));
  const groups = new Map(
    [...grouped(all, ({ insert }) => keyed(insert))].flatMap(([key, places]) => {
      const inserts = places.map((p) => p.insert);
      const of = inserts[0]?.device;
      if (!of) return [];
      const stands = standsFor(of, inserts, by.installed, by.substitutes, by.room);
      const choice = decided.get(key) ?? null;
      const group: MissingDevice = {
        device: of,
        kind: inserts[0]?.kind ?? "",
        tracks: [...new Set(places.map((p) => p.track.id))],
        places: places.length,
        stands,
        decided: choice?.do === "replace" && !standOf(choice, stands) ? null : choice,
      };
      return [[key, group] as const];
    }),
  );
  const tracks = session.tracks.map((t): Track => {
    const inserts = t.inserts.flatMap((i) => {
      const m = groups.get(keyed(i) ?? "");
      return m ? done(i, m) : [i];
    });
    return inserts.length === t.inserts.length && inserts.every((i, n) => i === t.inserts[n])
      ? t
      : { ...t, inserts };
  });
  return { session: { ...session, tracks }, settled: [...groups.values()] };
}

/** What a device is replaced by; none where that is not there any more: it is to be decided again then. */
const standOf = ({ by }: DeviceChoice, stands: readonly Stand[]): Stand | undefined =>
  by === null ? undefined : stands.find((s) => deviceKey(s.device) === deviceKey(by));

/** A processor whose device is not there, with what was decided about it. */
function done(i: Insert, { decided, stands }: MissingDevice): Insert[] {
  switch (decided?.do) {
    case "bypass":
      return [{ ...i, bypassed: true }];
    case "leave-out":
      return [];
    case "leave-out-bypassed":
      return i.bypassed ? [] : [i];
    case "replace": {
      const stand = standOf(decided, stands);
      return stand ? [replaced(i, stand)] : [i];
    }
    default:
      return [i];
  }
}

function replaced(i: Insert, { device: to, values, loses }: Stand): Insert {
  const { maker, name, format, identifier } = to;
  const lost = new Set(loses);
  return {
    ...i,
    device: { maker, name, format, identifier },
    values: values ? [...values] : i.values.filter((v) => !lost.has(v.name)),
  };
}

/** What became of devices, in words: of those that are not there, and of those that would cost too much. */
export const devicesInWords = ({ missing, spared }: Omit<Equipped, "session">): string[] => [
  ...missing.map((m) => settledInWords(m, "it is not installed here")),
  ...spared.map((m) => settledInWords(m, "it would cost too much here")),
];

function settledInWords(m: MissingDevice, why: string): string {
  const on = `on ${plural(m.tracks.length, "track")}`;
  const is = inWords(m.device);
  const stand = m.decided && standOf(m.decided, m.stands);
  if (stand) {
    const lost = stand.loses.length === 0 ? "" : `; it does not know ${stand.loses.join(", ")}`;
    return `${is} replaced by ${inWords(stand.device)} ${on}${lost}`;
  }
  if (m.decided?.do === "bypass") return `${is} bypassed ${on}: ${why}`;
  if (m.decided?.do === "leave-out") return `${is} left out ${on}: ${why}`;
  if (m.decided?.do === "leave-out-bypassed") return `${is} left out where it is bypassed anyway: ${why}`;
  return `${is} is not installed here: ${plural(m.tracks.length, "track")} will miss it`;
}
