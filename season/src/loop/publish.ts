import { plainDiff } from "@mossy/core/plain/diff";
import { diff } from "@mossy/core/session/diff";
import type { Session } from "@mossy/core/session/document";
import type { TemplateHere } from "../doors/beginning.ts";
import { nextEdition } from "../work/edition.ts";
import { nextRelease } from "../work/release.ts";
import type { World } from "./world.ts";

/** How often both leads work on a draft at once, 0…1. Invented. */
const BOTH = 0.2;

/** Publishes another edition, and the templates as it asks them. */
export async function publishEdition(world: World): Promise<void> {
  const { lead, roll } = world;
  const { draft } = await lead.ask("house", {});
  const changes = plainDiff(draft.house, nextEdition(draft.house, roll));
  if (changes.length === 0) return;
  const { revision } = await lead.ask("editHouse", {}, { revision: draft.revision, changes });
  world.edition = (await lead.ask("publishEdition", {}, { revision, note: "Thought over" })).number;
  world.ledger.edition(world.edition);
  for (;;) {
    const { templates } = await lead.ask("follow", { from: 0 });
    if (templates.length === 0) break;
    for (const { template, revision: at, note } of templates) {
      const { number } = await lead.ask("followEdition", { template }, { revision: at, note });
      world.ledger.release(template, number);
    }
  }
  for (const template of world.templates) await lookAgain(world, template);
}

/** Takes over how a template stands in the house. */
async function lookAgain(world: World, template: TemplateHere): Promise<void> {
  const { draft, releases } = await world.lead.ask("template", { template: template.id });
  template.revision = draft.revision;
  template.release = Math.max(...releases.map((r) => r.number));
  template.known = { ...template.known, session: draft.session };
}

/**
 * Publishes a template with what its leads did to it.
 * @throws Error where the house has it otherwise than they left it
 */
export async function publishRelease(world: World, template: TemplateHere): Promise<void> {
  const { lead, other, roll, style } = world;
  const { id, document, revision, known } = template;
  const next = nextRelease(style, known, `r${++template.ever}`, roll);
  const changes = diff(known.session, next.session);
  if (changes.length === 0) return;
  await lead.ask("editDocument", { document }, { revision, changes });
  let expected = next.session;
  if (roll() < BOTH) {
    // The other lead had it open as it was before, and does something else.
    const free = known.session.tracks.filter((t) => next.session.tracks.includes(t));
    const t = free[Math.floor(roll() * free.length)];
    if (t) {
      const louder = { ...t, pan: 10 * Math.round(roll() * 10) - 50 };
      const theirs = replaced(known.session, louder);
      await other.ask("editDocument", { document }, { revision, changes: diff(known.session, theirs) });
      expected = replaced(next.session, louder);
    }
  }
  template.known = next;
  await lookAgain(world, template);
  const left = diff(expected, template.known.session);
  if (left.length > 0)
    throw new Error(`“${template.name}” is not as two leads left it: ${JSON.stringify(left)}`);
  const note = "Thought over";
  template.release = (
    await lead.ask("publishRelease", { template: id }, { revision: template.revision, note })
  ).number;
  world.ledger.release(id, template.release);
  world.learn(template);
}

const replaced = (session: Session, track: Session["tracks"][number]): Session => ({
  ...session,
  tracks: session.tracks.map((t) => (t.id === track.id ? track : t)),
});
