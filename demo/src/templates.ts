import type { Style } from "@mossy/core/house/style";
import type { Session, Track } from "@mossy/core/session/document";
import { withStory } from "./items.ts";
import { withLanes } from "./lanes.ts";
import { demoRooms } from "./rooms.ts";
import { layOut } from "./layOut.ts";
import { VARIANTS } from "./library.ts";
import { TEMPLATES } from "./templatePlans.ts";

export interface DemoTemplate {
  readonly id: string;
  readonly kind?: "block";
  readonly name: string;
  readonly shelf: string;
  readonly releases: readonly { readonly note: string; readonly session: Session }[];
  readonly draft: Session;
}

/** A session without some tracks; what sent to them sends no more. */
export function without(session: Session, ids: readonly string[]): Session {
  const gone = new Set(ids);
  const tracks = session.tracks
    .filter((t) => !gone.has(t.id))
    .map((t) =>
      t.sends.some((s) => gone.has(s.to)) ? { ...t, sends: t.sends.filter((s) => !gone.has(s.to)) } : t,
    );
  return { ...session, tracks };
}

const edit = (session: Session, id: string, fields: Partial<Track>): Session => ({
  ...session,
  tracks: session.tracks.map((t) => (t.id === id ? { ...t, ...fields } : t)),
});

/**
 * The templates of the house with all their releases. The full yard's draft carries one name off the
 * pattern.
 */
export function demoTemplates(style: Style): DemoTemplate[] {
  return TEMPLATES.map((plan): DemoTemplate => {
    // In a mix everything is there already: nothing records from outside.
    const home = demoRooms.find((r) => r.id === plan.home)?.room;
    if (!home) throw new Error(`the demo has no room “${plan.home}”`);
    const bare = { ...layOut(style, plan, home), variants: [...(VARIANTS[plan.id] ?? [])] };
    const laid = withLanes(plan.id, plan.id === "story-evening" ? withStory(bare) : bare);
    const whole =
      plan.shelf === "Mixing" || plan.shelf === "Field"
        ? {
            ...laid,
            tracks: laid.tracks.map((t) => (t.id === "narrator" ? t : { ...t, source: null, input: null })),
          }
        : laid;
    return {
      id: plan.id,
      name: plan.title,
      shelf: plan.shelf,
      releases: plan.releases.map((r) => ({ note: r.note, session: without(whole, r.without) })),
      draft:
        plan.id === "steelpan-orchestra-full-yard"
          ? edit(whole, "double-second-far", { name: "Dbl sec far" })
          : whole,
    };
  });
}
