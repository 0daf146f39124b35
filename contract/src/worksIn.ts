import type { Person } from "./people.ts";

/** Whether somebody works in a room: a lead in all of them. */
export const worksIn = (person: Pick<Person, "right" | "rooms">, room: string): boolean =>
  person.right === "lead" || person.rooms === null || person.rooms.includes(room);
