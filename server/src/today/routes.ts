import { Router } from "express";
import type { SessionCard } from "@mossy/contract/sessions";
import type { WaitingItem } from "@mossy/contract/today";
import type { House } from "@mossy/core/house/house";
import { same } from "@mossy/core/session/change";
import { plural } from "@mossy/core/session/plural";
import { answer } from "../answer.ts";
import type { Db, Pool } from "../database.ts";
import { currentEdition, draft, editionWith } from "../house/store.ts";
import type { Styles } from "../house/styles.ts";
import type { Crew } from "../crew/crew.ts";
import { askedJob } from "../library/jobs.ts";
import { roomCards } from "../rooms/store.ts";
import { countAnew } from "../check/counts.ts";
import { sessionCards } from "../sessions/store.ts";
import { driftByWeek, firstSteps, unplacedIn } from "./store.ts";
import { upkeepWaits } from "./upkeep.ts";
import type { Upkeep } from "./upkeep.ts";

const DAY = 86_400_000;

export function todayRoutes(pool: Pool, crew: Crew, styles: Styles, upkeep: Upkeep): Router {
  const router = Router();
  answer(router, "today", async ({ person }) => {
    const edition = await editionWith(pool, await currentEdition(pool));
    await countAnew(pool, styles, crew);
    const asked = await crew.run(askedJob, null, { who: person.id, what: "what waits" });
    const rooms = (await roomCards(pool)).filter((r) => r.retiredAt === null);
    const open = (await sessionCards(pool)).filter((s) => s.closedAt === null);
    return {
      house: { name: edition.house.name, edition: edition.number },
      rooms: rooms.map(({ id, room, following }) => ({
        id,
        name: room.name,
        says: room.says,
        inputs: room.inputs.length,
        following,
        open: open
          .filter((s) => s.room === id)
          .map(({ id: session, title, templateName, release, latestRelease }) => ({
            id: session,
            title,
            templateName,
            release,
            latestRelease,
          })),
      })),
      drift: await driftByWeek(
        pool,
        rooms.map((r) => r.id),
      ),
      waiting: [
        ...(person.right === "lead" ? await upkeepWaits(pool, upkeep) : []),
        ...(await whatWaits(pool, open, edition, asked)),
      ],
      first: await firstSteps(pool, edition.house, rooms.length),
    };
  });
  return router;
}

async function whatWaits(
  db: Db,
  open: readonly SessionCard[],
  edition: { number: number; house: House },
  asked: ReadonlyMap<string, number>,
): Promise<WaitingItem[]> {
  return [
    ...cameBackOff(open),
    ...(await withoutInputs(db, open)),
    ...askedOfRooms(open, edition.number),
    ...askedOfTemplates(asked, edition.number),
    ...onOldReleases(open),
    ...(await draftWaits(db, edition.house)),
  ];
}

/** What came back from rooms with something off, most first. */
function cameBackOff(open: readonly SessionCard[]): WaitingItem[] {
  const off = (s: SessionCard): number => s.lastCheckIn?.openNow ?? 0;
  return open
    .toSorted((a, b) => off(b) - off(a))
    .flatMap(({ title, roomName, lastCheckIn: c }): WaitingItem[] => {
      if (!c || c.openNow === 0) return [];
      const says =
        `${title}: ${plural(c.openNow, "finding")} in check-in ${c.number}, ` +
        `${c.tracks - c.followNow} of ${plural(c.tracks, "track")} off the house`;
      const to = `/check-ins/${c.id}`;
      return [{ about: roomName, weight: "look", says, next: "Look and put right", to }];
    });
}

/** Sessions that went out with sources their room has no input for. */
async function withoutInputs(db: Db, open: readonly SessionCard[]): Promise<WaitingItem[]> {
  const out = open.filter((s) => !s.lastCheckIn);
  const unplaced = await unplacedIn(
    db,
    out.map((s) => s.id),
  );
  return out.flatMap(({ id, title, roomName }): WaitingItem[] => {
    const many = unplaced.get(id) ?? 0;
    if (many === 0) return [];
    const says = `${title}: ${plural(many, "source")} cannot be placed in this room`;
    return [
      { about: roomName, weight: "broken", says, next: "See what does not fit", to: `/sessions/${id}` },
    ];
  });
}

/** Templates of which open sessions still stand on an earlier release. */
function onOldReleases(open: readonly SessionCard[]): WaitingItem[] {
  const behind = new Map<string, SessionCard[]>();
  for (const s of open)
    if (s.release < s.latestRelease) behind.set(s.template, [...(behind.get(s.template) ?? []), s]);
  return [...behind].flatMap(([template, sessions]): WaitingItem[] => {
    const [first] = sessions;
    if (!first) return [];
    const old = [...new Set(sessions.map((s) => s.release))].sort((a, b) => a - b).join(" and ");
    return [
      {
        about: first.templateName,
        weight: "note",
        says: `Release ${first.latestRelease} is out; ${plural(sessions.length, "open session")} still on ${old}`,
        next: "See who it reaches",
        to: `/library/${template}/releases`,
      },
    ];
  });
}

/** A draft of the house style that was changed and not published. */
async function draftWaits(db: Db, house: House): Promise<WaitingItem[]> {
  const now = await draft(db);
  if (same(now.house, house)) return [];
  const days = Math.floor((Date.now() - Date.parse(now.updatedAt)) / DAY);
  const when = days === 0 ? "today" : `${plural(days, "day")} ago`;
  const says = `The draft after edition ${now.basedOn} was changed ${when} and is not published`;
  return [{ about: "House style", weight: "note", says, next: "Go on", to: "/house" }];
}

/** What an edition asks of sessions that were started under an earlier one: not their rooms' drift. */
function askedOfRooms(open: readonly SessionCard[], edition: number): WaitingItem[] {
  const asked = open.filter((s) => s.edition < edition && (s.lastCheckIn?.askedNow ?? 0) > 0);
  const [first] = asked;
  if (!first) return [];
  const things = asked.reduce((n, s) => n + (s.lastCheckIn?.askedNow ?? 0), 0);
  return [
    {
      about: `Edition ${edition}`,
      weight: "note",
      says:
        `It asks for ${plural(things, "thing")} in ` +
        `${plural(asked.length, "open session")} started before it; nobody there changed anything for that`,
      next: asked.length === 1 ? "Look" : "See which",
      to: asked.length === 1 ? `/check-ins/${first.lastCheckIn?.id ?? ""}` : "/sessions?which=asked",
    },
  ];
}

/** The templates an edition makes wrong. */
function askedOfTemplates(asked: ReadonlyMap<string, number>, edition: number): WaitingItem[] {
  if (asked.size === 0) return [];
  const things = [...asked.values()].reduce((n, m) => n + m, 0);
  return [
    {
      about: `Edition ${edition}`,
      weight: "look",
      says:
        `${plural(asked.size, "template is", "templates are")} not as it asks: ` +
        `${plural(things, "thing")} in their current releases`,
      next: "Look, dress and publish",
      to: "/library/follow",
    },
  ];
}
