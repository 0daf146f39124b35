import type { Person } from "@mossy/contract/people";
import type { Route } from "@mossy/contract/routes";
import { worksIn } from "@mossy/contract/worksIn";
import { HouseProblem } from "./problems.ts";

/** Where something happens: in which room, and of which session. */
export interface Place {
  /** Null for what belongs to no room: a draft of the library, which is the leads'. */
  readonly room: string | null;
  readonly session?: { readonly title: string; readonly closedAt: string | null };
}

/** @throws HouseProblem 401, 403 where somebody may not ask this at all, wherever it is */
export function mayAtAll(route: Route, person: Person | null): void {
  if (route.who === "anyone") return;
  if (!person)
    throw new HouseProblem(
      401,
      "Please sign in",
      "You are not signed in, or were signed out meanwhile. Sign in and try again; nothing was lost.",
    );
  const may = route.who === "signed-in" ? person.right !== "station" : route.who.includes(person.right);
  if (!may) {
    const takes = route.who === "signed-in" ? "a person" : `the right of ${route.who.join(" or ")}`;
    throw new HouseProblem(
      403,
      "Not yours to do",
      `This takes ${takes}; you are signed in as ${person.name}, ${person.right}.`,
    );
  }
  if (person.wantsFactor && !route.early)
    throw new HouseProblem(
      403,
      "A second factor first",
      "The house asks for a second factor. Set it up on your own page; everything else opens then.",
    );
}

/** @throws HouseProblem 403 where it is not their room, 409 where the session is closed */
export function mayThere(route: Route, person: Person | null, place: Place): void {
  if (person) mayInRoom(route, person, place.room);
  const { session } = place;
  if (route.open && session && session.closedAt !== null) throw isClosed(session.title);
}

function mayInRoom(route: Route, person: Person, room: string | null): void {
  const asked = route.rooms === "own" || (route.rooms === "station" && person.right === "station");
  if (!asked || person.right === "lead") return;
  if (room === null)
    throw new HouseProblem(
      403,
      "Not yours to do",
      "The drafts of the library are the leads'. Start a session from a release, or ask a lead.",
    );
  if (!worksIn(person, room))
    throw new HouseProblem(
      403,
      "Not your room",
      `${person.name} does not work in this room: look at everything, change what is in your own rooms. ` +
        "A lead says who works where.",
    );
}

/** Why nothing was changed: a session is closed. */
export const isClosed = (title: string): HouseProblem =>
  new HouseProblem(
    409,
    "That session is closed",
    `“${title}” is closed: it stays as it is. An engineer of its room or a lead can open it again.`,
  );
