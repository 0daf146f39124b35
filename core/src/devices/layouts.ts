import { z } from "zod";
import { diskName } from "../names/onDisk.ts";
import { oneLine } from "../session/text.ts";

/** What a file of a workstation's own sets up: its windows, its keys, a surface with faders and knobs. */
export const LAYOUT_KINDS = ["windows", "keys", "controller"] as const;
export type LayoutKind = (typeof LAYOUT_KINDS)[number];
export const KIND_SAYS = {
  windows: "window layout",
  keys: "key map",
  controller: "controller map",
} as const satisfies Readonly<Record<LayoutKind, string>>;

/** Whose it is: everybody's, of who works or is begun there, of one person. */
export const layoutOf = z.discriminatedUnion("of", [
  z.object({ of: z.literal("house") }),
  z.object({ of: z.literal("room"), room: z.string().min(1).max(120) }),
  z.object({ of: z.literal("template"), template: z.string().min(1).max(120) }),
  z.object({ of: z.literal("person"), person: z.string().min(1).max(120) }),
]);
export type LayoutOf = z.infer<typeof layoutOf>;

export const layoutName = oneLine(60).trim().min(1, "give it a name");
/** A layout or map at a version, as a station says that it has it. */
export const layoutHas = z.object({ layout: z.uuid(), version: z.int().min(1) });
export type LayoutHas = z.infer<typeof layoutHas>;

/** The largest file of one, and the largest picture, in bytes. */
export const LAYOUT_MOST = 4 * 2 ** 20;
export const PICTURE_MOST = 2 * 2 ** 20;

/**
 * What kind of picture bytes are, by how they begin (PNG: its specification, 5.2; JPEG: ISO/IEC 10918-1, start
 * of image).
 * @returns its media type; null where it is neither
 */
export function pictureType(bytes: Uint8Array): "image/png" | "image/jpeg" | null {
  const begins = (...with_: number[]): boolean => with_.every((b, i) => bytes[i] === b);
  if (begins(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return "image/png";
  return begins(0xff, 0xd8, 0xff) ? "image/jpeg" : null;
}

/** Its file where it goes out: as it is called, its version, and the ending its program knows it by. */
export function layoutFile(of: {
  readonly name: string;
  readonly version: number;
  readonly file: string;
}): string {
  const ending = /\.[A-Za-z0-9]{1,12}$/.exec(of.file)?.[0] ?? "";
  return `${diskName(`${of.name} ${of.version}`, "portable")}${ending}`;
}

/** Files with names of their own: where two would share one, the later get a number. */
export function layoutFiles<
  T extends { readonly name: string; readonly version: number; readonly file: string },
>(of: readonly T[]): (readonly [name: string, of: T])[] {
  const taken = new Set<string>();
  return of.map((l) => {
    let name = layoutFile(l);
    for (let n = 2; taken.has(name.toLowerCase()); n++) name = layoutFile({ ...l, name: `${l.name} ${n}` });
    taken.add(name.toLowerCase());
    return [name, l];
  });
}
