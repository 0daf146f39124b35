import type { DeliveryFrom } from "@mossy/contract/delivery";
import { collisionKey } from "@mossy/core/names/disk";
import type { Db } from "../database.ts";
import { HouseProblem, notFound } from "../problems.ts";
import { fileOfCheckIn } from "../sessions/checkInStore.ts";
import { sessionWith } from "../sessions/store.ts";
import type { Place } from "./place.ts";

/** The files of a delivery, by their paths below the folder they were handed in with. */
export interface Source {
  /** @returns null where there is no such file */
  place(path: string): Place | null;
}

const leaves = (path: string): boolean =>
  path.startsWith("/") ||
  path.includes("\0") ||
  path.split("/").some((part) => part === "" || /^\.{1,2}$/.test(part));

/**
 * Where the files of a session's delivery are opened. Of the shared disk only the session's own folder is.
 * @param root of the shared disk; undefined where the house has none
 * @throws HouseProblem 404, 422
 */
export async function sourceOf(
  db: Db,
  root: string | undefined,
  session: string,
  from: DeliveryFrom,
): Promise<Source> {
  const s = await sessionWith(db, session);
  if (from.what === "check-in") {
    const { carried } = s.lastCheckIn ? await fileOfCheckIn(db, s.lastCheckIn.id) : { carried: [] };
    const entries = new Map(carried.filter((e) => !e.folder).map((e) => [e.name, e]));
    return {
      place: (path) => {
        const entry = entries.get(path);
        return entry ? { what: "carried", entry } : null;
      },
    };
  }
  if (root === undefined) throw notFound("shared disk set up in this house");
  const name = from.at.slice(from.at.lastIndexOf("/") + 1);
  const own = [s.folder, ...s.earlier.map((e) => e.folder)].map(collisionKey);
  if (!own.includes(collisionKey(name)))
    throw new HouseProblem(
      422,
      "Another session's folder",
      `“${from.at}” is not the folder of “${s.title}”. Open the page of the session it belongs to.`,
    );
  return {
    place: (path) => (leaves(path) ? null : { what: "disk", root, path: `${from.at}/${path}` }),
  };
}
