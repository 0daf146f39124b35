import { randomUUID } from "node:crypto";
import type { Doer } from "@mossy/contract/people";
import type { Forwarded } from "@mossy/contract/sessions";
import { sessionFolder } from "@mossy/core/disk/sessionFolder";
import { moveInputs } from "@mossy/core/fit/moveInputs";
import type { InputMove } from "@mossy/core/fit/moveInputs";
import { inSetUp } from "@mossy/core/fit/room";
import type { Style } from "@mossy/core/house/style";
import { setSessionField } from "@mossy/core/session/change";
import { inputsOf } from "@mossy/core/session/inputs";
import { plural } from "@mossy/core/session/plural";
import type { Db, Pool } from "../database.ts";
import type { Styles } from "../house/styles.ts";
import { roomInUse } from "../rooms/store.ts";
import { HouseProblem, stale } from "../problems.ts";
import { once } from "../transaction.ts";
import { changeNow, tellOf } from "./forward.ts";
import type { UndoWish } from "./forward.ts";
import { keepForward, putOn, standingOf } from "./forwardStore.ts";
import type { Footing, Standing } from "./forwardStore.ts";
import { toldApart } from "./start.ts";
import { addSession, openForWriting, sessionWith } from "./store.ts";

/** Whoever does something to a session as it was looked at. */
export interface LifeWish extends UndoWish {
  /** The revision that was looked at; null where nothing had come back. */
  readonly revision: number | null;
}

const asLookedAt = (was: Standing, wish: LifeWish): void => {
  if (was.revision !== wish.revision)
    throw stale("Somebody worked on the session since you looked at it. Look at it again.");
};
/** What a session stands on, as it is. */
const footingOf = (s: Standing): Footing => ({
  release: s.release,
  edition: s.edition,
  baseline: s.baseline,
  report: s.report,
  lowering: s.lowering,
  stood: null,
});

/**
 * Moves sources of a running session to other inputs: in it and in what it went out as, so that it is no drift. Kept,
 * and taken back, like bringing it forward.
 * @throws HouseProblem 409 where somebody was faster, 422 where an input does not suit
 */
export const replug = (
  pool: Pool,
  styles: Styles,
  wish: LifeWish & { readonly moves: readonly InputMove[] },
): Promise<Forwarded> =>
  once(pool, wish.errand, async (db) => {
    const { session, by, moves } = wish;
    await openForWriting(db, session);
    const was = await standingOf(db, session, true);
    asLookedAt(was, wish);
    const { inputs } = inSetUp(was.room, was.setUp);
    const moved = moveInputs(was.now, inputs, moves);
    if ("problem" in moved) throw new HouseProblem(422, "That cannot be plugged so", moved.problem);
    const { changes } = moved;
    if (changes.length === 0)
      throw new HouseProblem(409, "Done already", "Every source stands on that input already.");
    const to = new Map(moves.map((m) => [m.track, m.input]));
    const baseline = {
      ...was.baseline,
      tracks: was.baseline.tracks.map((t) => ({
        ...t,
        input: to.has(t.id) ? (to.get(t.id) ?? null) : t.input,
      })),
    };
    const on: Footing = {
      ...footingOf(was),
      baseline,
      report: {
        ...was.report,
        unplaced: was.report.unplaced.filter(
          (u) => !baseline.tracks.some((t) => t.id === u.track && inputsOf(t).length > 0),
        ),
      },
    };
    await putOn(db, session, on);
    await changeNow(db, styles, was, [...changes], on, by);
    const what = `Inputs: ${plural(changes.length, "source")} moved`;
    const kept = await keepForward(db, {
      session,
      was,
      to: was.release,
      what,
      changes,
      choices: [],
      by: by.id,
    });
    await tellOf(
      db,
      wish,
      `moved ${plural(changes.length, "source")} of “${was.now.title}” to other inputs`,
    );
    return kept;
  });

/** Calls a session otherwise; its folder gets another name too, and what both were called stays known. */
export const rename = (
  pool: Pool,
  styles: Styles,
  wish: LifeWish & { readonly title: string },
): Promise<{ title: string; folder: string }> =>
  once(pool, wish.errand, async (db) => {
    const { session, by, title: said } = wish;
    await openForWriting(db, session);
    const was = await standingOf(db, session, true);
    asLookedAt(was, wish);
    const { title: before, folder: stood, madeAt, roomName } = await sessionWith(db, session);
    if (said === before)
      throw new HouseProblem(409, "Done already", `It is called “${before}” already.`, "title");
    const { style } = await styles.current(db);
    const named = await toldApart(db, said, folderFor(style, roomName, new Date(madeAt)), session);
    await db.query(
      "insert into session_names (session, title, folder, renamed_by) values ($1, $2, $3, $4)",
      [session, before, stood, by.id],
    );
    await db.query("update sessions set title = $2, folder = $3 where id = $1", [
      session,
      named.title,
      named.folder,
    ]);
    const on = { ...footingOf(was), baseline: { ...was.baseline, title: named.title } };
    await putOn(db, session, on);
    await changeNow(db, styles, was, [setSessionField(was.now, "title", named.title)], on, by);
    await tellOf(db, wish, `called “${before}” “${named.title}”`);
    return named;
  });

/** What the folder of a session is called by its title. */
export const folderFor =
  (style: Style, room: string, at: Date) =>
  (title: string): string =>
    sessionFolder(style.house, style.reader, title, room, at);

/**
 * Starts another session set up as this one is, for a second song: the same release, room, inputs and settings;
 * nothing that was worked in it.
 * @returns its id
 */
export async function copySession(
  db: Db,
  styles: Styles,
  session: string,
  said: string,
  by: Doer,
): Promise<{ id: string; title: string }> {
  const was = await standingOf(db, session);
  await roomInUse(db, was.roomId);
  const s = await sessionWith(db, session);
  const { style } = await styles.current(db);
  const [id, at] = [randomUUID(), new Date()];
  const { title, folder } = await toldApart(db, said, folderFor(style, s.roomName, at));
  await addSession(db, {
    id,
    title,
    folder,
    room: was.roomId,
    template: was.template,
    release: was.release,
    edition: was.edition,
    variant: was.variant,
    production: s.production,
    setUp: was.setUp,
    choices: was.choices,
    baseline: { ...was.baseline, title },
    report: { ...was.report, adjusted: was.report.adjusted.filter((a) => a.what !== "Name") },
    lowering: was.lowering,
    by: by.id,
    at,
  });
  return { id, title };
}
