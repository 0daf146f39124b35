import type { AnswerOf } from "@mossy/contract/routes";
import type { HandInAnswer } from "@mossy/contract/sessions";
import { standOf } from "@mossy/core/check/causes";
import { check, open, putAllRight } from "@mossy/core/check/check";
import { houseDiff } from "@mossy/core/house/houseDiff";
import { setField } from "@mossy/core/session/change";
import { diff } from "@mossy/core/session/diff";
import { readExchange } from "@mossy/core/formats/exchange/read";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { makeStyle } from "@mossy/core/house/style";
import { dice } from "@mossy/core/chance/dice";
import { AFTERNOON, work } from "@mossy/station/afternoon";
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { Visitor, openHouse } from "../testing/house.ts";
import type { TestHouse } from "../testing/house.ts";

let house: TestHouse;
let lead: Visitor;
let engineer: Visitor;
beforeAll(async () => {
  house = await openHouse();
  lead = await Visitor.signedIn(house.base, "marram");
  engineer = await Visitor.signedIn(house.base, "tamsin");
});
afterAll(() => house.close());

const start = (leaveOut: string[] = []) =>
  engineer.ask(
    "startSession",
    {},
    {
      title: "Quay night, late",
      room: "ferry-van",
      template: "steelpan-orchestra-full-yard",
      release: 6,
      leaveOut,
    },
  );
const count = async (table: string): Promise<number> =>
  (await house.pool.query<{ n: number }>(`select count(*)::int as n from ${table}`)).rows[0]?.n ?? 0;

describe("starting a session", () => {
  it("fits the release into the room and says what cannot be placed", async () => {
    const { data } = await start();
    expect(data).toMatchObject({
      title: "Quay night, late",
      roomName: "Ferry Van",
      release: 6,
      lastCheckIn: null,
    });
    expect(data.report.unplaced.length).toBeGreaterThan(10);
    expect(data.report.unplaced[0]?.says).toMatch(
      /^Wants a microphone input; all 12 of Ferry Van that would do are taken\.$/,
    );
    const inputs = data.baseline.tracks.flatMap((t) => (t.input === null ? [] : [t.input]));
    expect(new Set(inputs).size).toBe(inputs.length);
    expect(Math.max(...inputs)).toBeLessThanOrEqual(16);
  });

  it("does without what the engineer leaves out", async () => {
    const { data: first } = await start();
    const { data: second } = await start(first.report.unplaced.map((u) => u.track));
    expect(second.report.unplaced).toEqual([]);
    expect(second.report.leftOut.length).toBe(first.report.unplaced.length);
  });

  it("hands out the package: folders, session file, input list, notes", async () => {
    const { data } = await start();
    const { data: bytes, headers } = await engineer.ask("package", { session: data.id });
    expect(headers.get("content-disposition")).toContain(`${data.folder}.zip`);
    const files = unzipSync(bytes as Uint8Array);
    const path = `${data.folder}/Session/${data.title.replace(",", "").replaceAll(" ", "-")}.dawproject`;
    expect(Object.keys(files)).toContain(path);
    expect(readExchange(files[path]!)).toMatchObject({ of: data.id, session: data.baseline });
    expect(strFromU8(files[`${data.folder}/Notes/Input_list.csv`]!)).toContain(
      "15,Wireless receiver,,MC,MC,",
    );
  });
});

describe("what is gone through before recording", () => {
  it("is ticked off by whoever did it, for everybody to see, and only what is on the list", async () => {
    const { data: session } = await start();
    const [line] = session.baseline.checklist;
    expect(line).toBe("Talkback heard in both headphone mixes");
    const assistant = await Visitor.signedIn(house.base, "wren");
    const { data } = await assistant.ask("tickLine", { session: session.id }, { line, done: true });
    expect(data.ticks).toMatchObject([{ item: line, by: "Wren Addis" }]);
    // Who ticks it once more does not take it from the first.
    await engineer.ask("tickLine", { session: session.id }, { line, done: true });
    expect((await engineer.ask("session", { session: session.id })).data.ticks).toMatchObject([
      { item: line, by: "Wren Addis" },
    ]);
    const { status, problem } = await engineer.ask(
      "tickLine",
      { session: session.id },
      { line: "No such thing", done: true },
    );
    expect([status, problem]).toEqual([404, expect.stringContaining("“No such thing”")]);
    expect(
      (await engineer.ask("tickLine", { session: session.id }, { line, done: false })).data.ticks,
    ).toEqual([]);
    const closed = (await engineer.ask("sessions", {})).data.sessions.find(
      (s) => s.closedAt !== null && s.template === "steelpan-orchestra-full-yard",
    )!;
    expect((await engineer.ask("tickLine", { session: closed.id }, { line, done: true })).status).toBe(409);
  });
});

