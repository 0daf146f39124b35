import { Router } from "express";
import type { SessionCard } from "@mossy/contract/sessions";
import type { WaitingItem } from "@mossy/contract/today";
import type { House } from "@mossy/core/house/house";
import { same } from "@mossy/core/session/change";
import { answer } from "../answer.ts";
import type { Db, Pool } from "../database.ts";
import { currentEdition, draft, editionWith } from "../house/store.ts";
import type { Styles } from "../house/styles.ts";
import { askedByTemplate } from "../library/follow.ts";
import { roomCards } from "../rooms/store.ts";
import { countAnew } from "../check/counts.ts";
import { sessionCards, sessionWith } from "../sessions/store.ts";
import { driftByWeek } from "./store.ts";

const DAY = 86_400_000;
const plural = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

export function todayRoutes(pool: Pool, styles: Styles): Router {
  const router = Router();
  answer(router, "today", async () => {
    const edition = await editionWith(pool, await currentEdition(pool));
    await countAnew(pool, styles);
    const asked = await askedByTemplate(pool, styles);
    const rooms = await roomCards(pool);
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
      waiting: await whatWaits(pool, open, edition, asked),
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
  const waiting: WaitingItem[] = [];
  for (const s of open.toSorted((a, b) => (b.lastCheckIn?.openNow ?? 0) - (a.lastCheckIn?.openNow ?? 0))) {
    const c = s.lastCheckIn;
    if (c && c.openNow > 0)
      waiting.push({
        about: s.roomName,
        weight: "look",
        says: `${s.title}: ${plural(c.openNow, "finding")} in check-in ${c.number}, ${c.tracks - c.followNow} of ${plural(c.tracks, "track")} off the house`,
        next: "Look and put right",
        to: `/check-ins/${c.id}`,
      });
  }
  for (const s of open) {
    if (s.lastCheckIn) continue;
    const { report } = await sessionWith(db, s.id);
    if (report.unplaced.length > 0)
      waiting.push({
        about: s.roomName,
        weight: "broken",
        says: `${s.title}: ${plural(report.unplaced.length, "source")} cannot be placed in this room`,
        next: "See what does not fit",
        to: `/sessions/${s.id}`,
      });
  }
  waiting.push(...askedOfRooms(open, edition.number), ...askedOfTemplates(asked, edition.number));
  const behind = new Map<string, SessionCard[]>();
  for (const s of open)
    if (s.release < s.latestRelease) behind.set(s.template, [...(behind.get(s.template) ?? []), s]);
  for (const [template, sessions] of behind) {
    const [first] = sessions;
    if (first)
      waiting.push({
        about: first.templateName,
        weight: "note",
        says: `Release ${first.latestRelease} is out; ${plural(sessions.length, "open session")} still on ${[...new Set(sessions.map((s) => s.release))].sort((a, b) => a - b).join(" and ")}`,
        next: "See who it reaches",
        to: `/library/${template}/releases`,
      });
  }
  const house = await draft(db);
  if (!same(house.house, edition.house)) {
    const days = Math.floor((Date.now() - Date.parse(house.updatedAt)) / DAY);
    waiting.push({
      about: "House style",
      weight: "note",
      says: `The draft after edition ${house.basedOn} was changed ${days === 0 ? "today" : `${plural(days, "day")} ago`} and is not published`,
      next: "Go on",
      to: "/house",
    });
  }
  return waiting;
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
      says: `It asks for ${plural(things, "thing")} in ${plural(asked.length, "open session")} started before it; nobody there changed anything for that`,
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
      says: `${plural(asked.size, "template is", "templates are")} not as it asks: ${plural(things, "thing")} in their current releases`,
      next: "Look, dress and publish",
      to: "/library/follow",
    },
  ];
}
