import { oneLine } from "@mossy/core/session/text";
import { z } from "zod";
import { doer } from "./people.ts";

/** A path on the shared disk: below its root, parted by "/", nothing that leaves it. */
export const diskPath = z
  .string()
  .min(1)
  .max(4096)
  .regex(/^(?!\/)(?!.*(^|\/)\.{0,2}(\/|$)).+$/s, "a path below the shared disk, without . or ..")
  .refine((p) => !p.includes("\0"), "no broken characters");

export const diskEntry = z.object({ path: z.string(), folder: z.boolean(), size: z.number().nullable() });
export const moveStep = z.discriminatedUnion("do", [
  z.object({ do: z.literal("make-folder"), path: diskPath }),
  z.object({ do: z.literal("move"), from: diskPath, to: diskPath }),
]);

/** What was moved on the shared disk once, and how far it got. */
export const diskRun = z.object({
  id: z.uuid(),
  title: z.string(),
  steps: z.int(),
  done: z.int(),
  stopped: z.string().nullable(),
  by: doer,
  at: z.iso.datetime(),
  undoneBy: doer.nullable(),
  undoneAt: z.iso.datetime().nullable(),
});
export type DiskRun = z.infer<typeof diskRun>;

/** What stands there, and the last runs on it; `older` runs are not among them. */
export const disk = z.object({ entries: z.array(diskEntry), runs: z.array(diskRun), older: z.int() });

/** Folders of the shared disk that hold sounds, or those of one with its sounds, by name with numbers counted. */
export const soundsWish = z.object({ folder: diskPath.optional() });
export const soundsOnDisk = z.object({
  folders: z.array(z.object({ path: z.string(), many: z.int() })),
  files: z.array(z.string()),
});
export type SoundsOnDisk = z.infer<typeof soundsOnDisk>;

export const hashWish = z.object({ paths: z.array(diskPath).max(20_000) });
export const hashes = z.object({ hashes: z.array(z.object({ path: z.string(), hash: z.string() })) });
export const makeFolders = z.object({ folders: z.array(diskPath).min(1).max(2000) });
export const madeFolders = z.object({ made: z.array(z.string()) });
export const carryOut = z.object({
  title: oneLine(200).trim().min(1),
  steps: z.array(moveStep).min(1).max(50_000),
});
