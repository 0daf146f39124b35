import { setField } from "@mossy/core/session/change";
import { readExchange } from "@mossy/core/formats/exchange/read";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { dice } from "@mossy/core/chance/dice";
import { AFTERNOON, work } from "@mossy/station/afternoon";
import { strFromU8, unzipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { Visitor } from "../testing/house.ts";
import { quayNight, takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead, engineer],
} = await visit("marram", "tamsin");

describe("starting a session", () => {
  it("fits the release into the room and says what cannot be placed", async () => {
    const { data } = await quayNight(engineer);
    expect(data).toMatchObject({
      title: "Quay night, late",
      roomName: "Ferry Van",
      release: 6,
      lastCheckIn: null,
    });
    expect(data.report.unplaced.length).toBeGreaterThan(10);
    expect(data.report.unplaced[0]?.says).toMatch(
      /^Wants a microphone input with 48 V; all 4 of Ferry Van that would do are taken\./,
    );
    const inputs = data.baseline.tracks.flatMap((t) => (t.input === null ? [] : [t.input]));
    expect(new Set(inputs).size).toBe(inputs.length);
    expect(Math.max(...inputs)).toBeLessThanOrEqual(16);
  });

  it("does without what the engineer leaves out", async () => {
    const { data: first } = await quayNight(engineer);
    const { data: second } = await quayNight(
      engineer,
      first.report.unplaced.map((u) => u.track),
    );
    expect(second.report.unplaced).toEqual([]);
    expect(second.report.leftOut.length).toBe(first.report.unplaced.length);
  });

  it("hands out the package: folders, session file, input list, notes", async () => {
    const { data } = await quayNight(engineer);
    const { data: bytes, headers } = await engineer.ask("package", { session: data.id });
    expect(headers.get("content-disposition")).toContain(`${data.folder}.zip`);
    const files = unzipSync(bytes as Uint8Array);
    const path = `${data.folder}/Session/${data.title.replace(",", "").replaceAll(" ", "-")}.dawproject`;
    expect(Object.keys(files)).toContain(path);
    const { session, of } = await readExchange(files[path]!);
    expect([of, session.title]).toEqual([data.id, data.title]);
    expect(session.tracks.map((t) => t.id)).toEqual(data.baseline.tracks.map((t) => t.id));
    expect(strFromU8(files[`${data.folder}/Notes/Input_list.csv`]!)).toContain(
      "15,Wireless receiver,,MC,MC,",
    );
  });
});

describe("what is gone through before recording", () => {
  it("is ticked off by whoever did it, for everybody to see, and only what is on the list", async () => {
    const { data: session } = await quayNight(engineer);
    const [line] = session.baseline.checklist;
    expect(line).toBe("Talkback heard in both headphone mixes");
    const assistant = await Visitor.signedIn(house.base, "wren");
    const { data } = await assistant.ask("tickLine", { session: session.id }, { line, done: true });
    expect(data.ticks).toMatchObject([{ item: line, by: { id: "wren", name: "Wren Addis" } }]);
    // Who ticks it once more does not take it from the first.
    await engineer.ask("tickLine", { session: session.id }, { line, done: true });
    expect((await engineer.ask("session", { session: session.id })).data.ticks).toMatchObject([
      { item: line, by: { id: "wren", name: "Wren Addis" } },
    ]);
    const { status, problem } = await engineer.ask(
      "tickLine",
      { session: session.id },
      { line: "No such thing", done: true },
    );
    expect([status, problem]).toEqual([404, expect.stringContaining("“No such thing”")]);
    const away = await engineer.ask("tickLine", { session: session.id }, { line, done: false });
    expect([away.status, away.problem]).toEqual([
      409,
      expect.stringContaining("Wren Addis ticked this off on"),
    ]);
    expect(
      (await engineer.ask("tickLine", { session: session.id }, { line, done: false, sure: true })).data
        .ticks,
    ).toEqual([]);
    const closed = (await engineer.ask("sessions", {})).data.sessions.find(
      (s) => s.closedAt !== null && s.template === "steelpan-orchestra-full-yard",
    )!;
    expect((await engineer.ask("tickLine", { session: closed.id }, { line, done: true })).status).toBe(409);
  });
});

describe("what goes out to a room", () =>
  it(
    "is the session as it stands now: package, corrected file, input list, with a " +
      "word on which was sent",
    async () => {
      const { data: session } = await quayNight(engineer);
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
      const back = (await readExchange(files[path]!)).session.tracks.find((t) => t.id === armed.id);
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
