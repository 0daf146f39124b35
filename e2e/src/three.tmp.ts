import { connect } from "@mossy/server/database";
import { largeHouse } from "./testing/largeHouse.ts";
const house = await largeHouse();
const pool = connect(house.url);
const q = pool.query.bind(pool);
await q("analyze");
const seen: { text: string; values: unknown[] }[] = [];
const db = {
  query: (a: { text: string; values: unknown[] } | string, v: unknown[] = []) => {
    const o = typeof a === "string" ? { text: a, values: v } : a;
    seen.push(o);
    return q(o.text, o.values);
  },
} as never;
const { sessionsPage, openSessions } = await import("@mossy/server/sessions/cards");
const { countAnew } = await import("@mossy/server/check/counts");
await sessionsPage(db, { which: "open" });
await openSessions(db);
await countAnew(db, null as never, null as never).catch(() => 0);
for (const { text, values } of seen) {
  console.log("-----", text.slice(0, 60));
  console.log(
    (await q("explain analyze " + text, values)).rows
      .map((r: Record<string, string>) => r["QUERY PLAN"])
      .join("\n"),
  );
}
await pool.end();
await house.close();
process.exit(0);