/** What a hand-in answers when the file was taken in. */
const takenIn = (answer: AnswerOf<"handIn">): HandInAnswer => {
  if (!answer.taken) throw new Error("it was asked about");
  return answer;
};

describe("handing in", () => {
  it("makes a check-in that finds what drifted; put right, its file read back has no findings left", async () => {
    const { data: session } = await start();
    const file = writeExchange(work(session.baseline, AFTERNOON, dice(7)), session.id);
    const handed = takenIn((await engineer.ask("handIn", {}, file, "?name=Quay.dawproject")).data);
    expect(handed).toMatchObject({ session: session.id, number: 1 });
    expect(handed.findings).toBeGreaterThan(8);

    const { data: checkIn } = await lead.ask("checkIn", { checkIn: handed.checkIn });
    const { data: edition } = await lead.ask("currentEdition", {});
    const style = makeStyle(edition.house);
    const findings = open(check(style, checkIn.now.session, checkIn.baseline));
    expect(findings.length).toBe(handed.findings);
    expect(new Set(findings.map((f) => f.rule))).toEqual(
      new Set([
        "missing-track",
        "extra-track",
        "input-moved",
        "name-off-pattern",
        "colour-off",
        "icon-off",
        "outside-folder",
      ]),
    );

    const changes = putAllRight(style, checkIn.now.session, checkIn.baseline);
    await lead.ask("editDocument", { document: checkIn.now.id }, { revision: 0, changes });
    const { data: bytes } = await lead.ask("correctedFile", { checkIn: handed.checkIn });
    const back = readExchange(bytes as Uint8Array).session;
    expect(open(check(style, back, checkIn.baseline)).map((f) => f.says)).toEqual([]);
    expect((await lead.ask("checkIn", { checkIn: handed.checkIn })).data).toMatchObject({
      openNow: 0,
      findingsThen: handed.findings,
    });
    const { data: rooms } = await lead.ask("rooms", {});
    expect(rooms.rooms.find((r) => r.id === "ferry-van")?.following).toBeGreaterThan(0.5);
  });

  it("recognises a file that lost our ids on the way", async () => {
    const { data: session } = await start();
    const files = unzipSync(writeExchange(work(session.baseline, AFTERNOON, dice(3)), session.id));
    const project = strFromU8(files["project.xml"]!).replaceAll("track-", "x").replaceAll("channel-", "y");
    const bare = zipSync({ "project.xml": strToU8(project) });
    expect((await engineer.ask("handIn", {}, bare)).problem).toContain("does not say which session");
    const handed = takenIn((await engineer.ask("handIn", {}, bare, `?session=${session.id}`)).data);
    expect(handed.remarks[0]).toMatch(/\d+ of \d+ tracks were recognised by name/);
    const { data: checkIn } = await lead.ask("checkIn", { checkIn: handed.checkIn });
    expect(checkIn.recognised).toBe("likeness");
    const ids = new Set(checkIn.now.session.tracks.map((t) => t.id));
    const lost = session.baseline.tracks.filter((t) => !ids.has(t.id));
    expect(lost).toHaveLength(1);
  });

  it.each<[string, Uint8Array, number, RegExp]>([
    ["not a ZIP", strToU8("hello"), 422, /not a ZIP/],
    ["empty", new Uint8Array(), 422, /empty/],
    ["a ZIP without a project", zipSync({ "a.txt": strToU8("x") }), 422, /no “project.xml”/],
    [
      "broken XML",
      zipSync({ "project.xml": strToU8("<Project><Structure></Project>") }),
      422,
      /broken XML at line 1/,
    ],
    [
      "an entity bomb",
      zipSync({ "project.xml": strToU8('<!DOCTYPE a [<!ENTITY b "c">]><Project/>') }),
      422,
      /declares entities/,
    ],
    ["an entry that points outside", zipSync({ "../../x": strToU8("x") }), 422, /points outside/],
    ["larger than is taken", new Uint8Array(66 << 20), 413, /larger than the house takes/],
  ])("refuses a bad file, says why, and changes nothing: %s", async (_what, bytes, status, message) => {
    const { data: session } = await start();
    const before = [await count("check_ins"), await count("documents")];
    const answer = await engineer.ask("handIn", {}, bytes, `?session=${session.id}`);
    expect(answer.status).toBe(status);
    expect(answer.problem).toMatch(message);
    expect([await count("check_ins"), await count("documents")]).toEqual(before);
  });

  it("refuses the file of another session, naming it, and takes the same file where it belongs", async () => {
    const { data: one } = await start();
    const { data: two } = await engineer.ask(
      "startSession",
      {},
      { title: "Other night", room: "story-tent", template: "story-evening", release: 5, leaveOut: [] },
    );
    const file = writeExchange(two.baseline, two.id);
    const before = await count("check_ins");
    const wrong = await engineer.ask("handIn", {}, file, `?session=${one.id}`);
    expect([wrong.status, wrong.problem]).toEqual([
      422,
      "This file says it is “Other night” from Story Tent. Open that session and drop it " +
        "there; nothing was taken in.",
    ]);
    expect(await count("check_ins")).toBe(before);
    expect(takenIn((await engineer.ask("handIn", {}, file, `?session=${two.id}`)).data).findings).toBe(0);
    // A file of a house that is not ours: nobody can say whose it is, so whoever drops it does.
    expect(
      (
        await engineer.ask(
          "handIn",
          {},
          writeExchange(one.baseline, "11111111-2222-4333-8444-555555555555"),
          `?session=${one.id}`,
        )
      ).status,
    ).toBe(200);
  });

  it("asks before it takes a file in that is little like its session, naming those it is more like", async () => {
    const { data: here } = await start();
    const { data: there } = await engineer.ask(
      "startSession",
      {},
      { title: "The right one", room: "story-tent", template: "story-evening", release: 5, leaveOut: [] },
    );
    const stranger = zipSync({
      "project.xml": strToU8(
        strFromU8(unzipSync(writeExchange(there.baseline, there.id))["project.xml"]!)
          .replaceAll("track-", "x")
          .replaceAll("channel-", "y"),
      ),
    });
    const before = await count("check_ins");
    const { data: asked, status } = await engineer.ask("handIn", {}, stranger, `?session=${here.id}`);
    expect([status, asked.taken, await count("check_ins")]).toEqual([200, false, before]);
    if (asked.taken) return;
    expect(asked.known).toBeLessThan(asked.of / 2);
    expect(asked.better[0]).toMatchObject({ known: there.baseline.tracks.length });
    expect(asked.better.map((b) => b.title)).toContain("The right one");
    expect(
      takenIn((await engineer.ask("handIn", {}, stranger, `?session=${here.id}&sure=yes`)).data).session,
    ).toBe(here.id);
    expect(
      takenIn((await engineer.ask("handIn", {}, stranger, `?session=${there.id}`)).data).findings,
    ).toBe(0);
  });

  it("keeps the counts of a check-in in step while somebody puts right or keeps", async () => {
    const { data } = await lead.ask("sessions", {});
    const card = data.sessions.find((s) => s.title === "Album mix, Marram")!;
    expect(card.lastCheckIn?.openNow).toBeGreaterThan(0);
    const { data: checkIn } = await lead.ask("checkIn", { checkIn: card.lastCheckIn!.id });
    const { data: edition } = await lead.ask("currentEdition", {});
    const style = makeStyle(edition.house);
    const [finding] = open(check(style, checkIn.now.session, checkIn.baseline)).filter((f) => f.fix?.sure);
    await lead.ask(
      "editDocument",
      { document: checkIn.now.id },
      { revision: checkIn.now.revision, changes: [...finding!.fix!.changes] },
    );
    expect((await lead.ask("checkIn", { checkIn: checkIn.id })).data.openNow).toBeLessThan(checkIn.openNow);
  });
});

