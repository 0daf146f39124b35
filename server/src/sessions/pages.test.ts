import { randomUUID } from "node:crypto";
import type { SessionCard } from "@mossy/contract/sessions";
import { describe, expect, it } from "vitest";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead],
} = await visit("marram");

// As many as fill three pages, all of one moment, so that only their ids tell them apart.
await house.pool.query(
  `insert into sessions (id, title, room, template, release, edition, baseline, report, folder, made_by, made_at,
     tracks, unplaced, closed_at)
   select gen_random_uuid(), 'Swell ' || n || case when n = 7 then ' 100%_low' else '' end, s.room, s.template,
     s.release, s.edition, s.baseline, s.report, 'swell-' || n, s.made_by, timestamptz '2020-01-01', s.tracks, s.unplaced,
     case when n % 2 = 0 then now() end
   from generate_series(1, 150) n, (select * from sessions where room = 'loft' limit 1) s`,
);
const ask = async (query: Record<string, string>) =>
  (await lead.ask("sessions", {}, undefined, `?${new URLSearchParams(query).toString()}`)).data;
async function all(
  query: Record<string, string>,
): Promise<{ sessions: SessionCard[]; pages: number; of: number }> {
  const sessions: SessionCard[] = [];
  for (let [after, pages]: [string | null, number] = [null, 1]; ; pages++) {
    const page = await ask({ ...query, ...(after === null ? {} : { after }) });
    sessions.push(...page.sessions);
    after = page.next;
    if (after === null) return { sessions, pages, of: page.of };
  }
}

describe("the list of sessions", () => {
  it("comes page by page, newest first, each session once", async () => {
    const { sessions, pages, of } = await all({});
    expect(pages).toBeGreaterThan(2);
    expect([sessions.length, new Set(sessions.map((s) => s.id)).size]).toEqual([of, of]);
    const made = sessions.map((s) => s.madeAt);
    expect(made).toEqual(made.toSorted().toReversed());
  });

  it("is of those that are open, have something off, are asked something, are of a room", async () => {
    const { sessions } = await all({});
    const only = async (query: Record<string, string>, fits: (s: SessionCard) => boolean) => {
      const found = (await all(query)).sessions;
      expect([query, found.map((s) => s.id)]).toEqual([query, sessions.filter(fits).map((s) => s.id)]);
      return found.length;
    };
    expect(await only({ which: "open" }, (s) => s.closedAt === null)).toBeGreaterThan(75);
    expect(
      await only({ which: "look" }, (s) => s.closedAt === null && (s.lastCheckIn?.openNow ?? 0) > 0),
    ).toBeGreaterThan(0);
    await only({ which: "asked" }, (s) => s.closedAt === null && (s.lastCheckIn?.askedNow ?? 0) > 0);
    const open = (s: SessionCard): boolean => s.closedAt === null;
    await only(
      { which: "behind" },
      (s) => open(s) && (s.release < s.latestRelease || s.takenBack !== null),
    );
    expect(
      await only({ which: "unsent" }, (s) => open(s) && s.sentAt === null && s.lastCheckIn === null),
    ).toBeGreaterThan(0);
    expect(await only({ which: "closed" }, (s) => !open(s))).toBeGreaterThan(3);
    expect(
      await only(
        { which: "closed", room: "pan-yard", template: "engine-room-only" },
        (s) => s.template === "engine-room-only" && s.room === "pan-yard" && !open(s),
      ),
    ).toBeGreaterThan(0);
    expect(await only({ room: "ferry-van" }, (s) => s.room === "ferry-van")).toBeGreaterThan(0);
    expect(await only({ room: "attic" }, () => false)).toBe(0);
  });

  it("finds by title, room and template, and takes what is typed as it is", async () => {
    expect((await all({ find: "SWELL 1" })).sessions.every((s) => s.title.startsWith("Swell 1"))).toBe(
      true,
    );
    expect((await ask({ find: "ferry v" })).sessions.some((s) => s.room === "ferry-van")).toBe(true);
    expect((await ask({ find: "story eve" })).sessions[0]?.template).toBe("story-evening");
    for (const find of ["100%_low", "0%_", "%_l"])
      expect([find, (await ask({ find })).of]).toEqual([find, 1]);
    expect((await ask({ find: "\\\\" })).of).toBe(0);
  });

  it("has nothing behind a session that is none, and refuses what is no question", async () => {
    expect((await ask({ after: randomUUID() })).sessions).toEqual([]);
    const refused = async (query: string) => (await lead.ask("sessions", {}, undefined, query)).status;
    expect([
      await refused("?after=x"),
      await refused("?which=lost"),
      await refused(`?find=${"x".repeat(101)}`),
    ]).toEqual([400, 400, 400]);
  });
});
