import { standOf } from "@mossy/core/check/causes";
import { followingOf, openByRoom, waitingIn } from "@mossy/contract/openWork";
import { diff } from "@mossy/core/session/diff";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { makeStyle } from "@mossy/core/house/style";
import { dice } from "@mossy/core/chance/dice";
import { AFTERNOON, work } from "@mossy/station/afternoon";
import { describe, expect, it } from "vitest";
import { everyPage } from "../testing/everyPage.ts";
import { publishDarker } from "../testing/editions.ts";
import { quayNight, takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

const {
  visitors: [lead, engineer],
} = await visit("marram", "tamsin");

describe("what the house changed since", () => {
  it("is told apart from what the room changed, on every page alike, and rooms keep their share", async () => {
    const { data: session } = await quayNight(engineer);
    const file = writeExchange(work(session.baseline, AFTERNOON, dice(7)), session.id);
    const handed = takenIn((await engineer.ask("handIn", {}, file)).data);
    const { data: before } = await lead.ask("today", {});
    const share = (t: typeof before) => followingOf(openByRoom(t.open).get("ferry-van") ?? []);
    expect(share(before)).not.toBeNull();
    const edition = await publishDarker(lead);
    const { data: checkIn } = await lead.ask("checkIn", { checkIn: handed.checkIn });
    const [styleNow, styleThen] = await Promise.all(
      [edition.number, checkIn.session.edition].map(async (n) =>
        makeStyle((await lead.ask("houseEdition", { edition: n })).data.house),
      ),
    );
    const stand = standOf(styleNow!, checkIn.now.session, {
      baseline: checkIn.baseline,
      style: styleThen!,
    });
    expect([stand.open.room, stand.open.edition > 20]).toEqual([handed.findings, true]);
    const { data: page } = await lead.ask("session", { session: session.id });
    const card = (await lead.ask("sessions", {})).data.sessions.find((s) => s.id === session.id)!;
    for (const c of [page.lastCheckIn, card.lastCheckIn, page.checkIns[0]])
      expect(c).toMatchObject({
        openNow: stand.open.room,
        askedNow: stand.open.edition,
        broughtNow: stand.open.release,
      });
    const { data: today } = await lead.ask("today", {});
    expect(share(today)).toBe(share(before));
    const waits = waitingIn(today);
    expect(waits.filter((w) => w.about === `Edition ${edition.number}`).map((w) => w.next)).toEqual([
      "See which",
      "Look, dress and publish",
    ]);
    expect(waits.find((w) => w.to === `/check-ins/${handed.checkIn}`)?.says).toContain(
      `${stand.open.room} findings`,
    );
  });

  it(
    "shows which templates it makes wrong, and each is dressed and published by itself, " +
      "nothing else touched",
    async () => {
      const pages = await everyPage((from) => lead.ask("follow", { from }));
      const asked = pages.flatMap((p) => p.templates);
      const { data: library } = await lead.ask("library", {});
      expect(asked.map((t) => t.template).sort()).toEqual(
        library.templates
          .filter((t) => t.asked > 0 && !t.retired)
          .map((t) => t.id)
          .sort(),
      );
      const one = asked.find((t) => !t.changed && t.left.length === 0)!;
      const before = (await lead.ask("template", { template: one.template })).data;
      expect(one.note).toMatch(/^Follows edition \d+: \d+ colours/);
      expect(
        (
          await engineer.ask(
            "followEdition",
            { template: one.template },
            { revision: one.revision, note: one.note },
          )
        ).status,
      ).toBe(403);
      expect(
        (
          await lead.ask(
            "followEdition",
            { template: one.template },
            { revision: one.revision + 7, note: one.note },
          )
        ).status,
      ).toBe(409);
      const { data: release } = await lead.ask(
        "followEdition",
        { template: one.template },
        { revision: one.revision, note: one.note },
      );
      expect(release).toMatchObject({
        number: one.release + 1,
        edition: pages[0]!.edition,
        note: one.note,
      });
      const { data: after } = await lead.ask("template", { template: one.template });
      const fields = new Set(
        diff(before.draft.session, after.draft.session).map((c) => (c.do === "set" ? c.field : c.do)),
      );
      expect([...fields]).toEqual(["colour"]);
      const left = await everyPage((from) => lead.ask("follow", { from }));
      expect(left.flatMap((p) => p.templates).map((t) => t.template)).toEqual(
        asked.map((t) => t.template).filter((t) => t !== one.template),
      );
      expect(
        (
          await lead.ask(
            "publishRelease",
            { template: one.template },
            { revision: after.draft.revision, note: "again" },
          )
        ).problem,
      ).toContain(`just as release ${release.number}`);
    },
  );
});

describe("today", () =>
  it("shows rooms, what stands on which release, drift over twelve weeks, and what waits", async () => {
    const { data } = await lead.ask("today", {});
    expect(data.rooms.map((r) => r.name)).toEqual(["Pan Yard", "Story Tent", "Loft", "Ferry Van"]);
    const { weeks, rooms, house } = (await lead.ask("drift", {})).data;
    expect([weeks.length, house.length]).toEqual([12, 12]);
    expect(rooms.map((r) => r.room).toSorted()).toEqual(["ferry-van", "loft", "pan-yard", "story-tent"]);
    for (const [i, all] of house.entries()) {
      const shares = rooms.flatMap((r) => r.shares[i] ?? []);
      // The house as a whole lies between its rooms.
      if (all === null) expect(shares).toEqual([]);
      else expect([Math.min(...shares) <= all, all <= Math.max(...shares)]).toEqual([true, true]);
    }
    expect(waitingIn(data).map((w) => w.about)).toEqual(
      expect.arrayContaining(["Loft", "Ferry Van", "Edition 3", "Shanty choir"]),
    );
  }));
