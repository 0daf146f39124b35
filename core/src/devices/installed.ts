import { z } from "zod";
import { grouped } from "../session/grouped.ts";
import { device } from "../session/processor.ts";
import type { Device } from "../session/processor.ts";
import { oneLine } from "../session/text.ts";
import { fold } from "../words/fold.ts";

/** What can be installed: a processor, an instrument, or a library of sounds that an instrument plays. */
export const SORTS = ["device", "instrument", "library"] as const;
export type Sort = (typeof SORTS)[number];

const cost = z.number().min(0).max(1_000_000).nullable();

/** Something that is installed in a room. */
export const installed = device.extend({
  version: oneLine(40).trim(),
  sort: z.enum(SORTS),
  /** What it is: "EQ", "Compressor"; empty where nobody said. */
  kind: oneLine(200).trim(),
  /** What one of it costs at 48 kHz: percent of what the station can do, and megabytes. Null: not known. */
  load: cost,
  memory: cost,
  /** The values it has, by their names; none where nobody said. */
  knows: z.array(oneLine(60).min(1)).max(200),
});
export type Installed = z.infer<typeof installed>;
export const MOST_INSTALLED = 10_000;

export const blankInstalled = (name: string, rest: Partial<Omit<Installed, "name">> = {}): Installed => ({
  name,
  maker: "",
  format: "",
  identifier: "",
  version: "",
  sort: "device",
  kind: "",
  load: null,
  memory: null,
  knows: [],
  ...rest,
});

/** A list as it may be stored: nothing twice. */
export const installedList = z
  .array(installed)
  .max(MOST_INSTALLED)
  .superRefine((list, ctx) => {
    const seen = new Set<string>();
    list.forEach((d, i) => {
      const key = deviceKey(d);
      if (seen.has(key))
        ctx.addIssue({ code: "custom", path: [i], message: `“${inWords(d)}” is there twice` });
      seen.add(key);
    });
  });

/** Texts as they are compared; the same few are asked for again and again. */
const known = new Map<string, string>();
const MOST_KNOWN = 50_000;
function plain(text: string): string {
  const before = known.get(text);
  if (before !== undefined) return before;
  if (known.size >= MOST_KNOWN) known.clear();
  const { text: folded } = fold(text);
  known.set(text, folded);
  return folded;
}

/** What tells a device from all others: its format with its identifier, else with its maker and name. */
export const deviceKey = (d: Device): string =>
  d.identifier === ""
    ? `${plain(d.format)}|${plain(d.maker)}|${plain(d.name)}`
    : `${plain(d.format)}|#${d.identifier.trim().toLowerCase()}`;

/** A device as people say it: "Reedbed EQ (VST3)". */
export const inWords = (d: Device): string => d.name + (d.format === "" ? "" : ` (${d.format})`);

/** How a device is there: as it is, in another plug-in format, or not. */
export interface Found {
  readonly how: "here" | "other-format";
  readonly as: Installed;
}

/**
 * Looks devices up in what is installed: by format and identifier, else by name with the makers and formats that both
 * know. One of the same maker and name in another format is found as that.
 */
export function lookUp(list: readonly Installed[]): (d: Device) => Found | null {
  const byKey = new Map(list.map((i) => [deviceKey(i), i]));
  const named = grouped(list, (i) => plain(i.name));
  const alike = (a: string, b: string): boolean => a === "" || b === "" || plain(a) === plain(b);
  return (d) => {
    const exact = byKey.get(deviceKey(d));
    if (exact) return { how: "here", as: exact };
    const same = (named.get(plain(d.name)) ?? []).filter((i) => alike(i.maker, d.maker));
    const here = same.find((i) => alike(i.format, d.format));
    if (here) return { how: "here", as: here };
    return same[0] ? { how: "other-format", as: same[0] } : null;
  };
}
