import { dice } from "@mossy/core/chance/dice";
import { idOf } from "@mossy/core/words/usual/index";
import { demoHistory } from "./history.ts";
import type { DemoCheckIn, DemoSession, History } from "./history.ts";
import type { DemoPerson } from "./people.ts";
import { workOf } from "./sessionPlans.ts";

/** How large the large house is: in all, the small one counted in. */
export const LARGE = { rooms: 200, templates: 300, sessions: 3000, open: 280, checkIns: 7400, people: 60 };

// prettier-ignore
const PLACES = [
  "Heron", "Kelp", "Samphire", "Curlew", "Marl", "Sluice", "Bittern", "Eelgrass", "Saltpan", "Reedbed",
  "Shingle", "Tern", "Oyster", "Ebb", "Breakwater", "Driftwood", "Gull", "Limpet", "Sandbar", "Wrack",
  "Dune", "Estuary", "Fathom", "Groyne", "Cockle", "Jetty", "Keel", "Lagoon",
] as const;
/** What a room is called, and the room of the small house it is like. */
const ROOMS = [
  ["Yard", "pan-yard"],
  ["Barn", "pan-yard"],
  ["Hall", "pan-yard"],
  ["Tent", "story-tent"],
  ["Cellar", "story-tent"],
  ["Loft", "loft"],
  ["Van", "ferry-van"],
] as const;
const FIRST = ["Alder", "Bryn", "Cass", "Dara", "Elowen", "Fenn", "Gwil", "Hollis"] as const;
const LAST = ["Reed", "Marsh", "Cove", "Thrift", "Rook", "Sedge", "Weir"] as const;
const DAY = 86_400_000;

/**
 * A house of two hundred rooms that grew from the small one: years of sessions, most of them over. The same
 * day gives the same house.
 */
export function largeHistory(now: Date): History {
  const small = demoHistory(now);
  const roll = dice(200);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(roll() * list.length)] as T;
  const rooms = [...small.rooms, ...moreRooms(small)];
  const templates = [...small.templates, ...moreTemplates(small)];
  // Blocks are put into sessions; none is started from one.
  const started = templates.filter((t) => t.kind !== "block");
  const people = [...small.people, ...morePeople(rooms)];
  const hands = people.filter((p) => p.right !== "lead");
  const ago = (days: number): Date => new Date(now.getTime() - 60_000 - days * DAY);
  const sessions: DemoSession[] = [...small.sessions];
  let left = LARGE.checkIns - sessions.reduce((n, s) => n + s.checkIns.length, 0);
  let open = LARGE.open - sessions.filter((s) => s.closedAt === null).length;
  for (let n = sessions.length; n < LARGE.sessions; n++) {
    const still = LARGE.sessions - n;
    const goesOn = roll() < open / still;
    if (goesOn) open--;
    const many = Math.min(6, Math.max(0, Math.round(left / still + roll() * 2 - 1)));
    left -= many;
    const template = pick(started);
    const room = pick(rooms);
    const by = pick(hands);
    // What goes on was begun in the last weeks; the rest lies anywhere in two years, the last weeks most.
    const begun = goesOn ? 4 + roll() * 30 : 30 + roll() ** 2 * 700;
    sessions.push({
      title: `${pick(PLACES)} take ${n}`,
      room: room.id,
      template: template.id,
      release: 1 + Math.floor(roll() * template.releases.length),
      by: by.id,
      at: ago(begun),
      closedAt: goesOn ? null : ago(begun / 3),
      checkIns: Array.from({ length: many }, (_, i): DemoCheckIn => ({
        at: ago(begun - ((begun * 0.6) / many) * (i + 0.5)),
        by: by.id,
        work: workOf(roll() * 1.5),
        seed: n * 10 + i,
        putRight: !goesOn || i < many - 1,
        strange: [],
      })),
    });
  }
  return { ...small, rooms, templates, people, sessions };
}

function moreRooms({ rooms }: History): History["rooms"][number][] {
  const made = PLACES.flatMap((place) =>
    ROOMS.map(([what, like]) => {
      const { room } = rooms.find((r) => r.id === like) ?? rooms[0]!;
      const name = `${place} ${what}`;
      return { id: idOf(name), room: { ...room, name } };
    }),
  );
  return made.slice(0, LARGE.rooms - rooms.length);
}

function moreTemplates({ templates }: History): History["templates"][number][] {
  return Array.from({ length: LARGE.templates - templates.length }, (_, i) => {
    const like = templates[i % templates.length]!;
    const name = `${like.name}, ${PLACES[i % PLACES.length] ?? ""} ${1 + Math.floor(i / PLACES.length)}`;
    const releases = like.releases.slice(-2);
    return { ...like, id: idOf(name), name, releases, at: like.at.slice(-releases.length) };
  });
}

function morePeople(rooms: History["rooms"]): DemoPerson[] {
  const names = FIRST.flatMap((first) => LAST.map((last) => `${first} ${last}`));
  return names.slice(0, LARGE.people - 4).map((name, i) => ({
    id: idOf(name),
    signIn: idOf(name),
    name,
    right: i % 3 === 2 ? "assistant" : "engineer",
    rooms: rooms.filter((_, n) => n % 56 === i).map((r) => r.id),
    does: "",
    password: "sea-lavender",
  }));
}
