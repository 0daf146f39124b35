import express from "express";
import type { Request, Router } from "express";
import type { Logger } from "pino";
import type { Person } from "@mossy/contract/people";
import type { SoundCard } from "@mossy/contract/sounds";
import { described } from "@mossy/core/sound/described";
import { listening } from "@mossy/core/sound/listening";
import type { SoundHead } from "@mossy/core/sound/head";
import { kindOf, readHead } from "@mossy/core/sound/read";
import { answer } from "../answer.ts";
import type { FileAnswer } from "../answer.ts";
import { mayEditBrought, saysOfBrought, tagsOnce } from "../brought.ts";
import type { Crew } from "../crew/crew.ts";
import type { Db, Pool } from "../database.ts";
import { doerOf } from "../doer.ts";
import type { Files, OpenFile } from "../files/files.ts";
import type { Styles } from "../house/styles.ts";
import { tell } from "../news/tell.ts";
import { HouseProblem, diskFull } from "../problems.ts";
import { note } from "../record/store.ts";
import type { Space } from "../space.ts";
import { doneAlready, inTransaction, once } from "../transaction.ts";
import { addPiece, beginComing, comingOf, forgetComing, keepComing } from "./coming.ts";
import { keptByThemselves } from "./cargo.ts";
import { cargoJob } from "./jobs.ts";
import { soundsKept } from "./kept.ts";
import { sessionCard } from "../sessions/cards.ts";
import { factsSent } from "../sessions/facts.ts";
import { Measuring } from "./measuring.ts";
import { addSound, changeSound, keptAs, outlineOf, soundCard, soundsPage, wholeSound } from "./store.ts";

interface Whole {
  readonly pool: Pool;
  readonly files: Files;
  readonly styles: Styles;
  readonly crew: Crew;
  readonly space: Space;
  readonly log: Logger;
}
interface SoundParts extends Whole {
  readonly measuring: Measuring;
}

/** Sound files of the house: brought, measured, listened to, named, given out. */
export function soundRoutes(whole: Whole): Router {
  const parts = { ...whole, measuring: new Measuring(whole.pool, whole.crew, whole.log) };
  parts.measuring.begin();
  const router = express.Router();
  shelfRoutes(router, parts);
  outRoutes(router, parts);
  comingRoutes(router, parts);
  cargoRoutes(router, parts);
  return router;
}

function shelfRoutes(router: Router, { pool, measuring }: SoundParts): void {
  answer(router, "sounds", ({ query }) => soundsPage(pool, query));
  answer(router, "soundsKept", () => soundsKept(pool));
  answer(router, "soundFacts", async ({ body }) => ({ sounds: await factsSent(pool, body.hashes) }));
  answer(router, "sound", ({ params }) => wholeSound(pool, params.sound));
  answer(router, "editSound", ({ params, body, person, req }) =>
    inTransaction(pool, async (db) => {
      const was = await soundCard(db, params.sound);
      mayEditBrought(person, was);
      await changeSound(db, was.id, body);
      const now = await wholeSound(db, was.id);
      await said(db, { req, person }, now, saysOf(was, now));
      return now;
    }),
  );
  answer(router, "measureSound", async ({ params }) => {
    const { id } = await soundCard(pool, params.sound);
    await pool.query(
      `update sound_files set measured_by = null, unmeasured = null, taken_at = null
       where hash = (select hash from sounds where id = $1) and unmeasured is not null`,
      [id],
    );
    measuring.wake();
    return soundCard(pool, id);
  });
}

function saysOf(was: SoundCard, now: SoundCard): string {
  const moved = was.gone === now.gone && was.name === now.name && was.shelf !== now.shelf;
  return moved
    ? `put the sound “${now.name}” onto the shelf “${now.shelf}”`
    : saysOfBrought("sound", was, now);
}

/** Writes into the record what was done, and tells it. */
async function said(
  db: Db,
  { req, person }: { readonly req: Request; readonly person: Person },
  { id }: Pick<SoundCard, "id">,
  says: string,
): Promise<void> {
  await note(db, req, { what: "library", who: person, says });
  await tell(db, { kind: "sound", sound: id, by: doerOf(person) });
}

/** As browsers play what they play as it is. */
const TYPES: Readonly<Record<string, string>> = {
  FLAC: "audio/flac",
  MP3: "audio/mpeg",
  "Ogg Vorbis": "audio/ogg",
  "Ogg Opus": "audio/ogg",
};

