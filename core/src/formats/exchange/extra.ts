import { z } from "zod";
import { session, trackId } from "../../session/document.ts";
import { NewerDocument, isStored } from "../../session/newer.ts";
import { isSession, sessionNow } from "../../session/sessionVersions.ts";
import { FileProblem } from "../fileProblem.ts";

export const EXTRA_FILE = "mossy-lantern.json";

/**
 * Our extra file in the exchange ZIP: the whole document as it was when the file was written, and whose it
 * is.
 */
export const extra = z.object({
  format: z.literal("mossy-lantern/exchange"),
  version: z.literal(1),
  /** Id of the session in the house; null for a file that was made for nobody in particular. */
  of: z.string().max(80).nullable(),
  /** By which id of ours a track is known whose own in the file is another. */
  ids: z.record(z.string().max(80), trackId).default({}),
  session,
});
export type Extra = z.infer<typeof extra>;

/**
 * Reads the extra file; null where it comes from a later version of ours, so that the rest can still be
 * read.
 * @throws FileProblem when it is no JSON or not of our shape
 */
export function readExtra(bytes: Uint8Array): Extra | null {
  let raw: unknown;
  try {
    raw = JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(bytes));
  } catch {
    throw new FileProblem(
      `“${EXTRA_FILE}” in the file is damaged. Save the session again, or take that entry out ` +
        "of the ZIP: the tracks are then recognised by their names.",
      EXTRA_FILE,
    );
  }
  const version = z.object({ version: z.number() }).safeParse(raw);
  if (version.success && version.data.version > 1) return null;
  const now = withSessionNow(raw);
  if (now === null) return null;
  const parsed = extra.safeParse(now);
  if (parsed.success) return parsed.data;
  const [issue] = parsed.error.issues;
  const where = issue?.path.join(".") ?? "";
  throw new FileProblem(
    `“${EXTRA_FILE}” does not fit together (${where}: ${issue?.message ?? "unknown"}). Save ` +
      "the session again, or take that entry out of the ZIP.",
    `${EXTRA_FILE}, ${where}`,
  );
}

/** The file with its session in the form of today; null where that is of a later form than we know. */
function withSessionNow(raw: unknown): unknown {
  if (!isStored(raw) || !isSession(raw["session"])) return raw;
  try {
    return { ...raw, session: sessionNow(raw["session"]) };
  } catch (e) {
    if (e instanceof NewerDocument) return null;
    throw e;
  }
}
