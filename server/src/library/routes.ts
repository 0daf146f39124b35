import { newSession } from "@mossy/core/house/starts";
import { Router } from "express";
import type { Request } from "express";
import { idOf } from "@mossy/core/words/usual/index";
import { doerOf } from "../doer.ts";
import { answer } from "../answer.ts";
import { inTransaction, once, orDoneAlready } from "../transaction.ts";
import type { Pool, Db } from "../database.ts";
import { currentEdition } from "../house/store.ts";
import { withKnownSounds } from "./knownSounds.ts";
import { note } from "../record/store.ts";
import type { AskedBy } from "../record/store.ts";
import type { Styles } from "../house/styles.ts";
import { tell } from "../news/tell.ts";
import { HouseProblem, notFound } from "../problems.ts";
import type { Crew } from "../crew/crew.ts";
import { followEdition } from "./follow.ts";
import { LARGE } from "../crew/large.ts";
import { Written } from "../written.ts";
import {
  bringInDraftJob,
  comparisonJob,
  followJob,
  releaseJob,
  templateFileJob,
  templateHistoryJob,
  templateJob,
  trackHistoryJob,
} from "./jobs.ts";
import { tellOfRelease } from "./releaseNews.ts";
import { countTemplatesAnew, keepStand } from "./stands.ts";
import { templateCard, templateCards, templatesWith } from "./cards.ts";
import { editTemplate, retireTemplate, sessionFrom, takeBack } from "./life.ts";
import { editProduction, productionsOf } from "./productions.ts";
import { editShelves, shelvesOf } from "./shelves.ts";
import { addRelease, addTemplate, publishRelease, releaseWith, templateWith } from "./store.ts";
import { usesOf } from "./uses.ts";
import type { Release } from "@mossy/contract/library";
import type { Person } from "@mossy/contract/people";
import type { Session } from "@mossy/core/session/document";

/** Pages that stand beside the templates under /library. */
const OWN_PAGES = new Set(["new", "chains", "follow", "shelves", "proposals", "productions", "uses"]);

export function libraryRoutes(pool: Pool, styles: Styles, crew: Crew): Router {
  const router = Router();
  readingRoutes(router, pool, crew);
  answer(router, "library", async () => {
    await countTemplatesAnew(pool, crew);
    return { templates: await templateCards(pool), shelves: await shelvesOf(pool) };
  });
  lifeRoutes(router, pool);
  blockRoutes(router, pool, crew);
  answer(router, "follow", async ({ params, person }) => {
    const from = Number(params.from);
    if (!Number.isInteger(from) || from < 0) throw notFound(`place “${params.from}” to go on from`);
    return crew.run(followJob, from, { who: person.id, what: "what an edition asks" });
  });
  answer(router, "followEdition", async ({ params, body, person, req, errand }) =>
    once(pool, errand, async (db) => {
      const release = await followEdition(
        db,
        styles,
        params.template,
        body.revision,
        body.note,
        doerOf(person),
      );
      return tellOfRelease(db, req, params.template, release);
    }),
  );
  answer(router, "newTemplate", async ({ body, person, req, errand }) => {
    const { house } = (await styles.current(pool)).style;
    const sent = body.session && (await withKnownSounds(pool, body.session));
    const begun = sent ?? (body.from ? await sessionFrom(pool, body.from) : null);
    const session = begun ? { ...begun, title: body.name } : newSession(house, body.name);
    const { name, shelf, kind = "template", production, note: says } = body;
    const template = { id: idFor(name), kind, name, shelf, production };
    return once(pool, errand, async (db) => {
      await addTemplate(db, template, person.id, session);
      if (says !== undefined) {
        await publishFirst(db, req, template.id, session, says, person);
        return { id: template.id };
      }
      await keepStand(db, template.id, session);
      await tell(db, { kind: "template", card: await templateCard(db, template.id), by: doerOf(person) });
      return { id: template.id };
    });
  });
  answer(router, "publishRelease", async ({ params, body, person, req, errand }) =>
    once(pool, errand, async (db) => {
      const release = await publishRelease(
        db,
        params.template,
        body.revision,
        body.note,
        await currentEdition(db),
        person.id,
      );
      return tellOfRelease(db, req, params.template, release);
    }),
  );
  return router;
}

/** Publishes what was just begun as its release 1. */
async function publishFirst(
  db: Db,
  via: AskedBy,
  template: string,
  session: Session,
  says: string,
  person: Person,
): Promise<Release> {
  const edition = await currentEdition(db);
  const release = await addRelease(db, template, session, says, edition, person.id);
  await keepStand(db, template, session, { things: 0, edition });
  return tellOfRelease(db, via, template, release);
}

/** Blocks: made of tracks, and brought forward in drafts. */
function blockRoutes(router: Router, pool: Pool, crew: Crew): void {
  answer(router, "newBlock", async ({ body: { session, note: says, ...wish }, person, req, errand }) =>
    once(pool, errand, async (db) => {
      const id = idFor(wish.name);
      await addTemplate(db, { ...wish, id, kind: "block" }, person.id, session);
      return { ...(await publishFirst(db, req, id, session, says, person)), id };
    }),
  );
  answer(router, "bringBlockInDraft", ({ params: { template }, body, person, req: { ip, id }, errand }) => {
    const via = { ip, id: String(id) };
    const wish = { ...body, template, choices: new Map(body.choices), by: doerOf(person), via, errand };
    return orDoneAlready(pool, errand, () =>
      crew.run(bringInDraftJob, wish, { who: person.id, what: "bringing a block forward" }),
    );
  });
}