describe("two sessions of one name", () =>
  it("in one room on one day are told apart in title, folder and package", async () => {
    const body = {
      title: "Twin night",
      room: "story-tent",
      template: "story-evening",
      release: 5,
      leaveOut: [],
    };
    const [one, two] = (await Promise.all([1, 2].map(() => engineer.ask("startSession", {}, body))))
      .map((a) => a.data)
      .sort((a, b) => a.title.length - b.title.length);
    expect([one!.title, two!.title]).toEqual(["Twin night", "Twin night 2"]);
    expect(two!.folder).not.toBe(one!.folder);
    expect(two!.report.adjusted[0]!.says).toContain("has a “Twin night” already");
    const packed = Object.keys(
      unzipSync((await engineer.ask("package", { session: two!.id })).data as Uint8Array),
    );
    expect(packed.every((p) => p.startsWith(`${two!.folder}/`))).toBe(true);
  }));

describe("what goes out to a room", () =>
  it(
    "is the session as it stands now: package, corrected file, input list, with a " +
      "word on which was sent",
    async () => {
      const { data: session } = await start();
      expect(
        (await engineer.ask("sendToStation", { session: session.id }, { as: "correction" })).status,
      ).toBe(422);
      const file = writeExchange(work(session.baseline, AFTERNOON, dice(7)), session.id);
      const handed = takenIn((await engineer.ask("handIn", {}, file)).data);
      const { data: checkIn } = await lead.ask("checkIn", { checkIn: handed.checkIn });
      const armed = checkIn.now.session.tracks.find((t) => t.input !== null)!;
      await lead.ask(
        "editDocument",
        { document: checkIn.now.id },
        {
          revision: 0,
          changes: [
            setField(armed, "microphone", "ribbon"),
            setField(armed, "stand", "short boom"),
            setField(armed, "name", "Put_right"),
          ],
        },
      );
      const files = unzipSync((await engineer.ask("package", { session: session.id })).data as Uint8Array);
      const path = Object.keys(files).find((p) => p.endsWith(".dawproject"))!;
      const back = readExchange(files[path]!).session.tracks.find((t) => t.id === armed.id);
      expect([back?.name, back?.microphone]).toEqual(["Put_right", "ribbon"]);
      expect(strFromU8(files[Object.keys(files).find((p) => p.endsWith("Input_list.csv"))!]!)).toContain(
        "Put_right,",
      );
      expect(strFromU8(files[Object.keys(files).find((p) => p.endsWith("Notes.txt"))!]!)).toContain(
        "as it stands after check-in 1",
      );
      expect(
        strFromU8((await engineer.ask("sessionInputListPdf", { session: session.id })).data.slice(0, 5)),
      ).toBe("%PDF-");
      await engineer.ask("sendToStation", { session: session.id }, { as: "correction" });
      const { data: now } = await engineer.ask("session", { session: session.id });
      expect([now.sentAs, now.now.tracks.find((t) => t.id === armed.id)?.name]).toEqual([
        "correction",
        "Put_right",
      ]);
    },
  ));

