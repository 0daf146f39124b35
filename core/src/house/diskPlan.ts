import { z } from "zod";
import { DISK_SCRIPTS } from "../names/disk.ts";
import { PATTERN_USES } from "../names/pattern.ts";
import type { PatternUse } from "../names/pattern.ts";
import { oneLine } from "../session/text.ts";

/**
 * A folder of the blueprint: named as it stands here, or by a pattern; what it is for; what belongs in it.
 */
export interface DiskFolder {
  /** Fixed name; null where a pattern names it. */
  name: string | null;
  named: PatternUse | null;
  says: string;
  /** Endings of the files that belong ("wav"); none: no files of its own. */
  kinds: string[];
  /** The pattern that names those files; null: any safe name. */
  files: PatternUse | null;
  /** Whether it has to be there. */
  must: boolean;
  /**
   * What stands in it; in a folder named as a session folder stands a whole project, whatever this says.
   */
  inside: DiskFolder[];
}

export const diskFolder: z.ZodType<DiskFolder, DiskFolder> = z.lazy(() =>
  z
    .object({
      name: z
        .string()
        .min(1)
        .max(80)
        .regex(/^[A-Za-z0-9._-]*[A-Za-z0-9_-]$/, "letters, digits, . _ - and no dot at the end")
        .nullable(),
      named: z.enum(PATTERN_USES).nullable(),
      says: oneLine(200),
      kinds: z.array(z.string().regex(/^[a-z0-9]{1,10}$/, "an ending is small letters and digits")).max(40),
      files: z.enum(PATTERN_USES).nullable(),
      must: z.boolean(),
      inside: z.array(diskFolder).max(60),
    })
    .refine(
      (f) => (f.name === null) !== (f.named === null),
      "a folder has either a name or a pattern that names it",
    ),
);

/** The folders of one project and of the shared disk, and how long a path may get. */
export const diskPlan = z.object({
  /** Where the shared disk stands in a room, as paths begin there. */
  root: oneLine(120).min(1),
  /** Characters of a whole path, root included. Microsoft's systems stop at 260 by default. */
  longest: z.int().min(60).max(4096),
  script: z.enum(DISK_SCRIPTS),
  project: z.array(diskFolder).max(60),
  shared: z.array(diskFolder).max(60),
});
export type DiskPlan = z.infer<typeof diskPlan>;

/** What the blueprint asks for inside a folder. */
export const insideOfPlan = (disk: DiskPlan, folder: DiskFolder): readonly DiskFolder[] =>
  folder.named === "session-folder" ? disk.project : folder.inside;

/** A folder with a fixed name, and everything else as usual. */
export function diskFolderOf(name: string, says: string, rest: Partial<DiskFolder> = {}): DiskFolder {
  return { name, named: null, says, kinds: [], files: null, must: true, inside: [], ...rest };
}
