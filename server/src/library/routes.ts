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
import { askedJob, followJob } from "./jobs.ts";
import { addTemplate, publishRelease, releaseWith, templateCards, templateWith } from "./store.ts";
import type { Release } from "@mossy/contract/library";

/** Pages that stand beside the templates under /library. */
const OWN_PAGES = new Set(["new", "chains", "follow"]);

export function libraryRoutes(pool: Pool, styles: Styles, crew: Crew): Router {
  const router = Router();
  answer(router, "library", async ({ person }) => ({
    templates: await templateCards(
      pool,
      await crew.run(askedJob, null, { who: person.id, what: "the library" }),
    ),
  }));
  answer(router, "follow", async ({ params, person }) => {
    const from = Number(params.from);
    if (!Number.isInteger(from) || from < 0) throw notFound(`place “${params.from}” to go on from`);
    return crew.run(followJob, from, { who: person.id, what: "what an edition asks" });
  });
  answer(router, "followEdition", async ({ params, body, person, req, errand }) =>
    once(pool, errand, async (db) => {
      const { release, name } = await followEdition(
        db,
        styles,
        params.template,
        body.revision,
        body.note,
        doerOf(person),
      );
      return tellRelease(db, req, params.template, name, release);
    }),
  );
  answer(router, "template", async ({ params }) => templateWith(pool, params.template));
  answer(router, "newTemplate", async ({ body, person, errand }) => {
    const { house } = (await styles.current(pool)).style;
    const session = body.session ? { ...body.session, title: body.name } : newSession(house, body.name);
    const template = { id: idFor(body.name), name: body.name, shelf: body.shelf };
    return once(pool, errand, async (db) => {
      await addTemplate(db, template, person.id, session);
      return { id: template.id };
    });
  });
  answer(router, "release", async ({ params }) =>
    releaseWith(pool, params.template, Number(params.release)),
  );
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
      const { name } = await templateWith(db, params.template);
      return tellRelease(db, req, params.template, name, release);
    }),
  );
  return router;
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
async function tellRelease(
  db: Db,
  req: Request,
  template: string,
  name: string,
  release: Release,
): Promise<Release> {
  const by = release.publishedBy;
  const says = `published release ${release.number} of “${name}”: ${release.note}`;
  await note(db, req, { what: "published", who: by, says });
  await tell(db, { kind: "release", template, name, release: release.number, by });
  return release;
}