describe("what the house changed since", () => {
  it("is told apart from what the room changed, on every page alike, and rooms keep their share", async () => {
    const { data: session } = await start();
    const file = writeExchange(work(session.baseline, AFTERNOON, dice(7)), session.id);
    const handed = takenIn((await engineer.ask("handIn", {}, file)).data);
    const { data: before } = await lead.ask("rooms", {});
    const share = (r: typeof before) => r.rooms.find((x) => x.id === "ferry-van")!.following;
    const {
      data: { draft },
    } = await lead.ask("house", {});
    const darker = {
      ...draft.house,
      palette: draft.house.palette.map((c) => ({
        ...c,
        hex: `#${[1, 3, 5]
          .map((i) =>
            Math.round(parseInt(c.hex.slice(i, i + 2), 16) * 0.9)
              .toString(16)
              .padStart(2, "0"),
          )
          .join("")}`,
      })),
    };
    const { data: edited } = await lead.ask(
      "editHouse",
      {},
      { revision: draft.revision, changes: houseDiff(draft.house, darker) },
    );
    const { data: edition } = await lead.ask(
      "publishEdition",
      {},
      { revision: edited.revision, note: "All a shade darker" },
    );
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
    expect(share((await lead.ask("rooms", {})).data)).toBe(share(before));
    const { data: today } = await lead.ask("today", {});
    expect(today.waiting.filter((w) => w.about === `Edition ${edition.number}`).map((w) => w.next)).toEqual(
      ["See which", "Look, dress and publish"],
    );
    expect(today.waiting.find((w) => w.to === `/check-ins/${handed.checkIn}`)?.says).toContain(
      `${stand.open.room} findings`,
    );
  });

  it(
    "shows which templates it makes wrong, and each is dressed and published by itself, " +
      "nothing else touched",
    async () => {
      const { data: page } = await lead.ask("follow", { from: 0 });
      const { data: library } = await lead.ask("library", {});
      expect(page.templates.map((t) => t.template).sort()).toEqual(
        library.templates
          .filter((t) => t.asked > 0)
          .map((t) => t.id)
          .sort(),
      );
      const one = page.templates.find((t) => !t.changed && t.left.length === 0)!;
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
      expect(release).toMatchObject({ number: one.release + 1, edition: page.edition, note: one.note });
      const { data: after } = await lead.ask("template", { template: one.template });
      const fields = new Set(
        diff(before.draft.session, after.draft.session).map((c) => (c.do === "set" ? c.field : c.do)),
      );
      expect([...fields]).toEqual(["colour"]);
      const { data: left } = await lead.ask("follow", { from: 0 });
      expect(left.templates.map((t) => t.template)).toEqual(
        page.templates.map((t) => t.template).filter((t) => t !== one.template),
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
    expect(data.drift).toHaveLength(12);
    expect(data.drift.some((w) => w.shares["loft"] !== null)).toBe(true);
    for (const w of data.drift)
      for (const share of Object.values(w.shares)) if (share !== null) expect(share).toBeLessThanOrEqual(1);
    expect(data.waiting.map((w) => w.about)).toEqual(
      expect.arrayContaining(["Loft", "Ferry Van", "Edition 3", "Story evening"]),
    );
  }));
