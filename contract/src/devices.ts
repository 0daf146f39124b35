import { installed, installedList } from "@mossy/core/devices/installed";
import { matrixRow } from "@mossy/core/devices/matrix";
import { substitutes } from "@mossy/core/devices/substitutes";
import { device } from "@mossy/core/session/processor";
import { trackId } from "@mossy/core/session/document";
import { deviceChoice } from "@mossy/core/devices/missing";
import { processorValue } from "@mossy/core/session/processor";
import { z } from "zod";
import { doer } from "./people.ts";
import { stored } from "./stored.ts";

const revision = z
  .int()
  .min(0)
  .max(2 ** 31 - 2);

/** What is installed in a room, who told it and when; null devices where nobody ever did. */
export const installedThere = z.object({
  devices: stored(z.array(installed)).nullable(),
  revision: z.int(),
  told: z.object({ by: doer, at: z.iso.datetime() }).nullable(),
});
export type InstalledThere = z.infer<typeof installedThere>;
export const tellInstalled = z.object({ devices: installedList, revision });
/** What a station reports: all that is installed where it stands. */
export const reportInstalled = z.object({ devices: installedList });

/** The house's list of what may stand for what. */
export const substitutesNow = z.object({ list: stored(substitutes), revision: z.int() });
export type SubstitutesNow = z.infer<typeof substitutesNow>;
export const setSubstitutes = z.object({ list: substitutes, revision });

/** All rooms against all that templates and open sessions need, or that is installed anywhere. */
export const deviceMatrix = z.object({
  rooms: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      /** When it was told what is installed there; null where nobody did. */
      toldAt: z.iso.datetime().nullable(),
    }),
  ),
  rows: z.array(matrixRow),
});
export type DeviceMatrix = z.infer<typeof deviceMatrix>;

/** A device a fit misses, with what may stand for it. */
export const missingDevice = z.object({
  device,
  kind: z.string(),
  tracks: z.array(trackId),
  places: z.int(),
  stands: z.array(
    z.object({
      device: installed,
      why: z.enum(["house", "other-format", "same-kind"]),
      values: z.array(processorValue).nullable(),
      loses: z.array(z.string()),
    }),
  ),
  decided: deviceChoice.nullable(),
});
