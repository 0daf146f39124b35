import { z } from "zod";
import { oneLine } from "../session/text.ts";
import { hexColour } from "../session/document.ts";
import { wordList } from "../words/wordlist.ts";
import { namePatterns } from "../names/pattern.ts";

const id = z.string().min(1).max(60).regex(/^[a-z0-9-]+$/);

export const paletteColour = z.object({ id, name: oneLine(40).trim().min(1), hex: hexColour });
export type PaletteColour = z.infer<typeof paletteColour>;

/** A folder a session should have: what it is (a role of sort group), which families it holds, what stands inside it. */
export interface FolderPlan { role: string; families: string[]; inside: FolderPlan[] }
export const folderPlan: z.ZodType<FolderPlan, FolderPlan> = z.lazy(() => z.object({
  role: id, families: z.array(id).max(60), inside: z.array(folderPlan).max(30),
}));

/** Starting values for new tracks: when all of `when` holds, `then` is set. The first rule that names a value decides it. */
export const startRule = z.object({
  id,
  says: oneLine(200).min(1),
  when: z.object({ roles: z.array(id), families: z.array(id), positions: z.array(id) }),
  then: z.object({
    level: z.number().min(-144).max(24).optional(),
    pan: z.number().min(-100).max(100).optional(),
    width: z.number().min(0).max(200).optional(),
    polarity: z.enum(["normal", "inverted"]).optional(),
  }),
});
export type StartRule = z.infer<typeof startRule>;

/** From which measure on the house calls two colours too close, or an icon hard to see. */
export const thresholds = z.object({
  /** Colour difference (CIEDE2000) below which two tiles are taken for one. */
  apart: z.number().min(0).max(60),
  /** Contrast (WCAG ratio) an icon needs on its tile. */
  contrast: z.number().min(1).max(21),
});

/** All conventions of the house as one document; kept as numbered editions with one draft. */
export const house = z.object({
  format: z.literal("mossy-lantern/house"),
  version: z.literal(1),
  name: oneLine(80).min(1),
  palette: z.array(paletteColour).min(1).max(120),
  thresholds,
  words: wordList,
  names: namePatterns,
  folders: z.array(folderPlan).max(60),
  /** A folder is made from this many members on. */
  folderFrom: z.int().min(1).max(20),
  starts: z.array(startRule).max(200),
  /** Folders a project has on disk, as paths. */
  disk: z.array(z.string().min(1).max(200).regex(/^[A-Za-z0-9._-]+(\/[A-Za-z0-9._-]+)*$/)).max(60),
}).superRefine((doc, ctx) => {
  for (const problem of houseProblems(doc)) ctx.addIssue({ code: "custom", path: problem.path, message: problem.message });
});
export type House = z.infer<typeof house>;

/** References inside a house style that lead nowhere, ids and names used twice; empty when it holds together. */
export function houseProblems(doc: Pick<House, "palette" | "words" | "folders">): { path: (string | number)[]; message: string }[] {
  const problems: { path: (string | number)[]; message: string }[] = [];
  const palette = new Set(doc.palette.map((c) => c.id));
  const families = new Set(doc.words.families.map((f) => f.id));
  const roles = new Set(doc.words.roles.map((r) => r.id));
  const once = (list: readonly { id: string; name: string }[], key: string): void => {
    const ids = new Set<string>();
    const names = new Set<string>();
    list.forEach((x, i) => {
      if (ids.has(x.id)) problems.push({ path: ["words", key, i], message: `the id “${x.id}” is used twice` });
      if (names.has(x.name.toLowerCase())) problems.push({ path: ["words", key, i], message: `“${x.name}” stands in the list twice` });
      ids.add(x.id);
      names.add(x.name.toLowerCase());
    });
  };
  once(doc.words.families, "families");
  once(doc.words.roles, "roles");
  once(doc.words.positions, "positions");
  doc.words.families.forEach((f, i) => { if (!palette.has(f.colour)) problems.push({ path: ["words", "families", i, "colour"], message: `the palette has no colour “${f.colour}”` }); });
  doc.words.roles.forEach((r, i) => {
    if (!families.has(r.family)) problems.push({ path: ["words", "roles", i, "family"], message: `there is no family “${r.family}”` });
    if (r.colour !== null && !palette.has(r.colour)) problems.push({ path: ["words", "roles", i, "colour"], message: `the palette has no colour “${r.colour}”` });
  });
  const walk = (list: readonly FolderPlan[], path: (string | number)[]): void => list.forEach((f, i) => {
    if (!roles.has(f.role)) problems.push({ path: [...path, i, "role"], message: `there is no role “${f.role}” to name this folder` });
    walk(f.inside, [...path, i, "inside"]);
  });
  walk(doc.folders, ["folders"]);
  return problems;
}
