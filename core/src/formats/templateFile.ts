import { z } from "zod";
import { session as sessionSchema } from "../session/document.ts";
import { broughtUp, isStored } from "../session/newer.ts";
import type { StoredDocument } from "../session/newer.ts";
import { isSession, sessionNow } from "../session/sessionVersions.ts";
import { oneLine } from "../session/text.ts";
import { readJsonFile } from "./jsonFile.ts";

export const TEMPLATE_FORMAT = "mossy-lantern/template";
/** Counts up when what stands around the session changes its shape; the session counts by itself. */
const TEMPLATE_VERSION = 1;

/** A template as a file of its own: which it is of which house, and its session, whole. */
export const templateFile = z.object({
  format: z.literal(TEMPLATE_FORMAT),
  version: z.literal(TEMPLATE_VERSION),
  name: oneLine(200),
  shelf: oneLine(200),
  /** Where it comes from: for whoever reads, never taken over. */
  of: z.object({
    house: oneLine(200),
    /** Edition of that house's style it was published under; null for a draft. */
    edition: z.int().min(1).nullable(),
    /** Null for a draft. */
    release: z.int().min(1).nullable(),
  }),
  session: sessionSchema,
});
export type TemplateFile = z.infer<typeof templateFile>;

export const TEMPLATE_FILE_ENDING = ".template.json";

export const writeTemplateFile = (template: Omit<TemplateFile, "format" | "version">): string =>
  `${JSON.stringify({ format: TEMPLATE_FORMAT, version: TEMPLATE_VERSION, ...template }, null, 1)}\n`;

const isTemplate = (value: unknown): value is StoredDocument =>
  isStored(value) && value["format"] === TEMPLATE_FORMAT;

/** What leads from each form of a template file to the next. Kept for ever. */
const STEPS: readonly ((doc: StoredDocument) => StoredDocument)[] = [];

/**
 * Reads a template from a file, also one that an earlier form of the program wrote.
 * @throws FileProblem where it is none, or does not hold together
 * @throws NewerDocument where a later version of the program wrote it
 */
export const readTemplateFile = (text: string): TemplateFile =>
  readJsonFile(text, {
    what: "template",
    largest: 64 << 20,
    comesFrom: "One is saved from the page of a release, or from the workbench, as a template file.",
    is: isTemplate,
    now: (stored) => {
      const doc = broughtUp("template", stored, STEPS);
      return isSession(doc["session"]) ? { ...doc, session: sessionNow(doc["session"]) } : doc;
    },
    schema: templateFile,
  });
