import { Router } from "express";
import { answer } from "../answer.ts";
import { countAnew } from "../check/counts.ts";
import type { Crew } from "../crew/crew.ts";
import type { Pool } from "../database.ts";
import { draftChanged } from "../house/store.ts";
import type { Styles } from "../house/styles.ts";
import { proposalsLately } from "../proposals/store.ts";
import { remarksForSomebody } from "../remarks/store.ts";
import { blocksBehind } from "../library/blocks.ts";
import { askedInAll } from "../library/follow.ts";
import { countTemplatesAnew } from "../library/stands.ts";
import { roomLines } from "../rooms/store.ts";
import { openSessions } from "../sessions/cards.ts";
import { together } from "../together.ts";
import { Written, writeOut } from "../written.ts";
import { driftByWeek, firstSteps } from "./store.ts";
import { upkeepWaits } from "./upkeep.ts";
import type { Upkeep } from "./upkeep.ts";

export function todayRoutes(pool: Pool, crew: Crew, styles: Styles, upkeep: Upkeep): Router {
  const router = Router();
  const today = (lead: boolean) => async () => {
    const { edition, style } = await styles.current(pool);
    await countAnew(pool, styles, crew);
    await countTemplatesAnew(pool, crew);
    const rooms = await roomLines(pool);
    const answered = writeOut("today", {
      house: { name: style.house.name, edition },
      rooms,
      open: await openSessions(pool),
      asked: await askedInAll(pool),
      proposals: await proposalsLately(pool),
      remarks: await remarksForSomebody(pool),
      blocksBehind: await blocksBehind(pool),
      draft: await draftChanged(pool),
      upkeep: lead ? await upkeepWaits(pool, upkeep) : [],
      first: await firstSteps(pool, style.house, rooms.length),
    });
    return new Written(answered);
  };
  // Everybody looks at it, and after an edition all at once.
  const [ofLeads, ofOthers] = [together(today(true)), together(today(false))];
  answer(router, "today", ({ person }) => (person.right === "lead" ? ofLeads() : ofOthers()));
  const drift = together(async () => driftByWeek(pool, new Set((await roomLines(pool)).map((r) => r.id))));
  answer(router, "drift", drift);
  return router;
}