function outRoutes(router: Router, { pool, files, styles }: SoundParts): void {
  answer(router, "soundOutline", async ({ params }) => {
    const bytes = await outlineOf(pool, params.sound);
    return { bytes, name: "sound.outline", type: "application/octet-stream" };
  });
  answer(router, "soundListen", async ({ params, query }): Promise<FileAnswer> => {
    const { hash, file, says } = await keptAs(pool, params.sound);
    const type = says && TYPES[says.container];
    const source = await files.open(hash);
    if (!says || type !== undefined)
      return { source, name: file, type: type ?? "application/octet-stream" };
    const head = await headOf(source);
    const of = listening(
      source,
      head,
      query.channel === undefined ? null : Math.min(query.channel, head.channels - 1),
    );
    return { source: { ...of, close: () => source.close() }, name: `${file}.wav`, type: "audio/wav" };
  });
  answer(router, "soundFile", async ({ params, query }): Promise<FileAnswer> => {
    const sound = await keptAs(pool, params.sound);
    const source = await files.open(sound.hash);
    if (query.as === "came") return { source, name: sound.file, type: "application/octet-stream" };
    const { house } = (await styles.current(pool)).style;
    const bits = sound.says?.out ?? null;
    if (bits === null || !sound.measures) {
      await source.close();
      throw new HouseProblem(
        422,
        "Not as a Broadcast Wave",
        `The samples of “${sound.name}” cannot be written there as they are. Take the file as it came.`,
      );
    }
    const head = await headOf(source);
    const of = { title: sound.name, house: house.name, at: sound.at, measures: sound.measures };
    return {
      bytes: async (to) => {
        try {
          for await (const piece of described(source, head, bits, of)) await to(piece);
        } finally {
          await source.close();
        }
      },
      name: `${sound.file.replace(/\.[^.]*$/, "")}.wav`,
      type: "audio/wav",
    };
  });
}

/** The head of a file that was measured, so that it is one that can be read. Closes it where it is none. */
async function headOf(source: OpenFile): Promise<SoundHead> {
  try {
    const kind = await kindOf(source);
    if (kind !== "WAVE" && kind !== "AIFF") throw new Error("this file keeps no samples as they are");
    return await readHead(source, kind);
  } catch (e) {
    await source.close();
    throw e;
  }
}

function comingRoutes(router: Router, { pool, files, space, measuring }: SoundParts): void {
  answer(router, "beginSound", async ({ body, person }) => {
    // It lies there twice for a moment: as it came, and as it is kept.
    if (!space.fits(body.size * 2)) throw diskFull("Nothing was changed.");
    const { id, has } = await beginComing(pool, files, body, person.id);
    return { coming: id, has };
  });
  answer(router, "soundPiece", async ({ params, body, person }) => {
    const coming = await comingOf(pool, files, params.coming, person.id);
    return { coming: coming.id, has: await addPiece(coming, Number(params.at), body) };
  });
  answer(router, "leaveSound", async ({ params, person }) => {
    await forgetComing(pool, await comingOf(pool, files, params.coming, person.id));
    return { done: true } as const;
  });
  answer(router, "endSound", async ({ params, body, person, req, errand }) => {
    const done = errand && (await doneAlready<{ sound: SoundCard; known: boolean }>(pool, errand));
    if (done) return done.answer;
    const coming = await comingOf(pool, files, params.coming, person.id);
    const { hash, size } = await keepComing(files, coming);
    const made = await once(pool, errand, async (db) => {
      const name = coming.file.replace(/\.[^.]{1,5}$/, "");
      const of = { hash, size, file: coming.file, name, shelf: body.shelf, tags: tagsOnce(body.tags) };
      const { id, known } = await addSound(db, of, person.id);
      const sound = await soundCard(db, id);
      if (!known) await said(db, { req, person }, sound, `brought the sound “${sound.name}”`);
      return { sound, known };
    });
    // Only now: were it not kept after all, what is here would have to be sent again.
    await forgetComing(pool, coming);
    measuring.wake();
    return made;
  });
}

/** What came in with sessions, onto the shelves. */
function cargoRoutes(router: Router, { pool, files, crew, space, measuring }: SoundParts): void {
  answer(router, "sessionCargo", async ({ params, person }) => {
    const { id, title } = await sessionCard(pool, params.session);
    return crew.run(cargoJob, id, { who: person.id, what: `“${title}”` });
  });
  answer(router, "shelveSounds", async ({ params, body, person, req, errand }) => {
    const { id } = await sessionCard(pool, params.session);
    if (!space.fits(0)) throw diskFull("Nothing was changed.");
    const kept = await keptByThemselves(pool, files, id, body.entries);
    const sounds = await once(pool, errand, async (db) => {
      const made: { entry: string; sound: SoundCard }[] = [];
      for (const { entry, file, hash, size } of kept) {
        const name = file.replace(/\.[^.]{1,5}$/, "");
        const { id: of, known } = await addSound(
          db,
          { hash, size, file, name, shelf: body.shelf, tags: [] },
          person.id,
        );
        const sound = await soundCard(db, of);
        if (!known) await said(db, { req, person }, sound, `put the sound “${sound.name}” onto the shelf`);
        made.push({ entry, sound });
      }
      return made;
    });
    measuring.wake();
    return { sounds };
  });
}
