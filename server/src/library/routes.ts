import { newSession } from "@mossy/core/house/starts";
import { Router } from "express";
import type { Request } from "express";
import { idOf } from "@mossy/core/words/usual/index";
import { doerOf } from "../doer.ts";
import { answer } from "../answer.ts";
import { once } from "../transaction.ts";
import type { Pool, Db } from "../database.ts";
import { currentEdition } from "../house/store.ts";
import { note } from "../record/store.ts";
import type { Styles } from "../house/styles.ts";
import { tell } from "../news/tell.ts";
import { HouseProblem, notFound } from "../problems.ts";
import type { Crew } from "../crew/crew.ts";
import { followEdition } from "./follow.ts";
import { LARGE } from "../crew/large.ts";
import { Written } from "../written.ts";
import { comparisonJob, followJob, releaseJob, templateFileJob, templateJob } from "./jobs.ts";
import { countTemplatesAnew, keepStand } from "./stands.ts";
import {
  addTemplate,
  publishRelease,
  releaseWith,
  templateCard,
  templateCards,
  templateWith,
} from "./store.ts";
import type { Release } from "@mossy/contract/library";

/** Pages that stand beside the templates under /library. */
const OWN_PAGES = new Set(["new", "chains", "follow"]);

export function libraryRoutes(pool: Pool, styles: Styles, crew: Crew): Router {
  const router = Router();
  readingRoutes(router, pool, crew);
  answer(router, "library", async () => {
    await countTemplatesAnew(pool, crew);
    return { templates: await templateCards(pool) };
  });
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
      return tellRelease(db, req, params.template, release);
    }),
  );
  answer(router, "newTemplate", async ({ body, person, errand }) => {
    const { house } = (await styles.current(pool)).style;
    const session = body.session ? { ...body.session, title: body.name } : newSession(house, body.name);
    const template = { id: idFor(body.name), name: body.name, shelf: body.shelf };
    return once(pool, errand, async (db) => {
      await addTemplate(db, template, person.id, session);
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
      return tellRelease(db, req, params.template, release);
    }),
  );
  return router;
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

/** Everybody hears of a release, and the record has it. */
async function tellRelease(db: Db, req: Request, template: string, release: Release): Promise<Release> {
  const by = release.publishedBy;
  const card = await templateCard(db, template);
  const says = `published release ${release.number} of “${card.name}”: ${release.note}`;
  await note(db, req, { what: "published", who: by, says });
  await tell(db, { kind: "release", release: release.number, card, by });
  return release;
}
