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

/** What can be done with a device that is not there. */
export const DEEDS = ["replace", "bypass", "leave-out", "keep"] as const;

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

/** A device a session asks for that is not installed, with the tracks it stands on. */
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
}

/**
 * Finds the devices of a session that a room has not, and does with each what was decided about it, on all tracks at
 * once. What nobody decided about stays as it is.
 */
export function equip(session: Session, by: Equipment, choices: readonly DeviceChoice[]): Equipped {
  const { installed } = by;
  if (installed === null) return { session, missing: [] };
  const find = lookUp(installed);
  const decided = new Map(choices.map((c) => [deviceKey(c.of), c]));
  const all = session.tracks.flatMap((track) => track.inserts.map((insert) => ({ track, insert })));
  const groups = grouped(all, ({ insert: i }) =>
    i.device && find(i.device)?.how !== "here" ? deviceKey(i.device) : null,
  );
  const missing = [...groups].flatMap(([key, places]): MissingDevice[] => {
    const inserts = places.map((p) => p.insert);
    const of = inserts[0]?.device;
    if (!of) return [];
    const stands = standsFor(of, inserts, installed, by.substitutes, by.room);
    const choice = decided.get(key) ?? null;
    return [
      {
        device: of,
        kind: inserts[0]?.kind ?? "",
        tracks: [...new Set(places.map((p) => p.track.id))],
        places: places.length,
        stands,
        decided: choice?.do === "replace" && !standOf(choice, stands) ? null : choice,
      },
    ];
  });
  const byKey = new Map(missing.map((m) => [deviceKey(m.device), m]));
  const tracks = session.tracks.map((t): Track => {
    const inserts = t.inserts.flatMap((i) => {
      const m = i.device && byKey.get(deviceKey(i.device));
      return m ? done(i, m) : [i];
    });
    return inserts.length === t.inserts.length && inserts.every((i, n) => i === t.inserts[n])
      ? t
      : { ...t, inserts };
  });
  return { session: { ...session, tracks }, missing };
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

/** What became of the devices that are not there, in words: those that were decided about, and those that were not. */
export const devicesInWords = (missing: readonly MissingDevice[]): string[] =>
  missing.map((m) => {
    const on = `on ${plural(m.tracks.length, "track")}`;
    const is = inWords(m.device);
    const stand = m.decided && standOf(m.decided, m.stands);
    if (stand) {
      const lost = stand.loses.length === 0 ? "" : `; it does not know ${stand.loses.join(", ")}`;
      return `${is} replaced by ${inWords(stand.device)} ${on}${lost}`;
    }
    if (m.decided?.do === "bypass") return `${is} bypassed ${on}: it is not installed here`;
    if (m.decided?.do === "leave-out") return `${is} left out ${on}: it is not installed here`;
    return `${is} is not installed here: ${plural(m.tracks.length, "track")} will miss it`;
  });
