import { blankInput, blankRoom } from "@mossy/core/fit/room";
import type { Room } from "@mossy/core/fit/room";
import { NO_LIMITS } from "@mossy/core/fit/limits";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { HouseClient } from "@mossy/station/house";
import { readPackage } from "@mossy/station/package";
import { describe, expect, it } from "vitest";
import { openForWriting } from "../sessions/store.ts";
import { quayNight, takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

const { house, visitors } = await visit("marram", "tamsin");
const [lead, tamsin] = visitors;
const SHED: Room = blankRoom("Net Shed", {
  says: "drying room",
  inputs: [1, 2, 3].map((number) => blankInput(number, { phantom: true })),
});
const rooms = async () => (await lead.ask("rooms", {})).data.rooms;

describe("rooms", () => {
  it("are made behind the others, under a name and an address of their own", async () => {
    const { data } = await lead.ask("newRoom", {}, { room: SHED });
    expect(data.id).toBe("net-shed");
    expect((await lead.ask("room", { room: "net-shed" })).data).toMatchObject({ stations: [], ticks: [] });
    const made = (await rooms()).at(-1);
    expect(made).toMatchObject({ id: "net-shed", room: SHED, revision: 0, retiredAt: null });
    const twice = await lead.ask("newRoom", {}, { room: { ...SHED, name: "NET SHED" } });
    expect([twice.status, twice.problem]).toEqual([
      409,
      expect.stringContaining("called “NET SHED” already"),
    ]);
    expect((await lead.ask("newRoom", {}, { room: { ...SHED, name: "New" } })).data.id).toBe("new-2");
  });

  it("are edited by their engineers where a lead lets them, but for what the leads say of them", async () => {
    const van = (await rooms()).find((r) => r.id === "ferry-van")!;
    const edit = (room: Room, revision: number) =>
      tamsin.ask("editRoom", { room: "ferry-van" }, { revision, room });
    const standing = [...van.room.standing, { input: 2, role: "iron", positions: [], number: 1 }];
    expect((await edit({ ...van.room, standing }, van.revision)).status).toBe(200);
    const off = await edit({ ...van.room, name: "My van" }, van.revision + 1);
    expect([off.status, off.problem]).toEqual([403, expect.stringContaining("is for the leads to say")]);
    const locked = { ...van.room, engineersEdit: false };
    expect((await edit(locked, van.revision + 1)).status).toBe(403);
    await lead.ask("editRoom", { room: "ferry-van" }, { revision: van.revision + 1, room: locked });
    const refused = await edit(van.room, van.revision + 2);
    expect([refused.status, refused.problem]).toEqual([
      403,
      expect.stringContaining("Ferry Van is edited by the leads"),
    ]);
    await lead.ask("editRoom", { room: "ferry-van" }, { revision: van.revision + 2, room: van.room });
  });

  it("hold together: no input number twice, and it is said which", async () => {
    const inputs = [...SHED.inputs, SHED.inputs[1]];
    const off = await lead.ask("newRoom", {}, { room: { ...SHED, name: "Off", inputs } });
    expect([off.status, off.problem]).toEqual([400, "room.inputs.3: input 2 is there twice."]);
  });

  it("are edited from what one saw: who was faster is said, and nothing is lost", async () => {
    const edit = (revision: number, says: string) =>
      lead.ask("editRoom", { room: "net-shed" }, { revision, room: { ...SHED, says } });
    expect((await edit(0, "with a stove")).status).toBe(200);
    const late = await edit(0, "without one");
    expect([late.status, late.problem]).toEqual([409, expect.stringContaining("since you opened it")]);
    expect((await rooms()).find((r) => r.id === "net-shed")).toMatchObject({
      revision: 1,
      room: { says: "with a stove" },
    });
  });

  it("share what their software can do; who is faster is told, and what a room has is not dropped", async () => {
    const said = async () => (await tamsin.ask("allSoftware", {})).data.software;
    const made = await lead.ask("newSoftware", {}, { name: "Shed recorder", limits: NO_LIMITS });
    expect(made.data.id).toBe("shed-recorder");
    const twice = await lead.ask("newSoftware", {}, { name: "SHED recorder", limits: NO_LIMITS });
    expect([twice.status, twice.problem]).toEqual([409, expect.stringContaining("called “SHED recorder”")]);
    const limits = { ...NO_LIMITS, longestName: 12, palette: ["#aa0000"] };
    const edit = { name: "Shed recorder", limits, revision: 0 };
    expect((await lead.ask("editSoftware", { software: "shed-recorder" }, edit)).status).toBe(200);
    expect((await lead.ask("editSoftware", { software: "shed-recorder" }, edit)).status).toBe(409);
    const { revision } = (await rooms()).find((r) => r.id === "net-shed")!;
    const room = { ...SHED, software: "shed-recorder" };
    await lead.ask("editRoom", { room: "net-shed" }, { revision, room });
    expect((await rooms()).find((r) => r.id === "net-shed")?.limits).toEqual(limits);
    expect((await said()).find((s) => s.id === "shed-recorder")?.rooms).toEqual(["Net Shed"]);
    const held = await lead.ask("dropSoftware", { software: "shed-recorder" });
    expect([held.status, held.problem]).toEqual([409, expect.stringContaining("Net Shed has it.")]);
    const gone = { revision: revision + 1, room: { ...SHED, software: "nobody-knows" } };
    expect((await lead.ask("editRoom", { room: "net-shed" }, gone)).status).toBe(404);
    await lead.ask("editRoom", { room: "net-shed" }, { ...gone, room: SHED });
    expect((await lead.ask("dropSoftware", { software: "shed-recorder" })).status).toBe(200);
    expect((await said()).some((s) => s.id === "shed-recorder")).toBe(false);
  });

  it("stand in the order they are put in", async () => {
    await lead.ask("orderRooms", {}, { rooms: ["net-shed", "loft"] });
    expect((await rooms()).slice(0, 3).map((r) => r.id)).toEqual(["net-shed", "loft", "pan-yard"]);
    expect((await lead.ask("orderRooms", {}, { rooms: ["attic"] })).status).toBe(404);
  });

  it("are retired when nothing is open there, and nothing is begun in them until they are brought back", async () => {
    const busy = await lead.ask("retireRoom", { room: "loft" }, { retired: true });
    expect([busy.status, busy.problem]).toEqual([
      409,
      expect.stringContaining("open in Loft. Close them first"),
    ]);
    await lead.ask("retireRoom", { room: "net-shed" }, { retired: true });
    const start = () =>
      lead.ask(
        "startSession",
        {},
        { title: "x", room: "net-shed", template: "story-evening", release: 5, leaveOut: [] },
      );
    const refused = await start();
    expect([refused.status, refused.problem]).toEqual([
      409,
      expect.stringContaining("Net Shed is retired"),
    ]);
    expect((await lead.ask("today", {})).data.rooms.some((r) => r.id === "net-shed")).toBe(false);
    expect((await rooms()).at(-1)?.id).toBe("net-shed");
    await lead.ask("retireRoom", { room: "net-shed" }, { retired: false });
    expect((await start()).status).toBe(200);
  });
});

describe("a tick of a room", () => {
  it("is a line the house has, is not taken over, and not taken away silently", async () => {
    const tick = (who: typeof lead, item: string, body: object) =>
      who.ask("tick", { room: "ferry-van", item }, body);
    expect((await tick(tamsin, "no-such-line", { done: true })).status).toBe(404);
    await tick(tamsin, "autosave", { done: true });
    const over = await tick(lead, "autosave", { done: true });
    expect([over.status, over.problem]).toEqual([
      409,
      expect.stringContaining("Tamsin Roe ticked this off already"),
    ]);
    const away = await tick(lead, "autosave", { done: false });
    expect([away.status, away.problem]).toEqual([
      409,
      expect.stringContaining("only if it is no longer so"),
    ]);
    const sure = await tick(lead, "autosave", { done: false, sure: true });
    expect(sure.data.ticks.some((t) => t.item === "autosave")).toBe(false);
  });
});

describe("a session", () => {
  it("that is closed stays as it is for everybody, in every way, until it is opened again", async () => {
    const { data: session } = await quayNight(tamsin);
    const file = writeExchange(session.baseline, session.id);
    const { checkIn } = takenIn((await tamsin.ask("handIn", {}, file)).data);
    const { document } = { document: (await lead.ask("checkIn", { checkIn })).data.now };
    await tamsin.ask("closeSession", { session: session.id });
    const edit = {
      revision: document.revision,
      changes: [{ do: "session", field: "title", from: document.session.title, to: "x" }],
    };
    const answers = [
      await lead.ask("sendToStation", { session: session.id }, {}),
      await lead.ask("handIn", {}, file),
      await lead.ask("handIn", {}, file, `?session=${session.id}`),
      await lead.ask("setAside", { checkIn }, { reason: "wrong file" }),
      await lead.ask("closeSession", { session: session.id }),
    ];
    expect(answers.map((a) => [a.status, a.problem])).toEqual(
      answers.map(() => [409, expect.stringContaining("is closed: it stays as it is")]),
    );
    // Whoever was let in before it was closed finds it closed as it writes.
    await expect(openForWriting(house.pool, session.id)).rejects.toMatchObject({ status: 409 });
    expect([400, 409]).toContain((await lead.ask("editDocument", { document: document.id }, edit)).status);
    expect((await lead.ask("session", { session: session.id })).data.checkIns).toHaveLength(1);
    await tamsin.ask("openSession", { session: session.id });
    expect((await lead.ask("handIn", {}, file)).status).toBe(200);
    expect((await tamsin.ask("openSession", { session: session.id })).status).toBe(409);
  });

  it("is not handed in to while it is being closed: whichever came first holds", async () => {
    const { data: session } = await quayNight(tamsin);
    const file = writeExchange(session.baseline, session.id);
    const [closed, handed] = await Promise.all([
      tamsin.ask("closeSession", { session: session.id }),
      tamsin.ask("handIn", {}, file),
    ]);
    const { data } = await lead.ask("session", { session: session.id });
    expect(closed.status).toBe(200);
    expect(data.checkIns).toHaveLength(handed.status === 200 ? 1 : 0);
  });

  it("stands as before a wrong hand-in once a lead set that aside; it stays in the record", async () => {
    const { data: session } = await quayNight(tamsin);
    const handIn = async (title: string) =>
      takenIn(
        (await tamsin.ask("handIn", {}, writeExchange({ ...session.baseline, notes: title }, session.id)))
          .data,
      ).checkIn;
    const [first, second] = [await handIn("right"), await handIn("wrong")];
    const now = async () => (await lead.ask("session", { session: session.id })).data;
    expect((await now()).now.notes).toBe("wrong");
    expect((await tamsin.ask("setAside", { checkIn: second }, { reason: "other song" })).status).toBe(403);
    expect((await lead.ask("setAside", { checkIn: second }, { reason: " " })).status).toBe(400);
    await lead.ask("setAside", { checkIn: second }, { reason: "other song" });
    const after = await now();
    expect([after.now.notes, after.lastCheckIn?.id]).toEqual(["right", first]);
    expect(after.checkIns[0]?.aside).toMatchObject({ by: { name: "Marram Vale" }, reason: "other song" });
    expect(
      (await lead.ask("sessions", {})).data.sessions.find((s) => s.id === session.id)?.lastCheckIn?.id,
    ).toBe(first);
    await lead.ask("setAside", { checkIn: second }, { reason: null });
    expect((await now()).now.notes).toBe("wrong");
  });
});

describe("a station", () => {
  const make = async (room: string) => (await lead.ask("newStation", { room }, { name: "Van rack" })).data;

  it("hears its room, takes its package, hands in, reports; the house knows who it was", async () => {
    const { id, token } = await make("ferry-van");
    const client = new HouseClient(house.base, token);
    expect(await client.report("waits")).toEqual({
      room: "ferry-van",
      roomName: "Ferry Van",
      machine: null,
      name: "Van rack",
    });
    const { data: session } = await quayNight(tamsin);
    const news = client.sent();
    const heard = news.next();
    await new Promise((r) => setTimeout(r, 200));
    // What goes to another room is not for it.
    const { data: all } = await lead.ask("sessions", {});
    const loft = all.sessions.find((s) => s.room === "loft" && s.closedAt === null)!;
    await lead.ask("sendToStation", { session: loft.id }, {});
    await tamsin.ask("sendToStation", { session: session.id }, {});
    expect((await heard).value).toMatchObject({ session: session.id });
    const parcel = await readPackage(await client.fetchPackage(session.id));
    const { number } = await client.handIn(
      session.id,
      writeExchange(parcel.session, parcel.of),
      parcel.fileName,
    );
    expect(number).toBe(1);
    expect((await lead.ask("session", { session: session.id })).data.checkIns[0]?.handedInBy).toEqual({
      id,
      name: "Van rack",
    });
    const card = (await lead.ask("room", { room: "ferry-van" })).data.stations.find((s) => s.id === id)!;
    expect([card.says, card.seenAt !== null]).toEqual(["waits", true]);
  });

  it("can do nothing in another room, and nothing but that", async () => {
    const { token } = await make("ferry-van");
    const client = new HouseClient(house.base, token);
    const { data: all } = await lead.ask("sessions", {});
    const loft = all.sessions.find((s) => s.room === "loft" && s.closedAt === null)!;
    await expect(client.fetchPackage(loft.id)).rejects.toThrow("does not work in this room");
    await expect(client.handIn(loft.id, new Uint8Array([1]), "x")).rejects.toThrow(
      "does not work in this room",
    );
    const res = await fetch(`${house.base}/api/sessions`, {
      headers: { authorization: `Bearer ${token}` },
    });
    expect(res.status).toBe(403);
  });

  it("is withdrawn at any time: its line ends, its token is void, and it says what to do", async () => {
    const { id, token } = await make("ferry-van");
    const client = new HouseClient(house.base, token);
    const res = await fetch(`${house.base}/api/news`, { headers: { authorization: `Bearer ${token}` } });
    const ended = res.text();
    await lead.ask("withdrawStation", { room: "ferry-van", station: id });
    expect(await ended).toContain("event: begin");
    await expect(client.report("still here")).rejects.toThrow("A lead makes a new one");
    await expect(client.sent().next()).rejects.toThrow("withdrawn");
    const { stations } = (await lead.ask("room", { room: "ferry-van" })).data;
    expect(stations.some((s) => s.id === id)).toBe(false);
    expect((await lead.ask("withdrawStation", { room: "ferry-van", station: id })).status).toBe(404);
  });

  it("has its token nowhere in the house but as a hash", async () => {
    const { token } = await make("loft");
    const { rows } = await house.pool.query<{ found: boolean }>(
      "select bool_or(s::text like '%' || $1 || '%') as found from stations s",
      [token],
    );
    expect(rows[0]?.found).toBe(false);
  });
});