/** What happens to a template over the years: its name, its shelf, its releases taken back or up again. */
function lifeRoutes(router: Router, pool: Pool): void {
  answer(router, "findTemplates", async ({ query }) => ({ found: await templatesWith(pool, query.find) }));
  answer(router, "trackUses", ({ query: { of, what } }) => usesOf(pool, of, what));
  answer(router, "editShelves", ({ body, person, req }) =>
    inTransaction(pool, async (db) => {
      const shelves = await editShelves(db, body);
      await note(db, req, { what: "library", who: person, says: "named and ordered the shelves" });
      await tell(db, { kind: "shelves", by: doerOf(person) });
      return { shelves };
    }),
  );
  const changed = (
    req: Request,
    person: Person,
    template: string,
    says: string,
    work: (db: Db) => Promise<void>,
  ) =>
    inTransaction(pool, async (db) => {
      await work(db);
      const card = await templateCard(db, template);
      await note(db, req, { what: "library", who: person, says: `${says} “${card.name}”` });
      await tell(db, { kind: "template", card, by: doerOf(person) });
      return card;
    });
  productionRoutes(router, pool);
  answer(router, "editTemplate", ({ params: { template }, body, person, req }) =>
    changed(req, person, template, "renamed, described or moved", (db) => editTemplate(db, template, body)),
  );
  answer(router, "retireTemplate", ({ params: { template }, body: { retired }, person, req }) =>
    changed(req, person, template, retired ? "retired" : "brought back", (db) =>
      retireTemplate(db, template, retired, person.id),
    ),
  );
  answer(router, "takeBack", ({ params, body: { reason }, person, req }) =>
    inTransaction(pool, async (db) => {
      const [template, release] = [params.template, Number(params.release)];
      await takeBack(db, template, release, reason, person.id);
      const card = await templateCard(db, template);
      const which = `release ${release} of “${card.name}”`;
      const says = reason === null ? `gave out ${which} again` : `took ${which} back: ${reason}`;
      await note(db, req, { what: "library", who: person, says });
      await tell(db, { kind: "taken-back", release, card, by: doerOf(person) });
      return card;
    }),
  );
}

/** Productions: named, closed with all that was made for them, opened again. */
function productionRoutes(router: Router, pool: Pool): void {
  answer(router, "productions", async () => ({ productions: await productionsOf(pool) }));
  answer(router, "editProduction", ({ params, body, person, req }) =>
    inTransaction(pool, async (db) => {
      const { production, did } = await editProduction(db, params.production, body, person.id);
      await note(db, req, { what: "library", who: person, says: `${did} production ${production.code}` });
      await tell(db, { kind: "shelves", by: doerOf(person) });
      return production;
    }),
  );
}

/** A template and its releases as they are read, on the page and as files. */
function readingRoutes(router: Router, pool: Pool, crew: Crew): void {
  answer(router, "template", async ({ params: { template }, person }) => {
    if (!(await isLarge(pool, template))) return templateWith(pool, template);
    return new Written(await crew.run(templateJob, template, { who: person.id, what: "a large template" }));
  });
  answer(router, "release", async ({ params, person }) => {
    const [id, number] = [params.template, Number(params.release)];
    if (!(await isLarge(pool, id))) return releaseWith(pool, id, number);
    const what = "a large template";
    return new Written(await crew.run(releaseJob, { id, number }, { who: person.id, what }));
  });
  answer(router, "templateHistory", ({ params: { template }, person }) =>
    crew.run(templateHistoryJob, template, { who: person.id, what: "what each release brought" }),
  );
  answer(router, "trackHistory", ({ params: { template, track }, person }) =>
    crew.run(trackHistoryJob, { template, track }, { who: person.id, what: "where a track comes from" }),
  );
  answer(router, "comparePdf", ({ body, person }) =>
    crew.run(comparisonJob, body, { who: person.id, what: "a comparison on paper" }),
  );
  answer(router, "templateFile", ({ params, query: { release = null, as = "session" }, person }) =>
    crew.run(
      templateFileJob,
      { id: params.template, release, as },
      { who: person.id, what: `the ${as} file` },
    ),
  );
}

/** Whether a template, or any of its releases, is more than this thread should read. */
async function isLarge(db: Db, template: string): Promise<boolean> {
  const { rows } = await db.query(
    `select 1 from template_stands where template = $1 and tracks > $2
     union all select 1 from releases where template = $1 and tracks > $2 limit 1`,
    [template, LARGE],
  );
  return rows.length > 0;
}

/** What a new template goes by in addresses. */
function idFor(name: string): string {
  const id = idOf(name);
  if (id === "")
    throw new HouseProblem(
      400,
      "That name cannot be used",
      "A template's name needs at least one letter or digit.",
      "name",
    );
  return OWN_PAGES.has(id) ? `${id}-template` : id;
}
