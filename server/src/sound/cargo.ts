import type { SessionCargo } from "@mossy/contract/cargo";
import type { Carried } from "@mossy/core/formats/exchange/carried";
import { openExchange } from "@mossy/core/formats/exchange/entries";
import { jobIn, laidOn } from "@mossy/core/formats/exchange/jobIn";
import { apply } from "@mossy/core/session/apply";
import type { Db } from "../database.ts";
import { openCarried } from "../files/carried.ts";
import type { Files, Put } from "../files/files.ts";
import type { Bench } from "../house/bench.ts";
import { HouseProblem } from "../problems.ts";
import { checkInWith, fileOfCheckIn } from "../sessions/checkInStore.ts";
import { sessionWith } from "../sessions/store.ts";
import { keepSound } from "./coming.ts";

/** What a session carries of its job: as it stands, with what the file of its last check-in has on its tracks. */
export async function cargoOf({ pool }: Bench, id: string): Promise<SessionCargo> {
  const { now, lastCheckIn, template } = await sessionWith(pool, id);
  if (!lastCheckIn) return { session: now, sounds: [], takes: [], shared: [], carried: [] };
  const [c, stored] = [await checkInWith(pool, lastCheckIn.id), await fileOfCheckIn(pool, lastCheckIn.id)];
  const file = await openExchange(stored.file);
  const inside = [...file.zip.entries, ...stored.carried].map((e) => ({
    ...e,
    name: e.name.slice(file.folder.length),
  }));
  // The tracks of the session it was taken in as are those of the file, in their order.
  const came = apply(c.came, stored.there);
  const job = jobIn(file.project, { session: came, ids: came.tracks.map((t) => t.id) }, inside);
  const there = new Set(now.tracks.map((t) => t.id));
  const clips = job.clips.filter((clip) => there.has(clip.track));
  const laid = laidOn(now, clips);
  const lost = job.clips.length - clips.length + laid.left;
  const byName = new Map(stored.carried.map((e) => [e.name.slice(file.folder.length), e]));
  const held = [...laid.entries].flatMap(([key, name]) => {
    const entry = byName.get(name);
    return entry ? [{ key, entry }] : [];
  });
  const shared = await sharedBy(
    pool,
    template,
    held.map((h) => h.entry.hash),
  );
  return {
    session: laid.session,
    sounds: held.map(({ key, entry }) => ({ key, entry: entry.name, bytes: entry.size })),
    takes: [...laid.takes],
    shared: held.map(({ key, entry }) => ({ key, many: shared.many.get(entry.hash) ?? 0, of: shared.of })),
    carried: [
      ...job.cargo,
      ...(lost === 0 ? [] : [{ what: "clips on tracks that are gone", many: lost, bytes: null }]),
    ],
  };
}

/** In how many of the sessions of a template files came in with the last check-in. */
async function sharedBy(
  db: Db,
  template: string,
  hashes: readonly string[],
): Promise<{ readonly many: ReadonlyMap<string, number>; readonly of: number }> {
  const { rows } = await db.query<{ hash: string; many: number }>(
    `select e->>'hash' as hash, count(distinct s.id)::int as many
     from sessions s join check_ins c on c.id = s.last_check_in, jsonb_array_elements(c.carried) e
     where s.template = $1 and e->>'hash' = any($2) group by 1`,
    [template, hashes],
  );
  const {
    rows: [all],
  } = await db.query<{ of: number }>(
    "select count(*)::int as of from sessions where template = $1 and last_check_in is not null",
    [template],
  );
  return { many: new Map(rows.map((r) => [r.hash, r.many])), of: all?.of ?? 0 };
}

/** A file that came in with a session, kept by itself. */
export interface Shelved extends Put {
  readonly entry: string;
  /** As its file is called, without the folders around it. */
  readonly file: string;
}

/**
 * Keeps entries of the file of a session's last check-in as files of their own; what was packed is unpacked.
 * @throws HouseProblem where one is not there, or is no sound
 */
export async function keptByThemselves(
  db: Db,
  files: Files,
  session: string,
  entries: readonly string[],
): Promise<Shelved[]> {
  const { lastCheckIn } = await sessionWith(db, session);
  const { carried } = lastCheckIn ? await fileOfCheckIn(db, lastCheckIn.id) : { carried: [] };
  const byName = new Map(carried.filter((e) => !e.folder).map((e) => [e.name, e]));
  const made: Shelved[] = [];
  for (const name of new Set(entries)) {
    const entry = byName.get(name);
    if (!entry)
      throw new HouseProblem(
        404,
        "Not in the session",
        `The last check-in holds no “${name}” (any more). Open the page again to see what it holds.`,
        "entries",
      );
    made.push({ ...(await keepEntry(files, entry)), entry: name, file: name.split("/").at(-1) ?? name });
  }
  return made;
}

async function keepEntry(files: Files, entry: Carried): Promise<Put> {
  const whole = await openCarried(files, entry);
  return keepSound(files, whole, entry.name.split("/").at(-1) ?? entry.name).finally(() => whole.close());
}
