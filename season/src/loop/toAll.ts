import { randomUUID } from "node:crypto";
import type { BehindPage } from "@mossy/contract/forward";
import type { SessionsPage } from "@mossy/contract/sessions";
import { merge } from "@mossy/core/merge/merge";
import { plainDiff } from "@mossy/core/plain/diff";
import type { Asker } from "../doors/asker.ts";
import type { OnTheWay } from "../measure/hands.ts";
import { nextEdition } from "../work/edition.ts";
import type { World } from "./world.ts";

/** What it took to bring an edition to everything there is, by one lead. */
export interface ToAll {
  /** From the answer to the last question before it is published to the last answer of all. */
  readonly seconds: number;
  /** Templates that were released again, and open sessions that were sent to their rooms as they stand then. */
  readonly templates: number;
  readonly sessions: number;
  /** What a lead is asked besides. */
  readonly onTheWay: OnTheWay;
  /** What is asked, behind, to be put right or not sent even now: nothing, where the way leads to its end. */
  readonly rest: number;
}

/**
 * Publishes an edition and takes it everywhere as the pages of the house do, one after the other: all templates it
 * asks something of, all open sessions to it and to the releases in force, what is to be put right in them, and what
 * their rooms have not got.
 */
export async function editionToAll({ lead, roll }: Pick<World, "lead" | "roll">): Promise<ToAll> {
  const { draft } = await lead.ask("house", {});
  const changes = plainDiff(draft.house, nextEdition(draft.house, roll));
  const { revision } = await lead.ask("editHouse", {}, { revision: draft.revision, changes });
  const began = performance.now();
  const { number: edition } = await lead.ask("publishEdition", {}, { revision, note: "For all" });

  const templates = await asked(lead);
  for (const { template, revision: at, note } of templates)
    await lead.ask("followEdition", { template }, { revision: at, note });
  const lines = await earlier(lead);
  for (const { session, revision: at } of lines)
    await lead.ask("followInSession", { session: session.id }, { edition, revision: at });
  const questions: number[] = [];
  for (const line of await behind(lead)) {
    if (line.open > 0) questions.push(line.open);
    await bringForward(lead, line);
  }
  const run = randomUUID();
  for (const { session, revision: at } of await toPutRight(lead))
    await lead.ask("putRight", { session: session.id }, { run, rule: null, revision: at, send: true });
  const sent = await unsent(lead);
  for (const { id: session, lastCheckIn } of sent)
    await lead.ask("sendToStation", { session }, { as: lastCheckIn ? "correction" : "package" });
  const seconds = (performance.now() - began) / 1000;

  const left = await Promise.all([asked, earlier, behind, toPutRight, unsent].map((list) => list(lead)));
  const all = await lead.ask("sessions", {}, undefined, { which: "open" });
  return {
    seconds,
    templates: templates.length,
    sessions: all.of,
    onTheWay: {
      ownWork: templates.filter((t) => t.changed || t.changes.length === 0).length,
      left: lines.filter((l) => l.left.length > 0).length,
      questions,
    },
    rest: left.flat().length,
  };
}

/** Where one asks something, what the room has stays. */
async function bringForward(lead: Asker, line: BehindPage["sessions"][number]): Promise<void> {
  const { release, revision } = line;
  const session = line.session.id;
  const chosen = new Map(line.choices);
  if (line.open > 0) {
    const { baseline, now, theirs } = await lead.ask("forwardLook", { session, release });
    for (const { key } of merge(baseline, now, theirs).clashes)
      if (!chosen.has(key)) chosen.set(key, "ours");
  }
  await lead.ask("bringForward", { session }, { release, revision, choices: [...chosen] });
}

const asked = async (lead: Asker) =>
  (await pagesOf((from) => lead.ask("follow", { from }))).flatMap((p) => p.templates);
const earlier = async (lead: Asker) =>
  (await pagesOf((from) => lead.ask("earlier", { from }))).flatMap((p) => p.sessions);
const behind = async (lead: Asker) =>
  (await pagesOf((from) => lead.ask("behind", { from }))).flatMap((p) => p.sessions);
const toPutRight = async (lead: Asker) =>
  (await pagesOf((from) => lead.ask("toPutRight", { from })))
    .flatMap((p) => p.lines)
    .filter((l) => l.changes > 0);
async function unsent(lead: Asker) {
  const cards = [];
  for (let after: string | null = ""; after !== null;) {
    const query: Record<string, string> = { which: "unsent", ...(after === "" ? {} : { after }) };
    const page: SessionsPage = await lead.ask("sessions", {}, undefined, query);
    cards.push(...page.sessions);
    after = page.next;
  }
  return cards;
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
