import { followingOf, openByRoom } from "@mossy/contract/openWork";
import { check, open, putAllRight } from "@mossy/core/check/check";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { makeStyle } from "@mossy/core/house/style";
import { blankTrack } from "@mossy/core/session/document";
import { dice } from "@mossy/core/chance/dice";
import { AFTERNOON, work } from "@mossy/station/afternoon";
import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { quayNight, takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead, engineer],
} = await visit("marram", "tamsin");
const count = async (table: string): Promise<number> =>
  (await house.pool.query<{ n: number }>(`select count(*)::int as n from ${table}`)).rows[0]?.n ?? 0;

describe("handing in", () => {
  it("makes a check-in that finds what drifted; put right, its file read back has no findings left", async () => {
    const { data: session } = await quayNight(engineer);
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
    const { data: again } = await engineer.ask("handIn", {}, bytes as Uint8Array);
    const { data: right } = await lead.ask("checkIn", { checkIn: takenIn(again).checkIn });
    expect(open(check(style, right.now.session, right.baseline)).map((f) => f.says)).toEqual([]);
    expect((await lead.ask("checkIn", { checkIn: handed.checkIn })).data).toMatchObject({
      openNow: 0,
      findingsThen: handed.findings,
    });
    const { data: today } = await lead.ask("today", {});
    expect(followingOf(openByRoom(today.open).get("ferry-van") ?? [])).toBeGreaterThan(0.5);
  });

  it("recognises a file that lost our ids on the way", async () => {
    const { data: session } = await quayNight(engineer);
    const files = unzipSync(writeExchange(work(session.baseline, AFTERNOON, dice(3)), session.id));
    const project = strFromU8(files["project.xml"]!).replaceAll("track-", "x").replaceAll("channel-", "y");
    const bare = zipSync({ "project.xml": strToU8(project) });
    expect((await engineer.ask("handIn", {}, bare)).problem).toContain("does not say which session");
    const handed = takenIn((await engineer.ask("handIn", {}, bare, `?session=${session.id}`)).data);
    expect(handed.notices[0]).toMatch(/\d+ of \d+ tracks were recognised by name/);
    const { data: checkIn } = await lead.ask("checkIn", { checkIn: handed.checkIn });
    expect(checkIn.recognised).toBe("likeness");
    const ids = new Set(checkIn.now.session.tracks.map((t) => t.id));
    const lost = session.baseline.tracks.filter((t) => !ids.has(t.id));
    expect(lost).toHaveLength(1);
    // What the format has no place for stays as it went out: the file could not say.
    const { blocks, variants, panLaw, fileType, checklist, origin } = checkIn.now.session;
    const out = session.baseline;
    expect(out.blocks.length).toBeGreaterThan(0);
    expect({ blocks, variants, panLaw, fileType, checklist, origin }).toEqual({
      blocks: out.blocks,
      variants: out.variants,
      panLaw: out.panLaw,
      fileType: out.fileType,
      checklist: out.checklist,
      origin: out.origin,
    });
  });

  it("knows the tracks of such a file by how they last came, new ones of that time as well", async () => {
    const { data: session } = await quayNight(engineer);
    const bare = (tracks: typeof session.baseline.tracks): Uint8Array => {
      const files = unzipSync(writeExchange({ ...session.baseline, tracks }, session.id));
      const project = strFromU8(files["project.xml"]!)
        .replaceAll("track-", "x")
        .replaceAll("channel-", "y");
      return zipSync({ "project.xml": strToU8(project) });
    };
    const out = session.baseline.tracks;
    const first = out.find((t) => t.kind === "audio")!;
    const main = out.find((t) => t.kind === "main")!.id;
    const own = [
      ...out.map((t) => (t.id === first.id ? { ...t, name: "gull chorus far" } : t)),
      blankTrack("own", "Whale song", { feeds: main }),
    ];
    const idOf = async (tracks: typeof out, name: string): Promise<string | undefined> => {
      const handed = takenIn(
        (await engineer.ask("handIn", {}, bare(tracks), `?session=${session.id}`)).data,
      );
      const { data: checkIn } = await lead.ask("checkIn", { checkIn: handed.checkIn });
      return checkIn.now.session.tracks.find((t) => t.name === name)?.id;
    };
    const whale = await idOf(own, "Whale song");
    expect(out.some((t) => t.id === whale)).toBe(false);
    // The next week it is called otherwise in the file, and stands in front.
    const next = own.map((t) => (t.id === "own" ? { ...t, id: "z9", level: -7 } : t));
    expect(await idOf([next.at(-1)!, ...next.slice(0, -1)], "Whale song")).toBe(whale);
  });

  it.each<[string, Uint8Array, number, RegExp]>([
    ["not a ZIP", strToU8("hello"), 422, /This is a text, no session file/],
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
  ])("refuses a bad file, says why, and changes nothing: %s", async (_what, bytes, status, message) => {
    const { data: session } = await quayNight(engineer);
    const before = [await count("check_ins"), await count("documents")];
    const answer = await engineer.ask("handIn", {}, bytes, `?session=${session.id}`);
    expect(answer.status).toBe(status);
    expect(answer.problem).toMatch(message);
    expect([await count("check_ins"), await count("documents")]).toEqual(before);
  });

  it("refuses the file of another session, naming it, and takes the same file where it belongs", async () => {
    const { data: one } = await quayNight(engineer);
    const { data: two } = await engineer.ask(
      "startSession",
      {},
      { title: "Other night", room: "pan-yard", template: "story-evening", release: 5, leaveOut: [] },
    );
    const file = writeExchange(two.baseline, two.id);
    const before = await count("check_ins");
    const wrong = await engineer.ask("handIn", {}, file, `?session=${one.id}`);
    expect([wrong.status, wrong.problem]).toEqual([
      422,
      "This file says it is “Other night” from Pan Yard. Open that session and drop it " +
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

  it("knows a session again as it last came, however little of that went out", async () => {
    const { data: here } = await quayNight(engineer);
    const { tracks } = here.baseline;
    const layers = Array.from({ length: 2 * tracks.length }, (_, i) =>
      blankTrack(`own-${i}`, `Layer ${i + 1}`),
    );
    const grown = { ...here.baseline, tracks: [...tracks, ...layers] };
    const first = await engineer.ask("handIn", {}, writeExchange(grown, here.id), `?session=${here.id}`);
    expect(takenIn(first.data).session).toBe(here.id);
    const { data: again } = await engineer.ask(
      "handIn",
      {},
      writeExchange(grown, null, false),
      `?session=${here.id}`,
    );
    const { checkIn } = takenIn(again);
    const { now } = (await engineer.ask("checkIn", { checkIn })).data;
    expect(now.session.tracks.map((t) => t.id)).toEqual(grown.tracks.map((t) => t.id));
  });

  it("asks before it takes a file in that is little like its session, naming those it is more like", async () => {
    const { data: here } = await quayNight(engineer);
    const { data: there } = await engineer.ask(
      "startSession",
      {},
      { title: "The right one", room: "pan-yard", template: "story-evening", release: 5, leaveOut: [] },
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
      room: "pan-yard",
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
    // Its folder, and the layouts and maps beside it under its name.
    expect(new Set(packed.map((p) => p.split("/")[0]))).toEqual(
      new Set([two!.folder, `${two!.folder}_Layouts_and_maps`]),
    );
  }));
