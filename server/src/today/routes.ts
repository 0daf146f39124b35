import { Router } from "express";
import type { SessionCard } from "@mossy/contract/sessions";
import type { Waiting } from "@mossy/contract/today";
import { same } from "@mossy/core/session/change";
import { answer } from "../answer.ts";
import type { Db, Pool } from "../database.ts";
import { currentEdition, draft, editionWith } from "../house/store.ts";
import { roomCards } from "../rooms/store.ts";
import { sessionCards, sessionWith } from "../sessions/store.ts";
import { driftByWeek } from "./store.ts";

const DAY = 86_400_000;
const plural = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

export function todayRoutes(pool: Pool): Router {
  const router = Router();
  answer(router, "today", async () => {
    const edition = await editionWith(pool, await currentEdition(pool));
    const rooms = await roomCards(pool);
    const open = (await sessionCards(pool)).filter((s) => s.closedAt === null);
    return {
      house: { name: edition.house.name, edition: edition.number },
      rooms: rooms.map(({ id, room, following }) => ({
        id, name: room.name, says: room.says, inputs: room.inputs.length, following,
        open: open.filter((s) => s.room === id).map(({ id: session, title, templateName, release, latestRelease }) => ({ id: session, title, templateName, release, latestRelease })),
      })),
      drift: await driftByWeek(pool, rooms.map((r) => r.id)),
      waiting: await whatWaits(pool, open, edition.house),
    };
  });
  return router;
}

async function whatWaits(db: Db, open: readonly SessionCard[], current: unknown): Promise<Waiting[]> {
  const waiting: Waiting[] = [];
  for (const s of open.toSorted((a, b) => (b.lastCheckIn?.openNow ?? 0) - (a.lastCheckIn?.openNow ?? 0))) {
    const c = s.lastCheckIn;
    if (c && c.openNow > 0) waiting.push({ about: s.roomName, weight: "look", says: `${s.title}: ${plural(c.openNow, "finding")} in check-in ${c.number}, ${c.tracks - c.followNow} of ${plural(c.tracks, "track")} off the house`, next: "Look and put right", to: `/check-ins/${c.id}` });
  }
  for (const s of open) {
    if (s.lastCheckIn) continue;
    const { report } = await sessionWith(db, s.id);
    if (report.unplaced.length > 0) waiting.push({ about: s.roomName, weight: "broken", says: `${s.title}: ${plural(report.unplaced.length, "source")} cannot be placed in this room`, next: "See what does not fit", to: `/sessions/${s.id}` });
  }
  const behind = new Map<string, SessionCard[]>();
  for (const s of open) if (s.release < s.latestRelease) behind.set(s.template, [...behind.get(s.template) ?? [], s]);
  for (const [template, sessions] of behind) {
    const [first] = sessions;
    if (first) waiting.push({ about: first.templateName, weight: "note", says: `Release ${first.latestRelease} is out; ${plural(sessions.length, "open session")} still on ${[...new Set(sessions.map((s) => s.release))].sort((a, b) => a - b).join(" and ")}`, next: "See who it reaches", to: `/library/${template}` });
  }
  const house = await draft(db);
  if (!same(house.house, current)) {
    const days = Math.floor((Date.now() - Date.parse(house.updatedAt)) / DAY);
    waiting.push({ about: "House style", weight: "note", says: `The draft after edition ${house.basedOn} was changed ${days === 0 ? "today" : `${plural(days, "day")} ago`} and is not published`, next: "Go on", to: "/house" });
  }
  return waiting;
}
