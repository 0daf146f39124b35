import { Router } from "express";
import type { DeliveryFound } from "@mossy/contract/delivery";
import type { Person } from "@mossy/contract/people";
import { chosenIn } from "@mossy/core/delivery/chosen";
import { deliveryName } from "@mossy/core/delivery/sums";
import { answer } from "../answer.ts";
import type { Crew, Ticket } from "../crew/crew.ts";
import type { Pool } from "../database.ts";
import type { Files } from "../files/files.ts";
import type { Styles } from "../house/styles.ts";
import { deliveryPdf } from "../print/deliveryPdf.ts";
import { HouseProblem } from "../problems.ts";
import { sessionWith } from "../sessions/store.ts";
import { inTransaction } from "../transaction.ts";
import { bagOf, filesOnDisk, needFiles } from "./bag.ts";
import type { Packing } from "./bag.ts";
import { carriedFiles } from "./carried.ts";
import { compareFilesJob, inventoryJob, lookAtFileJob, sumFileJob } from "./jobs.ts";
import type { Content, Place } from "./place.ts";
import { sourceOf } from "./source.ts";
import type { Source } from "./source.ts";
import { keepFile, knownFiles } from "./store.ts";

interface Whole {
  readonly pool: Pool;
  readonly crew: Crew;
  readonly files: Files;
  readonly styles: Styles;
  /** Of the shared disk. */
  readonly diskDir?: string | undefined;
}

/** Reading a file through, in milliseconds, also from a slow disk: half an hour for all of it at most. */
const MORE = 30 * 60_000;
const ticket = ({ id }: Person, path: string): Ticket => ({ who: id, what: `“${path}”`, more: MORE });

/** Stems and recorded files of a session: looked at, listed, handed on. */
export function deliveryRoutes(whole: Whole): Router {
  const { pool, crew, files, styles, diskDir } = whole;
  const router = Router();
  answer(router, "carriedSounds", ({ params, person }) =>
    crew.run(inventoryJob, params.session, { who: person.id, what: "the files of the last check-in" }),
  );
  answer(router, "deliveryFiles", async ({ params, body, person, res }) => {
    const source = await sourceOf(pool, diskDir, params.session, body.from);
    const leaves = { gone: false };
    res.on("close", () => (leaves.gone = true));
    const looked = await lookAtFiles(whole, source, body.paths, person, leaves);
    return { ...looked, pairs: await comparedIn(crew, source, body.pairs, person, leaves) };
  });
  answer(router, "deliveryPaper", async ({ params, body }) => {
    const { title, folder } = await sessionWith(pool, params.session);
    return {
      bytes: await deliveryPdf({ ...body, title, folder, made: new Date() }),
      name: `${deliveryName(title, body.sort)}.pdf`,
      type: "application/pdf",
    };
  });
  answer(router, "deliveryBag", async ({ params: { session }, query: { sort, at }, person }) => {
    const { title } = await sessionWith(pool, session);
    const { house } = (await styles.current(pool)).style;
    const source = await sourceOf(
      pool,
      diskDir,
      session,
      at === undefined ? { what: "check-in" } : { what: "disk", at },
    );
    const paths =
      at === undefined
        ? chosenIn(house, (await carriedFiles(pool, session)).files, sort).map((f) => f.path)
        : await filesOnDisk(diskDir ?? "", at, house, sort);
    needFiles(paths, sort);
    const packing: Packing[] = [];
    for (const path of paths) packing.push(await summed(crew, source, path, person));
    return bagOf(files, packing, { house: house.name, title, session }, sort);
  });
  return router;
}

/** @throws HouseProblem 409 where it cannot be read */
async function summed(crew: Crew, source: Source, path: string, person: Person): Promise<Packing> {
  const place = source.place(path);
  const content = place
    ? await crew.run(sumFileJob, place, ticket(person, path))
    : { why: "it is not there any more" };
  if (!place || "why" in content)
    throw new HouseProblem(
      409,
      "A file cannot be packed",
      `“${path}”: ${"why" in content ? content.why : ""}.`,
    );
  return { path, place, content };
}

/** A file that takes too long or too much memory is named, and others are looked at for all that. */
function cutOff(e: unknown): { readonly why: string } {
  if (e instanceof HouseProblem && e.status === 422) return { why: e.message };
  throw e;
}

/** Looks at files one after the other, so that others find threads that are free. */
async function lookAtFiles(
  { pool, crew }: Whole,
  source: Source,
  paths: readonly string[],
  person: Person,
  leaves: { readonly gone: boolean },
): Promise<Omit<DeliveryFound, "pairs">> {
  const known = new Map<string, Content>();
  const gone: DeliveryFound["gone"] = [];
  for (const path of new Set(paths)) {
    if (leaves.gone) break;
    const place = source.place(path);
    const looked = place
      ? await crew.run(lookAtFileJob, place, ticket(person, path)).catch(cutOff)
      : { why: "it is not there" };
    if ("why" in looked) {
      gone.push({ path, why: looked.why });
      continue;
    }
    const { content, found } = looked;
    if (found) await inTransaction(pool, (db) => keepFile(db, content, found));
    known.set(path, content);
  }
  return { files: await knownFiles(pool, known), gone };
}

async function comparedIn(
  crew: Crew,
  source: Source,
  pairs: readonly (readonly [string, string])[],
  person: Person,
  leaves: { readonly gone: boolean },
): Promise<DeliveryFound["pairs"]> {
  const made: DeliveryFound["pairs"] = [];
  for (const [first, second] of pairs) {
    if (leaves.gone) break;
    const places = [source.place(first), source.place(second)] as const;
    const alike = bothThere(places)
      ? await crew.run(compareFilesJob, places, ticket(person, second)).catch(cutOff)
      : null;
    made.push({ first, second, alike: alike && "why" in alike ? null : alike });
  }
  return made;
}

const bothThere = (places: readonly [Place | null, Place | null]): places is readonly [Place, Place] =>
  places[0] !== null && places[1] !== null;
