import { randomUUID } from "node:crypto";
import { plainDiff } from "@mossy/core/plain/diff";
import { nextEdition } from "../work/edition.ts";
import type { World } from "./world.ts";

/** What it took to bring an edition to everything there is, by one lead. */
export interface ToAll {
  /** From the answer to the last question before it is published to the last answer of all. */
  readonly seconds: number;
  /** Templates that were released again, and open sessions that were offered what is to be put right in them. */
  readonly templates: number;
  readonly sessions: number;
  /** Open sessions in which a person has to decide. */
  readonly left: number;
}

/**
 * Publishes an edition and takes it everywhere as the pages of the house do: all templates it asks something of, all
 * open sessions to it and to the new releases, and what is to be put right in them, sent to their rooms.
 */
export async function editionToAll({ lead, roll }: Pick<World, "lead" | "roll">): Promise<ToAll> {
  const { draft } = await lead.ask("house", {});
  const changes = plainDiff(draft.house, nextEdition(draft.house, roll));
  const { revision } = await lead.ask("editHouse", {}, { revision: draft.revision, changes });
  const began = performance.now();
  const { number: edition } = await lead.ask("publishEdition", {}, { revision, note: "For all" });

  const templates = (await pagesOf((from) => lead.ask("follow", { from }))).flatMap((p) => p.templates);
  for (const { template, revision: at, note } of templates)
    await lead.ask("followEdition", { template }, { revision: at, note });

  const sessions = new Set<string>();
  const left = new Set<string>();
  for (const line of (await pagesOf((from) => lead.ask("earlier", { from }))).flatMap((p) => p.sessions)) {
    const { id: session } = line.session;
    (line.left.length === 0 ? sessions : left).add(session);
    if (line.left.length === 0)
      await lead.ask("followInSession", { session }, { edition, revision: line.revision });
  }
  for (const { template } of templates)
    for (const { release, sessions: behind } of await pagesOf((from) =>
      lead.ask("behind", { template, from }),
    ))
      for (const { session, revision: at, choices, open } of behind)
        if (open > 0) left.add(session.id);
        else await lead.ask("bringForward", { session: session.id }, { release, revision: at, choices });

  const run = randomUUID();
  for (const line of (await pagesOf((from) => lead.ask("toPutRight", { from }))).flatMap((p) => p.lines)) {
    const { id: session } = line.session;
    const wish = { run, rule: null, revision: line.revision, send: true };
    if (line.changes > 0) {
      await lead.ask("putRight", { session }, wish);
      sessions.add(session);
    }
  }
  const seconds = (performance.now() - began) / 1000;
  return { seconds, templates: templates.length, sessions: sessions.size, left: left.size };
}

/** All pages of a list, one after the other. */
async function pagesOf<P extends { readonly next: number | null }>(
  page: (from: number) => Promise<P>,
): Promise<P[]> {
  const pages: P[] = [];
  for (let from: number | null = 0; from !== null; from = pages.at(-1)?.next ?? null)
    pages.push(await page(from));
  return pages;
}
