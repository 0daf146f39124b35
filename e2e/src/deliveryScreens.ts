import { mkdirSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { checksums } from "@mossy/core/delivery/sums";
import { noise, sine } from "@mossy/core/fixtures/sounds";
import { writeWave } from "@mossy/core/sound/writeWave";
import type { Browser } from "./browser.ts";
import type { Screen } from "./openScreen.ts";

/** A line of the table of files, by the file's path. */
export const fileRow = (path: string): string => `//div[@data-file='${path}']`;
export const MISSING = "//ul[@aria-label='Missing']";

const wave = (sides: readonly Float32Array[]): Uint8Array => writeWave(sides, { rate: 48_000, bits: 24 });
/** Stems as a mix room sends them: one shorter than the others, one nobody knows by its name. */
export const stems = (): Readonly<Record<string, Uint8Array>> => ({
  "Engine overdubs - ENGINE.wav": wave([noise(-12, 2), noise(-12, 2, 2)]),
  "Plate_48k.wav": wave([noise(-30, 2, 3), noise(-30, 2, 4)]),
  "RoomRev_48k.wav": wave([noise(-30, 1.5, 5), noise(-30, 1.5, 6)]),
  "print 7.wav": wave([sine(-9, 2, 220)]),
});

/** Writes files below a folder among the downloads. @returns where it is */
export function folderOf(
  b: Browser,
  name: string,
  files: Readonly<Record<string, Uint8Array | string>>,
): string {
  const root = join(b.downloads, name);
  for (const [path, content] of Object.entries(files)) {
    mkdirSync(dirname(join(root, path)), { recursive: true });
    writeFileSync(join(root, path), content);
  }
  return root;
}

/** Stems and recorded files against their session. */
export const DELIVERY_SCREENS: readonly Screen[] = [
  {
    name: "delivery",
    path: "/sessions/{yard}/delivery?from=disk&what=recorded",
    ready: MISSING,
  },
  {
    name: "delivery-choose",
    path: "/sessions/{yard}/delivery",
    ready: "//button[starts-with(., 'The shared disk')]",
  },
  {
    name: "delivery-folder",
    path: "/sessions/{yard}/delivery",
    ready: "//button[starts-with(., 'The shared disk')]",
    act: async (b) => {
      const files = stems();
      const lost = { path: "Lost.wav", size: 1, hash: "0".repeat(64) };
      const root = folderOf(b, "From the mix room", { ...files, SHA256SUMS: checksums([lost]) });
      await b.uploadFrom("Folder with the files", root);
      await b.see(fileRow("print 7.wav"));
      await b.see("//ul[@aria-label='By its list']");
    },
  },
];
