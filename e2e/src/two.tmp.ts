import { connect } from "@mossy/server/database";
import { largeHouse } from "./testing/largeHouse.ts";
import { openSessions } from "@mossy/server/sessions/cards";
import { roomLines } from "@mossy/server/rooms/store";
import { driftByWeek, firstSteps } from "@mossy/server/today/store";
import { askedInAll } from "@mossy/server/library/follow";
import { draftChanged } from "@mossy/server/house/store";
import { countAnew } from "@mossy/server/check/counts";
import { countTemplatesAnew } from "@mossy/server/library/stands";
import { templateCards } from "@mossy/server/library/store";
import { sessionsPage } from "@mossy/server/sessions/cards";
import { writeOut } from "@mossy/server/written";
import { gzipSync } from "node:zlib";
import { inPlace } from "@mossy/server/crew/crew";
import { Styles } from "@mossy/server/house/styles";
const house = await largeHouse();
const pool = connect(house.url);
const styles = new Styles();
const crew = inPlace({ pool, styles });
const { style, edition } = await styles.current(pool);
const works: Record<string, () => Promise<unknown>> = {
  current: () => styles.current(pool),
  countAnew: () => countAnew(pool, styles, crew),
  templatesAnew: () => countTemplatesAnew(pool, crew),
  rooms: () => roomLines(pool),
  open: () => openSessions(pool),
  drift: async () => driftByWeek(pool, new Set((await roomLines(pool)).map((r) => r.id))),
  asked: () => askedInAll(pool),
  draft: () => draftChanged(pool),
  first: () => firstSteps(pool, style.house, 200),
  library: () => templateCards(pool),
  page: () => sessionsPage(pool, { which: "open" }),
};
for (const [name, work] of Object.entries(works)) {
  const t: number[] = [];
  for (let n = 0; n < 30; n++) {
    const b = performance.now();
    await work();
    t.push(performance.now() - b);
  }
  console.log(name.padEnd(16), t.sort((a, b) => a - b)[15]!.toFixed(2), t[29]!.toFixed(1));
}
const rooms = await roomLines(pool);
const data = {
  house: { name: "x", edition },
  rooms,
  open: await openSessions(pool),
  asked: await askedInAll(pool),
  draft: await draftChanged(pool),
  upkeep: [],
  first: [],
};
for (const f of [
  () => writeOut("today", data),
  () => JSON.stringify(data),
  () => gzipSync(JSON.stringify(data), { level: 1 }),
  () => gzipSync(JSON.stringify(data), { level: 6 }),
]) {
  const t: number[] = [];
  for (let n = 0; n < 30; n++) {
    const b = performance.now();
    f();
    t.push(performance.now() - b);
  }
  console.log(t.sort((a, b) => a - b)[15]!.toFixed(2));
}
await pool.end();
await house.close();
process.exit(0);
