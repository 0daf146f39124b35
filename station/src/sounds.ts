import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import type { ParcelSound } from "./package.ts";

/** The sound files a room has, each once under its hash: what it has already no package has to bring again. */
export class SoundsHere {
  constructor(private readonly folder: string) {
    mkdirSync(folder, { recursive: true });
  }

  get hashes(): string[] {
    return readdirSync(this.folder).filter((name) => /^[0-9a-f]{64}$/.test(name));
  }

  /**
   * Keeps the sounds of a package.
   * @returns how many came with it, and how many were here
   * @throws Error where one is missing, or is not what the list says
   */
  take(sounds: readonly ParcelSound[]): { readonly came: number; readonly here: number } {
    let [came, here] = [0, 0];
    for (const { path, hash, bytes } of sounds) {
      const at = join(this.folder, hash);
      if (bytes === null && !existsSync(at))
        throw new Error(`“${path}” is not in the package, and this room does not have it`);
      if (bytes === null) here++;
      else {
        if (createHash("sha256").update(bytes).digest("hex") !== hash)
          throw new Error(`“${path}” is damaged: its sum is another than the list of the package says`);
        writeFileSync(at, bytes);
        came++;
      }
    }
    return { came, here };
  }
}
