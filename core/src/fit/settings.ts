import { setSessionField } from "../session/change.ts";
import { apply } from "../session/apply.ts";
import { SETTINGS, sessionFields, SESSION_WORDS } from "../session/document.ts";
import type { Session, SessionField } from "../session/document.ts";

/** Settings chosen at the start of a session: any of those a template can fix. */
export const chosenSettings = sessionFields
  .pick({
    sampleRate: true,
    bitDepth: true,
    fileType: true,
    tempo: true,
    meter: true,
    frameRate: true,
    fixedEnd: true,
    panLaw: true,
    leadIn: true,
    musicBar: true,
    preRoll: true,
  })
  .partial();
export type ChosenSettings = ReturnType<typeof chosenSettings.parse>;

/**
 * A release's session with what the engineer chose at its start.
 * @returns the session, or which setting the template fixes to what
 */
export function startedWith(
  session: Session,
  chosen: ChosenSettings,
): Session | { readonly problem: string } {
  let now = session;
  for (const field of SETTINGS) {
    if (!(field in chosen)) continue;
    const to = chosen[field as keyof ChosenSettings];
    if (to === undefined || JSON.stringify(to) === JSON.stringify(session[field])) continue;
    if (session.fixed.includes(field))
      return { problem: `This template fixes the ${SESSION_WORDS[field]}. Leave it, or ask the lead.` };
    now = apply(now, [setSessionField<SessionField>(now, field, to)]);
  }
  return now;
}
