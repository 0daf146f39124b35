import type { AnswerOf } from "@mossy/contract/routes";
import { ON_MACHINES } from "@mossy/core/fit/report";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { diff } from "@mossy/core/session/diff";
import type { Session, Track } from "@mossy/core/session/document";
import { describe, expect, it } from "vitest";
import { takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

const {
  visitors: [lead],
} = await visit("marram");

type Whole = AnswerOf<"session">;
const ORCHESTRA = { template: "festival-orchestra", release: 1 };
const playing = (s: Session): Track[] => s.tracks.filter((t) => t.plays !== null);
const seats = (s: Session) =>
  new Map(playing(s).map((t) => [t.id, { ...t.plays?.seat, port: t.plays?.port, channel: t.channel }]));
const said = (s: Whole): string[] =>
  s.report.adjusted.filter((a) => a.what === ON_MACHINES).map((a) => a.says);
const begun = async (room: string, rest: object = {}): Promise<Whole> =>
  (await lead.ask("startSession", {}, { title: "Overture", room, ...ORCHESTRA, leaveOut: [], ...rest }))
    .data;
const whole = async (session: string): Promise<Whole> => (await lead.ask("session", { session })).data;

describe("a sampled orchestra in rooms", () => {
  it("sits on the machines of the room it is started in, and comes back as it went out", async () => {
    const loft = await begun("loft");
    const own = playing(loft.baseline);
    expect(own.length).toBeGreaterThan(60);
    expect(new Set(own.map((t) => t.plays?.seat?.machine))).toEqual(new Set(["Sedge", "Rush"]));
    expect(new Set(own.map((t) => `${t.plays?.port} ${t.channel}`)).size).toBe(own.length);
    expect(said(loft)[0]).toMatch(/^first note after \d+ s; start (Sedge|Rush) first$/);
    const { checkIn } = takenIn((await lead.ask("handIn", {}, writeExchange(loft.baseline, loft.id))).data);
    const { data } = await lead.ask("checkIn", { checkIn });
    expect(data.now.session).toEqual(loft.baseline);
    expect(data.findingsThen).toBe(0);
  });

  it("is but its light set where the machines are off, and where there are none", async () => {
    const off = await begun("loft", { withoutMachines: true });
    const tent = await begun("story-tent");
    for (const s of [off, tent]) {
      const inside = playing(s.baseline).filter((t) => t.kind === "instrument");
      expect(inside.map((t) => t.id)).toEqual(
        playing(s.baseline)
          .filter((t) => t.plays?.light)
          .map((t) => t.id),
      );
      expect(inside.length).toBeGreaterThan(10);
      expect(playing(s.baseline).every((t) => t.plays?.seat === null)).toBe(true);
    }
    const { last } = (await lead.ask("lastDecided", { room: "loft", template: ORCHESTRA.template })).data;
    expect(last?.choices.withoutMachines).toBe(true);
    expect(said(tent)[0]).toMatch(/^Story Tent has none: \d+ tracks of the light set inside the session/);
  });

  it("handed to a room without machines and back again sits as it did", async () => {
    const loft = await begun("loft");
    const hand = (room: string, rest: object = {}) =>
      lead.ask("handOver", { session: loft.id }, { room, revision: null, leaveOut: [], ...rest });
    expect((await hand("story-tent")).problem).toBe("");
    const tent = await whole(loft.id);
    expect(playing(tent.now).some((t) => t.kind === "instrument")).toBe(true);
    expect(playing(tent.now).every((t) => t.plays?.seat === null)).toBe(true);
    expect((await hand("loft")).problem).toBe("");
    expect((await whole(loft.id)).now).toEqual(loft.now);
  });

  it("keeps its seats as it is brought forward to a release with less and more", async () => {
    const loft = await begun("loft");
    const { data: template } = await lead.ask("template", { template: ORCHESTRA.template });
    const { revision, session: draft, id } = template.draft;
    const [gone, copied] = playing(draft);
    if (!gone || !copied) throw new Error("nobody plays");
    const more: Track = { ...copied, id: "one-more", name: "One more" };
    const next: Session = {
      ...draft,
      tracks: draft.tracks.flatMap((t) => (t === gone ? [] : t === copied ? [t, more] : [t])),
    };
    await lead.ask("editDocument", { document: id }, { revision, changes: diff(draft, next) });
    const { draft: now } = (await lead.ask("template", { template: ORCHESTRA.template })).data;
    await lead.ask("publishRelease", ORCHESTRA, { revision: now.revision, note: "One more" });
    const wish = { release: 2, revision: null, choices: [] };
    expect((await lead.ask("bringForward", { session: loft.id }, wish)).problem).toBe("");
    const forward = await whole(loft.id);
    const [was, is] = [seats(loft.now), seats(forward.now)];
    expect(is.size).toBe(was.size);
    for (const [track, seat] of was) if (track !== gone.id) expect(is.get(track)).toEqual(seat);
    expect(is.get(more.id)).toMatchObject({ machine: expect.stringMatching(/Sedge|Rush/) });
  });
});
