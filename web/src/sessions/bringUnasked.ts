import type { SessionCard } from "@mossy/contract/sessions";
import { plural } from "@mossy/core/session/plural";
import { ask, askOnce } from "../wire/ask.ts";

/**
 * Brings a session to the latest release of its template, where that asks nothing of a person.
 * @throws Error with what there is to choose
 */
export async function bringUnasked({ id: session, latestRelease: release }: SessionCard): Promise<void> {
  const [{ merge }, look] = await Promise.all([
    import("@mossy/core/merge/merge"),
    ask("forwardLook", { session, release }),
  ]);
  const { clashes } = merge(look.baseline, look.now, look.theirs);
  if (clashes.length > 0)
    throw new Error(
      `it leaves ${plural(clashes.length, "thing")} to choose. Bring it forward on its own page.`,
    );
  await askOnce("bringForward", { session }, { release, revision: look.revision, choices: [] });
}
